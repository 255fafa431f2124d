/* What a bin can be. The words are the trade's own; figures behind them stand in core. */

export const SYSTEMS = [
  "tub",
  "trayStack",
  "stackSwap",
  "trough",
  "flowThrough",
  "bath",
  "fabricPot",
  "tower",
  "breederTub",
] as const;
export type System = (typeof SYSTEMS)[number];

export const SCHOOLS = [
  "sections-clockwise",
  "halves-alternating",
  "central-pocket-batch",
  "moving-wedge",
  "flow-through-top",
  "trays-upward",
  "stack-swap",
  "bath-monthly",
  "prepared-feed",
  "in-ground-tower",
  "breeder-tub",
  "leaf-litter-low-input",
] as const;
export type SchoolId = (typeof SCHOOLS)[number];

export const COVERS = ["open", "breathable", "vented", "looseLid", "tightLid", "wetBlanket"] as const;
export type Cover = (typeof COVERS)[number];

export const DRAINAGES = ["free", "sump", "poor", "none"] as const;
export type Drainage = (typeof DRAINAGES)[number];

export const WALLS = ["plastic", "wood", "ground", "foam", "fabric"] as const;
export type Wall = (typeof WALLS)[number];

export const PURPOSES = ["lessWaste", "castings", "worms"] as const;

export const SPECIES = ["fetida", "excavatus", "eugeniae", "hortensis"] as const;
export type SpeciesId = (typeof SPECIES)[number];

export const PREPARATIONS = [
  "whole",
  "chopped",
  "grated",
  "frozen",
  "choppedFrozen",
  "pureed",
  "soaked",
  "precomposted",
] as const;
export type Preparation = (typeof PREPARATIONS)[number];

export const HARVEST_METHODS = ["light", "migrate", "bottom", "dump", "screen"] as const;
export type HarvestMethod = (typeof HARVEST_METHODS)[number];

/** The ground a compartment stands on: a round pot's litres are not those of its box. */
export const SHAPES = ["box", "round"] as const;
