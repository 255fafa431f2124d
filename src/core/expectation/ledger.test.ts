import type { Entry } from "@/records/entry";
import { look, meal, newTub, START } from "../../../tests/log";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import { ledgerOf, placesToAsk } from "./ledger";

/** Asked on a day of a bed at 20 °C, where small meals are gone after eleven. */
const asked = (onDay: number, ...more: Entry[]) => {
  const state = replay([...newTub(), ...more]);
  const known = { temperatureC: { low: 18, middle: 20, high: 22 } };
  return placesToAsk(state, ledgerOf(state, known, addDays(START, onDay))).map(({ place }) => place);
};
const seen = (foodLeft: string, place: number, onDay: number) =>
  look([{ of: "foodLeft", foodLeft, place }], onDay);

test("asked is the newest meal that is old enough to tell, and the place to be fed; where none is old enough, the oldest", () => {
  expect(asked(9)).toEqual([]);
  expect(asked(13, meal(0.2, 1, 9))).toEqual([1]);
  expect(asked(17, meal(0.2, 1, 9), meal(0.2, 2, 13), meal(0.2, 3, 16))).toEqual([1]);
  const four = [1, 2, 3, 4].map((place) => meal(0.2, place, 9 + 4 * (place - 1)));
  expect(asked(25, ...four)).toEqual([2]);
  // Every place has had its turn: the first is to be fed again.
  const round = Array.from({ length: 8 }, (_, at) => meal(0.2, at + 1, 9 + 4 * at));
  expect(asked(41, ...round)).toEqual([6, 1]);
});

test("what was seen gone is not asked of again, what was seen too early or lying is", () => {
  const two = [meal(0.2, 1, 9), meal(0.2, 2, 13)];
  expect(asked(17, ...two, seen("none", 1, 16))).toEqual([2]);
  expect(asked(25, ...two, seen("half", 1, 13), seen("none", 2, 24))).toEqual([1]);
  expect(asked(40, ...two, seen("little", 1, 21), seen("little", 2, 25))).toEqual([]);
  expect(asked(27, ...two, seen("most", 2, 25), seen("none", 1, 25))).toEqual([2]);
});
