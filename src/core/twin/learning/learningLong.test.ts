import fc from "fast-check";
import { CLIMATE, entry, look, meal, START } from "../../../../tests/log";
import { brought, expected, fedTub, squeeze } from "../../../../tests/twinLog";
import type { Entry } from "@/records/entry";
import { addDays } from "@/core/calendar/day";
import { courseAhead } from "../ahead/course";
import { habitsOf } from "./habits";
import { courseTable } from "../ahead/series";
import { sayHabits } from "../ahead/words";

/* Of learning what takes long: run with the years lived. */

test("out of order, back-dated, corrected and struck out: the same as if it had been entered so", () => {
  const log = fedTub(5, (week) => [squeeze("manyDrops", 7 + 7 * week)]);
  const straight = brought(log, 45).ensemble.state;
  fc.assert(
    fc.property(fc.shuffledSubarray(log, { minLength: log.length }), (shuffled) => {
      expect(brought(shuffled, 45).ensemble.state).toEqual(straight);
    }),
    { numRuns: 4 },
  );
  const wrong = meal(2, 3, 30);
  const struck = { ...wrong, rowId: `${wrong.rowId}-b` as Entry["rowId"], revision: 2, deleted: true };
  expect(brought([...log, wrong, struck], 45).ensemble.state).toEqual(straight);
});

test("food that keeps being left teaches a smaller meal, food that is always gone a larger one", () => {
  // Each is looked at when the one after it has been given: a fortnight old, it is old enough to tell.
  const seen = (foodLeft: string) =>
    fedTub(12, (week) =>
      week < 2 ? [] : [look([{ of: "foodLeft", foodLeft, place: ((week - 2) % 8) + 1 }], 6 + 7 * week)],
    );
  const [slow, quick] = [seen("most"), seen("none")];
  const slowly = expected(slow, 95);
  const quickly = expected(quick, 95);
  expect(slowly.twin!.meal.mostKg).toBeLessThan(quickly.twin!.meal.mostKg);
  expect(slowly.twin!.meal.clearsInDays).toBeGreaterThan(quickly.twin!.meal.clearsInDays);
  const words = sayHabits(quickly.twin!.habits, 12)!;
  expect(words).toMatch(/faster|more worms/);
  expect(words).not.toMatch(/\d\.\d|×/);
});

test("a fist that reads wet beside a dried sample is learned as a fist, not as a wet bin", () => {
  const log = fedTub(14, (week) => [
    look(
      [
        { of: "squeeze", squeeze: "manyDrops" },
        { of: "moisture", moisture: 0.76, instrument: "ovenDried" },
      ],
      7 + 7 * week,
    ),
  ]);
  const { ensemble } = brought(log, 110);
  expect(habitsOf(ensemble).find((habit) => habit.of === "fist")!.step).toBeGreaterThan(0);
  expect(expected(log, 110).moisture.middle).toBeLessThan(0.8);
});

test("two futures differ by the plan alone: hunger thins the food, dry card dries, and today is the same", () => {
  const log = fedTub(10, (week) => [squeeze("manyDrops", 7 + 7 * week)]);
  const now = brought(log, 78);
  const today = addDays(START, 78);
  const climates = { "room-1": CLIMATE };
  const away = courseAhead(now, today, climates, { away: { from: today, until: addDays(today, 40) } });
  expect(away.otherwise![0]).toEqual(away.ahead[0]);
  expect(away.otherwise![30]!.foodDryKg.middle).toBeLessThan(0.7 * away.ahead[30]!.foodDryKg.middle);
  const card = courseAhead(now, today, climates, { dryCardKg: 1 });
  expect(card.otherwise![2]!.moisture.middle).toBeLessThan(card.ahead[2]!.moisture.middle - 0.02);
  const kept = brought([...log, entry({ kind: "altered", changes: { ahead: { mealShare: 0 } } }, 78)], 78);
  expect(courseAhead(kept, today, climates).ahead[30]!.foodDryKg.middle).toBeLessThan(
    0.7 * away.ahead[30]!.foodDryKg.middle,
  );
  const table = courseTable(away.ahead, today);
  expect(new Set(table.map((row) => row.length))).toEqual(new Set([21]));
  expect(table[1]!.slice(0, 2)).toEqual(["2026-05-19", "past"]);
});
