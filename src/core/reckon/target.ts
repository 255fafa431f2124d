import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { System } from "@/vocabulary/setup";
import { addDays, daysBetween } from "../calendar/day";
import { airTemperatureC } from "../expectation/climate";
import type { Band } from "../expectation/expectation";
import { HERD_KG_PER_M2 } from "../matter/figures";
import type { Coming } from "../harvest/coming";
import { givesAt } from "../harvest/coming";
import type { YearChange } from "../planning/underAdvice";
import { changedBy, firstYear, steadyKgPerM2Day } from "../planning/underAdvice";

/** Castings wanted from a day to a day, both belonging to it. */
export interface Target {
  readonly name: string;
  readonly massKg: number;
  readonly from: LocalDate;
  readonly by: LocalDate;
}
/** A bin as far as a target rests on it. */
export interface Producer {
  readonly binId: string;
  readonly name: string;
  readonly system: System;
  readonly areaM2: number;
  readonly climate: Climate;
  /** Wet food a day over the last three months; undefined where it is younger. */
  readonly fedKgPerDay?: number;
  /** Grown worms as the forecast has them; undefined where none is in. */
  readonly wormsKg?: number;
  /** Whether its food is puréed as it is. */
  readonly isPureed?: boolean;
  /** Whether it is bedded with what feeds as it is. */
  readonly isFeedingBed?: boolean;
}
/** A change that would bring more by the day, with what it is likely to gain, wet kg. */
export type Change =
  | { readonly of: "anotherBin"; readonly like: string; readonly gainKg: number; readonly firstOn: LocalDate }
  | { readonly of: "warmer"; readonly name: string; readonly byK: number; readonly gainKg: number }
  | { readonly of: "moreFood"; readonly name: string; readonly kgPerDay: number; readonly gainKg: number }
  | { readonly of: "pureed"; readonly name: string; readonly gainKg: number }
  | { readonly of: "moreWorms"; readonly name: string; readonly wormsKg: number; readonly gainKg: number }
  /** Aged manure or half-done compost where it is bedded now with card and leaf mould. */
  | { readonly of: "feedingBed"; readonly name: string; readonly gainKg: number };

export interface TargetStands {
  /** Lifted so far. */
  readonly doneKg: number;
  /** Straight line from the first day to the last: what should be in by today. */
  readonly paceKg: number;
  /** With the harvests that are to come by the day. */
  readonly willKg: Band;
  /** Missing in the middle of what is likely. */
  readonly shortKg: number;
  /** The two that gain most, the larger first; none where nothing is missing or nothing would gain. */
  readonly changes: readonly Change[];
}

/** A room is made so much warmer without a stove: on a shelf, behind a wall, under a lid of foam. */
const WARMER_K = 4;
/** Above this more warmth gains nothing. */
const WARM_C = 22;
/** What is eaten later than so many days before the end is no castings yet. */
const EATEN_BEFORE_DAYS = 60;
/** Castings for food as they are lifted, where the keeper's own books do not say it. Source: the years lived under advice. */
const CASTINGS_PER_FOOD = 0.35;

/**
 * How a target stands on a day: what is in, what the forecasts add, what is missing, and which one or two changes would gain
 * most, by the years that were lived under advice at such warmth. Never throws.
 * @param castingsPerFood of the keeper's own books; undefined where there are none.
 */
export function targetStands(
  target: Target,
  doneKg: number,
  coming: readonly Coming[],
  producers: readonly Producer[],
  castingsPerFood: number | undefined,
  today: LocalDate,
): TargetStands {
  const daysLeft = Math.max(0, daysBetween(today, target.by));
  const span = Math.max(1, daysBetween(target.from, target.by) + 1);
  const gone = Math.min(span, Math.max(0, daysBetween(target.from, today) + 1));
  const will = coming
    .map((one) => givesAt(one, daysLeft))
    .reduce(
      (sum, { low, middle, high }) => ({
        low: sum.low + low,
        middle: sum.middle + middle,
        high: sum.high + high,
      }),
      {
        low: doneKg,
        middle: doneKg,
        high: doneKg,
      },
    );
  const willKg = daysLeft === 0 ? { low: doneKg, middle: doneKg, high: doneKg } : will;
  const shortKg = Math.max(0, target.massKg - willKg.middle);
  const changes =
    shortKg > 0 && daysLeft > 0
      ? producers
          .flatMap((one) => changesOf(one, daysLeft, castingsPerFood ?? CASTINGS_PER_FOOD, today))
          .filter(({ gainKg }) => gainKg >= Math.max(0.1, 0.03 * target.massKg))
          .toSorted((a, b) => b.gainKg - a.gainKg)
      : [];
  return { doneKg, paceKg: (target.massKg * gone) / span, willKg, shortKg, changes: bestOf(changes) };
}

/** One of a kind: two bins like it would be said once. */
function bestOf(changes: readonly Change[]): readonly Change[] {
  const first = changes[0];
  const second = changes.find((one) => first !== undefined && one.of !== first.of);
  return [...(first ? [first] : []), ...(second ? [second] : [])];
}

function changesOf(
  { name, system, areaM2, climate, fedKgPerDay, wormsKg, isPureed, isFeedingBed }: Producer,
  daysLeft: number,
  castingsPerFood: number,
  today: LocalDate,
): readonly Change[] {
  const months = monthsFrom(climate, today);
  const year = firstYear(system, months);
  const ripeOn = year.ripeOnDay[1];
  // Of a first year's castings, those of the days after it is ripe that are left.
  const share = ripeOn < daysLeft ? Math.min(1, (daysLeft - ripeOn) / Math.max(1, 365 - ripeOn)) : 0;
  const meanC = months.reduce((sum, at) => sum + at, 0) / months.length;
  const warmer = months.map((at) => at + WARMER_K);
  const steady = steadyKgPerM2Day(system, months) * areaM2;
  const counts = Math.max(0, daysLeft - EATEN_BEFORE_DAYS);
  /** Of the castings its food is to become by then, so many times more. */
  const timesMore = (change: YearChange) =>
    (changedBy(system, change)[1] - 1) * (fedKgPerDay ?? steady) * castingsPerFood * counts;
  const startKg = HERD_KG_PER_M2.start * areaM2;
  const moreKg = fedKgPerDay === undefined ? 0 : Math.max(0, steady - fedKgPerDay);
  return [
    {
      of: "anotherBin",
      like: name,
      gainKg: year.castingsKgPerM2[1] * areaM2 * share,
      firstOn: addDays(today, Math.round(ripeOn)),
    },
    ...(meanC + WARMER_K <= WARM_C
      ? [
          {
            of: "warmer",
            name,
            byK: WARMER_K,
            gainKg: (steadyKgPerM2Day(system, warmer) * areaM2 - steady) * castingsPerFood * counts,
          } satisfies Change,
        ]
      : []),
    { of: "moreFood", name, kgPerDay: moreKg, gainKg: moreKg * castingsPerFood * counts },
    ...(isPureed ? [] : [{ of: "pureed", name, gainKg: timesMore("pureed") } satisfies Change]),
    ...(isFeedingBed ? [] : [{ of: "feedingBed", name, gainKg: timesMore("feedingBed") } satisfies Change]),
    // Where about as many live as one begins with; a full bed gains nothing by more.
    ...(wormsKg !== undefined && wormsKg < FEW * startKg
      ? [{ of: "moreWorms", name, wormsKg: startKg, gainKg: timesMore("moreWorms") } satisfies Change]
      : []),
  ];
}
const FEW = 1.5;
/** Means of the twelve months from a day on, °C. */
const monthsFrom = (climate: Climate, day: LocalDate): readonly number[] =>
  Array.from({ length: 12 }, (_, month) => airTemperatureC(climate, addDays(day, 30 * month + 15)));
