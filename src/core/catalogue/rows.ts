import { depthM, fraction, materialId, moisture, temperatureC, text } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { Material } from "./material";

/*
 * What the tables of the catalogue hold, row by row. catalogue.test.ts puts every row through these schemas; the app
 * trusts the tested files and reads them as these types.
 */

const line = text.min(1);
const level = z.number().int().min(0).max(3);
const cited = {
  confidence: z.enum(["high", "medium", "low"]),
  /** Codes of the list of works in the Guide. */
  sources: z.array(line).min(1),
};
const shares = { carbonPctDm: z.number().min(0).max(100), nitrogenPctDm: z.number().min(0).max(30) };

const foodRow = z.strictObject({
  id: materialId,
  use: z.literal("food"),
  group: line,
  ...shares,
  pace: z.enum(["fast", "medium", "slow"]),
  /** Until about half of what one could recognise is gone; uncut, mature bin, 20 °C. A factor of two either way. */
  halfLifeDays: z.number().min(1).max(1_000),
  acidity: z.enum(["low", "mid", "high"]),
  saltRisk: level,
  heatRisk: level,
  pestRisk: level,
  reason: line,
  bothSides: line.optional(),
  preparation: line.optional(),
  ...cited,
});
const beddingRow = z.strictObject({
  id: materialId,
  use: z.literal("bedding"),
  group: z.literal("bedding"),
  ...shares,
  dryDensityKgPerL: z.number().gt(0).max(3),
  /** Soaked and only just not running; and after draining, as a wrung cloth. Water over dry mass. */
  waterHoldingKgPerKg: z.number().gt(0).max(12),
  fieldCapacityKgPerKg: z.number().gt(0).max(12),
  resistantFraction: fraction,
  halfLifeDays: z.number().min(1).max(20_000),
  ph: z.number().min(3).max(11),
  structure: z.enum(["airy", "neutral", "matting"]),
  saltRisk: level,
  reason: line,
  sustainability: line.optional(),
  preparation: line.optional(),
  ...cited,
});
const amendmentRow = z.strictObject({
  id: materialId,
  use: z.literal("amendment"),
  group: z.literal("amendment"),
  ...shares,
  purpose: line,
  dose: line.optional(),
  dosePerBeddingGPerL: z.number().gt(0).max(100).optional(),
  dosePctVol: z.number().gt(0).max(50).optional(),
  most: z.number().gt(0).max(50).optional(),
  mostUnit: z.enum(["g_per_l", "pct_vol"]).optional(),
  effectOnPh: line.optional(),
  saltRisk: level,
  hazard: line.optional(),
  reason: line,
  ...cited,
});
export const compositionRow = z.discriminatedUnion("use", [foodRow, beddingRow, amendmentRow]);
export type Composition = z.infer<typeof compositionRow>;

export const wormRow = z.strictObject({
  id: materialId,
  name: line,
  latinName: line,
  suitability: z.enum(["main", "warm-climate", "tolerated", "not-for-bins", "invasive-report"]),
  surviveC: temperatureC,
  workFromC: temperatureC,
  bestFromC: temperatureC,
  bestToC: temperatureC,
  workToC: temperatureC,
  lethalC: temperatureC,
  moistureLow: moisture,
  moistureBest: moisture,
  moistureHigh: moisture,
  /** Breeding in the laboratory near the best temperature; a home bin reaches a third to a half. */
  cocoonsPerAdultWeek: z.number().gt(0).max(30).optional(),
  hatchShare: fraction.optional(),
  hatchlingsPerCocoon: z.number().gt(0).max(10).optional(),
  incubationDays: z.number().gt(0).max(400).optional(),
  maturityDays: z.number().gt(0).max(400).optional(),
  adultG: z.number().gt(0).max(20).optional(),
  wormsPerKg: z.number().gt(0).max(10_000).optional(),
  intakePerDay: z.number().gt(0).max(2).optional(),
  depthLowM: depthM.optional(),
  depthHighM: depthM.optional(),
  escape: z.enum(["low", "medium", "high"]),
  temperament: line,
  tellApart: line,
  handling: line,
  ...cited,
});
export type WormRow = z.infer<typeof wormRow>;
/** As the worm table has it: what the model computes with stands in the species table alone. */
export type WormSource = Omit<WormRow, "surviveC" | "lethalC"> &
  Partial<Pick<WormRow, "surviveC" | "lethalC">>;

export const signRow = z.strictObject({
  id: materialId,
  sense: z.enum(["see", "smell", "feel", "measure"]),
  name: line,
  description: line,
  severity: level,
  likelyHarmless: z.boolean(),
});
export type SignRow = z.infer<typeof signRow>;

export const causeRow = z.strictObject({
  id: materialId,
  name: line,
  mechanism: line,
  firstAid: z.array(line).min(1),
  cure: z.array(line).min(1),
  followUpDays: z.number().int().min(1).max(365),
  doNot: z.array(line),
  prevents: line,
  safety: text,
});
export type CauseRow = z.infer<typeof causeRow>;

export const linkRow = z.strictObject({
  sign: materialId,
  cause: materialId,
  weight: z.number().min(-3).max(3),
  note: text,
});
export type LinkRow = z.infer<typeof linkRow>;

export const hazardRow = z.strictObject({
  id: materialId,
  name: line,
  who: line,
  tasks: z.array(line).min(1),
  caution: line,
  deferTo: line,
  severity: level,
});
export type HazardRow = z.infer<typeof hazardRow>;

export const schoolPageRow = z.strictObject({
  id: materialId,
  suits: line,
  feedPlaceRule: line,
  rationRule: line,
  coverRule: line,
  quietCheck: line,
  disagreement: line,
  binTypes: line,
  watering: line,
  harvestMethod: line,
  strengths: line,
  weaknesses: line,
});
export type SchoolPageRow = z.infer<typeof schoolPageRow>;

/** A material whole: what every screen knows of it and what only the bench and the Guide ask. */
export type WholeMaterial = Material & Composition;
