import { CLIMATE, newTub, setupOf, START } from "../../../tests/log";
import { replay } from "@/core/bin/replay";
import { addDays } from "@/core/calendar/day";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { airToldOf, guardFor, warnedOf } from "./warned";

const TODAY = addDays(START, 60);
const state = replay(newTub(0.5, setupOf("tub")));
/** So many kelvin for a week from a day of the trial on. */
const spell = (from: number, byK: number) => (day: number) => (day >= from && day < from + 7 ? byK : 0);
const guarded = (from: number, byK: number) => {
  const airK = spell(from, byK);
  const spells = warnedOf(state, simpleExpectation(state, CLIMATE, TODAY), CLIMATE, TODAY, airK, 60);
  return { spells, guard: guardFor(spells, state.worms, undefined, TODAY) };
};

test("a keeper of the trial guards on the eve of a spell, by as much as it takes, and for as long as it lasts", () => {
  expect(guarded(61, 0).spells).toEqual([]);
  // Known a week before, done the day before.
  const far = guarded(65, 18);
  expect(far.spells.map(({ against }) => against)).toEqual(["heat"]);
  expect(far.guard).toBeUndefined();
  const least = Array.from({ length: 25 }, (_, byK) => byK).find((byK) => guarded(61, byK).guard)!;
  expect(guarded(61, least).guard).toMatchObject({ byK: -4 });
  expect(guarded(61, least + 5).guard!.byK).toBe(-8);
  expect(guarded(61, least + 5).guard!.days).toBeGreaterThanOrEqual(7);
  expect(guarded(61, -24).guard!.byK).toBeGreaterThan(0);
});

test("the twin of the trial hears the same days", () => {
  const air = airToldOf("room-1", CLIMATE, TODAY, spell(62, 9), 60)["room-1"]!;
  expect(air.slice(0, 2)).toEqual([0, 0]);
  expect(Math.max(...air)).toBeCloseTo(9, 1);
  expect(air).toHaveLength(11);
});
