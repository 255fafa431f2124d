import { wentSour } from "@/core/bin/feedings";
import type { Feeding } from "@/core/bin/state";
import { daysBetween } from "@/core/calendar/day";

/** Older meals were given to another herd. */
const REMEMBERED_DAYS = 60;
/** The next step after a meal that went well, and after one that was not eaten. Source: process model 11, 12.8. */
const STEP_UP = 1.5;
const STEP_DOWN = 0.6;
/**
 * Of a meal after which the bin smelled: as much is given at most, and a quarter more each time so many others have gone well since.
 * Where it happened twice, that is what this bin bears: no more for as long as it is remembered. Judgement.
 */
const AFTER_SOUR = { share: 0.8, more: 1.25, wells: 4, apartDays: 14 } as const;

/** The most that the keeper's own meals speak for, wet kg, and what they say. */
export interface Tried {
  readonly mostKg: number;
  readonly by: "step-up" | "was-left" | "went-sour";
  /** The meal it is measured from. */
  readonly mealKg: number;
}

/**
 * What the last two months' meals speak for: half as much again as the largest that went well since one did not, or as
 * the largest where nothing has been judged; less than one that did not go well, and for longer less than what went sour. A meal went well if at most a little was left when
 * it was last looked at and the bin smelled earthy; badly, if half or more lay there after `clearsInDays`, the time even a
 * small meal needs. Food that is seen sooner says nothing: where one goes round many places, the last meal always lies
 * whole. Source: process model 11, terms; it judges at the next visit, which may be long before anything can be gone.
 */
export function tried(feedings: readonly Feeding[], clearsInDays: number): Tried | undefined {
  const last = feedings.at(-1);
  if (!last) return undefined;
  const recent = feedings.filter(({ day }) => daysBetween(day, last.day) <= REMEMBERED_DAYS);
  const lately = triedLately(recent, clearsInDays);
  const bears = borne(feedings, clearsInDays);
  return bears && bears.mostKg < lately.mostKg ? bears : lately;
}

function triedLately(recent: readonly Feeding[], clearsInDays: number): Tried {
  let best: number | undefined;
  for (const feeding of recent.toReversed()) {
    const verdict = verdictOn(feeding, clearsInDays);
    if (verdict === "well") best = Math.max(best ?? 0, feeding.massKg);
    else if (verdict === "badly" && best === undefined) {
      const by = wentSour(feeding) ? "went-sour" : "was-left";
      return { mostKg: STEP_DOWN * feeding.massKg, by, mealKg: feeding.massKg };
    } else if (verdict === "badly") break;
  }
  // Where nothing has been judged yet the forecast has the word; only the step is held small, and none is taken onto food
  // that was seen to lie.
  const from = best ?? Math.max(...recent.map(({ massKg }) => massKg));
  const seen = recent.findLast(({ left }) => left !== undefined)?.left;
  const lies = seen === "half" || seen === "most";
  return { mostKg: (lies ? 1 : STEP_UP) * from, by: "step-up", mealKg: from };
}

/** What a bin bears by the meals that went sour in it, wet kg; undefined where none did. */
function borne(feedings: readonly Feeding[], clearsInDays: number): Tried | undefined {
  const sour = feedings.filter(wentSour);
  const newest = sour.at(-1);
  if (!newest) return undefined;
  const isOften = sour.some(({ day }) => daysBetween(day, newest.day) >= AFTER_SOUR.apartDays);
  const least = sour.reduce((a, b) => (b.massKg < a.massKg ? b : a));
  const wells = feedings.filter(
    (one) => one.day > newest.day && verdictOn(one, clearsInDays) === "well",
  ).length;
  const grown = isOften ? 1 : AFTER_SOUR.more ** Math.floor(wells / AFTER_SOUR.wells);
  return { mostKg: AFTER_SOUR.share * grown * least.massKg, by: "went-sour", mealKg: least.massKg };
}

function verdictOn(feeding: Feeding, clearsInDays: number): "well" | "badly" | "unknown" {
  const { day, left, leftOn } = feeding;
  if (wentSour(feeding)) return "badly";
  if (left === undefined || leftOn === undefined) return "unknown";
  if (left === "none" || left === "little") return "well";
  return daysBetween(day, leftOn) >= clearsInDays ? "badly" : "unknown";
}
