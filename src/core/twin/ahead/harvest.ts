import type { Band } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import { P } from "../engine/parameters";
import type { PlanAhead } from "./plan";
import { carryOut } from "./plan";
import { ripenessOf } from "../engine/ripeness";
import { thinned } from "./thinned";
import { bandOf, chanceThat } from "../learning/quantiles";
import { castingsOf, moistureOf } from "../engine/state";
import { harvestedAt } from "../engine/twinBin";

/** Ripe by half and at least an eighth of the room: worth the work. Source: process model 8. */
export const isWorthwhile = (s: Float64Array, litres: number): boolean =>
  ripenessOf(s) >= 0.5 && castingsOf(s) / P.rhoCast >= 0.12 * litres;

export interface HarvestWindow {
  /** Days from now until a harvest is worth the work; none within the horizon for most members. */
  readonly inDays: Band | undefined;
  /** Ripe wet castings to lift then, kg, handling loss taken off. */
  readonly kg: Band;
  /** More of them a month later, kg. */
  readonly gainsKg: Band;
}
/** Weeks to months ahead its band is weeks wide: few members say it as well. */
const LOOKED_AT = 60;
/** Once so much of the weight is there, its low, middle and high end are known. */
const CERTAIN = 0.9;
/** Share lost in handling. Source: process model 11, Castings yield. */
const HANDLED = 0.9;

/** When a harvest is worth the work under a plan, what it gives and what waiting a month gains. Source: process model 11. */
export function harvestWindow(ensemble: Ensemble, plan: PlanAhead, mostDays: number): HarvestWindow {
  const one = thinned(ensemble, LOOKED_AT);
  const { size } = one;
  const weights = weightsOf(one);
  const ripe = harvestedAt(one.bin);
  const { areaM2, heightM } = one.bin.compartments[ripe]!;
  const litres = 1000 * areaM2 * heightM;
  const days = new Float64Array(size).fill(mostDays + 1);
  const kg = new Float64Array(size);
  const later = new Float64Array(size);
  const now = new Float64Array(size);
  let reachedBy = 0;
  const wetCastings = (s: Float64Array) =>
    (HANDLED * castingsOf(s)) / Math.max(0.05, 1 - moistureOf(s)) / 1000;
  carryOut(one, plan, mostDays, ({ lines }, day) => {
    for (let member = 0; member < size; member += 1) {
      const s = lines[member]![ripe]!;
      if (day === 0) now[member] = wetCastings(s);
      if (day === 30) later[member] = wetCastings(s) - now[member]!;
      if (days[member]! <= mostDays) continue;
      if (!isWorthwhile(s, litres)) continue;
      days[member] = day;
      kg[member] = wetCastings(s);
      reachedBy += weights[member]!;
    }
    return reachedBy >= CERTAIN && day >= 30 ? "enough" : undefined;
  });
  const { low, middle, high } = bandOf(days, weights);
  const share = chanceThat(kg, weights, (value) => value > 0);
  const reached = weights.map((weight, member) => (kg[member]! > 0 ? weight / share : 0));
  return {
    inDays: middle > mostDays ? undefined : { low, middle, high: Math.min(high, mostDays) },
    kg: bandOf(kg, reached),
    gainsKg: bandOf(later, weights),
  };
}
