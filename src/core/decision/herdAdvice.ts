import { surfaceM2 } from "../bin/system";
import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import type { Expectation } from "../expectation/expectation";
import { HERD_KG_PER_M2 } from "../matter/figures";
import type { Practice } from "../practice/practice";
import { targetMoisture } from "../practice/practice";
import { tooColdC } from "./comfort";

/** Below this share of a usual start a bin is understocked. */
const FEW = 0.2;
/** A herd that lost so much of what was stocked, though fed, is said to shrink. */
const SHRUNK = 0.6;
const FED_WITHIN_DAYS = 30;
const KNOWN_DAYS = 60;

/** What must be right before new worms are put in. */
type Fault = "cold" | "hot" | "dry" | "wet" | "smell";
export type HerdAdvice =
  | { readonly code: "herd/over"; readonly wormsKg: number; readonly spareKg: number }
  | { readonly code: "herd/under"; readonly wormsKg: number; readonly moreKg: number }
  | {
      readonly code: "herd/shrinks";
      readonly wormsKg: number;
      readonly stockedKg: number;
      readonly restockKg: number;
      /** Empty where they may come at once. */
      readonly first: readonly Fault[];
      /** Where one comes so seldom that it starves between: come every so many days. */
      readonly soonerDays?: number;
    };

/**
 * What is to be said of the size of a herd: too many for the surface, too few for it, or shrinking though it is fed, with
 * how much to stock again and what has to be right before. Undefined where there is nothing to say. Never throws.
 */
export function herdAdvice(
  expectation: Expectation,
  practice: Practice,
  today: LocalDate,
): HerdAdvice | undefined {
  const { state, setup } = practice;
  const { since, massKg: stockedKg } = state.worms;
  // What was tipped out is not understocked.
  if (since === undefined || state.emptiedOn !== undefined) return undefined;
  const { low, middle, high } = expectation.wormsKg;
  const areaM2 = surfaceM2(setup);
  const isBreeding = practice.school.isBreeding === true;
  const mostKg = (isBreeding ? HERD_KG_PER_M2.start : HERD_KG_PER_M2.running) * areaM2;
  if (low > mostKg) return { code: "herd/over", wormsKg: middle, spareKg: middle - mostKg / 2 };
  if (daysBetween(since, today) < KNOWN_DAYS) return undefined;
  const startKg = HERD_KG_PER_M2.start * areaM2;
  const fed = state.feedings.at(-1)?.day;
  const isFed = fed !== undefined && daysBetween(fed, today) <= FED_WITHIN_DAYS;
  if (isFed && stockedKg > 0 && high < stockedKg && middle < SHRUNK * stockedKg) {
    const soonerDays = mealsGoneSoonerDays(expectation, practice);
    return {
      code: "herd/shrinks",
      wormsKg: middle,
      stockedKg,
      restockKg: Math.min(stockedKg, startKg) - middle,
      first: faults(expectation, practice),
      ...(soonerDays === undefined ? {} : { soonerDays }),
    };
  }
  return !isBreeding && high < FEW * startKg
    ? { code: "herd/under", wormsKg: middle, moreKg: startKg / 2 - middle }
    : undefined;
}

/** Schools that come more seldom are asked whether more often would carry more, days. */
const SELDOM_DAYS = 14;
const [SOONEST_DAYS, OF_THE_WAY] = [7, 2 / 3];
/**
 * Days after which one would do better to come, where the school comes so seldom that its meals are gone long before: a monthly
 * feast can only be as large as the bed's air, but two smaller ones are twice as much. Undefined where it comes often, where a bin
 * is left in peace, over the keeper's own interval and without a forecast. Never throws. Source: troughs lived a year under advice
 * with an own interval (docs/model.md).
 */
export function mealsGoneSoonerDays(
  { twin }: Pick<Expectation, "twin">,
  { school, setup }: Practice,
): number | undefined {
  const usual = school.usualIntervalDays;
  if (!twin || usual <= SELDOM_DAYS || school.isLeftInPeace === true || setup.own?.intervalDays !== undefined)
    return undefined;
  const days = Math.min(SELDOM_DAYS, Math.max(SOONEST_DAYS, Math.ceil(twin.meal.clearsInDays)));
  return twin.meal.clearsInDays <= OF_THE_WAY * usual ? days : undefined;
}

function faults(expectation: Expectation, practice: Practice): Fault[] {
  const species = speciesOf(practice.state.worms.speciesId);
  const target = targetMoisture(practice);
  const temperatureC = expectation.temperatureC.middle;
  const moisture = expectation.moisture.middle;
  const smell = practice.state.smell?.smell;
  return [
    ...(temperatureC < tooColdC(species) + 8 ? (["cold"] as const) : []),
    ...(temperatureC > species.bestC + 3 ? (["hot"] as const) : []),
    ...(moisture < target.low - 0.04 ? (["dry"] as const) : []),
    ...(moisture > target.high + 0.04 ? (["wet"] as const) : []),
    ...(smell !== undefined && smell !== "earthy" ? (["smell"] as const) : []),
  ];
}
