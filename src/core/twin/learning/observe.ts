import type { Because, FoodLeft, RipenessSeen, Smell, Squeeze, Warmth } from "@/vocabulary/readings";
import { FOOD_LEFT, HANDFUL_L, RIPENESSES, SMELLS, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import type { Ensemble } from "../ensemble/ensemble";
import { leftAt, litresOf } from "../ensemble/measures";
import { ripenessOf } from "../engine/ripeness";
import { felt, SCALES } from "./senses";
import type { TwinBin } from "../engine/twinBin";
import { compartmentAt, fedAt, harvestedAt, livingIn } from "../engine/twinBin";
import {
  acidityOf,
  adultsOf,
  AT,
  castingsOf,
  cocoonsG,
  dryOf,
  heldG,
  liveOf,
  moistureOf,
  overHerds,
} from "../engine/state";

/** What a keeper read, as the model weighs it. Grams, centimetres, °C, shares. Source: process model 9. */
export type Observed =
  | { readonly of: "squeeze"; readonly squeeze: Squeeze }
  | { readonly of: "moisture"; readonly moisture: number; readonly isDried: boolean }
  | { readonly of: "foodLeft"; readonly foodLeft: FoodLeft; readonly place?: number | undefined }
  | { readonly of: "warmth"; readonly warmth: Warmth }
  | { readonly of: "temperature"; readonly temperatureC: number; readonly isSurface: boolean }
  | { readonly of: "weight"; readonly g: number }
  | { readonly of: "depth"; readonly cm: number }
  | { readonly of: "handful"; readonly worms: number; readonly litres: number }
  | { readonly of: "ripeness"; readonly ripeness: RipenessSeen }
  | { readonly of: "smell"; readonly smell: Smell }
  | { readonly of: "sign"; readonly sign: HeardSign; readonly isPresent: boolean }
  | { readonly of: "harvest"; readonly dryG: number };
/** Signs that the model has a state for; the rest are the decision's. */
export const HEARD_SIGNS = ["hot-centre", "standing-liquid", "few-worms", "mass-escape"] as const;
export type HeardSign = (typeof HEARD_SIGNS)[number];
export interface Observation {
  readonly reading: Observed;
  readonly at?: string | undefined;
  /** Taken at one spot (a side, the top): half as much spread again. */
  readonly isOneSpot?: boolean;
  /** What the keeper said of it when it was a surprise: a slip is not heard, an event moves the state, "so" the bin's ways too. */
  readonly because?: Because | undefined;
  /** The entry it stands in. */
  readonly key?: string;
}

/** Standard normal distribution function, within 1e-7. Source: Abramowitz & Stegun 26.2.17. */
function normalShare(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    0.3989422804014327 *
    Math.exp((-z * z) / 2) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
}

/** Slips of hand or pen: so much of the chance is spread evenly over the classes. */
const SLIPS = 0.03;
/** Chance that a value is called class k of an ordered scale. */
function classChance(kind: keyof typeof SCALES, k: number, x: number, wider: number): number {
  const { limits, spread } = SCALES[kind];
  const above = k === 0 ? 1 : normalShare((x - limits[k - 1]!) / (spread * wider));
  const below = k === limits.length ? 0 : normalShare((x - limits[k]!) / (spread * wider));
  return (1 - SLIPS) * Math.max(0, above - below) + SLIPS / (limits.length + 1);
}
/** A bell with heavy tails: one wild reading does not decide. */
const bell = (z: number): number => (1 + (z * z) / 4) ** -2.5 + 1e-4;

/** What this keeper's hand feels. */
const squeezed = (s: Float64Array): number => felt(s) + s[AT.FIST]!;

/** Evidence for each smell, as a softmax takes it. Source: process model 9. */
function smellChance(s: Float64Array, smell: Smell): number {
  const evidence = [
    1.5,
    4 * Math.min(1.5, Math.max(0, 6.6 - acidityOf(s))) - 1.5,
    8 * (s[AT.AN]! - 0.35),
    6 * (s[AT.NH]! - 0.35),
  ];
  let all = 0;
  for (const e of evidence) all += Math.exp(e);
  return (0.96 * Math.exp(evidence[SMELLS.indexOf(smell)]!)) / all + 0.01;
}

/** Where a reading was taken, as an index along the bin. */
export const compartmentRead = (bin: TwinBin, { reading, at }: Observation): number =>
  compartmentAt(
    bin,
    at,
    reading.of === "harvest" || reading.of === "ripeness" ? harvestedAt(bin) : fedAt(bin),
  );
/** Of a whole bin on a scale, g. */
export const spreadOfWeight = (wetG: number): number => Math.max(150, 0.025 * wetG);
export const DEPTH_SPREAD_CM = 2.5;

/** Chance of one reading for one member; `where`: the compartment it was read in. */
function chanceFor(ensemble: Ensemble, member: number, one: Observation, where: number): number {
  const { bin, lines, marks } = ensemble;
  const { reading } = one;
  const line = lines[member]!;
  const s = line[where]!;
  if (reading.of === "weight") {
    const wet = wetOf(line, bin);
    return bell((reading.g - wet) / spreadOfWeight(wet));
  }
  return /* @__NOINLINE__ */ chanceOf(
    s,
    reading,
    one.isOneSpot ? 1.5 : 1,
    () => leftAt(s, marks[where]!, placeOf(reading)),
    bin.compartments[where]!.areaM2,
  );
}

/** Gathers in `into` the log likelihood of one reading for every member. Shape: one number a member; a missing compartment says nothing. */
export function addLogLikelihood(ensemble: Ensemble, one: Observation, into: Float64Array): void {
  if (one.because === "slip") return;
  const where = compartmentRead(ensemble.bin, one);
  for (let member = 0; member < ensemble.size; member += 1)
    into[member]! += Math.log(chanceFor(ensemble, member, one, where));
}

/** How well a member could have given a reading: 1 as well as any, 0 not at all. */
export function aptness(ensemble: Ensemble, member: number, one: Observation): number {
  const { reading } = one;
  const chance = chanceFor(ensemble, member, one, compartmentRead(ensemble.bin, one));
  return reading.of === "handful" ? chance / clumped(reading.worms, reading.worms + 0.5) : chance;
}
const placeOf = (reading: Observed): number | undefined =>
  reading.of === "foodLeft" ? reading.place : undefined;

function chanceOf(
  s: Float64Array,
  reading: Observed,
  wider: number,
  left: () => number,
  areaM2: number,
): number {
  switch (reading.of) {
    case "squeeze":
      return classChance("squeeze", SQUEEZES.indexOf(reading.squeeze), squeezed(s), wider);
    case "moisture":
      return bell((reading.moisture - moistureOf(s)) / ((reading.isDried ? 0.015 : 0.06) * wider));
    case "foodLeft":
      return classChance("foodLeft", FOOD_LEFT.indexOf(reading.foodLeft), left(), 1);
    case "warmth":
      return classChance("warmth", WARMTHS.indexOf(reading.warmth), s[AT.T]!, wider);
    case "temperature":
      return bell((reading.temperatureC - s[AT.T]!) / ((reading.isSurface ? 2.5 : 1.2) * wider));
    case "weight":
      return 1;
    case "depth":
      return bell((reading.cm - (100 * litresOf(s)) / 1000 / areaM2) / DEPTH_SPREAD_CM);
    case "handful": {
      const mean = Math.max(0.05, (countedIn(s) * reading.litres) / litresOf(s));
      return clumped(reading.worms, mean) + 1e-6;
    }
    case "ripeness":
      return classChance("ripeness", RIPENESSES.indexOf(reading.ripeness), ripenessOf(s), wider);
    case "smell":
      return smellChance(s, reading.smell);
    case "sign": {
      const present = signChance(s, reading.sign);
      return reading.isPresent ? present : 1 - present;
    }
    case "harvest": {
      const cast = castingsOf(s);
      const beyond = reading.dryG - 0.98 * cast;
      return beyond <= 0 ? 1 : Math.exp(-0.5 * Math.min(600, (beyond / (0.15 * cast + 1)) ** 2)) + 1e-9;
    }
  }
}

const logistic = (z: number): number => 1 / (1 + Math.exp(-z));
/** Chance that a sign is seen. Never sure: an eye misses much and takes much for something else. */
function signChance(s: Float64Array, sign: HeardSign): number {
  switch (sign) {
    case "hot-centre":
      return 0.01 + 0.9 * logistic(s[AT.T]! - 30);
    case "standing-liquid":
      return 0.02 + 0.9 * logistic((s[AT.W]! / Math.max(1, heldG(s)) - 1.05) / 0.02);
    case "few-worms":
      // Fewer than about eight in a cupped handful strike the eye.
      return 0.04 + 0.85 * logistic((8 - handfulOf(s)) / 2);
    case "mass-escape":
      return 0.02 + 0.6 * logistic(Math.max((s[AT.FELT]! - 0.45) / 0.05, s[AT.T]! - 30));
  }
}
/** Heads that a count finds: grown and half-grown ones gather where one lifts, young ones are mostly missed. */
export const HANDFUL_WEIGHTS = { adult: 1.3, young: 0.39 } as const;
export const countedIn = (s: Float64Array): number =>
  HANDFUL_WEIGHTS.adult * (adultsOf(s) + overHerds(s, AT.NS)) + HANDFUL_WEIGHTS.young * overHerds(s, AT.NY);

/**
 * The stretch a reading stands for: its class; a number give or take its own spread; for a count the densities that give
 * such a count in eight handfuls of ten. `said` is what is expected, for scales whose spread grows with it.
 * Everything for readings without a scale.
 */
export function stretchOf({ reading }: Observation, said: number): readonly [number, number] {
  const ofClass = (kind: keyof typeof SCALES, k: number): [number, number] => [
    k === 0 ? -Infinity : SCALES[kind].limits[k - 1]!,
    k === SCALES[kind].limits.length ? Infinity : SCALES[kind].limits[k]!,
  ];
  const about = (value: number, spread: number): [number, number] => [value - spread, value + spread];
  switch (reading.of) {
    case "squeeze":
      return ofClass("squeeze", SQUEEZES.indexOf(reading.squeeze));
    case "foodLeft":
      return ofClass("foodLeft", FOOD_LEFT.indexOf(reading.foodLeft));
    case "warmth":
      return ofClass("warmth", WARMTHS.indexOf(reading.warmth));
    case "ripeness":
      return ofClass("ripeness", RIPENESSES.indexOf(reading.ripeness));
    case "moisture":
      return about(reading.moisture, reading.isDried ? 0.015 : 0.06);
    case "temperature":
      return about(reading.temperatureC, reading.isSurface ? 2.5 : 1.2);
    case "weight":
      return about(reading.g, spreadOfWeight(said));
    case "depth":
      return about(reading.cm, DEPTH_SPREAD_CM);
    case "handful":
      return [densityGiving(reading.worms, "most"), densityGiving(reading.worms, "least")];
    case "smell":
    case "sign":
    case "harvest":
      return [-Infinity, Infinity];
  }
}
/** The least density of which so many heads are not yet too many in nine handfuls of ten, or the most of which they are not too few. */
function densityGiving(worms: number, bound: "most" | "least"): number {
  let low = 0.01;
  let high = 20_000;
  for (let halving = 0; halving < 50; halving += 1) {
    const middle = Math.sqrt(low * high);
    const tails = countTails(worms, middle);
    if (bound === "most" ? tails.high < 0.1 : tails.low >= 0.1) low = middle;
    else high = middle;
  }
  return low;
}

/** Heads that a cupped handful out of it shows. */
export const handfulOf = (s: Float64Array): number => (HANDFUL_L * countedIn(s)) / litresOf(s);

/** Negative binomial of shape 2: worms sit in clumps, so one handful says little, and that is meant. */
function clumped(n: number, mean: number): number {
  const p = 2 / (2 + mean);
  return (n + 1) * p * p * (1 - p) ** n;
}

/** How far out a reading lies: the chance, by forecast, of one as low or lower, and as high or higher. */
export interface Tails {
  readonly low: number;
  readonly high: number;
}

/**
 * Tails of one reading over the forecasts, the hand's own spread included, slips left out: what lies beyond 99 in 100 of
 * them is a surprise. Undefined for readings on which there is no more or less (a harvest), or nothing to compare with.
 */
export function tailsOf(ensemble: Ensemble, weights: Float64Array, one: Observation): Tails | undefined {
  const { reading } = one;
  if (reading.of === "harvest") return undefined;
  const { size, bin, marks } = ensemble;
  const where = compartmentRead(bin, one);
  if (
    reading.of === "foodLeft" &&
    !marks[where]!.some(({ place }) => reading.place === undefined || place === reading.place)
  )
    return undefined;
  let low = 0;
  let high = 0;
  for (let member = 0; member < size; member += 1) {
    const tails = /* @__NOINLINE__ */ tailsIn(ensemble, member, one, where);
    low += weights[member]! * tails.low;
    high += weights[member]! * tails.high;
  }
  return { low, high };
}

/**
 * What this hand would say of a member, on the reading's own scale: the felt moisture with the fist, share left, °C, g, cm,
 * heads in the handful, finished share. Undefined where there is no scale (smells, signs, harvests).
 */
export const saidOf = (ensemble: Ensemble, member: number, one: Observation): number | undefined =>
  saidIn(ensemble, member, one, compartmentRead(ensemble.bin, one));
function saidIn(ensemble: Ensemble, member: number, one: Observation, where: number): number | undefined {
  const { bin, lines, marks } = ensemble;
  const { reading } = one;
  const line = lines[member]!;
  const s = line[where]!;
  switch (reading.of) {
    case "squeeze":
      return squeezed(s);
    case "moisture":
      return moistureOf(s);
    case "foodLeft":
      return leftAt(s, marks[where]!, reading.place);
    case "warmth":
    case "temperature":
      return s[AT.T]!;
    case "ripeness":
      return ripenessOf(s);
    case "depth":
      return (100 * litresOf(s)) / 1000 / bin.compartments[where]!.areaM2;
    case "weight":
      return wetOf(line, bin);
    case "handful":
      return Math.max(0.05, (countedIn(s) * reading.litres) / litresOf(s));
    case "smell":
    case "sign":
    case "harvest":
      return undefined;
  }
}
function wetOf(line: readonly Float64Array[], bin: TwinBin): number {
  const species = livingIn(bin);
  let wet = 0;
  for (const part of line) wet += dryOf(part) + part[AT.W]! + liveOf(part) + cocoonsG(part, species);
  return wet;
}

/** Tails of class k of an ordered scale, and of a number read, for one member of whom `x` is expected. */
function classTails(kind: keyof typeof SCALES, k: number, x: number, wider: number): Tails {
  const { limits, spread } = SCALES[kind];
  const above = k === 0 ? 1 : normalShare((x - limits[k - 1]!) / (spread * wider));
  const below = k === limits.length ? 0 : normalShare((x - limits[k]!) / (spread * wider));
  return { low: 1 - below, high: above };
}
function numberTails(read: number, x: number, spread: number): Tails {
  const low = normalShare((read - x) / spread);
  return { low, high: 1 - low };
}
function tailsIn(ensemble: Ensemble, member: number, one: Observation, where: number): Tails {
  const { reading } = one;
  const wider = one.isOneSpot ? 1.5 : 1;
  const x = saidIn(ensemble, member, one, where) ?? 0;
  switch (reading.of) {
    case "squeeze":
      return classTails("squeeze", SQUEEZES.indexOf(reading.squeeze), x, wider);
    case "foodLeft":
      return classTails("foodLeft", FOOD_LEFT.indexOf(reading.foodLeft), x, 1);
    case "warmth":
      return classTails("warmth", WARMTHS.indexOf(reading.warmth), x, wider);
    case "ripeness":
      return classTails("ripeness", RIPENESSES.indexOf(reading.ripeness), x, wider);
    case "moisture":
      return numberTails(reading.moisture, x, (reading.isDried ? 0.015 : 0.06) * wider);
    case "temperature":
      return numberTails(reading.temperatureC, x, (reading.isSurface ? 2.5 : 1.2) * wider);
    case "depth":
      return numberTails(reading.cm, x, DEPTH_SPREAD_CM * wider);
    case "weight":
      return numberTails(reading.g, x, spreadOfWeight(x) * wider);
    case "handful":
      return countTails(reading.worms, x);
    case "smell": {
      // No more or less: how likely at all.
      const chance = smellChance(ensemble.lines[member]![where]!, reading.smell);
      return reading.smell === "earthy" ? { low: chance, high: 1 } : { low: 1, high: chance };
    }
    case "sign": {
      const present = signChance(ensemble.lines[member]![where]!, reading.sign);
      return reading.isPresent ? { low: 1, high: present } : { low: 1 - present, high: 1 };
    }
    case "harvest":
      return { low: 1, high: 1 };
  }
}
/** Chance of a count as low or lower, and as high or higher, where so many heads are expected. */
export function countTails(worms: number, mean: number): Tails {
  let low = 0;
  for (let n = 0; n <= Math.min(worms, 400); n += 1) low += clumped(n, mean);
  return { low: Math.min(1, low), high: Math.max(0, 1 - low + clumped(worms, mean)) };
}
