import { fedTub, expected, squeeze } from "../../../tests/twinLog";
import { addDays } from "../calendar/day";
import type { Band, Expectation } from "./expectation";
import { standingIn } from "./standingIn";

const made = expected(
  fedTub(6, (week) => [squeeze("fewDrops", 7 + 7 * week)]),
  50,
);
const bandsOf = (one: Expectation): Band[] => [
  ...one.places.map(({ goneInDays }) => goneInDays),
  ...(one.twin?.mealInDays ? [one.twin.mealInDays] : []),
  ...(one.twin?.harvest?.inDays ? [one.twin.harvest.inDays] : []),
];

test("on its own day a forecast stands as it is; a day, two, three on what it counts is nearer by as many; then no more", () => {
  expect(standingIn(made, made.day)).toBe(made);
  for (const days of [1, 2, 3]) {
    const later = standingIn(made, addDays(made.day, days))!;
    expect([later.day, later.madeOn]).toEqual([addDays(made.day, days), made.day]);
    const [before, after] = [bandsOf(made), bandsOf(later)];
    expect(after).toHaveLength(before.length);
    after.forEach(({ low, middle, high }, at) => {
      const was = before[at]!;
      expect([low, middle, high]).toEqual(
        [was.low, was.middle, was.high].map((one) => Math.max(0, one - days)),
      );
    });
    // What was read that day is no surprise of this one, and nothing else is changed.
    expect(later.twin).toMatchObject({ hasReadToday: false, surprises: [] });
    expect([later.moisture, later.wormsKg, later.contents, later.twin?.meal]).toEqual([
      made.moisture,
      made.wormsKg,
      made.contents,
      made.twin?.meal,
    ]);
  }
  expect(standingIn(made, addDays(made.day, 4))).toBeUndefined();
  expect(standingIn(made, addDays(made.day, -1))).toBeUndefined();
});

test("step by step is as at once, and rules of thumb stand in like a forecast", () => {
  const twice = standingIn(
    { ...standingIn(made, addDays(made.day, 1))!, madeOn: made.day },
    addDays(made.day, 2),
  )!;
  const once = standingIn(made, addDays(made.day, 2))!;
  expect(bandsOf(twice)).toEqual(bandsOf(once));
  const { twin: _, ...thumb } = made;
  expect(standingIn(thumb, addDays(made.day, 1))?.twin).toBeUndefined();
});
