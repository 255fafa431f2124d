import type { TwinDeed } from "../ensemble/deed";
import type { Ensemble } from "../ensemble/ensemble";
import { doDeed } from "../ensemble/deed";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import { readinessOf } from "./leftAlone";
import type { MealKind } from "./meal";
import { give } from "./meal";

/** What is done ahead: meals at a pace, and single deeds on days counted from now. */
export interface PlanAhead {
  readonly meal?: {
    readonly kind: MealKind;
    readonly kg: number;
    readonly everyDays: number;
    readonly firstInDays: number;
    readonly places: number;
    readonly firstPlace: number;
  };
  /** Days on which no one comes, from and to, counted from now. */
  readonly away?: { readonly from: number; readonly to: number };
  readonly deeds?: readonly { readonly inDays: number; readonly deed: TwinDeed }[];
}

/** Less than this chance that a place can take a meal, and the meal waits: nobody feeds onto food that lies there. */
const READY = 0.4;

/**
 * Carries an ensemble on under a plan, showing it at the dawn of each day, today first. A meal that is due waits while
 * its place is not ready. Changes the ensemble.
 */
export function carryOut(
  ensemble: Ensemble,
  plan: PlanAhead,
  days: number,
  onDay: (ensemble: Ensemble, inDays: number) => void | "enough",
): void {
  const { meal, away, deeds = [] } = plan;
  let place = meal?.firstPlace ?? 1;
  const start = ensemble.day;
  let next = meal?.firstInDays ?? Infinity;
  const weights = weightsOf(ensemble);
  for (let day = 0; day <= days; day += 1) {
    if (onDay(ensemble, day) === "enough") return;
    for (const one of deeds) if (one.inDays === day) doDeed(ensemble, one.deed);
    const isAway = away !== undefined && day >= away.from && day < away.to;
    if (meal && day >= next && !isAway && readinessOf(ensemble, weights, place) >= READY) {
      give(ensemble, meal.kind, 1000 * meal.kg, place, `plan ${start + day}`);
      place = (place % meal.places) + 1;
      next = day + meal.everyDays;
    }
    passDay(ensemble);
  }
}
