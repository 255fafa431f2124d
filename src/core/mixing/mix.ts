import { squeezeAt } from "../moisture/squeeze";
import type { Squeeze } from "@/vocabulary/readings";

/** One thing in a mix, as tipped in. Carbon and nitrogen are percent of dry mass. */
export interface MixPart {
  readonly massKg: number;
  readonly moisture: number;
  readonly carbonPctDm: number;
  readonly nitrogenPctDm: number;
  /** Wet kilograms in a loose litre. */
  readonly densityKgPerL: number;
}
/** Sums of a mix; everything else follows from them. */
export interface Mix {
  readonly massKg: number;
  /** Loose litres, as the sum of the parts; a bin settles by about a tenth in the first days. */
  readonly volumeL: number;
  readonly dryKg: number;
  readonly carbonKg: number;
  readonly nitrogenKg: number;
}
const NOTHING: Mix = { massKg: 0, volumeL: 0, dryKg: 0, carbonKg: 0, nitrogenKg: 0 };

/**
 * What parts come to together. Dry mass, carbon, nitrogen and loose volume add; nothing is averaged, so order and
 * grouping do not matter. Source: process model 12.3, with loose volumes additive.
 */
export function mixOf(parts: readonly MixPart[]): Mix {
  return parts.map(mixOfPart).reduce(together, NOTHING);
}

const mixOfPart = ({ massKg, moisture, carbonPctDm, nitrogenPctDm, densityKgPerL }: MixPart): Mix => {
  const dryKg = massKg * (1 - moisture);
  return {
    massKg,
    volumeL: massKg / densityKgPerL,
    dryKg,
    carbonKg: (dryKg * carbonPctDm) / 100,
    nitrogenKg: (dryKg * nitrogenPctDm) / 100,
  };
};

const FIELDS = ["massKg", "volumeL", "dryKg", "carbonKg", "nitrogenKg"] as const;
const each = (value: (field: (typeof FIELDS)[number]) => number): Mix =>
  Object.fromEntries(FIELDS.map((field) => [field, value(field)])) as unknown as Mix;

export const together = (a: Mix, b: Mix): Mix => each((field) => a[field] + b[field]);
/** Water takes up the pores: it adds mass and no loose volume. 1 L counts as 1 kg. */
export const withWater = (mix: Mix, waterL: number): Mix => ({ ...mix, massKg: mix.massKg + waterL });

/** Water over wet mass; nought when there is nothing. */
export const moistureOf = ({ massKg, dryKg }: Mix): number => (massKg > 0 ? (massKg - dryKg) / massKg : 0);
/** By summed carbon and summed nitrogen, never by averaged ratios; undefined without nitrogen. */
export const cnOf = ({ carbonKg, nitrogenKg }: Mix): number | undefined =>
  nitrogenKg > 0 ? carbonKg / nitrogenKg : undefined;

/**
 * The squeeze one would feel: a fist tells how full the fibre is, not the percentage. Water per dry mass is set against
 * what this mix holds when wrung out, and read on the scale of settled bedding (wrung out at 78 %).
 * @param fieldCapacityKgPerKg water over dry mass when wrung out, weighted by dry mass.
 */
export function squeezeOfMix(moisture: number, fieldCapacityKgPerKg: number): Squeeze {
  const water = moisture / (1 - moisture);
  const asBedding = ((water / fieldCapacityKgPerKg) * 0.78) / 0.22;
  return squeezeAt(asBedding / (1 + asBedding));
}
