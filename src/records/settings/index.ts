import { localDate, massKg, name, settingsId, volumeL } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** How one keeper likes things; travels with the archive. */
export const settingsSchema = z.strictObject({
  schemaVersion: z.literal(5),
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
  /** Costs, income and hours are kept, in this currency. */
  accounts: z.strictObject({ currency: z.string().trim().min(1).max(8) }).optional(),
});
export type Settings = z.infer<typeof settingsSchema>;

export const settingsFormat: RecordFormat<Settings, z.input<typeof settingsSchema>> = {
  current: 5,
  // A keeper of the first version had measured nothing yet, one of the second had no address for labels, one of the third no tares, one of the fourth neither targets nor accounts.
  steps: [(row) => row, (row) => row, (row) => row, (row) => row],
  schema: settingsSchema,
};
