import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import type { Feeding } from "@/core/bin/state";
import { addDays } from "@/core/calendar/day";
import { remembered } from "@/core/bin/feedings";
import { tried } from "./tried";

const START = "2026-03-01" as LocalDate;
const meal = (
  onDay: number,
  massKg: number,
  seen?: {
    readonly left: Feeding["left"];
    readonly afterDays: number;
    readonly smelled?: Feeding["smelled"];
  },
): Feeding => ({
  day: addDays(START, onDay),
  massKg,
  compartmentId: "c1" as CompartmentId,
  place: 1,
  ...(seen
    ? {
        left: seen.left!,
        leftOn: addDays(START, onDay + seen.afterDays),
        ...(seen.smelled ? { smelled: seen.smelled } : {}),
      }
    : {}),
});
/** Days a small meal needs. */
const CLEARS = 9;

test("half as much again as the largest meal that went well, also when the last one was small", () => {
  const meals = [
    meal(0, 0.6, { left: "none", afterDays: 8 }),
    meal(8, 0.1, { left: "little", afterDays: 8 }),
  ];
  expect(tried(meals, CLEARS)).toEqual({ mostKg: 1.5 * 0.6, by: "step-up", mealKg: 0.6 });
});

test("food seen before it can be gone is no verdict: the last meal of a round lies whole, and none is stepped up onto it", () => {
  const early = [meal(0, 0.4, { left: "most", afterDays: 4 })];
  expect(tried(early, CLEARS)).toEqual({ mostKg: 0.4, by: "step-up", mealKg: 0.4 });
  expect(tried([meal(0, 0.3, { left: "none", afterDays: 12 }), ...early], CLEARS)).toMatchObject({
    by: "step-up",
    mealKg: 0.3,
  });
});

test("a meal that lay too long, or smelled, is stepped down from; what went well before it no longer counts", () => {
  const well = meal(0, 1, { left: "none", afterDays: 7 });
  const tooMuch = meal(8, 1.5, { left: "half", afterDays: 10 });
  expect(tried([well, tooMuch], CLEARS)).toEqual({
    mostKg: 0.6 * 1.5,
    by: "was-left",
    mealKg: 1.5,
  });
  const sour = meal(8, 1.5, { left: "none", afterDays: 10, smelled: "sour" });
  expect(tried([well, sour], CLEARS)).toEqual({ mostKg: 0.6 * 1.5, by: "went-sour", mealKg: 1.5 });
  const after = meal(20, 0.8, { left: "none", afterDays: 9 });
  expect(tried([well, tooMuch, after], CLEARS)).toMatchObject({ by: "step-up", mealKg: 0.8 });
});

test("what went sour is remembered: the way back to it is slow, and where it happened twice it is no way to go", () => {
  const sour = (onDay: number) => meal(onDay, 2, { left: "none", afterDays: 7, smelled: "rotten" });
  const wells = (from: number, count: number) =>
    Array.from({ length: count }, (_, nth) => meal(from + 7 * nth, 1.6, { left: "none", afterDays: 7 }));
  const most = (meals: readonly Feeding[]) => tried(meals, CLEARS)!.mostKg;
  // One meal at a time, as the log keeps them.
  const kept = (meals: readonly Feeding[]) => meals.reduce<Feeding[]>(remembered, []);
  expect(tried(kept([sour(0), ...wells(7, 3)]), CLEARS)).toEqual({ mostKg: 1.6, by: "went-sour", mealKg: 2 });
  expect(most(kept([sour(0), ...wells(7, 4)]))).toBeCloseTo(2);
  expect(tried(kept([sour(0), ...wells(7, 12)]), CLEARS)?.by).toBe("step-up");
  const twice = [sour(0), ...wells(7, 6), sour(49)];
  for (const count of [1, 4, 12, 16]) expect(most(kept([...twice, ...wells(56, count)]))).toBe(1.6);
  // After half a year it is another herd, and perhaps another bed.
  expect(tried(kept([...twice, ...wells(56, 30)]), CLEARS)?.by).toBe("step-up");
});

test("meals of two months ago were given to another herd; without meals there is nothing to go by", () => {
  const old = meal(0, 5, { left: "none", afterDays: 9 });
  expect(tried([old, meal(80, 0.2)], CLEARS)).toMatchObject({ by: "step-up", mealKg: 0.2 });
  expect(tried([], CLEARS)).toBeUndefined();
});
