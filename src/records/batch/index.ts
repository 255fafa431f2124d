import {
  localDate,
  massKg,
  materialId,
  moisture,
  name,
  recordId,
  temperatureC,
  volumeL,
} from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** A blend in the store. What happens to it (turned, measured, watered, taken) are entries with it as their subject. */
export const batchSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: recordId,
  name,
  mixedOn: localDate,
  parts: z
    .array(
      z.strictObject({
        use: z.enum(["food", "bedding", "amendment"]),
        materialId,
        massKg,
        moisture,
      }),
    )
    .min(1)
    .max(40),
  waterL: volumeL,
  /** What it came to on the day it was mixed, water included. */
  massKg,
  moisture,
  volumeL,
  cn: z.number().min(0).max(10_000).optional(),
  /** Whether it is expected to heat before it settles. */
  heats: z.boolean(),
  /** Where it stands to ripen. */
  placeC: temperatureC,
  turnDays: z.array(localDate).max(40),
  /** Not before this day, and rather by the later one. */
  ripeFrom: localDate,
  ripeBy: localDate,
});
export type Batch = z.infer<typeof batchSchema>;

export const batchFormat: RecordFormat<Batch, z.input<typeof batchSchema>> = {
  current: 1,
  steps: [],
  schema: batchSchema,
};
