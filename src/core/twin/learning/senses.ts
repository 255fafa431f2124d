import type { FoodLeft, Smell, Squeeze } from "@/vocabulary/readings";
import { FOOD_LEFT, SQUEEZES } from "@/vocabulary/readings";
import { acidityOf, AT, dryOf, heldG, moistureOf } from "../engine/state";

/* What a keeper's senses meet in a bin; how likely each answer then is stands in observe.ts. Source: process model 8, 9. */

/** Upper limits of each class of an ordered scale but the last, and the spread of a reading on it. */
export const SCALES = {
  squeeze: { limits: [0.55, 0.7, 0.8, 0.86], spread: 0.035 },
  foodLeft: { limits: [0.08, 0.35, 0.7], spread: 0.12 },
  /** By eye, of the share of castings; ours: the specification reads no ripeness, and without it no harvest date is known well. */
  ripeness: { limits: [0.2, 0.45, 0.7], spread: 0.12 },
  warmth: { limits: [12, 18, 26, 33], spread: 2.5 },
} as const;
/** Number of the class a value falls into. */
const classOf = (scale: keyof typeof SCALES, value: number): number =>
  SCALES[scale].limits.filter((limit) => value >= limit).length;

/** Moisture of a mass at field capacity: what holds more water gives drops only when wetter. */
export function fieldCapacity(s: Float64Array): number {
  const held = heldG(s);
  const dry = dryOf(s);
  return held + dry > 0 ? held / (held + dry) : 0.78;
}
/** What a true fist feels of a moisture: shifted by what the matter holds. */
export const felt = (s: Float64Array): number => moistureOf(s) - 0.5 * (fieldCapacity(s) - 0.78);

export const squeezeOf = (moistureFelt: number): Squeeze => SQUEEZES[classOf("squeeze", moistureFelt)]!;
export const foodLeftSeen = (share: number): FoodLeft => FOOD_LEFT[classOf("foodLeft", share)]!;
export const smellOf = (s: Float64Array): Smell =>
  s[AT.AN]! > 0.4 ? "rotten" : acidityOf(s) < 6 ? "sour" : s[AT.NH]! > 0.5 ? "ammonia" : "earthy";
