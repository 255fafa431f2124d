import type { LocalDate } from "@/vocabulary/fields";
import type { Preparation } from "@/vocabulary/setup";
import { daysBetween } from "../calendar/day";
import { wentSour } from "./feedings";
import type { BinState, Feeding } from "./state";
import { placeKey } from "./state";

/**
 * What became of a meal, by what was seen of it and, where nobody could tell, by what the forecast holds: gone (seen at any age, or
 * held gone once its time was up), going (too young to tell), lies (half or more was there when its time was up), unknown.
 */
export type MealVerdict = "gone" | "going" | "lies" | "unknown";
export interface Meal extends Feeding {
  readonly ageDays: number;
  /** Days until so small a meal is gone but for a little, by its warmth and how fine it was. */
  readonly usuallyGoneDays: number;
  /** Nothing was given at its place since: what lies there is of this meal. */
  readonly isNewestThere: boolean;
  readonly verdict: MealVerdict;
}

/** What the ledger has to be told: how warm the bed is, and at which places (`placeKey`) the forecast holds the meal gone. */
export interface MealsKnown {
  readonly today: LocalDate;
  readonly warmthC: number;
  readonly heldGone: ReadonlySet<string>;
}

/** At 20 °C, chopped; colder beds take longer, e-fold in so many K. Source: the process model's own clearing times of small meals. */
const GONE_AT_20 = 10.5;
const E_FOLD_K = 14;
const OF_CHOPPED: Readonly<Record<Preparation, number>> = {
  whole: 1.5,
  chopped: 1,
  grated: 0.85,
  frozen: 1,
  choppedFrozen: 0.9,
  pureed: 0.7,
  soaked: 1,
  precomposted: 0.8,
};
const [LEAST_DAYS, MOST_DAYS] = [4, 28];

/**
 * Days until a small meal is gone but for a little: the yardstick a look at it is judged by. By warmth and fineness alone, never by
 * what was seen of any meal, or more left would move the yardstick it is held against. 4 to 28. Never throws.
 */
export const usuallyGoneDays = (warmthC: number, preparation: Preparation = "chopped"): number =>
  Math.round(
    Math.min(
      MOST_DAYS,
      Math.max(LEAST_DAYS, GONE_AT_20 * OF_CHOPPED[preparation] * Math.exp((20 - warmthC) / E_FOLD_K)),
    ),
  );

/** Half of a meal may lie a quarter longer than that before it was too large: by eye it is between a third and two thirds. */
const HALF_LATER = 1.25;

/** Half or more is left: it has not been eaten. */
const isMuch = (left: Feeding["left"]): boolean => left === "half" || left === "most";
/** Seen gone but for a little, at any age. */
export const isSeenGone = ({ left }: Pick<Feeding, "left">): boolean => left === "none" || left === "little";
/** Seen to lie at the last look, however young it was. */
export const isSeenLying = ({ left }: Pick<Feeding, "left">): boolean => isMuch(left);

/** Every meal that is remembered, oldest first, with its one verdict: asking, waiting, amounts and words all read it here. Never throws. */
export function mealsOf({ feedings }: Pick<BinState, "feedings">, known: MealsKnown): Meal[] {
  const newest = new Map(feedings.map((feeding, at) => [placeKey(feeding.compartmentId, feeding.place), at]));
  return feedings.map((feeding, at) => {
    const key = placeKey(feeding.compartmentId, feeding.place);
    const isNewestThere = newest.get(key) === at;
    const yardstick = usuallyGoneDays(known.warmthC, feeding.preparation);
    const ageDays = daysBetween(feeding.day, known.today);
    return {
      ...feeding,
      ageDays,
      usuallyGoneDays: yardstick,
      isNewestThere,
      verdict: verdictOn(feeding, ageDays, yardstick, isNewestThere && known.heldGone.has(key)),
    };
  });
}

function verdictOn(feeding: Feeding, ageDays: number, yardstick: number, isHeldGone: boolean): MealVerdict {
  const { day, left, leftOn } = feeding;
  if (isSeenGone(feeding)) return "gone";
  // Too early is no verdict; what was seen at its time is one until it is looked at again.
  const lookedAfter = leftOn === undefined ? 0 : daysBetween(day, leftOn);
  if (isMuch(left) && lookedAfter >= (left === "most" ? 1 : HALF_LATER) * yardstick) return "lies";
  if (ageDays < yardstick || (isMuch(left) && lookedAfter >= yardstick)) return "going";
  return isHeldGone ? "gone" : "unknown";
}

/** It went well: gone, and the bin smelled of earth when its lid was next lifted. */
export const wentWell = (meal: Meal): boolean =>
  meal.verdict === "gone" && !wentSour(meal) && meal.isTold !== true;
