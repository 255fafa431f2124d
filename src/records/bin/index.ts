import { binId, localDate, name } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** Name, first day, identity. What the bin *is* changes over time and lives in dated `altered` entries. */
export const binSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: binId,
  name,
  firstDay: localDate,
});
export type Bin = z.infer<typeof binSchema>;

export const binFormat: RecordFormat<Bin, z.input<typeof binSchema>> = {
  current: 1,
  steps: [],
  schema: binSchema,
};
