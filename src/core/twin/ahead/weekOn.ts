import type { WeekOn } from "@/core/expectation/expectation";
import { AT, dryOf, moistureOf } from "../engine/state";
import { fedAt } from "../engine/twinBin";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { sleep } from "../ensemble/sleep";
import { weightsOf } from "../learning/learn";
import { bandOf, quantiles } from "../learning/quantiles";
import type { MealKind } from "./meal";
import { give } from "./meal";

const DAYS = 7;

/**
 * The fed compartment a week on, with a meal given today or without, and what would have to go in for the middle of the
 * target then: a bed is moistened for the days to come, not for the moment.
 */
export function weekOn(
  ensemble: Ensemble,
  meal: { readonly kind: MealKind; readonly kg: number; readonly place: number } | undefined,
  target: { readonly low: number; readonly high: number },
  beddingMoisture: number,
): WeekOn {
  const one = copied(ensemble);
  const weights = weightsOf(one);
  if (meal && meal.kg > 0)
    give(one, { ...meal.kind, cardPerG: 0 }, 1000 * meal.kg, meal.place, `trial ${one.day}`);
  for (let day = 0; day < DAYS; day += 1) sleep(one);
  const aim = (target.low + target.high) / 2;
  const r = aim / (1 - aim);
  const takes = r * (1 - beddingMoisture) - beddingMoisture;
  const members = one.views[fedAt(one.bin)]!;
  const short = Float64Array.from(members, (s) => r * dryOf(s) - s[AT.W]!);
  const [middle] = quantiles(short, weights, [0.5]) as [number];
  return {
    moisture: bandOf(Float64Array.from(members, moistureOf), weights),
    waterL: Math.max(0, middle) / 1000,
    dryBeddingKg: takes > 0 ? Math.max(0, -middle) / takes / 1000 : 0,
  };
}
