import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, dayOfYear } from "../calendar/day";
import { breedingOf } from "../catalogue/breeding";
import type { Species } from "../catalogue/species";
import { airTemperatureC } from "../expectation/climate";
import type { Band } from "../expectation/expectation";
import { COCOON_SHARE } from "../matter/figures";
import type { Estimate } from "./estimate";

/** One day's cocoons hatch from 0.67 to 1.4 of their mean time. Source: process model 13. */
const [FIRST, LAST] = [0.67, 1.4] as const;
/** No brood is followed longer than this: colder than that it rests. */
const MOST_DAYS = 540;
/** Laying in a tub against what was expected, in nine of ten tubs. Source: process model, envelope 25. */
const RATE = { low: 0.55, high: 1.6 } as const;
/** Of what hatches, so many live to be grown, thinned out in time. Source: practice, 60–85 %; judgement. */
export const SURVIVES = { low: 0.5, middle: 0.7, high: 0.85 } as const;
/** A bed that works and is shallow stands a little above its air, K. */
const ABOVE_AIR_K = 1.5;

/** Cocoons a tub is expected to give in a cycle, by its worms and warmth. Never throws. Source: process model 12.11. */
export function cocoonsExpected(species: Species, grown: number, cycleDays: number, bedC: number): Band {
  const { cocoonsPerAdultWeek, warmthFactor } = breedingOf(species.id);
  const middle = (grown * cocoonsPerAdultWeek * COCOON_SHARE * warmthFactor(bedC) * cycleDays) / 7;
  return { low: RATE.low * middle, middle, high: RATE.high * middle };
}

export const bedOfRoomC = (climate: Climate, day: LocalDate): number =>
  airTemperatureC(climate, day) + ABOVE_AIR_K;

const YEAR = 365;
const tables = new WeakMap<Climate, Map<string, Float64Array>>();
/** What each day of a room's year is worth to cocoons and young, in days at 25 °C; worked out once for a room and a species. */
function developmentByDay(species: Species, climate: Climate): Float64Array {
  const known = tables.get(climate) ?? new Map<string, Float64Array>();
  tables.set(climate, known);
  const table =
    known.get(species.id) ??
    Float64Array.from({ length: YEAR }, (_, day) => {
      const at = bedOfRoomC(climate, addDays(FIRST_OF_YEAR, day));
      // Below where it lays it rests; it does not go back.
      return at > species.warmthC[0] ? species.q10 ** ((Math.min(at, species.bestC) - 25) / 10) : 0;
    });
  known.set(species.id, table);
  return table;
}
const FIRST_OF_YEAR = "2026-01-01" as LocalDate;

/** Days at 25 °C lived through from the start of a day on, day by day; `of` asks for so many days after it. Never throws. */
export function livedFrom(
  from: LocalDate,
  species: Species,
  climate: Climate,
): { readonly of: (days: number) => number } {
  const table = developmentByDay(species, climate);
  const first = dayOfYear(from) - 1;
  const lived = [0];
  return {
    of: (days) => {
      while (lived.length <= days) lived.push(lived.at(-1)! + table[(first + lived.length - 1) % YEAR]!);
      return lived[Math.max(0, days)]!;
    },
  };
}

/** Days a stage takes at 25 °C, lived day by day at a room's warmth; undefined where it never ends. */
function daysFor(daysAt25: number, species: Species, climate: Climate, from: LocalDate): number | undefined {
  const lived = livedFrom(from, species, climate);
  for (let day = 1; day <= MOST_DAYS; day += 1) if (lived.of(day) >= daysAt25) return day;
  return undefined;
}

/** When a brood may be looked for, hatches for the most part, has hatched, and is grown. Undefined days: too cold for it. */
export interface BroodDays {
  readonly firstOn?: LocalDate;
  readonly meanOn?: LocalDate;
  readonly lastOn?: LocalDate;
  readonly grownFrom?: LocalDate;
  readonly grownOn?: LocalDate;
}

/** A brood's days by the tray's own warmth, degree-day by degree-day. Never throws. Source: process model 13; Q10 from 25 °C. */
export function broodDays(
  { laidFrom, laidTo }: { readonly laidFrom: LocalDate; readonly laidTo: LocalDate },
  species: Species,
  climate: Climate,
): BroodDays {
  const after = (from: LocalDate, days: number) => {
    const took = daysFor(days, species, climate, from);
    return took === undefined ? undefined : addDays(from, took);
  };
  const firstOn = after(laidFrom, FIRST * species.incubationDays);
  const meanOn = after(laidTo, species.incubationDays);
  const lastOn = after(laidTo, LAST * species.incubationDays);
  const grownFrom = firstOn && after(firstOn, species.maturityDays);
  const grownOn = meanOn && after(meanOn, species.maturityDays);
  return {
    ...(firstOn ? { firstOn } : {}),
    ...(meanOn ? { meanOn } : {}),
    ...(lastOn ? { lastOn } : {}),
    ...(grownFrom ? { grownFrom } : {}),
    ...(grownOn ? { grownOn } : {}),
  };
}

/** Hatchlings of so many cocoons. Never throws. */
export const hatchlingsOf = (cocoons: Estimate, { hatchShare, hatchlingsPerCocoon }: Species): Estimate => {
  const each = hatchShare * hatchlingsPerCocoon;
  return {
    count: Math.round(cocoons.count * each),
    lowCount: Math.round(0.75 * cocoons.lowCount * each),
    highCount: Math.round(1.1 * cocoons.highCount * each),
  };
};
