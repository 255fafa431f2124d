import type { Ensemble } from "../ensemble/ensemble";
import type { TwinNow } from "../log/now";
import type { LocalDate } from "@/vocabulary/fields";
import { nextPlace } from "@/core/bin/place";
import type { StandingPlan } from "@/core/bin/planAhead";
import { daysToLast, foodlessDays, standingPlan, wantedHarvest } from "@/core/bin/planAhead";
import { fedCompartment } from "@/core/bin/system";
import type { MealsKnown } from "@/core/bin/meals";
import { mealsOf } from "@/core/bin/meals";
import { placeKey } from "@/core/bin/state";
import { triedCaps } from "@/core/bin/tried";
import type { Band, WeekOn } from "@/core/expectation/expectation";
import { DRY_BEDDING } from "@/core/practice/dryBedding";
import { targetMoisture } from "@/core/practice/practice";
import { AT } from "../engine/state";
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
  /** What the ledger of meals is told by the forecast. */
  readonly known: { readonly warmthC: number; readonly heldGone: readonly string[] };
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

/** Places whose meal the forecast holds gone, and how warm it holds the bed, before today's looks at food. */
export function knownOfMeals({
  unlooked,
  state,
}: TwinNow): Pick<MealsKnown, "warmthC"> & { heldGone: string[] } {
  const fed = fedAt(unlooked.bin);
  const weights = weightsOf(unlooked);
  const [warmthC] = quantiles(
    Float64Array.from(unlooked.views[fed]!, (s) => s[AT.T]!),
    weights,
    [0.5],
  ) as [number];
  const heldGone = Object.values(state.places).flatMap(({ compartmentId, place }) => {
    if (compartmentId !== unlooked.bin.compartments[fed]!.id) return [];
    const left = Float64Array.from(unlooked.views[fed]!, (s) => leftAt(s, unlooked.marks[fed]!, place));
    const [most] = quantiles(left, weights, [0.7]) as [number];
    return most <= GONE ? [placeKey(compartmentId, place)] : [];
  });
  return { warmthC, heldGone };
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
  const known = knownOfMeals(now);
  const meals = mealsOf(state, { today, warmthC: known.warmthC, heldGone: new Set(known.heldGone) });
  const of = (days: number) =>
    largestRation(now.unlooked === now.ensemble ? ahead : aheadOf(now.unlooked), {
      meal: mealKind(practice),
      days,
      place,
      places: placeCount,
      unfed: now.unlooked === now.ensemble ? trouble.found() : undefined,
      heatSoon: quiet.danger.heat,
      mostKg: (smallKg) => Math.min(...triedCaps(meals, smallKg).map(({ mostKg }) => mostKg)),
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
  return { place, known, quiet, forDays, meal, usual: usualPlan(now, meal.kg, firstInDays), planned, ahead };
}
