import type { TwinSpecies } from "../engine/library";
import type { Habit, Warning } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "./learn";
import { FIST_SPREAD, SPREAD } from "../ensemble/members";
import { chanceThat, quantiles } from "./quantiles";
import { heatLimitC, isInTrouble } from "./readDay";
import { fedAt, livingIn } from "../engine/twinBin";
import { acidityOf, adultsOf, AT, herdOffset, moistureOf, overHerds } from "../engine/state";

const OF = { kI: "appetite", kE: "drying", kD: "rotting", kP: "herd" } as const;
/** Below so many readings nothing is said of habits. */
const LEAST_READINGS = 6;

/** What was learned of this bin and of the keeper's fist, as steps and never as bare factors. Source: process model 10.3. */
export function habitsOf(ensemble: Ensemble): Habit[] {
  if (ensemble.readings < LEAST_READINGS) return [];
  const weights = weightsOf(ensemble);
  const learned = (value: (s: Float64Array) => number) => {
    const values = Float64Array.from(ensemble.lines, (line) => value(line[0]!));
    const [low, middle, high] = quantiles(values, weights, [0.16, 0.5, 0.84]) as [number, number, number];
    return { middle, spread: (high - low) / 2 };
  };
  const habits: Habit[] = (Object.keys(OF) as (keyof typeof OF)[]).map((name) => {
    const { middle, spread } = learned((s) => Math.log(s[AT[name]]!));
    const size = Math.abs(middle);
    const step = size < 0.12 ? 0 : size < 0.4 ? 1 : 2;
    return {
      of: OF[name],
      step: (middle < 0 ? -step : step) as Habit["step"],
      isSure: spread < 0.75 * SPREAD[name],
    };
  });
  const fist = learned((s) => s[AT.FIST]!);
  const step = Math.abs(fist.middle) < 0.012 ? 0 : Math.abs(fist.middle) < 0.035 ? 1 : 2;
  return [
    ...habits,
    {
      of: "fist",
      step: (fist.middle < 0 ? -step : step) as Habit["step"],
      isSure: fist.spread < 0.75 * FIST_SPREAD,
    },
  ];
}

/** Plain warnings, the quickest to kill first; dryness and soaking as the school has them. Source: process model 11. */
export function warningsOf(
  ensemble: Ensemble,
  target: { readonly low: number; readonly high: number },
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
  const one = copied(ensemble);
  const limitC = heatLimitC(ensemble);
  const hot = new Float64Array(one.size);
  const sour = new Float64Array(one.size);
  for (let day = 0; day < 10; day += 1) {
    passDay(one);
    one.lines.forEach((line, member) => {
      if (!isInTrouble(line, limitC)) return;
      if (day < 5 && line.some((s) => s[AT.T]! > limitC)) hot[member] = 1;
      if (line.some((s) => s[AT.AN]! > 0.5)) sour[member] = 1;
    });
  }
  const heat = chanceThat(hot, weights, (value) => value > 0);
  const air = chanceThat(sour, weights, (value) => value > 0);
  const lean = median((s) => leanness(s, species));
  const warnings: Warning[] = [];
  if (heat > 0.2) warnings.push({ of: "heat", chance: heat });
  if (air > 0.2) warnings.push({ of: "air", chance: air });
  if (median((s) => s[AT.NH]!) > 0.4) warnings.push({ of: "ammonia" });
  if (median((s) => s[AT.SALT]!) > 0.4) warnings.push({ of: "salt" });
  if (median(acidityOf) < 5.5) warnings.push({ of: "acid" });
  if (moisture < target.low - 0.08) warnings.push({ of: "dry" });
  if (moisture > target.high + 0.05) warnings.push({ of: "soaking" });
  if (lean < 0.6) warnings.push({ of: "hunger" });
  return { warnings, troubleSoon: 1 - (1 - heat) * (1 - air) };
}

/** What the grown worms of a bin weigh against their usual, over all herds; 1 where hardly any live. */
function leanness(s: Float64Array, species: readonly TwinSpecies[]): number {
  let usual = 0;
  for (let herd = 0; herd < species.length; herd += 1)
    usual += s[AT.NA + herdOffset(herd)]! * species[herd]!.adultG;
  return adultsOf(s) > 1 ? overHerds(s, AT.BA) / usual : 1;
}
