import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { squeezeInterval, squeezeMoisture } from "@/core/moisture/squeeze";
import { feedPartMatter } from "@/core/log/amount";
import type { Band } from "@/core/expectation/expectation";
import type { TwinDay } from "../learning/readDay";

/** What of a bin's course is shown over time. */
export const MEASURES = [
  "moisture",
  "food",
  "worms",
  "castings",
  "ripeness",
  "temperature",
  "trouble",
] as const;
export type Measure = (typeof MEASURES)[number];

/** Dry share of ordinary scraps: standing food is told as fresh scraps, which is how it is weighed. Source: process model 5.1. */
const FRESH = 0.15;

/** A measure of a day: shares as fractions, masses in kg, °C. */
export function bandOn(day: TwinDay, measure: Measure): Band {
  switch (measure) {
    case "moisture":
      return day.moisture;
    case "food":
      return scaled(day.foodDryKg, 1 / FRESH);
    case "worms":
      return day.wormsKg;
    case "castings":
      return day.castingsKg;
    case "ripeness":
      return day.ripeness;
    case "temperature":
      return day.temperatureC;
    case "trouble":
      return { low: day.trouble, middle: day.trouble, high: day.trouble };
  }
}
const scaled = ({ low, middle, high }: Band, by: number): Band => ({
  low: low * by,
  middle: middle * by,
  high: high * by,
});

export interface ReadPoint {
  readonly day: LocalDate;
  readonly value: number;
  readonly low: number;
  readonly high: number;
}
/** The keeper's own readings of a measure, with the doubt of fist or thermometer. */
export function readingsOf(entries: readonly Entry[], measure: Measure): ReadPoint[] {
  return entries.flatMap((entry) => {
    if (entry.kind !== "looked") return [];
    return entry.readings.flatMap((reading): ReadPoint[] => {
      if (measure === "moisture" && reading.of === "squeeze")
        return [
          { day: entry.day, value: squeezeMoisture(reading.squeeze), ...squeezeInterval(reading.squeeze) },
        ];
      if (measure === "moisture" && reading.of === "moisture")
        return [
          {
            day: entry.day,
            value: reading.moisture,
            low: reading.moisture - 0.06,
            high: reading.moisture + 0.06,
          },
        ];
      if (measure === "temperature" && reading.of === "temperature")
        return [
          {
            day: entry.day,
            value: reading.temperatureC,
            low: reading.temperatureC - 1.2,
            high: reading.temperatureC + 1.2,
          },
        ];
      return [];
    });
  });
}

export interface LogMark {
  readonly day: LocalDate;
  readonly kind: "fed" | "watered" | "bedded" | "harvested" | "turned";
  readonly kg?: number;
}
/** What was done, as marks along the foot of the time line. */
export function marksOf(entries: readonly Entry[]): LogMark[] {
  return entries.flatMap((entry): LogMark[] => {
    switch (entry.kind) {
      case "fed":
        return [
          {
            day: entry.day,
            kind: "fed",
            kg: entry.parts.reduce((sum, part) => sum + feedPartMatter(part).wetKg, 0),
          },
        ];
      case "harvested":
        return [{ day: entry.day, kind: "harvested", kg: entry.grossKg - entry.tareKg }];
      case "watered":
      case "bedded":
      case "turned":
        return [{ day: entry.day, kind: entry.kind }];
      default:
        return [];
    }
  });
}

/** The whole course as a table for spreadsheets: heads, then one row a day with 10, 50 and 90 % of each measure. */
export function courseTable(days: readonly TwinDay[], today: LocalDate): readonly (readonly string[])[] {
  const heads = MEASURES.flatMap((measure) =>
    measure === "trouble"
      ? ["trouble_chance"]
      : ["p10", "p50", "p90"].map((share) => `${NAMES[measure]}_${share}`),
  );
  const rows = days.map((day) => [
    day.day,
    day.day <= today ? "past" : "forecast",
    ...MEASURES.flatMap((measure) => {
      const { low, middle, high } = bandOn(day, measure);
      return measure === "trouble" ? [figure(middle)] : [figure(low), figure(middle), figure(high)];
    }),
  ]);
  return [["day", "kind", ...heads], ...rows];
}
const figure = (value: number): string => String(Number(value.toPrecision(6)));
const NAMES: Record<Measure, string> = {
  moisture: "moisture_fraction",
  food: "food_left_fresh_kg",
  worms: "worms_kg",
  castings: "castings_wet_kg",
  ripeness: "finished_fraction",
  temperature: "temperature_C",
  trouble: "trouble",
};
