/*
 * The scales a keeper reads a bin by. Order is part of the meaning: from dry to wet, from gone to untouched,
 * from cold to hot. Classes and thresholds follow the process model's observation table.
 */

/** A handful, squeezed once, firmly: how much water leaves the fist. */
export const SQUEEZES = ["dust", "noDrop", "fewDrops", "manyDrops", "stream"] as const;
export type Squeeze = (typeof SQUEEZES)[number];

/** What can still be recognised of a feeding at its place. */
export const FOOD_LEFT = ["none", "little", "half", "most"] as const;
export type FoodLeft = (typeof FOOD_LEFT)[number];

/** The class one would call a share of the meal still there. Thresholds: process model, section 9. */
export const foodLeftAt = (share: number): FoodLeft =>
  share < 0.08 ? "none" : share < 0.35 ? "little" : share < 0.7 ? "half" : "most";

export const SMELLS = ["earthy", "sour", "rotten", "ammonia"] as const;
export type Smell = (typeof SMELLS)[number];

/** The back of a hand laid on the bedding. */
export const WARMTHS = ["cold", "cool", "pleasant", "warm", "hot"] as const;
export type Warmth = (typeof WARMTHS)[number];
/** What a hand would call a temperature. Thresholds: process model, section 9. */
export const warmthAt = (temperatureC: number): Warmth =>
  WARMTHS[[12, 18, 26, 33].filter((limit) => temperatureC >= limit).length]!;

/** What can be seen besides; ids of the sign table, the ones that change today's decision or the record. */
export const CREATURES = [
  "worms-on-food-cluster",
  "many-babies",
  "many-cocoons",
  "worms-on-lid",
  "few-worms",
  "mass-escape",
  "string-of-beads",
  "worms-limp-dead",
  "mites-white",
  "springtails",
  "white-worms",
  "fruit-flies",
  "fungus-gnats",
  "house-fly-maggots",
  "ants",
  "mould-bloom",
  "standing-liquid",
  "hot-centre",
  "dry-edges",
  "rodent-signs",
  "condensation",
  "sprouts",
  "woodlice",
  "soldier-fly-larvae",
  "mites-brown",
  "earwigs",
  "beetles-spiders",
  "mud-ball",
] as const;
export type Creature = (typeof CREATURES)[number];

/** What a keeper says of a reading that nobody expected: water or food that came or went unwritten, a slip of the hand, or it is so. */
export const BECAUSE = ["water", "others", "slip", "so"] as const;
export type Because = (typeof BECAUSE)[number];

/** Where in the bin a reading was taken. */
export const SPOTS = ["side", "middle", "top", "bottom", "tray"] as const;

export type Spot = (typeof SPOTS)[number];

/** How far bedding and food have become castings, by eye: where one would harvest. */
export const RIPENESSES = ["plain", "mixed", "mostlyDark", "crumbly"] as const;
export type RipenessSeen = (typeof RIPENESSES)[number];

/** What one would most likely say of a share of castings. */
export const ripenessAt = (share: number): RipenessSeen =>
  RIPENESSES[[0.2, 0.45, 0.7].filter((limit) => share >= limit).length]!;

/** What two cupped hands lift, when nobody measured it, L. Source: process model 9. */
export const HANDFUL_L = 0.25;

export const INSTRUMENTS = [
  "hand",
  "fist",
  "eye",
  "nose",
  "probe",
  "surfaceThermometer",
  "scale",
  "ruler",
  "ovenDried",
] as const;

/** Against a line the keeper has drawn on the inside. */
export const FILL_MARKS = ["belowTheLine", "atTheLine", "aboveTheLine"] as const;
export type FillMark = (typeof FILL_MARKS)[number];

/** How an amount was known: by scale, by bucket, by eye, by a device, or measured out as it was proposed. */
export const MEASURED_BY = ["weighed", "volume", "guessed", "device", "proposed"] as const;
export type MeasuredBy = (typeof MEASURED_BY)[number];

/** Of a bin that already runs: how far along a part of it is, and what a handful of it shows. */
export const FOUND_STATES = ["bedding", "half", "mostly"] as const;
export type FoundState = (typeof FOUND_STATES)[number];
export const FOUND_HANDFULS = ["few", "some", "crowded"] as const;
export type FoundHandful = (typeof FOUND_HANDFULS)[number];
