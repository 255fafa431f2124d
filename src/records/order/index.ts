import { localDate, name, recordId } from "@/vocabulary/fields";
import { ORDER_ENDS, ORDER_FOR } from "@/vocabulary/nursery";
import { SPECIES } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";
import { herdAmount } from "../entry/schema";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** Grown worms promised by a day: to somebody, or for a bed of one's own. Open until it is closed. */
export const orderSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: recordId,
  /** To whom, or which bed. */
  name,
  purpose: z.enum(ORDER_FOR),
  speciesId: z.enum(SPECIES),
  amount: herdAmount,
  orderedOn: localDate,
  dueOn: localDate,
  closed: z.strictObject({ on: localDate, as: z.enum(ORDER_ENDS) }).optional(),
});
export type Order = z.infer<typeof orderSchema>;
/** As it is written down, before its schema has seen it. */
export type OrderInput = z.input<typeof orderSchema>;

export const orderFormat: RecordFormat<Order, OrderInput> = {
  current: 1,
  steps: [],
  schema: orderSchema,
};
