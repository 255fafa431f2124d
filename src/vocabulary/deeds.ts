/* What keepers do with a bin besides feeding it: where things go, come from and lie. */

/** Where a meal lies. */
export const FOOD_LAID = ["onTop", "underCover", "pocket", "trench", "mixedIn"] as const;
export type FoodLaid = (typeof FOOD_LAID)[number];

/** Where bedding goes in, besides a cover. */
export const BEDDING_LAID = ["under", "over", "mixedIn"] as const;
export type BeddingLaid = (typeof BEDDING_LAID)[number];

/** How water came in. */
export const WATER_MEANS = ["can", "sprayer", "trayBelow", "ice", "rain"] as const;
export type WaterMeans = (typeof WATER_MEANS)[number];

/** How liquid looked that was drained. */
export const LIQUID_LOOKS = ["clear", "teaBrown", "dark", "foul"] as const;
export type LiquidLooks = (typeof LIQUID_LOOKS)[number];

/** What lies over the bed, under the lid. */
export const OVER_BED = ["cloth", "mat", "cardSheet", "paper", "nothing"] as const;
export type OverBed = (typeof OVER_BED)[number];

/** From which side of a part something was taken. */
export const TAKEN_FROM = ["top", "below"] as const;
export type TakenFrom = (typeof TAKEN_FROM)[number];

/** Where what was taken out went. */
export const WENT_TO = ["bin", "store", "tub", "heap", "ground"] as const;
export type WentTo = (typeof WENT_TO)[number];

/** What became of a trouble at a later look; the first two close it. */
export const FOLLOW_UPS = ["gone", "mistaken", "better", "same", "worse"] as const;
export type FollowUp = (typeof FOLLOW_UPS)[number];

/** What is put in that was in a bin before. */
export const PUT_IN = ["contents", "worked", "overs", "castings"] as const;
export type PutIn = (typeof PUT_IN)[number];
