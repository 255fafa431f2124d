import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import type { Band, Expectation } from "./expectation";

/** So many days old a forecast may still stand in: later the bin has gone its own way too far. */
const MOST_DAYS_OLD = 3;

/**
 * An earlier forecast of the same log, as it stands on a later day until that day's own is in: what it counted in days
 * from its day it counts from this one, all else is as it was, and `madeOn` says so. Undefined where it is too old, or
 * from a day to come. Never throws.
 */
export function standingIn(forecast: Expectation, today: LocalDate): Expectation | undefined {
  const days = daysBetween(forecast.day, today);
  if (days < 0 || days > MOST_DAYS_OLD) return undefined;
  if (days === 0) return forecast;
  const { twin } = forecast;
  return {
    ...forecast,
    day: today,
    madeOn: forecast.day,
    places: forecast.places.map((place) => ({ ...place, goneInDays: sooner(place.goneInDays, days) })),
    ...(twin && {
      twin: {
        ...twin,
        hasReadToday: false,
        // What surprised was a reading of that day.
        surprises: [],
        ...(twin.mealInDays && { mealInDays: sooner(twin.mealInDays, days) }),
        ...(twin.harvest && {
          harvest: {
            ...twin.harvest,
            ...(twin.harvest.inDays && { inDays: sooner(twin.harvest.inDays, days) }),
          },
        }),
      },
    }),
  };
}

const sooner = ({ low, middle, high }: Band, days: number): Band => ({
  low: Math.max(0, low - days),
  middle: Math.max(0, middle - days),
  high: Math.max(0, high - days),
});
