import type { Habit } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import { weightsOf } from "./learn";
import { FIST_SPREAD, SPREAD } from "../ensemble/members";
import { quantiles } from "./quantiles";
import { AT } from "../engine/state";

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
