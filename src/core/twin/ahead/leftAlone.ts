import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { leftAt } from "../ensemble/measures";
import { sleep } from "../ensemble/sleep";
import { weightsOf } from "../learning/learn";
import type { MealKind } from "./meal";
import { give } from "./meal";
import { bandOf } from "../learning/quantiles";
import { fedAt } from "../engine/twinBin";
import { AT } from "../engine/state";
import type { Band } from "@/core/expectation/expectation";

export interface QuietAhead {
  /** Days from now until at most a tenth of it is left, by `compartment/place`. */
  readonly goneInDays: ReadonlyMap<string, Band>;
  /** First day a meal may go to the place asked about; none within the days looked ahead. */
  readonly mealInDays: Band | undefined;
}

/**
 * The bin left alone: when each meal is gone, and the first day on which the place next in turn is ready (left at most a
 * quarter with a chance of six in ten, and sour air unlikely). Source: process model 11, Next feeding day.
 */
export function leftAlone(ensemble: Ensemble, place: number, mostDays: number): QuietAhead {
  const one = copied(ensemble);
  const { size, lines, bin } = one;
  const weights = weightsOf(one);
  const watched = one.marks.flatMap((slots, at) =>
    [...new Set(slots.map((mark) => mark.place))].map((number) => ({
      key: `${bin.compartments[at]!.id}/${number}`,
      at,
      number,
      days: new Float64Array(size).fill(-1),
    })),
  );
  const readiness: number[] = [];
  for (let day = 0; day <= mostDays; day += 1) {
    let open = 0;
    for (const watch of watched)
      for (let member = 0; member < size; member += 1)
        if (watch.days[member]! < 0) {
          if (leftAt(lines[member]![watch.at]!, one.marks[watch.at]!, watch.number) <= 0.1)
            watch.days[member] = day;
          else open += 1;
        }
    readiness.push(readinessOf(one, weights, place));
    if (open === 0 && readiness.at(-1)! >= 0.9) break;
    sleep(one);
  }
  return {
    goneInDays: new Map(
      watched.map(({ key, days }) => {
        for (let member = 0; member < size; member += 1) if (days[member]! < 0) days[member] = mostDays;
        return [key, bandOf(days, weights)];
      }),
    ),
    mealInDays: firstReady(readiness, mostDays),
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
  const weights = weightsOf(one);
  const readiness: number[] = [];
  give(one, meal.kind, 1000 * meal.kg, meal.place, `trial ${one.day}`);
  for (let day = 0; day <= mostDays; day += 1) {
    readiness.push(readinessOf(one, weights, meal.nextPlace));
    if (readiness.at(-1)! >= 0.9) break;
    sleep(one);
  }
  return firstReady(readiness, mostDays);
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
    if (line.some((s) => s[AT.AN]! > 0.35)) sour += weights[member]!;
  }
  return sour > 0.15 ? 0 : ready;
}

function firstReady(readiness: readonly number[], mostDays: number): Band | undefined {
  const first = (share: number) => readiness.findIndex((value) => value >= share);
  const middle = first(0.6);
  if (middle < 0) return undefined;
  const high = first(0.9);
  return { low: Math.max(0, first(0.3)), middle, high: high < 0 ? mostDays : high };
}
