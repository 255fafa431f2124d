import type { Meal } from "@/core/bin/meals";
import type { Decision, Reason } from "@/core/decision/decision";
import type { Reading } from "@/records/entry";

/** What a year of advice looks like from outside, visit by visit. */
export interface Followed {
  /** Longest stretch of days over which all that was seen was good, the forecast bore more, and the meal stayed what it was. */
  readonly plateauDays: number;
  /** Meals more than twice the largest of the two months before them. */
  readonly jumps: number;
  /** Meals whose sentence names another amount than theirs. */
  readonly falseReasons: number;
  /** Meals given on a day when every answer about a meal old enough to tell was half or most. */
  readonly ontoMuch: number;
}

interface Visit {
  readonly day: number;
  readonly readings: readonly Reading[];
  readonly decision: Decision;
  readonly meals: readonly Meal[];
  /** What the forecast bears, kg. */
  readonly mostKg?: number | undefined;
}
/** A depth of food belongs to the way of keeping: no forecast raises it. */
const DEPTHS: ReadonlySet<string> = new Set(["food/fine-film", "food/by-layer"]);
const SAME = 1.05;
const BEARS = 0.9;
const [DOUBLE, REMEMBERED_DAYS] = [2.05, 60];

/** Whether the figure a reason names gives the amount it stands beside; a reason that names none holds. Never throws. */
export function reasonHolds(why: Reason, kg: number, mostKg: number | undefined): boolean {
  const is = (wanted: number): boolean => Math.abs(kg - wanted) < 1e-6 * Math.max(1, wanted);
  switch (why.code) {
    case "food/first":
      return kg <= why.wormsKg;
    case "food/tried":
      return triedHolds(why, is);
    case "food/by-twin":
    case "food/asked-so-far":
      return mostKg === undefined || Math.abs(kg - mostKg) < 0.25 * mostKg;
    default:
      return kg > 0;
  }
}

function triedHolds(
  { by, mealKg, share }: Extract<Reason, { code: "food/tried" }>,
  is: (wanted: number) => boolean,
): boolean {
  if (by === "small" || by === "fled" || (by === "went-sour" && share === undefined)) return true;
  const times = { "step-up": 1.5, doubling: 2, "as-last": 1, "was-left": 0.6, "went-sour": share ?? 1 }[by];
  return is(times * mealKg);
}

/** Follows a year. `see` is told of each visit in order; `found` says what was seen so far. Never throws. */
export function following(): { readonly see: (visit: Visit) => void; readonly found: () => Followed } {
  const given: { readonly day: number; readonly kg: number }[] = [];
  let since: { readonly day: number; readonly kg: number } | undefined;
  let plateauDays = 0;
  let jumps = 0;
  let falseReasons = 0;
  let ontoMuch = 0;
  return {
    see: ({ day, readings, decision, meals, mostKg }) => {
      const step = decision.steps.find(({ kind }) => kind === "feed");
      const kg = step?.amount && "massKg" in step.amount ? step.amount.massKg : 0;
      const seen = readings.filter((one) => one.of === "foodLeft");
      const isGood =
        seen.length > 0 && seen.every(({ foodLeft }) => foodLeft === "none" || foodLeft === "little");
      if (!step || kg <= 0) {
        if (!isGood) since = undefined;
        return;
      }
      if (!reasonHolds(step.why, kg, mostKg)) falseReasons += 1;
      const before = given.filter((one) => day - one.day <= REMEMBERED_DAYS);
      if (before.length > 0 && kg > DOUBLE * Math.max(...before.map((one) => one.kg))) jumps += 1;
      const old = meals.filter(
        (meal) =>
          meal.isNewestThere &&
          meal.ageDays >= meal.usuallyGoneDays &&
          seen.some(
            ({ place, compartment = meal.compartmentId }) =>
              (place === undefined || place === meal.place) && compartment === meal.compartmentId,
          ),
      );
      if (
        old.length > 0 &&
        seen.length > 0 &&
        seen.every(({ foodLeft }) => foodLeft === "half" || foodLeft === "most")
      )
        ontoMuch += 1;
      given.push({ day, kg });
      const isHeld = mostKg !== undefined && kg < BEARS * mostKg && !DEPTHS.has(step.why.code);
      if (!isGood || !isHeld || since === undefined || kg > SAME * since.kg || kg * SAME < since.kg)
        since = isGood && isHeld ? { day, kg } : undefined;
      else plateauDays = Math.max(plateauDays, day - since.day);
    },
    found: () => ({ plateauDays, jumps, falseReasons, ontoMuch }),
  };
}
