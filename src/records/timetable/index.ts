import { binId, localDate, massKg, name, recordId } from "@/vocabulary/fields";
import { START_STEPS } from "@/vocabulary/startUp";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** The dated steps of starting a bin. Days are stored, since each may be moved by hand. */
export const timetableSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: recordId,
  name,
  binId: binId.optional(),
  /** To be stocked, so that first meals and orders carry amounts. */
  wormsKg: massKg,
  steps: z
    .array(
      z.strictObject({
        key: z.enum(START_STEPS),
        day: localDate,
        doneOn: localDate.optional(),
      }),
    )
    .min(1)
    .max(40),
});
export type Timetable = z.infer<typeof timetableSchema>;

export const timetableFormat: RecordFormat<Timetable, z.input<typeof timetableSchema>> = {
  current: 1,
  steps: [],
  schema: timetableSchema,
};
