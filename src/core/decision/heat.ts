import { tenderest } from "../bin/mixture";
import { fedCompartment } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import type { Practice, Seen } from "../practice/practice";
import type { Depth, Warmth } from "./decision";

/** Warmth the decision computes with: what was measured today, else the forecast, which has heard it. */
export const bedC = (expectation: Expectation, seen: Seen): number =>
  expectation.twin?.hasReadToday
    ? expectation.temperatureC.middle
    : (seen.temperatureC ?? expectation.temperatureC.middle);

/** What is said of it: what the keeper read, else the stretch it likely lies in. */
export const warmthKnown = (expectation: Expectation, { temperatureC }: Seen): Warmth =>
  temperatureC === undefined ? { likelyC: expectation.temperatureC } : { readC: temperatureC };

/** Below so much bed it is cooler, and worms go down there, m. */
const DEEP_M = 0.35;
/** By so much at least, K. */
const COOLER_K = 1;
export function depthOf({ setup }: Practice, { twin }: Expectation, temperatureC: number): Depth {
  if (fedCompartment(setup).heightM < DEEP_M) return { is: "shallow" };
  if (!twin) return { is: "cooler" };
  return twin.lowerC.middle > temperatureC - COOLER_K
    ? { is: "warmedThrough" }
    : { is: "cooler", belowC: twin.lowerC };
}

/** So near to where its worms begin to die a bed is looked at again soon, K and days. Judgement. */
export const NEAR_DEATH_K = 5.5;
const AGAIN_DAYS = 2;
/** When a bed that was found hot today is looked at again, days, unless its worms have a cooler depth to go to; nothing where it is not. */
export function againInHeat(
  expectation: Expectation,
  practice: Practice,
  { temperatureC }: Seen,
): { readonly againInDays?: number } {
  if (temperatureC === undefined || practice.state.worms.massKg <= 0) return {};
  const limitC = tenderest(practice.state.worms, expectation.herds).heatDeathC - NEAR_DEATH_K;
  const isFleeing = depthOf(practice, expectation, temperatureC).is === "cooler";
  return temperatureC >= limitC && !isFleeing ? { againInDays: AGAIN_DAYS } : {};
}
