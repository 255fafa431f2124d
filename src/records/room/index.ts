import { fraction, name, roomId, temperatureC } from "@/vocabulary/fields";
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
export type Climate = z.infer<typeof climate>;

export const roomSchema = z.strictObject({
  schemaVersion: z.literal(2),
  ...rowFields,
  id: roomId,
  name,
  climate,
});
export type Room = z.infer<typeof roomSchema>;

export const roomFormat: RecordFormat<Room, z.input<typeof roomSchema>> = {
  current: 2,
  // A room of the first version has no rain.
  steps: [(row) => row],
  schema: roomSchema,
};
