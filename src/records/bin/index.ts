import { binId, localDate, name } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** Name, first day, the group it belongs to. What the bin *is* changes over time and lives in dated `altered` entries. */
export const binSchema = z.strictObject({
  schemaVersion: z.literal(2),
  ...rowFields,
  id: binId,
  name,
  firstDay: localDate,
  /** Bins that are kept alike and called together: a row of tubs, the parts of one large bed. */
  group: name.optional(),
});
export type Bin = z.infer<typeof binSchema>;

export const binFormat: RecordFormat<Bin, z.input<typeof binSchema>> = {
  current: 2,
  // A bin of the first version belonged to no group.
  steps: [(row) => row],
  schema: binSchema,
};
