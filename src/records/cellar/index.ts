import { binId, cellarId, name } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** Everything one keeper keeps, and the order in which they walk along it. */
export const cellarSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: cellarId,
  name,
  walkingOrder: z.array(binId).max(2_000),
});
export type Cellar = z.infer<typeof cellarSchema>;

export const cellarFormat: RecordFormat<Cellar, z.input<typeof cellarSchema>> = {
  current: 1,
  steps: [],
  schema: cellarSchema,
};
