import type { Band } from "@/core/expectation/expectation";
import { AT } from "../engine/state";
import { fedAt } from "../engine/twinBin";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { leftAt } from "../ensemble/measures";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import { bandOf } from "../learning/quantiles";
import { heatLimitC, troubleOf } from "../learning/readDay";
import type { MealKind } from "./meal";
import { give } from "./meal";
import type { Watcher } from "./unfed";

/** Where so much of the weight has come to an end, its low, middle and high end are known: no other can change them. */
const CERTAIN = 0.9;
/** At most so much left of a meal: it is gone. */
const GONE = 0.1;

/** Days from now until at most a tenth of it is left, by `compartment/place`; within `mostDays`. */
export function goneWatch(from: Ensemble, mostDays: number): Watcher<ReadonlyMap<string, Band>> {
  const { size, bin, marks } = from;
  const weights = weightsOf(from);
  const watched = marks.flatMap((slots, at) =>
    [...new Set(slots.map((mark) => mark.place))].map((number) => ({
      key: `${bin.compartments[at]!.id}/${number}`,
      at,
      number,
      days: new Float64Array(size).fill(mostDays),
      isOpen: new Uint8Array(size).fill(1),
      gone: 0,
    })),
  );
  return {
    wantsMore: (one, day) => {
      for (const watch of watched)
        for (let member = 0; member < size; member += 1) {
          if (watch.isOpen[member] === 0) continue;
          if (leftAt(one.lines[member]![watch.at]!, one.marks[watch.at]!, watch.number) > GONE) continue;
          watch.isOpen[member] = 0;
          watch.days[member] = day;
          watch.gone += weights[member]!;
        }
      return day < mostDays && watched.some(({ gone }) => gone < CERTAIN);
    },
    found: () => new Map(watched.map(({ key, days }) => [key, bandOf(days, weights)])),
  };
}

/**
 * First day on which the place next in turn is ready (left at most a quarter with a chance of six in ten, and sour air
 * unlikely); none within the days looked ahead. Source: process model 11, Next feeding day.
 */
export function readyWatch(from: Ensemble, place: number, mostDays: number): Watcher<Band | undefined> {
  const weights = weightsOf(from);
  const readiness: number[] = [];
  return {
    wantsMore: (one, day) => {
      readiness.push(readinessOf(one, weights, place));
      return day < mostDays && readiness.at(-1)! < CERTAIN;
    },
    found: () => firstReady(readiness, mostDays),
  };
}

/** Chance of sour air, and of heat, within so many days if nothing is given. */
export interface TroubleUnfed {
  readonly air: (withinDays: number) => number;
  readonly heat: (withinDays: number) => number;
}
/** For at most `mostDays`. */
export function troubleWatch(from: Ensemble, mostDays: number): Watcher<TroubleUnfed> {
  const weights = weightsOf(from);
  const limitC = heatLimitC(from);
  const first = {
    air: new Float64Array(from.size).fill(Infinity),
    heat: new Float64Array(from.size).fill(Infinity),
  };
  const chance = (days: Float64Array) => (within: number) =>
    days.reduce((sum, day, member) => (day <= within ? sum + weights[member]! : sum), 0);
  return {
    wantsMore: ({ lines }, day) => {
      // What stands today is no consequence of a day left alone.
      if (day > 0)
        for (let member = 0; member < from.size; member += 1) {
          const is = troubleOf(lines[member]!, limitC);
          if (is && first[is][member] === Infinity) first[is][member] = day;
        }
      return day < mostDays;
    },
    found: () => ({ air: chance(first.air), heat: chance(first.heat) }),
  };
}

/**
 * The same question after a meal: first day on which the place after it is ready for the next one. Undefined within the
 * days looked ahead.
 */
export function readyAfter(
  ensemble: Ensemble,
  meal: { readonly kind: MealKind; readonly kg: number; readonly place: number; readonly nextPlace: number },
  mostDays: number,
): Band | undefined {
  const one = copied(ensemble);
  const ready = readyWatch(one, meal.nextPlace, mostDays);
  give(one, meal.kind, 1000 * meal.kg, meal.place, `trial ${one.day}`);
  for (let day = 0; ready.wantsMore(one, day); day += 1) passDay(one);
  return ready.found();
}

/** Chance that a place can take a meal: at most a quarter left there, and nothing sour anywhere. */
export function readinessOf(ensemble: Ensemble, weights: Float64Array, place: number): number {
  const { size, lines, marks } = ensemble;
  const fed = fedAt(ensemble.bin);
  let ready = 0;
  let sour = 0;
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    if (leftAt(line[fed]!, marks[fed]!, place) <= 0.25) ready += weights[member]!;
    for (const s of line)
      if (s[AT.AN]! > 0.35) {
        sour += weights[member]!;
        break;
      }
  }
  return sour > 0.15 ? 0 : ready;
}

function firstReady(readiness: readonly number[], mostDays: number): Band | undefined {
  const first = (share: number) => readiness.findIndex((value) => value >= share);
  const middle = first(0.6);
  if (middle < 0) return undefined;
  const high = first(CERTAIN);
  return { low: Math.max(0, first(0.3)), middle, high: high < 0 ? mostDays : high };
}
