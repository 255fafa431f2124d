import type { Ensemble } from "../ensemble/ensemble";
import type { TwinNow } from "../log/now";
import type { LocalDate } from "@/vocabulary/fields";
import { nextPlace } from "@/core/bin/place";
import type { StandingPlan } from "@/core/bin/planAhead";
import { daysToLast, foodlessDays, standingPlan, wantedHarvest } from "@/core/bin/planAhead";
import { fedCompartment } from "@/core/bin/system";
import type { Feeding } from "@/core/bin/state";
import type { Band, WeekOn } from "@/core/expectation/expectation";
import { DRY_BEDDING } from "@/core/practice/dryBedding";
import { targetMoisture } from "@/core/practice/practice";
import { fedAt } from "../engine/twinBin";
import { leftAt } from "../ensemble/measures";
import { weightsOf } from "../learning/learn";
import { quantiles } from "../learning/quantiles";
import type { HerdAtRisk } from "./herdAtRisk";
import { herdWatch } from "./herdAtRisk";
import { goneWatch, readyWatch, troubleWatch } from "./leftAlone";
import type { RationAnswer } from "./ration";
import { largestRation, trialDays } from "./ration";
import { aheadOf } from "./thinned";
import { tried } from "./tried";
import type { UsualPlan } from "./usualPlan";
import { watchUnfed } from "./unfed";
import { mealKind, usualPlan } from "./usualPlan";
import type { Danger } from "./warnings";
import { dangerWatch } from "./warnings";
import { weekWatch } from "./weekOn";

/** Longer than this no meal is meant to last: the herd lives on bedding and castings. */
const MOST_MEAL_DAYS = 28;

/** What is to come if nobody does anything. */
export interface QuietAhead {
  /** Days from now until at most a tenth of it is left, by `compartment/place`. */
  readonly goneInDays: ReadonlyMap<string, Band>;
  /** First day a meal may go to the place next in turn; none within the days looked ahead. */
  readonly mealInDays: Band | undefined;
  readonly herdAtRisk: HerdAtRisk;
  readonly week: WeekOn;
  readonly danger: Danger;
}

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
  /** The members it was asked of, as they stand today. */
  readonly ahead: Ensemble;
}

/** Meals nobody has looked at since, judged by the forecast that has heard all else: what it holds gone went well. */
function judged({ ensemble, state }: TwinNow, today: LocalDate): readonly Feeding[] {
  const fed = fedAt(ensemble.bin);
  const weights = weightsOf(ensemble);
  const { feedings } = state;
  return feedings.map((feeding, at) => {
    const isNewestThere = !feedings.some(
      (other, later) =>
        later > at && other.place === feeding.place && other.compartmentId === feeding.compartmentId,
    );
    if (feeding.left !== undefined || !isNewestThere) return feeding;
    const left = Float64Array.from(ensemble.views[fed]!, (s) =>
      leftAt(s, ensemble.marks[fed]!, feeding.place),
    );
    const [most] = quantiles(left, weights, [0.7]) as [number];
    return most <= GONE ? { ...feeding, left: "little", leftOn: today } : feeding;
  });
}
/** Schools that come no oftener than this may be asked to come as often as they ever do, for so much more food. */
const SELDOM_DAYS = 7;
const HASTENS = 1.15;
/** At most so much left of a meal: it is gone but for a trace. */
const GONE = 0.35;

/** When the next place is ready, the largest meal it can take, and the pace at which things go on. */
export function planNow(now: TwinNow, today: LocalDate): PlanNow {
  const { practice, state } = now;
  const { school, setup } = practice;
  const ahead = aheadOf(now.ensemble);
  const place = nextPlace(state)?.place ?? 1;
  const { placeCount } = fedCompartment(setup);
  const planned = standingPlan(setup, today);
  const usualDays = Math.min(MOST_MEAL_DAYS, daysToLast(planned, today, school.usualIntervalDays));
  const mostDays = Math.min(60, Math.max(21, school.maxIntervalDays));
  const troubleDays = Math.max(trialDays(usualDays), trialDays(school.minIntervalDays));
  const gone = goneWatch(ahead, mostDays);
  const ready = readyWatch(ahead, place, mostDays);
  const trouble = troubleWatch(ahead, troubleDays);
  const herd = herdWatch(ahead);
  const week = weekWatch({ ...targetMoisture(practice), beddingMoisture: DRY_BEDDING.moisture });
  const danger = dangerWatch(ahead);
  watchUnfed(ahead, Math.max(mostDays, troubleDays), [gone, ready, trouble, herd, week, danger]);
  const quiet = {
    goneInDays: gone.found(),
    mealInDays: ready.found(),
    herdAtRisk: herd.found(),
    week: week.found(),
    danger: danger.found(),
  };
  const of = (days: number) =>
    largestRation(ahead, {
      meal: mealKind(practice),
      days,
      place,
      places: placeCount,
      unfed: trouble.found(),
      heatSoon: quiet.danger.heat,
      tried: (clearsInDays) => tried(judged(now, today), clearsInDays),
    });
  const usualMeal = of(usualDays);
  // Where a feast is held down by sour air, smaller ones more often come to more: as often as a place is clear for the next.
  const mayHasten = planned?.away === undefined && school.minIntervalDays >= SELDOM_DAYS;
  const quickDays = Math.max(school.minIntervalDays, Math.ceil(usualMeal.clearsInDays / placeCount));
  const quickMeal =
    mayHasten && usualMeal.limit === "trouble" && usualDays > quickDays ? of(quickDays) : undefined;
  const isQuicker =
    quickMeal !== undefined && quickMeal.kg / quickDays > (HASTENS * usualMeal.kg) / Math.max(1, usualDays);
  const meal = isQuicker ? quickMeal : usualMeal;
  const forDays = isQuicker ? quickDays : usualDays;
  const readyInDays = Math.max(0, Math.round(quiet.mealInDays?.middle ?? forDays));
  const firstInDays = Math.max(readyInDays, foodlessDays(wantedHarvest(state, today), today));
  return { place, quiet, forDays, meal, usual: usualPlan(now, meal.kg, firstInDays), planned, ahead };
}
