import { binId, cellarId, name } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** Everything one keeper keeps, and the order in which they walk along it. */
export const cellarSchema = z.strictObject({
  schemaVersion: z.literal(2),
  ...rowFields,
  id: cellarId,
  name,
  walkingOrder: z.array(binId).max(20_000),
});
export type Cellar = z.infer<typeof cellarSchema>;

export const cellarFormat: RecordFormat<Cellar, z.input<typeof cellarSchema>> = {
  current: 2,
  // The first version held no more than 2,000 bins in its walking order.
  steps: [(row) => row],
  schema: cellarSchema,
};
