import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { dayOfYear } from "../calendar/day";

/** A climate to compute with while a bin's room is missing: a cellar of the temperate zone. */
export const TEMPERATE: Climate = { meanC: 17, swingK: 3, hottestDay: 200, humidity: 0.65 };

/** Whether rain can come to what stands in that room; an unknown room is under a roof. Never throws. */
export const isUnderSky = (
  rooms: readonly { readonly id: string; readonly climate: Climate }[],
  roomId: string | undefined,
): boolean => rooms.find(({ id }) => id === roomId)?.climate.rainMmPerDay !== undefined;

/** Air temperature of a room on a day: a yearly wave about its mean. Source: process model 3.2. */
export const airTemperatureC = (climate: Climate, day: LocalDate): number =>
  climate.meanC + climate.swingK * Math.cos((2 * Math.PI * (dayOfYear(day) - climate.hottestDay)) / 365.25);

/** Saturation vapour pressure in kPa. Source: process model 3.2. */
export const saturationKpa = (temperatureC: number): number =>
  0.6108 * Math.exp((17.27 * temperatureC) / (temperatureC + 237.3));

/** How warm a room is, as one would say it. */
export const ROOM_WARMTHS = ["cool", "mild", "warm"] as const;
export type RoomWarmth = (typeof ROOM_WARMTHS)[number];
/** Room climates to start from; the keeper's own thermometer will say better. */
export const ROOM_CLIMATES: Record<
  RoomWarmth,
  {
    readonly words: string;
    readonly climate: { meanC: number; swingK: number; hottestDay: number; humidity: number };
  }
> = {
  cool: {
    words: "a cool cellar or garage, 8 to 18 °C",
    climate: { meanC: 13, swingK: 5, hottestDay: 205, humidity: 0.78 },
  },
  mild: {
    words: "an unheated room, 13 to 22 °C",
    climate: { meanC: 17.5, swingK: 4.5, hottestDay: 205, humidity: 0.65 },
  },
  warm: {
    words: "a lived-in room, 18 to 24 °C",
    climate: { meanC: 21, swingK: 2.5, hottestDay: 205, humidity: 0.5 },
  },
};
