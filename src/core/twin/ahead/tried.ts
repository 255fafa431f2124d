import { daysBetween } from "@/core/calendar/day";
import type { Feeding } from "@/core/bin/state";

/** Older meals were given to another herd. */
const REMEMBERED_DAYS = 60;
/** The next step after a meal that went well, and after one that was not eaten. Source: process model 11, 12.8. */
const STEP_UP = 1.5;
const STEP_DOWN = 0.6;

/** The most that the keeper's own meals speak for, wet kg, and what they say. */
export interface Tried {
  readonly mostKg: number;
  readonly by: "step-up" | "was-left";
  /** The meal it is measured from. */
  readonly mealKg: number;
}

/**
 * What the last two months' meals speak for: half as much again as the largest that went well since one did not, or as
 * the largest where nothing has been judged; less than one that did not go well. A meal went well if at most a little was left when
 * it was last looked at and the bin smelled earthy; badly, if half or more lay there after `clearsInDays`, the time even a
 * small meal needs. Food that is seen sooner says nothing: where one goes round many places, the last meal always lies
 * whole. Source: process model 11, terms; it judges at the next visit, which may be long before anything can be gone.
 */
export function tried(feedings: readonly Feeding[], clearsInDays: number): Tried | undefined {
  const last = feedings.at(-1);
  if (!last) return undefined;
  const recent = feedings.filter(({ day }) => daysBetween(day, last.day) <= REMEMBERED_DAYS);
  let best: number | undefined;
  for (const feeding of recent.toReversed()) {
    const verdict = verdictOn(feeding, clearsInDays);
    if (verdict === "well") best = Math.max(best ?? 0, feeding.massKg);
    else if (verdict === "badly" && best === undefined)
      return { mostKg: STEP_DOWN * feeding.massKg, by: "was-left", mealKg: feeding.massKg };
    else if (verdict === "badly") break;
  }
  // Where nothing has been judged yet the forecast has the word; only the step is held small, and none is taken onto food
  // that was seen to lie.
  const from = best ?? Math.max(...recent.map(({ massKg }) => massKg));
  const seen = recent.findLast(({ left }) => left !== undefined)?.left;
  const lies = seen === "half" || seen === "most";
  return { mostKg: (lies ? 1 : STEP_UP) * from, by: "step-up", mealKg: from };
}

function verdictOn(
  { day, left, leftOn, smelled }: Feeding,
  clearsInDays: number,
): "well" | "badly" | "unknown" {
  if (smelled !== undefined && smelled !== "earthy") return "badly";
  if (left === undefined || leftOn === undefined) return "unknown";
  if (left === "none" || left === "little") return "well";
  return daysBetween(day, leftOn) >= clearsInDays ? "badly" : "unknown";
}
