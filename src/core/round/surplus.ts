import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import { binVolumeL, surfaceM2 } from "../bin/system";
import { mealsGoneSoonerDays } from "../decision/herdAdvice";
import { HERD_KG_PER_M2 } from "../matter/figures";
import { practiceOf } from "../practice/practice";
import type { BinToday } from "./round";

/** What would let the bins take more, the strongest first. */
type Lever = "oftener" | "warmth" | "worms" | "room" | "bin";
/** What a household makes against what its bins take now, kg a day. */
export interface Surplus {
  readonly madeKg: number;
  readonly takenKg: number;
  readonly levers: readonly Lever[];
}

/** Below this they eat half of what they would in their comfort, °C. */
const COOL_C = 16;
/** Said only where the rest is worth a word: a quarter of what is made. */
const WORTH_SAYING = 0.25;

/** A bin takes little while it is young, and its ration still grows with each meal seen eaten. */
const YOUNG_DAYS = 56;
const isGrowing = ({ state, expectation }: BinToday, today: LocalDate): boolean =>
  expectation.twin?.meal.isAsked === true ||
  state.worms.since === undefined ||
  daysBetween(state.worms.since, today) < YOUNG_DAYS;

/**
 * What is left over where a household makes more scraps than its bins take by forecast, and what would raise that.
 * Undefined without a forecast, while one of them is in
 * its first weeks, or where they take nearly all of it. Never throws.
 */
export function surplusOf(bins: readonly BinToday[], madeKg: number, today: LocalDate): Surplus | undefined {
  const fed = bins.filter(
    ({ state, expectation }) =>
      expectation.twin &&
      state.setup &&
      !state.setup.resting &&
      !state.setup.retired &&
      state.worms.massKg > 0,
  );
  if (fed.length === 0 || fed.some((one) => isGrowing(one, today))) return undefined;
  const takenKg = fed.reduce((sum, { expectation: { twin } }) => {
    const { mostKg, forDays } = twin!.meal;
    return sum + (forDays > 0 ? mostKg / forDays : 0);
  }, 0);
  if (madeKg - takenKg < WORTH_SAYING * madeKg) return undefined;
  const isMost = (holds: (one: BinToday) => boolean) => 2 * fed.filter(holds).length >= fed.length;
  const isSeldom = (one: BinToday) => {
    const practice = practiceOf(one.state);
    return practice !== undefined && mealsGoneSoonerDays(one.expectation, practice) !== undefined;
  };
  const levers: Lever[] = [
    ...(isMost(isSeldom) ? (["oftener"] as const) : []),
    ...(isMost(({ expectation }) => expectation.temperatureC.middle < COOL_C) ? (["warmth"] as const) : []),
    ...(isMost(
      ({ state, expectation }) => expectation.wormsKg.middle < HERD_KG_PER_M2.start * surfaceM2(state.setup!),
    )
      ? (["worms"] as const)
      : []),
    ...(isMost(({ state, expectation }) => expectation.freeL < 0.15 * binVolumeL(state.setup!))
      ? (["room"] as const)
      : []),
    "bin",
  ];
  return { madeKg, takenKg, levers };
}
