import type { TwinNow } from "../log/now";
import type { LocalDate } from "@/vocabulary/fields";
import { nextPlace } from "@/core/bin/place";
import type { StandingPlan } from "@/core/bin/planAhead";
import { daysToLast, standingPlan } from "@/core/bin/planAhead";
import { fedCompartment } from "@/core/bin/system";
import type { QuietAhead } from "./leftAlone";
import { leftAlone } from "./leftAlone";
import type { RationAnswer } from "./ration";
import { largestRation } from "./ration";
import { tried } from "./tried";
import type { UsualPlan } from "./usualPlan";
import { mealKind, usualPlan } from "./usualPlan";

/** Longer than this no meal is meant to last: the herd lives on bedding and castings. */
const MOST_MEAL_DAYS = 28;

/** What is meant for a bin from today on; what is proposed at a visit and what is drawn ahead rest on the same. */
export interface PlanNow {
  /** Number of the place whose turn it is. */
  readonly place: number;
  readonly quiet: QuietAhead;
  /** Days the next meal has to last. */
  readonly forDays: number;
  readonly meal: RationAnswer;
  readonly usual: UsualPlan;
  /** What the keeper decided otherwise, as far as it lies ahead. */
  readonly planned: StandingPlan | undefined;
}

/** When the next place is ready, the largest meal it can take, and the pace at which things go on. */
export function planNow(now: TwinNow, today: LocalDate): PlanNow {
  const { ensemble, practice, state } = now;
  const { school, setup } = practice;
  const place = nextPlace(state)?.place ?? 1;
  const quiet = leftAlone(ensemble, place, Math.min(60, Math.max(21, school.maxIntervalDays)));
  const planned = standingPlan(setup, today);
  const forDays = Math.min(MOST_MEAL_DAYS, daysToLast(planned, today, school.usualIntervalDays));
  const meal = largestRation(ensemble, {
    meal: mealKind(practice),
    days: forDays,
    place,
    places: fedCompartment(setup).placeCount,
    tried: (clearsInDays) => tried(state.feedings, clearsInDays),
  });
  const firstInDays = Math.max(0, Math.round(quiet.mealInDays?.middle ?? forDays));
  return { place, quiet, forDays, meal, usual: usualPlan(now, meal.kg, firstInDays), planned };
}
