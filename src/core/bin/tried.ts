import { wentSour } from "./feedings";
import type { Meal } from "./meals";
import { wentWell } from "./meals";
import { daysBetween } from "../calendar/day";

/** Older meals were given to another herd. */
const REMEMBERED_DAYS = 60;
/** The next step after a meal that went well, and after one that was not eaten. Source: process model 11, 12.8. */
const STEP_UP = 1.5;
const STEP_DOWN = 0.6;
/**
 * Meals at most double in so many days, measured on what was given, whatever became of it: a herd grows no faster, and a bound that
 * hung on what was seen would fall when a meal was seen gone.
 */
const DOUBLES_IN_DAYS = 14;
/**
 * Of a meal after which the bin smelled four fifths are given at most, as much again once so many others went well, more once twice so
 * many did. Where it happened twice, that is what this bin bears, and an eighth more a season. Judgement.
 */
const AFTER_SOUR = { share: 0.8, wells: 4, apartDays: 14, seasonDays: 90, aSeason: 1.125 } as const;

/** A limit that the keeper's own meals set, wet kg, and the meal it is measured from. */
export interface TriedCap {
  readonly by: "step-up" | "doubling" | "as-last" | "was-left" | "small" | "went-sour" | "fled";
  readonly mostKg: number;
  readonly mealKg: number;
  /** After a sour meal: the share of it that is given, and the meals that must go well until it is more. */
  readonly share?: number;
  readonly wellsToGo?: number;
}

/**
 * What the keeper's own meals speak for: half as much again as the largest of the last two months that went well since one did not,
 * at most twice what was given a fortnight ago; as much again as the last where none can be judged yet; less than one that lay too
 * long, but never less than `smallKg`; for longer less than what went sour; and no more than `smallKg` after worms fled, until
 * one went well. Empty before the first meal. Laws (tested): a worse verdict on any meal never raises the least of them. Never throws.
 */
export function triedCaps(meals: readonly Meal[], smallKg: number): TriedCap[] {
  const last = meals.at(-1);
  if (!last) return [];
  const recent = meals.filter(({ day }) => daysBetween(day, last.day) <= REMEMBERED_DAYS);
  return [
    // So little may always be tried, however small the last meals were, or one that lay would starve a bin; not of what went sour.
    ...afterFlight(recent, smallKg),
    ...lately(recent).map((cap) =>
      cap.mostKg < smallKg ? { ...cap, mostKg: smallKg, by: "small" as const } : cap,
    ),
    ...borne(meals),
  ];
}

/** Nobody knows how many stayed: a small meal, and the climb begins anew with what goes well since. */
function afterFlight(recent: readonly Meal[], smallKg: number): TriedCap[] {
  const at = recent.findLastIndex(({ fled }) => fled);
  if (at < 0 || recent.slice(at + 1).some(wentWell)) return [];
  return [{ mostKg: smallKg, by: "fled", mealKg: recent[at]!.massKg }];
}

function lately(recent: readonly Meal[]): TriedCap[] {
  const bad = recent.findLastIndex((meal) => meal.verdict === "lies" || wentSour(meal) || meal.fled);
  const since = recent.slice(bad + 1);
  const well = since.filter(wentWell);
  const last = since.at(-1);
  // As much again as the last: no step is taken on what cannot be judged yet, and none back from what went well.
  const again = last && ({ mostKg: last.massKg, by: "as-last", mealKg: last.massKg } as const);
  if (well.length === 0) {
    const lay = recent
      .slice(recent.findLastIndex(wentWell) + 1)
      .filter(({ verdict }) => verdict === "lies")
      .toSorted((one, other) => one.massKg - other.massKg)[0];
    return [
      ...(lay ? [{ mostKg: STEP_DOWN * lay.massKg, by: "was-left", mealKg: lay.massKg } as const] : []),
      ...(again ? [again] : []),
    ];
  }
  const from = Math.max(...well.map(({ massKg }) => massKg));
  const then = Math.max(...recent.filter(({ ageDays }) => ageDays >= DOUBLES_IN_DAYS).map(({ massKg }) => massKg)); // prettier-ignore
  const step: TriedCap =
    then > 0 && 2 * then < STEP_UP * from
      ? { mostKg: 2 * then, by: "doubling", mealKg: then }
      : { mostKg: STEP_UP * from, by: "step-up", mealKg: from };
  return [again && again.mostKg > step.mostKg ? again : step];
}

/** What a bin bears by the meals that went sour in it; none where none did. */
function borne(meals: readonly Meal[]): TriedCap[] {
  const sour = meals.filter(wentSour);
  const newest = sour.at(-1);
  if (!newest) return [];
  const isOften = sour.some(({ day }) => daysBetween(day, newest.day) >= AFTER_SOUR.apartDays);
  const mealKg = Math.min(...sour.map(({ massKg }) => massKg));
  const wells = meals.filter((one) => one.day > newest.day && wentWell(one)).length;
  const rounds = Math.floor(wells / AFTER_SOUR.wells);
  const wellsToGo = AFTER_SOUR.wells * (rounds + 1) - wells;
  const cap = (mostKg: number, more: object = {}): TriedCap[] => [
    { mostKg, by: "went-sour", mealKg, ...more },
  ];
  if (rounds === 0) return cap(AFTER_SOUR.share * mealKg, { share: AFTER_SOUR.share, wellsToGo });
  if (isOften) return cap(mealKg * AFTER_SOUR.aSeason ** Math.floor(newest.ageDays / AFTER_SOUR.seasonDays));
  return rounds === 1 ? cap(mealKg, { share: 1, wellsToGo }) : [];
}
