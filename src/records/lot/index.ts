import { binId, localDate, massKg, moisture, name, recordId } from "@/vocabulary/fields";
import { LOT_RISKS } from "@/vocabulary/lots";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/**
 * Castings of one harvest kept together, so that they can be dried, stored, given away and traced. What happens to them
 * are entries with the lot as their subject; what is put to them later is one of those.
 */
export const lotSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: recordId,
  name,
  madeOn: localDate,
  /** Which bin gave how much, as it was weighed, without its containers. */
  from: z.array(z.strictObject({ binId, massKg })).min(1).max(40),
  massKg,
  moisture,
  /** What a litre of it weighs, as it came out. */
  litreKg: massKg,
  /** What the bins had eaten that asks for time before it is used on what is eaten raw. */
  risks: z.array(z.enum(LOT_RISKS)).max(LOT_RISKS.length),
});
export type Lot = z.infer<typeof lotSchema>;
/** As it is written down, before its schema has seen it. */
export type LotInput = z.input<typeof lotSchema>;

export const lotFormat: RecordFormat<Lot, LotInput> = {
  current: 1,
  steps: [],
  schema: lotSchema,
};
