import type { FeedPart } from "@/records/entry";
import { addDays } from "../calendar/day";
import type { LocalDate } from "@/vocabulary/fields";
import { feedPartMatter } from "../log/amount";
import type { Decision, Step } from "./decision";

/** Food this wet gives its water off for days after it went in: melon, juice, purée. */
const LATE_WATER = 0.88;
const LOOK_AGAIN_DAYS = 4;

const isLate = (part: FeedPart): boolean => {
  const { wetKg, dryKg } = feedPartMatter(part);
  return part.preparation === "pureed" || (wetKg > 0 && 1 - dryKg / wetKg >= LATE_WATER);
};
export const bringsWaterLate = (meal: readonly FeedPart[]): boolean => {
  const kg = (parts: readonly FeedPart[]) => parts.reduce((sum, part) => sum + feedPartMatter(part).wetKg, 0);
  return kg(meal.filter(isLate)) >= 0.4 * kg(meal) && kg(meal) > 0;
};

/** Bedding that goes in because of the meal, and with it grows and shrinks. */
const WITH_THE_MEAL: ReadonlySet<Step["why"]["code"]> = new Set(["bed/shrinks", "moisture/meal"]);

/**
 * The decision with the meal that was really given: its bedding goes with it, and food that gives its water off late
 * brings the next look nearer. Amounts stay finite; without a proposed meal nothing is scaled. Never throws.
 */
export function withMeal(
  decision: Decision,
  meal: readonly FeedPart[] | undefined,
  today: LocalDate,
): Decision {
  if (!meal || meal.length === 0) return decision;
  const givenKg = meal.reduce((sum, part) => sum + feedPartMatter(part).wetKg, 0);
  const proposed = decision.steps.find(({ kind }) => kind === "feed")?.amount;
  const by = proposed && "massKg" in proposed && proposed.massKg > 0 ? givenKg / proposed.massKg : 1;
  const soon = addDays(today, LOOK_AGAIN_DAYS);
  return {
    ...decision,
    steps: decision.steps.map((step) =>
      step.amount && "massKg" in step.amount && WITH_THE_MEAL.has(step.why.code)
        ? {
            ...step,
            amount: { massKg: step.amount.massKg * by },
            ...(step.why.code === "moisture/meal" ? { why: { ...step.why, foodKg: givenKg } } : {}),
          }
        : step,
    ),
    ...(bringsWaterLate(meal) && decision.nextDay > soon ? { nextDay: soon } : {}),
  };
}
