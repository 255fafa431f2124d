import { materialId, moisture, name, recordId, text } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/**
 * A keeper's own material, or a catalogue material with the keeper's own values: a row whose `materialId` stands in the
 * catalogue takes its place in this cellar.
 */
export const ownMaterialSchema = z.strictObject({
  schemaVersion: z.literal(1),
  ...rowFields,
  id: recordId,
  use: z.enum(["food", "bedding", "amendment"]),
  materialId,
  name,
  moisture,
  carbonPctDm: z.number().min(0).max(100),
  nitrogenPctDm: z.number().min(0).max(100),
  /** Wet, loosely tipped, at its own moisture. */
  densityKgPerL: z.number().min(0.005).max(3),
  note: text.optional(),
});
export type OwnMaterial = z.infer<typeof ownMaterialSchema>;

export const ownMaterialFormat: RecordFormat<OwnMaterial, z.input<typeof ownMaterialSchema>> = {
  current: 1,
  steps: [],
  schema: ownMaterialSchema,
};
