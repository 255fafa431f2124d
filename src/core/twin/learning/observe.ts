import type { FoodLeft, RipenessSeen, Smell, Squeeze, Warmth } from "@/vocabulary/readings";
import { FOOD_LEFT, RIPENESSES, SMELLS, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import type { Ensemble } from "../ensemble/ensemble";
import { leftAt, litresOf } from "../ensemble/measures";
import { twinSpecies } from "../engine/library";
import { ripenessOf } from "../engine/ripeness";
import { felt, SCALES } from "./senses";
import { compartmentAt, fedAt, harvestedAt } from "../engine/twinBin";
import { AT, castingsOf, cocoonsOf, dryOf, liveOf, moistureOf } from "../engine/state";

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
  | { readonly of: "harvest"; readonly dryG: number };
export interface Observation {
  readonly reading: Observed;
  readonly at?: string | undefined;
  /** Taken at one spot (a side, the top): half as much spread again. */
  readonly isOneSpot?: boolean;
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
    4 * Math.min(1.5, Math.max(0, 6.6 - s[AT.PH]!)) - 1.5,
    8 * (s[AT.AN]! - 0.35),
    6 * (s[AT.NH]! - 0.35),
  ];
  let all = 0;
  for (const e of evidence) all += Math.exp(e);
  return (0.96 * Math.exp(evidence[SMELLS.indexOf(smell)]!)) / all + 0.01;
}

/** Gathers in `into` the log likelihood of one reading for every member. Shape: one number a member; a missing compartment says nothing. */
export function addLogLikelihood(
  ensemble: Ensemble,
  { reading, at, isOneSpot }: Observation,
  into: Float64Array,
): void {
  const { bin, lines, marks, size } = ensemble;
  const isWhole = reading.of === "weight";
  const isOfFinished = reading.of === "harvest" || reading.of === "ripeness";
  const where = compartmentAt(bin, at, isOfFinished ? harvestedAt(bin) : fedAt(bin));
  const wider = isOneSpot ? 1.5 : 1;
  const cocoonG = twinSpecies(bin.speciesId).cocoonG;
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    const s = line[where]!;
    if (isWhole && reading.of === "weight") {
      let wet = 0;
      for (const one of line) wet += dryOf(one) + one[AT.W]! + liveOf(one) + cocoonsOf(one) * cocoonG;
      into[member]! += Math.log(bell((reading.g - wet) / Math.max(150, 0.025 * wet)));
    } else
      into[member]! += Math.log(
        chanceOf(
          s,
          reading,
          wider,
          () => leftAt(s, marks[where]!, placeOf(reading)),
          bin.compartments[where]!.areaM2,
        ),
      );
  }
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
      return bell((reading.cm - (100 * litresOf(s)) / 1000 / areaM2) / 2.5);
    case "handful": {
      const mean = Math.max(
        0.05,
        (1.3 * (s[AT.NA]! + s[AT.NS]! + 0.3 * s[AT.NY]!) * reading.litres) / litresOf(s),
      );
      return clumped(reading.worms, mean) + 1e-6;
    }
    case "ripeness":
      return classChance("ripeness", RIPENESSES.indexOf(reading.ripeness), ripenessOf(s), wider);
    case "smell":
      return smellChance(s, reading.smell);
    case "harvest": {
      const cast = castingsOf(s);
      const beyond = reading.dryG - 0.98 * cast;
      return beyond <= 0 ? 1 : Math.exp(-0.5 * Math.min(600, (beyond / (0.15 * cast + 1)) ** 2)) + 1e-9;
    }
  }
}

/** Negative binomial of shape 2: worms sit in clumps, so one handful says little, and that is meant. */
function clumped(n: number, mean: number): number {
  const p = 2 / (2 + mean);
  return (n + 1) * p * p * (1 - p) ** n;
}

/** Share of the ensemble's weight that expected less than was read, and more: how surprising a reading is. */
export function surpriseOf(
  ensemble: Ensemble,
  weights: Float64Array,
  { reading, at }: Observation,
  /** How many of its own spreads a reading is given the benefit of. */
  slack = 0.5,
): { readonly below: number; readonly above: number } | undefined {
  const value = readValue(reading, slack);
  if (value === undefined) return undefined;
  const { bin, lines, marks, size } = ensemble;
  const where = compartmentAt(bin, at);
  let below = 0;
  let above = 0;
  for (let member = 0; member < size; member += 1) {
    const s = lines[member]![where]!;
    const expected =
      reading.of === "squeeze" ? squeezed(s)
      : reading.of === "moisture" ? moistureOf(s)
      : reading.of === "foodLeft" ? leftAt(s, marks[where]!, reading.place)
      : s[AT.T]!; // prettier-ignore
    if (expected < value.low) below += weights[member]!;
    if (expected > value.high) above += weights[member]!;
  }
  return { below, above };
}

/** The stretch of its own scale that a reading stands for, its spread included. */
function readValue(
  reading: Observed,
  slack: number,
): { readonly low: number; readonly high: number } | undefined {
  const stretch = (kind: keyof typeof SCALES, k: number) => {
    const { limits, spread } = SCALES[kind];
    return {
      low: k === 0 ? -Infinity : limits[k - 1]! - spread * slack,
      high: k === limits.length ? Infinity : limits[k]! + spread * slack,
    };
  };
  switch (reading.of) {
    case "squeeze":
      return stretch("squeeze", SQUEEZES.indexOf(reading.squeeze));
    case "foodLeft":
      return stretch("foodLeft", FOOD_LEFT.indexOf(reading.foodLeft));
    case "warmth":
      return stretch("warmth", WARMTHS.indexOf(reading.warmth));
    case "temperature":
      return { low: reading.temperatureC - 2.4 * slack, high: reading.temperatureC + 2.4 * slack };
    case "moisture":
      return { low: reading.moisture - 0.08 * slack, high: reading.moisture + 0.08 * slack };
    default:
      return undefined;
  }
}
