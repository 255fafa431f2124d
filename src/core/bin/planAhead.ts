import type { LocalDate } from "@/vocabulary/fields";
import type { BinSetup } from "@/records/setup";
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
