import type { WeekOn } from "@/core/expectation/expectation";
import { AT, dryOf, moistureOf } from "../engine/state";
import { fedAt } from "../engine/twinBin";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import { bandOf, quantiles } from "../learning/quantiles";
import type { MealKind } from "./meal";
import { give } from "./meal";
import { reachable } from "./moistureNeed";
import type { Watcher } from "./unfed";
import { watchedUnfed } from "./unfed";

const DAYS = 7;

/** The moisture aimed at, and that of the bedding that would go in: shares of wet mass. */
export interface WeekAim {
  readonly low: number;
  readonly high: number;
  readonly beddingMoisture: number;
}

/**
 * The fed compartment a week on, with a meal given today or without, and what would have to go in for the middle of the
 * target then: a bed is moistened for the days to come, not for the moment.
 */
export function weekOn(
  ensemble: Ensemble,
  meal: { readonly kind: MealKind; readonly kg: number; readonly place: number } | undefined,
  aim: WeekAim,
): WeekOn {
  if (!meal || meal.kg <= 0) return watchedUnfed(ensemble, DAYS, weekWatch(aim));
  const one = copied(ensemble);
  give(one, { ...meal.kind, cardPerG: 0 }, 1000 * meal.kg, meal.place, `trial ${one.day}`);
  for (let day = 0; day < DAYS; day += 1) passDay(one);
  return readWeek(one, aim);
}

/** The week without a meal, for one who walks through the days anyway. */
export function weekWatch(aim: WeekAim): Watcher<WeekOn> {
  let seen: WeekOn | undefined;
  return {
    wantsMore: (one, day) => {
      if (day < DAYS) return true;
      seen = readWeek(one, aim);
      return false;
    },
    found: () => {
      if (!seen) throw new Error("a week was not walked through");
      return seen;
    },
  };
}

function readWeek(one: Ensemble, { low, high, beddingMoisture }: WeekAim): WeekOn {
  const weights = weightsOf(one);
  const aim = (low + high) / 2;
  const r = aim / (1 - aim);
  const takes = r * (1 - beddingMoisture) - beddingMoisture;
  const members = one.views[fedAt(one.bin)]!;
  const short = Float64Array.from(members, (s) => {
    const upTo = reachable(s, aim);
    const missing = (upTo / (1 - upTo)) * dryOf(s) - s[AT.W]!;
    // Too wet is by the aim, whatever the matter would hold.
    return missing > 0 ? missing : Math.min(0, r * dryOf(s) - s[AT.W]!);
  });
  const [middle] = quantiles(short, weights, [0.5]) as [number];
  return {
    moisture: bandOf(Float64Array.from(members, moistureOf), weights),
    waterL: Math.max(0, middle) / 1000,
    dryBeddingKg: takes > 0 ? Math.max(0, -middle) / takes / 1000 : 0,
  };
}
