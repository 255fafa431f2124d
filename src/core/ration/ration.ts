import type { Species } from "../catalogue/species";
import { maturityFactor, moistureFactor, temperatureFactor } from "./appetite";

/** Grams of mixed kitchen scraps a gram of worms eats in a day at 20 °C. Source: process model 5.1, rWet (Appelhof 1982). */
const INTAKE_KG_PER_KG_DAY = 0.5;

export interface Herd {
  readonly wormsKg: number;
  readonly species: Species;
  /** Where several live in it: each with its share of the herd, adding up to one. */
  readonly mix?: readonly { readonly species: Species; readonly share: number }[] | undefined;
  readonly temperatureC: number;
  readonly moisture: number;
  readonly ageDays: number;
}
export interface Capacity {
  readonly kgPerDay: number;
  readonly factors: { readonly temperature: number; readonly moisture: number; readonly maturity: number };
}

/**
 * What a bin eats in a day: worms × intake × temperature × moisture × maturity, in kg of wet mixed scraps.
 * @throws RangeError for a negative or infinite mass of worms.
 * Source: process model 7.2 and 12.8.
 */
export function capacity(herd: Herd): Capacity {
  if (!(herd.wormsKg >= 0 && herd.wormsKg < Infinity)) {
    throw new RangeError(`capacity: wormsKg must be a finite mass, 0 or more, got ${herd.wormsKg}`);
  }
  const factors = {
    temperature: (herd.mix ?? [{ species: herd.species, share: 1 }]).reduce(
      (sum, { species, share }) => sum + share * temperatureFactor(herd.temperatureC, species),
      0,
    ),
    moisture: moistureFactor(herd.moisture),
    maturity: maturityFactor(herd.ageDays),
  };
  return {
    kgPerDay: herd.wormsKg * INTAKE_KG_PER_KG_DAY * factors.temperature * factors.moisture * factors.maturity,
    factors,
  };
}

export interface VolumeRule {
  readonly beddingL: number;
  /** Litres of bedding for one litre of food. */
  readonly ratio: number;
  readonly foodDensityKgPerL: number;
}
export interface Ration {
  readonly byWormsKg: number;
  readonly byRatioKg?: number;
  readonly governs: "worms" | "ratio";
  readonly rationKg: number;
  readonly capacity: Capacity;
}

/**
 * Two ways to size a ration, side by side: what the worms eat until the next visit, and what the bedding can buffer at
 * one time. They limit different things (speed and load), and the smaller governs.
 * @throws RangeError for a negative span or a ratio that is not above nought.
 * Source: process model 12.7 (24 L of bedding at 3:1 and 0.6 kg/L buffer 4.8 kg; 450 g of worms eat 0.675 kg in 3 days).
 */
export function ration(herd: Herd, daysUntilNext: number, rule?: VolumeRule): Ration {
  if (!(daysUntilNext >= 0 && daysUntilNext < Infinity))
    throw new RangeError(`ration: daysUntilNext must be 0 or more, got ${daysUntilNext}`);
  const eats = capacity(herd);
  const byWormsKg = eats.kgPerDay * daysUntilNext;
  if (!rule) return { byWormsKg, governs: "worms", rationKg: byWormsKg, capacity: eats };
  if (!(rule.ratio > 0)) throw new RangeError(`ration: ratio must be above 0, got ${rule.ratio}`);
  const byRatioKg = (rule.beddingL / rule.ratio) * rule.foodDensityKgPerL;
  const governs = byRatioKg < byWormsKg ? "ratio" : "worms";
  return { byWormsKg, byRatioKg, governs, rationKg: Math.min(byWormsKg, byRatioKg), capacity: eats };
}

/** Litres of bedding per litre of food at an age: from the school's start to its steady ratio over 16 weeks, in a line. */
export function beddingRatio(startRatio: number, steadyRatio: number, ageDays: number): number {
  const share = Math.min(1, Math.max(0, ageDays) / (16 * 7));
  return startRatio + (steadyRatio - startRatio) * share;
}

/**
 * Days until half-recognisable food is gone from its place at 20 to 22 °C in a mature, well-stocked bin, before
 * temperature. Source: process model 12.9, read off envelope 5; soaked behaves as chopped, pre-composted as chopped.
 */
export const CLEARING_DAYS = {
  whole: 14,
  chopped: 7,
  grated: 5.5,
  frozen: 7,
  choppedFrozen: 6,
  pureed: 4,
  soaked: 7,
  precomposted: 7,
} as const;

/** Longer in the cold, shorter in the warm, longer in a young bin. Source: process model 12.9 (×1.4 at 15 °C, ×2 at 10 °C, ×0.72 at 25 °C). */
export function clearingDays(
  preparation: keyof typeof CLEARING_DAYS,
  temperatureC: number,
  ageDays: number,
): number {
  const warmth = Math.max(2, Math.min(28, temperatureC));
  const byTemperature = Math.exp(-0.0675 * (warmth - 20.5)) * (warmth < 8 ? 1.5 : 1);
  const byAge = ageDays < 42 ? 1.5 : 1;
  return CLEARING_DAYS[preparation] * byTemperature * byAge;
}

/**
 * What the last ration taught. Factor on the next one; nought means none. Source: process model 12.8.
 * With a smell that is off the decision gives nothing and this rule is not asked.
 */
export function evidenceFactor(foodLeft: "none" | "little" | "half" | "most"): number {
  return { none: 1.25, little: 1, half: 0.6, most: 0 }[foodLeft];
}
