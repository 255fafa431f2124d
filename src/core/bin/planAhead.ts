import type { LocalDate } from "@/vocabulary/fields";
import type { BinSetup } from "@/records/setup";
import type { BinState } from "./state";
import { addDays, daysBetween } from "../calendar/day";

/** What the keeper means to do differently, as far as it still lies ahead. */
export interface StandingPlan {
  /** Share of the usual meal. */
  readonly mealShare?: number;
  /** No one comes from the first of these days until the second, on which someone is back. */
  readonly away?: { readonly from: LocalDate; readonly until: LocalDate };
}

/** The plan that was kept, without an absence that is over. Undefined when nothing is left of it. */
export function standingPlan(setup: BinSetup | undefined, today: LocalDate): StandingPlan | undefined {
  const { mealShare, awayFrom, awayUntil } = setup?.ahead ?? {};
  const isAhead =
    awayFrom !== undefined && awayUntil !== undefined && awayUntil > today && awayUntil > awayFrom;
  if (mealShare === undefined && !isAhead) return undefined;
  return {
    ...(mealShare === undefined ? {} : { mealShare }),
    ...(isAhead ? { away: { from: awayFrom, until: awayUntil } } : {}),
  };
}

/** The first day from `day` on that someone is there. */
export function whenSomeoneIsThere(plan: StandingPlan | undefined, day: LocalDate): LocalDate {
  const away = plan?.away;
  return away && day >= away.from && day < away.until ? away.until : day;
}

/** Days a meal of today has to last: until the usual next visit, or until someone is back. */
export function daysToLast(plan: StandingPlan | undefined, today: LocalDate, usualDays: number): number {
  return daysBetween(today, whenSomeoneIsThere(plan, addDays(today, usualDays)));
}

/** A harvest wanted by a day: until then the bin is made ready for it. */
export interface WantedHarvest {
  readonly on: LocalDate;
  /** From then on no food, and no water, so that worms leave what is ripe and it dries; not said, both go on. */
  readonly noFoodFrom?: LocalDate;
  readonly noWaterFrom?: LocalDate;
}
/** A wish that was not met is given up so many days after its day. */
const GIVEN_UP_DAYS = 14;
/** The harvest that is wanted of a bin, as far as it still is. Never throws. */
export function wantedHarvest(
  { setup }: Pick<BinState, "setup">,
  today: LocalDate,
): WantedHarvest | undefined {
  const { harvestOn, noFoodFrom, noWaterFrom } = setup?.ahead ?? {};
  if (harvestOn === undefined || setup?.retired || daysBetween(harvestOn, today) > GIVEN_UP_DAYS)
    return undefined;
  return {
    on: harvestOn,
    ...(noFoodFrom === undefined ? {} : { noFoodFrom }),
    ...(noWaterFrom === undefined ? {} : { noWaterFrom }),
  };
}
/** Days until food may be given again; nought where it may be today. */
export function foodlessDays(wanted: WantedHarvest | undefined, today: LocalDate): number {
  if (wanted?.noFoodFrom === undefined || wanted.noFoodFrom > today) return 0;
  return Math.max(1, daysBetween(today, wanted.on));
}

type Ahead = NonNullable<BinSetup["ahead"]>;
/** What is meant of a bin, with a harvest wished for or, without one, given up; all else stays. */
export function aheadWithHarvest(before: Ahead | undefined, wanted?: WantedHarvest): Ahead {
  const { harvestOn: _on, noFoodFrom: _food, noWaterFrom: _water, ...rest } = before ?? {};
  return wanted ? { ...rest, harvestOn: wanted.on, ...without(wanted) } : rest;
}
const without = ({ on: _on, ...rest }: WantedHarvest): Omit<WantedHarvest, "on"> => rest;
/** The same with another plan for meals and absences, or none; a harvest that is wished for stays. */
export function aheadWithPlan(before: Ahead | undefined, plan: Ahead): Ahead {
  const { mealShare: _share, awayFrom: _from, awayUntil: _until, ...harvest } = before ?? {};
  return { ...harvest, ...plan };
}
