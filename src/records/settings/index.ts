import { binId, localDate, massKg, name, settingsId, volumeL } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import { climate } from "../room";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

const yearDay = z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, "a day of the year like 05-20");

/** How one keeper likes things; travels with the archive. */
export const settingsSchema = z.strictObject({
  schemaVersion: z.literal(7),
  ...rowFields,
  id: settingsId,
  units: z.enum(["metric", "us"]),
  /** Remind of an archive older than this, while there is something new in the log. */
  remindAfterDays: z.number().int().min(1).max(365),
  /** Containers of the keeper's own, measured once: amounts may be given as so many of them. */
  containers: z
    .array(
      z.strictObject({
        name,
        volumeL: volumeL.optional(),
        /** Empty, as it stands on a scale. */
        tareKg: massKg.optional(),
        /** Of a sprayer: litres in a minute. */
        litresPerMin: z.number().min(0).max(100).optional(),
      }),
    )
    .max(30)
    .optional(),
  /** What a label's code is put behind, so that a phone that reads it opens the bin. */
  labelAddress: z.string().max(200).optional(),
  /** Castings wanted over a span of days, both belonging to it. */
  targets: z
    .array(z.strictObject({ name, massKg, from: localDate, by: localDate }))
    .max(20)
    .optional(),
  /** Bins of which everything is weighed from a day on, and what that is to show; `until` is its last day. */
  experiments: z
    .array(
      z.strictObject({
        name,
        binId,
        from: localDate,
        until: localDate.optional(),
        question: z.string().trim().min(1).max(200).optional(),
      }),
    )
    .max(40)
    .optional(),
  /** Costs, income and hours are kept, in this currency. */
  accounts: z.strictObject({ currency: z.string().trim().min(1).max(8) }).optional(),
  /** The air outside over the year, which the rooms follow. */
  outdoors: climate.optional(),
  /** Times of every year with little time: month and day, each like "05-20". */
  busy: z
    .array(z.strictObject({ name, from: yearDay, until: yearDay }))
    .max(6)
    .optional(),
});
export type Settings = z.infer<typeof settingsSchema>;

export const settingsFormat: RecordFormat<Settings, z.input<typeof settingsSchema>> = {
  current: 7,
  // A keeper of the first version had measured nothing yet, one of the second had no address for labels, one of the third no tares, one of the fourth neither targets nor accounts, one of the fifth no weather and no busy times, one of the sixth no experiments.
  steps: [(row) => row, (row) => row, (row) => row, (row) => row, (row) => row, (row) => row],
  schema: settingsSchema,
};
