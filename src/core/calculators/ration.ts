import { moisture, temperatureC } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { speciesOf } from "../catalogue/species";
import { ration as rationFor } from "../ration/ration";
import { calculator } from "./calculator";
import { atLeastNought, positive, positiveMassKg, positiveVolumeL, shortSpecies, speciesId } from "./fields";

const WEEKS_PER_MONTH = 4.348;
const FOOD_KG_PER_L = 0.6;

/** Two ways to size a ration, side by side; the smaller governs. */
export const ration = calculator({
  name: "ration",
  purpose: "How much to feed until the next visit: by the worms, by the bedding, and which governs.",
  source: "Process model 7.2 (temperature, moisture), 12.7 and 12.8 (age).",
  input: z.strictObject({
    wormsKg: positiveMassKg,
    speciesId,
    temperatureC,
    moisture,
    ageMonths: atLeastNought.max(1200),
    daysUntilNext: atLeastNought.max(366),
    ratio: z.strictObject({ bedding: positive, food: positive }).optional(),
    beddingVolumeL: positiveVolumeL.optional(),
    foodDensityKgPerL: positive.max(3).optional(),
  }),
  output: z.strictObject({
    byWormsKg: atLeastNought,
    byRatioKg: atLeastNought.optional(),
    governs: z.enum(["worms", "ratio"]),
    rationKg: atLeastNought,
    factors: z.strictObject({ temperature: atLeastNought, moisture: atLeastNought, maturity: atLeastNought }),
  }),
  example: {
    in: {
      wormsKg: 0.45,
      speciesId: "fetida",
      temperatureC: 20,
      moisture: 0.78,
      ageMonths: 6,
      daysUntilNext: 3,
      ratio: { bedding: 3, food: 1 },
      beddingVolumeL: 24,
      foodDensityKgPerL: 0.6,
    },
    out: {
      byWormsKg: 0.675,
      byRatioKg: 4.8,
      governs: "worms",
      rationKg: 0.675,
      factors: { temperature: 1, moisture: 1, maturity: 1 },
    },
  },
  sum: (asked) => {
    const { ratio, beddingVolumeL } = asked;
    const { leastC, zeroC } = speciesOf(shortSpecies(asked.speciesId));
    if (asked.temperatureC <= leastC || asked.temperatureC >= zeroC)
      return refused({ code: "calc/outside-range", field: "temperatureC", fromC: leastC, toC: zeroC });
    if (ratio && beddingVolumeL === undefined)
      return refused({ code: "calc/needs-both", field: "ratio", other: "beddingVolumeL" });
    if (!ratio && beddingVolumeL !== undefined)
      return refused({ code: "calc/needs-both", field: "beddingVolumeL", other: "ratio" });
    const found = rationFor(
      {
        wormsKg: asked.wormsKg,
        species: speciesOf(shortSpecies(asked.speciesId)),
        temperatureC: asked.temperatureC,
        moisture: asked.moisture,
        ageDays: asked.ageMonths * WEEKS_PER_MONTH * 7,
      },
      asked.daysUntilNext,
      ratio && beddingVolumeL !== undefined
        ? {
            beddingL: beddingVolumeL,
            ratio: ratio.bedding / ratio.food,
            foodDensityKgPerL: asked.foodDensityKgPerL ?? FOOD_KG_PER_L,
          }
        : undefined,
    );
    return done({
      byWormsKg: found.byWormsKg,
      ...(found.byRatioKg === undefined ? {} : { byRatioKg: found.byRatioKg }),
      governs: found.governs,
      rationKg: found.rationKg,
      factors: found.capacity.factors,
    });
  },
});
