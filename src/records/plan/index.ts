import { binId, count, lengthM, localDate, massKg, name, recordId, temperatureC } from "@/vocabulary/fields";
import { COVERS, PURPOSES, SYSTEMS } from "@/vocabulary/setup";
import { SHELTERS } from "@/vocabulary/shelter";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** A bin being thought about: scraps weighed over real days, the room, the time, the wish. */
export const planSchema = z.strictObject({
  schemaVersion: z.literal(2),
  ...rowFields,
  id: recordId,
  name,
  /** Days weighed; a day away from home counts for nothing, a day not in the list is a gap. */
  scraps: z.array(z.strictObject({ day: localDate, massKg, isAway: z.boolean().optional() })).max(400),
  /** A guess by household or trade, used until days are weighed. */
  guessedKgPerDay: massKg.optional(),
  /** Means of the coldest and of the hottest week, in the shade where it will stand. */
  coldestC: temperatureC,
  hottestC: temperatureC,
  /** On an afternoon of the hottest week, in the shade; not said, a day swings there as is usual. */
  hottestPeakC: temperatureC.optional(),
  shelter: z.enum(SHELTERS),
  isDamp: z.boolean(),
  hasFloorDrain: z.boolean(),
  hasStairs: z.boolean(),
  /** What the one who lifts can lift close to the body. */
  liftKg: massKg,
  hoursPerWeek: z.number().min(0).max(100),
  purpose: z.enum([...PURPOSES, "castingsToSell"]),
  binCount: count,
  /** Prices of the keeper's own place, per piece, per kilogram of worms, per 100 L of bedding; no currency is assumed. */
  prices: z.strictObject({
    container: z.number().min(0).max(1e6).optional(),
    wormsPerKg: z.number().min(0).max(1e6).optional(),
    beddingPer100L: z.number().min(0).max(1e6).optional(),
  }),
  chosen: z
    .strictObject({
      system: z.enum(SYSTEMS),
      cover: z.enum(COVERS),
      widthM: lengthM,
      lengthM,
      heightM: lengthM,
      compartments: count,
      wormsKg: massKg,
    })
    .optional(),
  binId: binId.optional(),
});
export type Plan = z.infer<typeof planSchema>;

export const planFormat: RecordFormat<Plan, z.input<typeof planSchema>> = {
  current: 2,
  // The first version knew indoors and open ground.
  steps: [({ isOutdoors, ...row }) => ({ ...row, shelter: isOutdoors === true ? "shade" : "indoors" })],
  schema: planSchema,
};
