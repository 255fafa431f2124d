/* Breeding tubs and hatching trays. */

/** A tub breeds; a tray hatches and grows what came out of tubs. */
export const TUB_ROLES = ["tub", "tray"] as const;

/** How grown worms and what they laid were parted. */
export const CLEARED_BY = ["sieved", "lured", "sorted"] as const;
export type ClearedBy = (typeof CLEARED_BY)[number];

/** What is counted in a nursery. */
export const COUNTED = ["cocoons", "hatchlings", "growing", "grown"] as const;
export type Counted = (typeof COUNTED)[number];

/** Where the worms of a tub or tray went in the end. */
export const TUB_ENDS = ["bin", "tub", "sold", "given", "lost"] as const;
export type TubEnd = (typeof TUB_ENDS)[number];

/** What worms are promised for, and how a promise ends. */
export const ORDER_FOR = ["bed", "gift", "sale"] as const;
export type OrderFor = (typeof ORDER_FOR)[number];
export const ORDER_ENDS = ["filled", "calledOff"] as const;
