import { daysBetween } from "../calendar/day";
import type { BinState } from "./state";

/* What this keeper usually does at a bin, by the last four meals. Source: process model 11. */

/** The middle one, the upper of two; undefined where there is none. */
export const middleOf = (values: readonly number[]): number | undefined =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

/** Days from meal to meal, at least 1; undefined before the third meal. */
export function usualGapDays({ feedings }: Pick<BinState, "feedings">): number | undefined {
  const recent = feedings.slice(-4);
  const gaps = recent.slice(1).map(({ day }, at) => Math.max(1, daysBetween(recent[at]!.day, day)));
  return gaps.length >= 2 ? middleOf(gaps) : undefined;
}
/** Kilograms of a meal; undefined before the third. */
export function usualMealKg({ feedings }: Pick<BinState, "feedings">): number | undefined {
  const recent = feedings.slice(-4);
  return recent.length >= 3 ? middleOf(recent.map(({ massKg }) => massKg)) : undefined;
}
