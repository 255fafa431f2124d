import type { LocalDate } from "@/vocabulary/fields";
import type { Meal } from "../bin/meals";
import { isSeenGone, mealsOf } from "../bin/meals";
import type { Place } from "../bin/place";
import { nextPlace } from "../bin/place";
import type { BinState } from "../bin/state";
import type { Expectation } from "./expectation";

const NOTHING: ReadonlySet<string> = new Set();

/** The one ledger of a bin's meals, by the log and by what is expected of it today. Never throws. */
export const ledgerOf = (
  state: BinState,
  { twin, temperatureC }: Pick<Expectation, "twin" | "temperatureC">,
  today: LocalDate,
): Meal[] =>
  mealsOf(state, {
    today,
    warmthC: twin?.meal.warmthC ?? temperatureC.middle,
    heldGone: twin ? new Set(twin.meal.heldGone) : NOTHING,
  });

/** A trace left at a place is no food that stands. */
const TRACE = 0.05;
/** Food that lies in a bin by what is expected today, wet kg as it was given. Never throws. */
export const standingFoodKg = ({ places }: Pick<Expectation, "places">): number =>
  places.reduce((sum, { massKg, left }) => sum + (left.middle > TRACE ? massKg * left.middle : 0), 0);

/** Never more than two, or looking would be digging. */
const MOST_ASKED = 2;

/**
 * The places a look at which would change today's answer, the most telling first: where the newest meal lies that is old enough to
 * tell and was not seen gone, or, where none is, the oldest; and the place to be fed, where a meal lies that was not seen gone. None
 * where nothing was fed. Never throws.
 */
export function placesToAsk(state: BinState, meals: readonly Meal[]): Place[] {
  const open = meals.filter((meal) => meal.isNewestThere && !isSeenGone(meal));
  const next = nextPlace(state);
  const telling = open.findLast(({ ageDays, usuallyGoneDays }) => ageDays >= usuallyGoneDays) ?? open[0];
  const toBeFed = open.find(({ compartmentId, place }) => place === next?.place && compartmentId === next.compartmentId); // prettier-ignore
  const asked = [...(telling ? [telling] : []), ...(toBeFed && toBeFed !== telling ? [toBeFed] : [])];
  return asked.slice(0, MOST_ASKED).map(({ compartmentId, place }) => ({ compartmentId, place }));
}
