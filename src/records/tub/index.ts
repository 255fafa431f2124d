import { lengthM, localDate, name, recordId, roomId } from "@/vocabulary/fields";
import { TUB_ROLES } from "@/vocabulary/nursery";
import { SPECIES } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/**
 * A breeding tub or a hatching tray: a vessel with a size and a log of its own. What was set in it, what came out and whose
 * young it holds are entries; `row` is the group it is worked with on one day.
 */
export const tubSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: recordId,
  name,
  role: z.enum(TUB_ROLES),
  row: name.optional(),
  roomId,
  madeOn: localDate,
  speciesId: z.enum(SPECIES),
  /** Inside. */
  widthM: lengthM,
  lengthM,
  /** Of the bedding. */
  depthM: lengthM,
});
export type Tub = z.infer<typeof tubSchema>;
/** As it is written down, before its schema has seen it. */
export type TubInput = z.input<typeof tubSchema>;

export const tubFormat: RecordFormat<Tub, TubInput> = {
  current: 1,
  steps: [],
  schema: tubSchema,
};
