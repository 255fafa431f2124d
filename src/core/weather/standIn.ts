import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { seeded } from "../chance/seeded";
import { addDays, daysBetween } from "../calendar/day";
import { airTemperatureC } from "../expectation/climate";

/** One day of weather, observed or foretold. */
export interface WeatherDay {
  readonly day: LocalDate;
  readonly lowC: number;
  readonly highC: number;
  readonly rainMm: number;
  /** Share of the day with sun, 0 to 1. */
  readonly sun: number;
}
/** What may be rehearsed with the stand-in: a spell that begins in so many days. */
export const REHEARSALS = ["asItComes", "heat", "frost", "rain"] as const;
export type Rehearsal = (typeof REHEARSALS)[number];

/** A spell rehearsed begins three days on and lasts four; it stands in place of the run of those days. */
const SPELL = { fromDays: 3, days: 4 } as const;
const BEYOND_K: Readonly<Record<"heat" | "frost", number>> = { heat: 16, frost: -16 };
const RUN_DAYS = 5;
const EPOCH: LocalDate = "2020-01-01" as LocalDate;

/** A value from −1 to 1 that belongs to a point of a seed's lattice. */
const at = (seed: string, point: number): number => 2 * seeded(`${seed}/${point}`)() - 1;
/** Smooth chance: values on a lattice of so many days, joined. */
function wave(seed: string, day: number, every: number): number {
  const from = Math.floor(day / every);
  const part = day / every - from;
  const soft = part * part * (3 - 2 * part);
  return at(seed, from) * (1 - soft) + at(seed, from + 1) * soft;
}

/**
 * The stand-in for a weather service: days about a place's yearly wave, the same for the same seed and day whenever it is asked.
 * Warm and cold runs of about five days, sun and rain by turns. What lies ahead is what will come, less sure by the day: a
 * forecast of day n is off by up to n times 0.25 K. Never throws. Source: our own stand-in; spread by judgement for a temperate lowland.
 */
export function weatherDays(
  climate: Climate,
  seed: string,
  today: LocalDate,
  from: LocalDate,
  days: number,
  rehearse: Rehearsal = "asItComes",
): readonly WeatherDay[] {
  return Array.from({ length: Math.max(0, days) }, (_, nth) => {
    const day = addDays(from, nth);
    const t = daysBetween(EPOCH, day);
    const ahead = daysBetween(today, day);
    const run = wave(`${seed}/run`, t, RUN_DAYS);
    const isInSpell =
      rehearse !== "asItComes" && ahead >= SPELL.fromDays && ahead < SPELL.fromDays + SPELL.days;
    const spellK = isInSpell && rehearse !== "rain" ? BEYOND_K[rehearse] : 0;
    const unsure = ahead > 0 ? 0.25 * ahead * at(`${seed}/off/${today}`, t) : 0;
    const meanC =
      airTemperatureC(climate, day) +
      (spellK === 0 ? 5 * run : 0) +
      1.2 * at(`${seed}/day`, t) +
      spellK +
      unsure;
    const sun = Math.min(1, Math.max(0, 0.5 + 0.6 * wave(`${seed}/sun`, t, 3)));
    const halfRange = 2 + 4.5 * sun;
    const wet = wave(`${seed}/rain`, t, 2);
    const rainMm =
      isInSpell && rehearse === "rain" ? 18 : wet > 0.25 ? (climate.rainMmPerDay ?? 2) * 6 * (wet - 0.25) : 0;
    return {
      day,
      lowC: meanC - halfRange,
      highC: meanC + halfRange,
      rainMm,
      sun: isInSpell && rehearse === "heat" ? 1 : sun,
    };
  });
}
