import { massKg, moisture, temperatureC, volumeL } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { RIPE_DEGREE_DAYS, RIPENS_ABOVE_C } from "../batch/ripen";
import { calculator } from "./calculator";
import { atLeastNought, positive, positiveMassKg, targetMoisture } from "./fields";

const BRICK_MOISTURE = 0.15;
const FLUFFED_L_PER_KG = 13;

/** A pressed brick of coir, soaked. It comes at 15 % water and fluffs up to 13 L a kilogram of brick. */
export const coirBrick = calculator({
  name: "coir-brick",
  purpose: "Water for a pressed brick of coir, and what it fluffs up to.",
  source: "Process model 12.4 (650 g to 80 % takes 2.1 L and gives 8.5 L).",
  input: z.strictObject({ brickKg: positiveMassKg, targetMoisture: targetMoisture.min(BRICK_MOISTURE) }),
  output: z.strictObject({ waterL: volumeL, wetMassKg: massKg, volumeL }),
  example: {
    in: { brickKg: 0.65, targetMoisture: 0.8 },
    out: { waterL: 2.1125, wetMassKg: 2.7625, volumeL: 8.45 },
  },
  sum: ({ brickKg, targetMoisture: target }) => {
    const wetMassKg = (brickKg * (1 - BRICK_MOISTURE)) / (1 - target);
    return done({ waterL: wetMassKg - brickKg, wetMassKg, volumeL: brickKg * FLUFFED_L_PER_KG });
  },
});

const stuff = z.strictObject({ carbonPctDm: positive.max(100), nitrogenPctDm: positive.max(100) });

/** Dry mass of one material for a kilogram of dry mass of another, to reach a C:N. */
export const partsForCn = calculator({
  name: "parts-for-cn",
  purpose: "How much of one material to another for a wanted C:N, by dry weight.",
  source: "Process model 12.3: (C_b − T N_b) ÷ (T N_a − C_a).",
  input: z.strictObject({ a: stuff, b: stuff, targetCn: positive.max(2_000) }),
  output: z.strictObject({ dryAPerDryB: atLeastNought }),
  example: {
    in: {
      a: { carbonPctDm: 46, nitrogenPctDm: 1.7 },
      b: { carbonPctDm: 45, nitrogenPctDm: 0.15 },
      targetCn: 40,
    },
    out: { dryAPerDryB: 39 / 22 },
  },
  sum: ({ a, b, targetCn }) => {
    const dryAPerDryB =
      (b.carbonPctDm - targetCn * b.nitrogenPctDm) / (targetCn * a.nitrogenPctDm - a.carbonPctDm);
    return dryAPerDryB >= 0 && dryAPerDryB < Infinity
      ? done({ dryAPerDryB })
      : refused({ code: "calc/no-such-parts", targetCn });
  },
});

/** Warmth summed over days; from about 300 degree-days above 5 °C bedding is usable. Judgement, not measurement. */
export const degreeDays = calculator({
  name: "degree-days",
  purpose: "How far a batch of bedding has ripened: warmth above 5 °C summed over days.",
  source: "Process model 12.16; usable from about 300, low confidence.",
  input: z.strictObject({ dailyTemperaturesC: z.array(temperatureC).min(1).max(3_660) }),
  output: z.strictObject({ degreeDays: atLeastNought, isUsable: z.boolean() }),
  example: {
    in: { dailyTemperaturesC: Array.from({ length: 20 }, () => 20) },
    out: { degreeDays: 300, isUsable: true },
  },
  sum: ({ dailyTemperaturesC }) => {
    const sum = dailyTemperaturesC.reduce((total, at) => total + Math.max(0, at - RIPENS_ABOVE_C), 0);
    return done({ degreeDays: sum, isUsable: sum >= RIPE_DEGREE_DAYS });
  },
});

/** Clean water that thins a salty liquid. */
export const diluteSalt = calculator({
  name: "dilute-salt",
  purpose: "Water that brings the salt reading of a liquid down.",
  source: "Process model 12.15; conductivity taken as proportional to salt, the water as free of it.",
  input: z.strictObject({
    liquidL: volumeL.gt(0),
    ecMsPerCm: positive.max(500),
    targetEcMsPerCm: positive.max(500),
  }),
  output: z.strictObject({ factor: z.number().min(1), waterL: volumeL }),
  example: { in: { liquidL: 0.5, ecMsPerCm: 6, targetEcMsPerCm: 1.2 }, out: { factor: 5, waterL: 2 } },
  sum: ({ liquidL, ecMsPerCm, targetEcMsPerCm }) => {
    const factor = Math.max(1, ecMsPerCm / targetEcMsPerCm);
    return done({ factor, waterL: liquidL * (factor - 1) });
  },
});

/** Dry bedding to fold into wet scraps so that the batch as a whole stands at a moisture. */
export const batchBedding = calculator({
  name: "batch-bedding",
  purpose: "Water that comes with a batch of scraps, and dry bedding to go with it.",
  source: "Process model 12.6: water = m w; bedding = m (w − t) ÷ (t − b).",
  input: z.strictObject({ scrapsKg: positiveMassKg, moisture, targetMoisture, beddingMoisture: moisture }),
  output: z.strictObject({ waterL: volumeL, beddingKg: atLeastNought }),
  example: {
    in: { scrapsKg: 0.675, moisture: 0.91, targetMoisture: 0.8, beddingMoisture: 0.08 },
    out: { waterL: 0.61425, beddingKg: (0.675 * 0.11) / 0.72 },
  },
  sum: ({ scrapsKg, moisture: wet, targetMoisture: target, beddingMoisture }) => {
    if (wet > target && beddingMoisture >= target)
      return refused({ code: "calc/bedding-too-wet", beddingMoisture, targetMoisture: target });
    return done({
      waterL: scrapsKg * wet,
      beddingKg: wet <= target ? 0 : (scrapsKg * (wet - target)) / (target - beddingMoisture),
    });
  },
});
