import type { TwinDeed } from "../ensemble/deed";
import type { EarlierMisfit, Ensemble } from "../ensemble/ensemble";
import { harvestedAt } from "../engine/twinBin";
import { weightsOf } from "./learn";
import type { Observation } from "./observe";
import { tailsOf } from "./observe";
import { quantiles } from "./quantiles";
import { castingsOf, liveOf, moistureOf } from "../engine/state";

/** Only so many in a hundred forecasts, the hand's own spread included, would have to come true. */
const BEYOND_BELIEF = 0.005;
/** Our own sums may be off by so much before an amount contradicts the log. */
const SLACK = 1.5;

/** Readings that nearly no member can explain. They are learned from all the same; the keeper decides which entry is wrong. */
export function misfitReadings(ensemble: Ensemble, observations: readonly Observation[]): EarlierMisfit[] {
  if (ensemble.size < 2 || ensemble.readings < 3) return [];
  const weights = weightsOf(ensemble);
  const found = new Set<string>();
  for (const one of observations) {
    if (one.key === undefined || (one.reading.of !== "squeeze" && one.reading.of !== "moisture")) continue;
    if (one.because !== undefined) continue;
    const tails = tailsOf(ensemble, weights, one);
    if (tails && Math.min(tails.low, tails.high) <= BEYOND_BELIEF) found.add(one.key);
  }
  return [...found].map((key) => ({ code: "reading-against-log", key, day: ensemble.day }));
}

/** More castings lifted, or more worms taken, than can have been there. */
export function misfitDeed(ensemble: Ensemble, { event, key }: TwinDeed): EarlierMisfit[] {
  if (event.kind !== "harvest" && event.kind !== "takeWorms") return [];
  const weights = weightsOf(ensemble);
  const value = (line: readonly Float64Array[]): number => {
    if (event.kind === "takeWorms") return line.reduce((sum, s) => sum + liveOf(s), 0);
    // In several compartments an entry may be on any of them: all castings of the bin are the limit.
    const s = line[harvestedAt(ensemble.bin)]!;
    return (
      line.reduce((sum, one) => sum + castingsOf(one), 0) /
      Math.max(0.05, 1 - (event.moisture ?? moistureOf(s)))
    );
  };
  const most = quantiles(Float64Array.from(ensemble.lines, value), weights, [0.9])[0]!;
  if (event.g <= SLACK * most + 200) return [];
  return [
    {
      code: event.kind === "harvest" ? "harvest-above-castings" : "worms-above-herd",
      key,
      day: ensemble.day,
    },
  ];
}
