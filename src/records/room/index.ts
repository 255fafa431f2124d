import { fraction, name, roomId, temperatureC } from "@/vocabulary/fields";
import { SHELTERS } from "@/vocabulary/shelter";
import { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { rowFields } from "../row/row";

/** Where bins stand. The climate is a yearly wave: mean, half the yearly swing, and the day of year it is hottest. */
export const climate = z.strictObject({
  meanC: temperatureC,
  swingK: z.number().min(0).max(40),
  hottestDay: z.number().int().min(1).max(366),
  humidity: fraction,
  /** Under open sky: rain over the year's average day. */
  rainMmPerDay: z.number().min(0).max(60).optional(),
});
/** A room’s: with where its bins stand, if it was said. */
const roomClimate = climate.extend({ shelter: z.enum(SHELTERS).optional() });
export type Climate = z.infer<typeof roomClimate>;

export const roomSchema = z.strictObject({
  schemaVersion: z.literal(3),
  ...rowFields,
  id: roomId,
  name,
  climate: roomClimate,
});
export type Room = z.infer<typeof roomSchema>;

export const roomFormat: RecordFormat<Room, z.input<typeof roomSchema>> = {
  current: 3,
  // A room of the first version has no rain, one of the second does not say what shelters it.
  steps: [(row) => row, (row) => row],
  schema: roomSchema,
};
