import type { Cover, Drainage, HarvestMethod, Preparation, SpeciesId } from "@/vocabulary/setup";
import { speciesOf } from "@/core/catalogue/species";
import { LETS_RAIN } from "@/core/matter/figures";

/** Life of one species as the model computes it. Source: process model 5.2. */
export interface TwinSpecies {
  readonly bestC: number;
  readonly zeroC: number;
  readonly leastC: number;
  readonly lnQ: number;
  readonly heatDeathC: number;
  readonly coldDeathC: number;
  readonly warmthC: readonly [number, number, number, number];
  readonly cocoonsPerDay: number;
  readonly hatchlingsPerCocoon: number;
  readonly cocoonG: number;
  readonly hatchlingG: number;
  readonly incubationDays: number;
  readonly maturityDays: number;
  readonly adultG: number;
  readonly largestG: number;
  /** Appetite's temperature factor at 25 °C, or at the best temperature where that is lower. */
  readonly f25: number;
}

const known = new Map<SpeciesId, TwinSpecies>();
/** Asked for at every night of every trial: made once. */
export function twinSpecies(id: SpeciesId): TwinSpecies {
  const found = known.get(id) ?? made(id);
  known.set(id, found);
  return found;
}

function made(id: SpeciesId): TwinSpecies {
  const life = speciesOf(id);
  const lnQ = Math.log(life.q10) / 10;
  return {
    bestC: life.bestC,
    zeroC: life.zeroC,
    leastC: life.leastC,
    lnQ,
    heatDeathC: life.heatDeathC,
    coldDeathC: life.coldDeathC,
    warmthC: life.warmthC,
    cocoonsPerDay: life.cocoonsPerAdultWeek / 7,
    hatchlingsPerCocoon: life.hatchShare * life.hatchlingsPerCocoon,
    cocoonG: life.cocoonG,
    hatchlingG: life.hatchlingG,
    incubationDays: life.incubationDays,
    maturityDays: life.maturityDays,
    adultG: life.adultG,
    largestG: life.largestG,
    f25: Math.exp(lnQ * (Math.min(25, life.bestC) - 20)),
  };
}

/** A food: water of wet mass; classes, nitrogen of dry mass; salt and acid of wet mass. Source: process model 5.3. */
export interface TwinFood {
  readonly water: number;
  readonly fast: number;
  readonly medium: number;
  readonly slow: number;
  readonly nitrogen: number;
  readonly salt: number;
  readonly acid: number;
  /** How fast it softens beside what its classes alone would give; 1 for what the model lists. */
  readonly pace: number;
}
const FOODS: Record<string, readonly [number, number, number, number, number, number, number]> = {
  mixed: [0.85, 0.35, 0.45, 0.2, 0.024, 0.002, 0.00002],
  fruit: [0.86, 0.6, 0.3, 0.1, 0.01, 0.0005, 0.00008],
  melon: [0.91, 0.65, 0.25, 0.1, 0.015, 0.0008, 0.00002],
  banana: [0.88, 0.4, 0.45, 0.15, 0.013, 0.001, 0.00003],
  apple: [0.84, 0.6, 0.3, 0.1, 0.006, 0.0003, 0.00007],
  citrus: [0.78, 0.3, 0.5, 0.2, 0.01, 0.0005, 0.0003],
  lettuce: [0.95, 0.45, 0.45, 0.1, 0.04, 0.0015, 0.00001],
  cabbage: [0.92, 0.35, 0.5, 0.15, 0.032, 0.0015, 0.00001],
  carrot: [0.88, 0.35, 0.5, 0.15, 0.016, 0.0015, 0.00001],
  potato: [0.8, 0.45, 0.45, 0.1, 0.019, 0.0005, 0.00001],
  tomato: [0.94, 0.55, 0.35, 0.1, 0.025, 0.0008, 0.00008],
  pumpkin: [0.91, 0.5, 0.4, 0.1, 0.022, 0.0008, 0.00001],
  onion: [0.88, 0.4, 0.45, 0.15, 0.02, 0.0008, 0.00005],
  coffee: [0.62, 0.1, 0.55, 0.35, 0.022, 0.0005, 0.00003],
  tea: [0.75, 0.1, 0.55, 0.35, 0.04, 0.0008, 0.00002],
  bread: [0.37, 0.75, 0.2, 0.05, 0.022, 0.011, 0.00001],
  rice: [0.65, 0.8, 0.15, 0.05, 0.015, 0.003, 0.00001],
  grain: [0.1, 0.55, 0.35, 0.1, 0.024, 0.0005, 0.00001],
  grass: [0.8, 0.4, 0.45, 0.15, 0.035, 0.002, 0.00001],
  beans: [0.7, 0.45, 0.45, 0.1, 0.042, 0.002, 0.00001],
  horse: [0.7, 0.1, 0.45, 0.45, 0.017, 0.002, 0],
  rabbit: [0.6, 0.15, 0.5, 0.35, 0.026, 0.0025, 0],
  cow: [0.78, 0.12, 0.5, 0.38, 0.02, 0.0025, 0],
  brewers: [0.77, 0.35, 0.45, 0.2, 0.04, 0.0005, 0.00004],
  corncob: [0.5, 0.05, 0.3, 0.65, 0.006, 0.0003, 0],
  avocado: [0.7, 0.15, 0.35, 0.5, 0.012, 0.0005, 0],
}; // prettier-ignore
export const listedFood = (id: string): boolean => Object.hasOwn(FOODS, id);
/** An unknown food is treated as mixed scraps. */
export function twinFood(id: string): TwinFood {
  const [water, fast, medium, slow, nitrogen, salt, acid] =
    (listedFood(id) ? FOODS[id] : undefined) ?? FOODS.mixed!;
  return { water, fast, medium, slow, nitrogen, salt, acid, pace: 1 };
}

/** Speed of conditioning, share conditioned on arrival, fast moved to medium. Source: process model 5.4; soaked as chopped, grated between chopped and blended. */
export const PREPARED: Record<Preparation, { readonly k: number; readonly arrived: number; readonly toMedium: number }> = {
  whole: { k: 1, arrived: 0, toMedium: 0 },
  chopped: { k: 2.1, arrived: 0.03, toMedium: 0 },
  grated: { k: 3.4, arrived: 0.08, toMedium: 0 },
  soaked: { k: 2.1, arrived: 0.03, toMedium: 0 },
  frozen: { k: 2.4, arrived: 0.08, toMedium: 0 },
  choppedFrozen: { k: 3.2, arrived: 0.1, toMedium: 0 },
  pureed: { k: 6, arrived: 0.3, toMedium: 0 },
  precomposted: { k: 3, arrived: 0.6, toMedium: 0.6 },
}; // prettier-ignore

/** A bedding: water as usually added, easy share, water held at field capacity, settled density. Source: process model 5.5; how far its easy part feeds is ours. */
export interface TwinBedding {
  readonly water: number;
  readonly easy: number;
  readonly whc: number;
  readonly settledGPerL: number;
  /** How far its easy part feeds as food does, 0 to 1. */
  readonly feeds: number;
}
/** Beddings that are half food. Judgement, envelope 25. */
const FEEDS: Readonly<Record<string, number>> = { horse: 0.8, compost: 0.8, leafmould: 0.3, hay: 0.1 };
const feedingOf = (id: string): number => FEEDS[id] ?? 0;
const BEDDINGS: Record<string, readonly [number, number, number, number]> = {
  paper: [0.07, 0.6, 3.6, 75],
  cardboard: [0.08, 0.5, 3.2, 85],
  coir: [0.15, 0.15, 5.5, 95],
  peat: [0.4, 0.1, 6.5, 90],
  leaves: [0.2, 0.4, 2.8, 60],
  leafmould: [0.55, 0.2, 3.8, 140],
  straw: [0.12, 0.35, 2.6, 40],
  hay: [0.12, 0.45, 2.6, 45],
  woodchip: [0.25, 0.08, 1.5, 150],
  sawdust: [0.15, 0.1, 2.5, 130],
  horse: [0.7, 0.45, 3.4, 110],
  compost: [0.5, 0.2, 2.2, 250],
}; // prettier-ignore
export const listedBedding = (id: string): boolean => Object.hasOwn(BEDDINGS, id);
/** An unknown bedding is treated as cardboard. */
export function twinBedding(id: string): TwinBedding {
  const [water, easy, whc, settledGPerL] =
    (listedBedding(id) ? BEDDINGS[id] : undefined) ?? BEDDINGS.cardboard!;
  return { water, easy, whc, settledGPerL, feeds: feedingOf(id) };
}

/** Evaporation and air through the cover (process model 5.6), and the share of rain that comes through it. */
export const COVERED: Record<Cover, { readonly evaporation: number; readonly air: number; readonly rain: number }> = {
  open: { evaporation: 1, air: 1.1, rain: LETS_RAIN.open },
  breathable: { evaporation: 0.55, air: 1, rain: LETS_RAIN.breathable },
  vented: { evaporation: 0.35, air: 1, rain: LETS_RAIN.vented },
  looseLid: { evaporation: 0.2, air: 0.85, rain: LETS_RAIN.looseLid },
  tightLid: { evaporation: 0.06, air: 0.55, rain: LETS_RAIN.tightLid },
  wetBlanket: { evaporation: 0.3, air: 0.9, rain: LETS_RAIN.wetBlanket },
}; // prettier-ignore
/** Share of free water that leaves in a day, 1/d. Source: process model 5.6. */
export const DRAINS: Record<Drainage, number> = { free: 0.7, sump: 0.7, poor: 0.01, none: 0 };
export const HARVESTS: Record<HarvestMethod, { readonly purity: number; readonly wormLoss: number; readonly cocoons: number }> = {
  light: { purity: 0.97, wormLoss: 0.01, cocoons: 1 },
  migrate: { purity: 0.92, wormLoss: 0.04, cocoons: 0.8 },
  bottom: { purity: 0.9, wormLoss: 0.03, cocoons: 0.6 },
  dump: { purity: 0.8, wormLoss: 0.1, cocoons: 1 },
  screen: { purity: 0.95, wormLoss: 0.02, cocoons: 0.3 },
}; // prettier-ignore

/** Water held and lime brought by mineral matter. Source: process model 6, amend. */
export const AMENDED: Record<string, { readonly whc: number; readonly lime: number }> = {
  grit: { whc: 0.3, lime: 0 },
  lime: { whc: 0.3, lime: 0.02 },
  eggshell: { whc: 0.3, lime: 0.006 },
  rockdust: { whc: 0.3, lime: 0 },
  biochar: { whc: 2, lime: 0.0005 },
};
