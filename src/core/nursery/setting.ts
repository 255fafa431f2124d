import type { Tub } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { areaOfTub } from "./cohorts";
import type { TubToday } from "./due";
import { cycleUnderWay } from "./state";

/** Grown worms on a square metre of breeding tub, kg. Source: process model 12.2, breeding 0.95. */
const BREEDING_KG_PER_M2 = 0.95;
/** Crowded beyond that no tub breeds well, whatever is asked. Judgement: five times the usual. */
const MOST_TIMES = 5;
/** Longer than this nothing is laid that is not hatched before it is sieved; shorter gives hardly any. */
export const CYCLE_DAYS = { least: 7, usual: 24, most: 120 } as const;

/** Worms a tub is set with by its ground. Never throws. */
export function wormsFor(
  tub: Pick<Tub, "widthM" | "lengthM" | "speciesId">,
  kgPerM2 = BREEDING_KG_PER_M2,
): { readonly areaM2: number; readonly massKg: number; readonly count: number } {
  const areaM2 = areaOfTub(tub);
  const massKg = areaM2 * kgPerM2;
  return { areaM2, massKg, count: Math.round((1000 * massKg) / speciesOf(tub.speciesId).adultG) };
}

/** What a full tub weighs, kg: bedding as wet as it goes, and the worms. Source: moist bedding at 0.85 kg a litre. */
export const tubWeighsKg = (tub: Pick<Tub, "widthM" | "lengthM" | "depthM" | "speciesId">): number =>
  areaOfTub(tub) * tub.depthM * 1000 * 0.85 + wormsFor(tub).massKg;

export type NotSet =
  | { readonly code: "set/too-many"; readonly count: number; readonly usual: number; readonly areaM2: number }
  | { readonly code: "set/none" }
  | { readonly code: "set/cycle"; readonly least: number; readonly most: number }
  | { readonly code: "set/is-set"; readonly since: LocalDate }
  | { readonly code: "set/not-there"; readonly there: number };

/** Whether a tub can be set so. `there`: grown worms at hand, where that is known. Never throws. */
export function settingOf(
  one: TubToday,
  count: number,
  cycleDays: number,
  there?: number,
): Outcome<{ readonly count: number }, NotSet> {
  const { tub, state } = one;
  const under = cycleUnderWay(state);
  if (under) return refused({ code: "set/is-set", since: under.setOn });
  if (!(count > 0)) return refused({ code: "set/none" });
  if (!Number.isInteger(cycleDays) || cycleDays < CYCLE_DAYS.least || cycleDays > CYCLE_DAYS.most)
    return refused({ code: "set/cycle", least: CYCLE_DAYS.least, most: CYCLE_DAYS.most });
  const usual = wormsFor(tub);
  if (count > MOST_TIMES * Math.max(20, usual.count))
    return refused({ code: "set/too-many", count, usual: usual.count, areaM2: usual.areaM2 });
  if (there !== undefined && count > there) return refused({ code: "set/not-there", there });
  return done({ count });
}

export type NotCounted =
  | { readonly code: "count/beyond"; readonly most: number }
  | { readonly code: "count/share" }
  | { readonly code: "count/nothing-laid" };

/** At most so many times the laboratory's best rate can have been laid. */
const BEYOND = 1.5;
/** A count of cocoons against what the worms could have laid at the very best. Never throws. */
export function countOf(
  one: TubToday,
  count: number,
  share: number,
): Outcome<{ readonly whole: number }, NotCounted> {
  const cycle = one.state.cycles.at(-1);
  if (!(share > 0 && share <= 1)) return refused({ code: "count/share" });
  const whole = count / share;
  if (one.state.brood) return done({ whole });
  if (!cycle) return refused({ code: "count/nothing-laid" });
  const days = cycle.clearedOn ? daysBetween(cycle.setOn, cycle.clearedOn) : cycle.cycleDays;
  const most =
    (BEYOND * cycle.grownIn * speciesOf(one.tub.speciesId).cocoonsPerAdultWeek * Math.max(1, days)) / 7;
  return whole > most ? refused({ code: "count/beyond", most: Math.round(most) }) : done({ whole });
}

/** Rows of a nursery: so many tubs in so many groups, each begun so many days after the one before. */
export interface Staggered {
  readonly row: string;
  readonly tubs: number;
  readonly setOn: LocalDate;
}
const ROW_NAMES = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

/**
 * Groups staggered evenly over a cycle, each on the first of the keeper's free weekdays from its day on. Weekdays: 0 Monday to 6
 * Sunday; none named, every day is free. Never throws.
 */
export function staggered(
  tubs: number,
  groups: number,
  cycleDays: number,
  startOn: LocalDate,
  freeDays: readonly number[] = [],
): readonly Staggered[] {
  const many = Math.max(1, Math.min(groups, tubs, ROW_NAMES.length));
  const weekday = (day: LocalDate) => ((daysBetween("2024-01-01" as LocalDate, day) % 7) + 7) % 7;
  return Array.from({ length: many }, (_, nth) => {
    let setOn = addDays(startOn, Math.round((nth * cycleDays) / many));
    for (let tries = 0; freeDays.length > 0 && tries < 7 && !freeDays.includes(weekday(setOn)); tries += 1)
      setOn = addDays(setOn, 1);
    return {
      row: `Row ${ROW_NAMES[nth]}`,
      tubs: Math.floor(tubs / many) + (nth < tubs % many ? 1 : 0),
      setOn,
    };
  });
}
