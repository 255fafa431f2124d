import { DRY_BEDDING } from "@/core/practice/dryBedding";
import type { Practice } from "@/core/practice/practice";
import { targetMoisture } from "@/core/practice/practice";
import type { WetAhead } from "@/core/expectation/expectation";
import { moistureOf } from "../engine/state";
import { fedAt } from "../engine/twinBin";
import type { Ensemble } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import { bandOf } from "../learning/quantiles";
import type { PlanAhead } from "./plan";
import { carryOut } from "./plan";
import { thinned } from "./thinned";
import { mealKind } from "./usualPlan";

/** So far ahead it is said; beyond, too much else happens. */
const WET_DAYS = 35;
/** A visit would call it wet from here on: beyond the upper end of the target. Source: as what is off by a fist. */
const BEYOND = 0.03;
const LOOKED_AT = 40;
/** Meals and beddings from which on this keeper's own way is known. */
const KNOWN_MEALS = 3;
/** More dry card to a gram of scraps than anybody gives. */
const MOST_CARD = 0.5;

/** Dry card this keeper gave to a gram of food over the last meals, as it went in; undefined while too few are known. Never throws. */
function ownCardPerG({ state, setup }: Practice): number | undefined {
  const { feedings, beddings = [] } = state;
  const first = feedings[0]?.day;
  if (feedings.length < KNOWN_MEALS || first === undefined) return undefined;
  const foodKg = feedings.reduce((sum, { massKg }) => sum + massKg, 0);
  const dryKg = beddings.reduce((sum, { day, dryKg: dry }) => sum + (day >= first ? dry : 0), 0);
  return foodKg > 0 && !setup.resting
    ? Math.min(MOST_CARD, dryKg / (1 - DRY_BEDDING.moisture) / foodKg)
    : undefined;
}

/**
 * Whether the bed becomes too wet within five weeks if the keeper goes on as they do: their own meals with their own share of dry
 * bedding. If so, when, and the least change that keeps it right: card with each meal, or smaller meals with it. Undefined where it
 * stays right, where it is wet already, and where the keeper's way is not known yet. Never throws.
 */
export function wetAhead(ensemble: Ensemble, plan: PlanAhead, practice: Practice): WetAhead | undefined {
  const own = ownCardPerG(practice);
  const { meal } = plan;
  if (own === undefined || !meal) return undefined;
  const limit = targetMoisture(practice).high + BEYOND;
  const one = thinned(ensemble, LOOKED_AT);
  const first = (cardPerG: number, share: number) =>
    firstWet(
      one,
      { ...plan, meal: { ...meal, kg: share * meal.kg, kind: { ...meal.kind, cardPerG } } },
      limit,
    );
  const inDays = first(own, 1);
  if (inDays === undefined || inDays === 0) return undefined;
  const balanced = Math.max(own, mealKind(practice).cardPerG);
  const tries = [
    { cardPerG: (own + balanced) / 2, share: 1 },
    { cardPerG: balanced, share: 1 },
    { cardPerG: 1.5 * balanced, share: 1 },
    { cardPerG: 1.5 * balanced, share: 0.6 },
  ].filter(({ cardPerG, share }) => cardPerG > own + 0.005 || share < 1);
  const least = tries.find(({ cardPerG, share }) => first(cardPerG, share) === undefined);
  return {
    inDays,
    ...(least
      ? { change: { dryCardKg: least.cardPerG * least.share * meal.kg, mealKg: least.share * meal.kg } }
      : {}),
  };
}

/** The first day the middle of what is likely lies beyond a moisture; undefined where it never does. */
function firstWet(ensemble: Ensemble, plan: PlanAhead, limit: number): number | undefined {
  const one = thinned(ensemble, ensemble.size);
  const weights = weightsOf(one);
  const fed = fedAt(one.bin);
  let found: number | undefined;
  carryOut(one, plan, WET_DAYS, ({ lines }, day) => {
    const { middle } = bandOf(
      Float64Array.from(lines, (line) => moistureOf(line[fed]!)),
      weights,
    );
    if (middle <= limit) return undefined;
    found = day;
    return "enough";
  });
  return found;
}
