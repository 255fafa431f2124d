import type { FeedPart } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { daysBetween } from "@/core/calendar/day";
import { piecesOf } from "@/core/catalogue/pieces";
import type { Decision, Step } from "@/core/decision/decision";
import { sayAmount } from "@/core/decision/words";
import type { Measures } from "@/core/quantity/parse";
import { parseQuantity } from "@/core/quantity/parse";
import { readAmount } from "@/core/quantity/readAmount";
import { stepKey } from "./visitLines";
import type { FieldFault, VisitTyped } from "./visitTyped";

/* What was typed over a proposal, read: amounts, a meal of one's own, the day to come back. */

export interface StepAmount {
  readonly amount: { readonly massKg: number } | { readonly volumeL: number };
  readonly typed: string;
  /** What was accepted was measured out as it was said; what was typed over it is the keeper's own. */
  readonly measuredBy: "proposed" | "weighed" | "volume" | "guessed";
}

/** The amount that will be written for a step: what was typed over it, else what was proposed, as it was said. */
export function amountOf(
  step: Step,
  typed: VisitTyped,
  measures: Measures,
  /** Ground of the part it is laid on, m²: bedding may be said by its depth. */
  ground?: number,
): Outcome<StepAmount | undefined, FieldFault> {
  if (!step.amount) return done(undefined);
  const text = typed.amounts[stepKey(step)];
  const isMass = "massKg" in step.amount;
  if (text === undefined || text.trim() === "") {
    // The keeper measures out what is said, rounded as it is.
    const said = sayAmount(step, measures.units) ?? "";
    const read = isMass ? parseQuantity(said, "mass", "kg") : parseQuantity(said, "volume", "L", measures);
    const value = read.ok && read.value > 0 ? read.value : undefined;
    return done({
      amount: value === undefined ? step.amount : isMass ? { massKg: value } : { volumeL: value },
      typed: said,
      measuredBy: "proposed",
    });
  }
  const read = readAmount(text, isMass ? "small" : "liquid", measures, { areaM2: ground });
  if (!read.ok)
    return refused({ code: "visit/field", field: stepKey(step), sentence: read.problem.sentence });
  const { typed: said, measuredBy, ...amount } = read.value;
  return done({ amount, typed: said, measuredBy });
}

/** The day to come back: the keeper's own, else the proposed one. Not in the past, not in ten years. */
export function nextDayOf(
  decision: Decision,
  typed: VisitTyped,
  today: LocalDate,
): Outcome<LocalDate, FieldFault> {
  if (typed.nextDay === "") return done(decision.nextDay);
  const day = localDate.safeParse(typed.nextDay);
  if (!day.success)
    return refused({ code: "visit/field", field: "nextDay", sentence: "This is not a day of the calendar." });
  const ahead = daysBetween(today, day.data);
  if (ahead < 0) return refused({ code: "visit/field", field: "nextDay", sentence: "That day is past." });
  return ahead > 800
    ? refused({ code: "visit/field", field: "nextDay", sentence: "That is more than two years ahead." })
    : done(day.data);
}

/** Foods that were typed in place of the proposed one, by weight, volume or a container of one's own. */
export function mealOf(typed: VisitTyped, measures: Measures): Outcome<FeedPart[] | undefined, FieldFault> {
  if (!typed.meal) return done(undefined);
  const parts: FeedPart[] = [];
  for (const [at, { materialId, amount: text, preparation, juice }] of typed.meal.entries()) {
    const isThawed = preparation === "frozen" || preparation === "choppedFrozen";
    const food = { materialId, preparation, ...(isThawed && juice ? { juice } : {}) };
    const read = readAmount(text, "small", measures, { pieces: piecesOf(materialId) });
    if (!read.ok)
      return refused({ code: "visit/field", field: `meal${at}`, sentence: read.problem.sentence });
    const amount = read.value;
    if (("massKg" in amount ? amount.massKg : amount.volumeL) > 0) parts.push({ ...food, amount });
  }
  return done(parts);
}
