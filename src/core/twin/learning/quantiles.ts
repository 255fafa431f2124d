import type { Band } from "@/core/expectation/expectation";

/* Scratch of the sort: values and their weights, moved together. */
let keys = new Float64Array(0);
let carried = new Float64Array(0);
/** Gaps of a Shell sort (Ciura 2001): for a few hundred numbers with their weights quicker than sorting indices. */
const GAPS = [1750, 701, 301, 132, 57, 23, 10, 4, 1];

function sortTogether(values: Float64Array, weights: Float64Array): void {
  const count = values.length;
  if (keys.length !== count) {
    keys = new Float64Array(count);
    carried = new Float64Array(count);
  }
  keys.set(values);
  carried.set(weights);
  for (const gap of GAPS)
    for (let at = gap; at < count; at += 1) {
      const key = keys[at]!;
      const weight = carried[at]!;
      let to = at;
      while (to >= gap && keys[to - gap]! > key) {
        keys[to] = keys[to - gap]!;
        carried[to] = carried[to - gap]!;
        to -= gap;
      }
      keys[to] = key;
      carried[to] = weight;
    }
}

/** Smallest value whose cumulative weight reaches the share, for each rising share. Weights add up to 1. Source: process model 11. */
export function quantiles(values: Float64Array, weights: Float64Array, shares: readonly number[]): number[] {
  sortTogether(values, weights);
  const found: number[] = [];
  let reached = 0;
  for (let at = 0; at < values.length && found.length < shares.length; at += 1) {
    reached += carried[at]!;
    while (found.length < shares.length && reached >= shares[found.length]! - 1e-12) found.push(keys[at]!);
  }
  while (found.length < shares.length) found.push(keys[values.length - 1] ?? 0);
  return found;
}

/** 10, 50 and 90 %. */
export function bandOf(values: Float64Array, weights: Float64Array): Band {
  const [low, middle, high] = quantiles(values, weights, [0.1, 0.5, 0.9]) as [number, number, number];
  return { low, middle, high };
}
/** Share of the weight for which something holds. */
export function chanceThat(
  values: Float64Array,
  weights: Float64Array,
  holds: (value: number) => boolean,
): number {
  let sum = 0;
  for (let at = 0; at < values.length; at += 1) if (holds(values[at]!)) sum += weights[at]!;
  return sum;
}
