import type { Warning } from "@/core/expectation/expectation";
import type { TwinSpecies } from "../engine/library";
import { acidityOf, adultsOf, AT, herdOffset, moistureOf, overHerds } from "../engine/state";
import { fedAt, livingIn } from "../engine/twinBin";
import type { Ensemble } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import { chanceThat, quantiles } from "../learning/quantiles";
import { heatLimitC, isInTrouble } from "../learning/readDay";
import type { Watcher } from "./unfed";

/** Chances that a bin left alone comes into danger: too hot within five days, sour within ten. */
export interface Danger {
  readonly heat: number;
  readonly air: number;
}
const [HOT_WITHIN_DAYS, SOUR_WITHIN_DAYS] = [5, 10];
const SOUR = 0.5;
export function dangerWatch(from: Ensemble): Watcher<Danger> {
  const weights = weightsOf(from);
  const limitC = heatLimitC(from);
  const hot = new Uint8Array(from.size);
  const sour = new Uint8Array(from.size);
  const chance = (found: Uint8Array) => chanceThat(Float64Array.from(found), weights, (value) => value > 0);
  return {
    wantsMore: ({ lines }, day) => {
      // What stands today is no consequence of a day left alone.
      if (day > 0)
        lines.forEach((line, member) => {
          if (!isInTrouble(line, limitC)) return;
          if (day <= HOT_WITHIN_DAYS && line.some((s) => s[AT.T]! > limitC)) hot[member] = 1;
          if (line.some((s) => s[AT.AN]! > SOUR)) sour[member] = 1;
        });
      return day < SOUR_WITHIN_DAYS;
    },
    found: () => ({ heat: chance(hot), air: chance(sour) }),
  };
}

/** From such a chance on it is warned of. */
const WARNED = 0.2;
/**
 * Plain warnings, the quickest to kill first; dryness and soaking as the school has them. Never throws. Source: process model 11.
 */
export function warningsOf(
  ensemble: Ensemble,
  target: { readonly low: number; readonly high: number },
  { heat, air }: Danger,
): { readonly warnings: Warning[]; readonly troubleSoon: number } {
  const weights = weightsOf(ensemble);
  const fed = fedAt(ensemble.bin);
  const species = livingIn(ensemble.bin);
  const median = (value: (s: Float64Array) => number): number =>
    quantiles(
      Float64Array.from(ensemble.lines, (line) => value(line[fed]!)),
      weights,
      [0.5],
    )[0]!;
  const moisture = median(moistureOf);
  const warnings: Warning[] = [];
  if (heat > WARNED) warnings.push({ of: "heat", chance: heat });
  if (air > WARNED) warnings.push({ of: "air", chance: air });
  if (median((s) => s[AT.NH]!) > 0.4) warnings.push({ of: "ammonia" });
  if (median((s) => s[AT.SALT]!) > 0.4) warnings.push({ of: "salt" });
  if (median(acidityOf) < 5.5) warnings.push({ of: "acid" });
  if (moisture < target.low - 0.08) warnings.push({ of: "dry" });
  if (moisture > target.high + 0.05) warnings.push({ of: "soaking" });
  if (median((s) => leanness(s, species)) < 0.6) warnings.push({ of: "hunger" });
  return { warnings, troubleSoon: 1 - (1 - heat) * (1 - air) };
}

/** What the grown worms of a bin weigh against their usual, over all herds; 1 where hardly any live. */
function leanness(s: Float64Array, species: readonly TwinSpecies[]): number {
  let usual = 0;
  for (let herd = 0; herd < species.length; herd += 1)
    usual += s[AT.NA + herdOffset(herd)]! * species[herd]!.adultG;
  return adultsOf(s) > 1 ? overHerds(s, AT.BA) / usual : 1;
}
