import { settingsId } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** How one keeper likes things; travels with the archive. */
export const settingsSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: settingsId,
  units: z.enum(["metric", "us"]),
  /** Remind of an archive older than this, while there is something new in the log. */
  remindAfterDays: z.number().int().min(1).max(365),
});
export type Settings = z.infer<typeof settingsSchema>;

export const settingsFormat: RecordFormat<Settings, z.input<typeof settingsSchema>> = {
  current: 1,
  steps: [],
  schema: settingsSchema,
};
