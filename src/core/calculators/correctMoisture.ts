import { moisture, volumeL } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { correctMoisture as correct } from "../moisture/correct";
import { calculator } from "./calculator";
import { atLeastNought, positive, positiveMassKg, targetMoisture } from "./fields";

/** Water or drier bedding, one of them nought, that brings a mass to a moisture. No cap: that is the decision's caution. */
export const correctMoisture = calculator({
  name: "correct-moisture",
  purpose: "Water, or dry bedding, that brings a bed to a moisture.",
  source: "Mass balance on water; process model 12.5.",
  input: z.strictObject({
    massKg: positiveMassKg,
    moisture,
    targetMoisture,
    bedding: z.strictObject({ moisture, densityKgPerL: positive.max(3).optional() }).optional(),
  }),
  output: z.strictObject({ waterL: volumeL, beddingKg: atLeastNought, beddingL: atLeastNought.optional() }),
  example: {
    in: { massKg: 9, moisture: 0.86, targetMoisture: 0.78, bedding: { moisture: 0.08 } },
    out: { waterL: 0, beddingKg: 0.72 / 0.7 },
  },
  sum: ({ bedding, ...gap }) => {
    const found = correct(
      gap,
      bedding && {
        moisture: bedding.moisture,
        ...(bedding.densityKgPerL === undefined ? {} : { densityKgPerL: bedding.densityKgPerL }),
      },
    );
    if (found.ok) {
      // Water needed: the bedding's litres are nought, and said so when its density was given.
      const isDrying = found.value.beddingKg > 0;
      return done({
        waterL: found.value.waterL,
        beddingKg: found.value.beddingKg,
        ...(bedding?.densityKgPerL === undefined
          ? {}
          : { beddingL: isDrying ? found.value.beddingKg / bedding.densityKgPerL : 0 }),
      });
    }
    if (found.problem.code === "moisture/bedding-needed")
      return refused({
        code: "calc/bedding-needed",
        moisture: gap.moisture,
        targetMoisture: gap.targetMoisture,
      });
    return refused({
      code: "calc/bedding-too-wet",
      beddingMoisture: found.problem.beddingMoisture,
      targetMoisture: gap.targetMoisture,
    });
  },
});
