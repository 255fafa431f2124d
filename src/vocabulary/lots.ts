/* What keepers do with castings once they are out of the bin. */

/** How a lot is kept: spread thin, left to mature, or put by. */
export const LOT_STAGES = ["drying", "curing", "stored"] as const;
export type LotStage = (typeof LOT_STAGES)[number];

/** How castings left a lot. */
export const PARTED_BY = ["used", "given", "sold", "thrown"] as const;
export type PartedBy = (typeof PARTED_BY)[number];

/** What castings are used for. */
export const LOT_USES = ["seedMix", "potting", "bed", "sideDressing", "slurry", "extract", "newBin"] as const;
export type LotUse = (typeof LOT_USES)[number];

/** What went into the bins that asks for a lot to mature before it touches food: see core/lot/trace. */
export const LOT_RISKS = ["manure", "animal", "weeds"] as const;
export type LotRisk = (typeof LOT_RISKS)[number];

/** What is written into the accounts beside what bins and lots say themselves. */
export const BOOKED = ["cost", "income", "work"] as const;
export type Booked = (typeof BOOKED)[number];
