import type { LocalDate } from "@/vocabulary/fields";
import type { WantedHarvest } from "../bin/planAhead";
import type { Expectation } from "../expectation/expectation";
import type { Step } from "./decision";
import type { Meal } from "./feed";

/** On the day a harvest is wanted for, and until it was made. */
export function harvestStep(
  { twin }: Expectation,
  wanted: WantedHarvest | undefined,
  today: LocalDate,
): readonly Step[] {
  if (!wanted || wanted.on > today) return [];
  const kg = twin?.harvest?.kg.middle ?? 0;
  return [
    {
      kind: "harvest",
      // No amount: what is lifted is weighed in, not taken to be what was foretold.
      why: { code: "harvest/wanted", on: wanted.on, ...(kg > 0 ? { massKg: kg } : {}) },
      evidence: [],
    },
  ];
}
/** Worms leave a layer that holds nothing to eat: no meal until it is lifted. */
export const untilHarvest = (on: LocalDate, days: number): Meal => ({
  isMeal: false,
  steps: [{ kind: "closeAgain", why: { code: "food/before-harvest", on }, evidence: [] }],
  nextInDays: { low: Math.min(days, 7), middle: Math.min(days, 7), high: days },
});
