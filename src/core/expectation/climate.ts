import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { dayOfYear } from "../calendar/day";

/** A climate to compute with while a bin's room is missing: a cellar of the temperate zone. */
export const TEMPERATE: Climate = { meanC: 17, swingK: 3, hottestDay: 200, humidity: 0.65 };

/** Air temperature of a room on a day: a yearly wave about its mean. Source: process model 3.2. */
export const airTemperatureC = (climate: Climate, day: LocalDate): number =>
  climate.meanC + climate.swingK * Math.cos((2 * Math.PI * (dayOfYear(day) - climate.hottestDay)) / 365.25);

/** Saturation vapour pressure in kPa. Source: process model 3.2. */
export const saturationKpa = (temperatureC: number): number =>
  0.6108 * Math.exp((17.27 * temperatureC) / (temperatureC + 237.3));
