import { massKg, temperatureC } from "@/vocabulary/fields";
import { FOOD_LEFT, SMELLS } from "@/vocabulary/readings";
import { done } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { maturityFactor } from "../ration/appetite";
import { evidenceFactor } from "../ration/ration";
import { calculator } from "./calculator";
import { atLeastNought, positive, positiveMassKg } from "./fields";

/** What a kilogram of worms is given a day while a bin grows up. */
export const ramp = calculator({
  name: "ramp",
  purpose: "Daily feed for a kilogram of worms while the bin is young.",
  source: "Process model 12.8: half of the full 0.5 kg at first, all of it after 16 weeks.",
  input: z.strictObject({ weeks: atLeastNought.max(5_000) }),
  output: z.strictObject({ kgPerKgDay: atLeastNought }),
  example: { in: { weeks: 8 }, out: { kgPerKgDay: 0.375 } },
  sum: ({ weeks }) => done({ kgPerKgDay: 0.5 * maturityFactor(weeks * 7) }),
});

/** The next ration from what became of the last. A rotten smell or most left: none; sour or sharp: half; never above the cap. */
export const nextRation = calculator({
  name: "next-ration",
  purpose: "The next meal, from what is left of the last and how it smells.",
  source: "Process model 12.8, evidence.",
  input: z.strictObject({
    lastKg: massKg,
    foodLeft: z.enum(FOOD_LEFT),
    smell: z.enum(SMELLS),
    capKg: positiveMassKg.optional(),
  }),
  output: z.strictObject({ rationKg: massKg }),
  example: { in: { lastKg: 0.4, foodLeft: "none", smell: "earthy", capKg: 0.9 }, out: { rationKg: 0.5 } },
  sum: ({ lastKg, foodLeft, smell, capKg = Infinity }) => {
    const bySmell = { earthy: Infinity, sour: 0.5, ammonia: 0.5, rotten: 0 }[smell];
    return done({ rationKg: Math.min(lastKg * Math.min(evidenceFactor(foodLeft), bySmell), capKg) });
  },
});

const CLEARING = { pureed: 4, chopped: 7, frozen: 7, whole: 14 } as const;
/** Longer in the cold: factor by temperature. Source: process model 12.9, from envelope 5. */
const BY_WARMTH = [[10, 2], [15, 1.4], [21, 1], [25, 0.72]] as const; // prettier-ignore

/** How many feeding places a bin wants, so that each is eaten out when its turn comes. */
export const sectionCount = calculator({
  name: "section-count",
  purpose: "How many feeding places, so that a place is cleared when one comes round to it.",
  source: "Process model 12.9: max(2, ⌈clearing time ÷ interval⌉ + 1).",
  input: z.strictObject({
    preparation: z.enum(["pureed", "chopped", "frozen", "whole"]),
    temperatureC: temperatureC.min(10).max(25),
    intervalDays: positive.max(366),
  }),
  output: z.strictObject({ clearingDays: positive, count: z.number().int().min(2), returnDays: positive }),
  example: {
    in: { preparation: "chopped", temperatureC: 21, intervalDays: 3 },
    out: { clearingDays: 7, count: 4, returnDays: 12 },
  },
  sum: ({ preparation, temperatureC: at, intervalDays }) => {
    const next = Math.max(
      1,
      BY_WARMTH.findIndex(([warmth]) => at <= warmth),
    );
    const [fromC, from] = BY_WARMTH[next - 1]!;
    const [toC, to] = BY_WARMTH[next]!;
    const clearingDays = CLEARING[preparation] * (from + ((to - from) * (at - fromC)) / (toC - fromC));
    const count = Math.max(2, Math.ceil(clearingDays / intervalDays - 1e-9) + 1);
    return done({ clearingDays, count, returnDays: count * intervalDays });
  },
});

/** When a batch bin is worked through, by the daily recursion of the model; null if never within ten years. */
export const batchTurnover = calculator({
  name: "batch-turnover",
  purpose: "On which day a batch is ready to be lifted, from its bedding and daily dry feed.",
  source: "Process model 12.10. Stop feeding 14 days before; start the successor that day.",
  input: z.strictObject({
    beddingDryKg: positiveMassKg,
    foodDryKgPerDay: atLeastNought.max(1_000),
    beddingDryKgPerDay: atLeastNought.max(1_000),
  }),
  output: z.strictObject({
    readyDay: z.number().int().min(1).nullable(),
    stopFeedingDay: z.number().int().nullable(),
  }),
  example: {
    in: { beddingDryKg: 1.95, foodDryKgPerDay: 0.025, beddingDryKgPerDay: 0.013 },
    out: { readyDay: 136, stopFeedingDay: 122 },
  },
  sum: ({ beddingDryKg, foodDryKgPerDay, beddingDryKgPerDay }) => {
    let bedding = beddingDryKg;
    let castings = 0;
    for (let day = 1; day <= 3_653; day += 1) {
      const worked = 0.0044 * bedding;
      bedding += beddingDryKgPerDay - worked;
      castings += 0.43 * foodDryKgPerDay + 0.83 * worked;
      if (castings / (castings + bedding + 6 * foodDryKgPerDay) >= 0.5)
        return done({ readyDay: day, stopFeedingDay: Math.max(0, day - 14) });
    }
    return done({ readyDay: null, stopFeedingDay: null });
  },
});

/** What a monthly harvest takes, once a bin is in its stride. */
export const targetInputs = calculator({
  name: "target-inputs",
  purpose: "Scraps, dry bedding, worms and surface behind so many kilograms of castings a month.",
  source: "Process model 12.13; at steady state only, a new bin needs four to six months first.",
  input: z.strictObject({ castingsKgPerMonth: positiveMassKg }),
  output: z.strictObject({
    scrapsKg: massKg,
    dryBeddingKg: massKg,
    wormsKg: massKg,
    surfaceM2: positive,
    hours: positive,
  }),
  example: {
    in: { castingsKgPerMonth: 10 },
    out: {
      scrapsKg: ((2.5 / 0.47) * 0.55) / 0.15,
      dryBeddingKg: ((2.5 / 0.47) * 0.45) / 0.92,
      wormsKg: ((2.5 / 0.47) * 0.55) / 0.15 / 12,
      surfaceM2: ((2.5 / 0.47) * 0.55) / 0.15 / 60,
      hours: 1,
    },
  },
  sum: ({ castingsKgPerMonth }) => {
    const inputDryKg = (castingsKgPerMonth * 0.25) / 0.47;
    const scrapsKg = (inputDryKg * 0.55) / 0.15;
    const wormsKg = scrapsKg / 30 / 0.4;
    return done({
      scrapsKg,
      dryBeddingKg: (inputDryKg * 0.45) / 0.92,
      wormsKg,
      surfaceM2: wormsKg / 5,
      hours: castingsKgPerMonth * 0.1,
    });
  },
});
