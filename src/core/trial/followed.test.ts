import { addDays } from "../calendar/day";
import type { Meal } from "../bin/meals";
import type { Decision, Reason } from "../decision/decision";
import { START } from "./trueBin";
import { following, reasonHolds } from "./followed";

const fed = (kg: number, why: Reason = { code: "food/by-twin", mostKg: kg } as never): Decision => ({
  verdict: "feed",
  steps: [{ kind: "feed", amount: { massKg: kg }, why, evidence: [] }],
  nextDay: START,
  cautions: [],
});
const seen = (foodLeft: "none" | "little" | "half" | "most") =>
  [{ of: "foodLeft", foodLeft, place: 1 }] as never;
const meal = (ageDays: number): Meal => ({ day: addDays(START, -ageDays), massKg: 0.2, place: 1, ageDays, usuallyGoneDays: 10, isNewestThere: true, verdict: "unknown" }) as never; // prettier-ignore

test("a plateau is as long as all that was seen was good, more was borne, and the meal stayed; and no longer", () => {
  const year = (kg: (nth: number) => number, left: (nth: number) => "none" | "half", mostKg = 1) => {
    const { see, found } = following();
    for (let nth = 0; nth < 8; nth += 1)
      see({ day: 5 * nth, readings: seen(left(nth)), decision: fed(kg(nth)), meals: [], mostKg });
    return found();
  };
  expect(year(() => 0.2, () => "none").plateauDays).toBe(35);
  expect(year((nth) => 0.2 * 1.3 ** nth, () => "none", 9).plateauDays).toBe(0);
  expect(year(() => 0.2, (nth) => (nth === 4 ? "half" : "none")).plateauDays).toBe(15);
  // What the forecast does not bear is no plateau.
  expect(year(() => 0.2, () => "none", 0.21).plateauDays).toBe(0);
  expect(year((nth) => (nth < 4 ? 0.2 : 0.5), () => "none").jumps).toBe(1);
}); // prettier-ignore

test("a meal onto much is counted where every answer that can tell says so; a reason that names another amount is false", () => {
  const { see, found } = following();
  see({ day: 1, readings: seen("most"), decision: fed(0.2), meals: [meal(4)], mostKg: 0.2 });
  see({ day: 2, readings: seen("most"), decision: fed(0.2), meals: [meal(12)], mostKg: 0.2 });
  see({ day: 3, readings: seen("little"), decision: fed(0.2), meals: [meal(12)], mostKg: 0.2 });
  expect(found()).toMatchObject({ ontoMuch: 1, falseReasons: 0 });
  const tried = (by: string, more = {}) => ({ code: "food/tried", by, mealKg: 0.2, ...more }) as Reason;
  expect([reasonHolds(tried("as-last"), 0.2, 1), reasonHolds(tried("as-last"), 0.3, 1)]).toEqual([true, false]);
  expect([reasonHolds(tried("step-up"), 0.3, 1), reasonHolds(tried("doubling"), 0.3, 1)]).toEqual([true, false]);
  expect(reasonHolds(tried("went-sour", { share: 0.8 }), 0.16, 1)).toBe(true);
}); // prettier-ignore
