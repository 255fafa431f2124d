import { entry, kilograms, litres, look, meal, newTub, START } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import { addDays } from "../calendar/day";
import { replay } from "./replay";

const seen = (...more: Entry[]) => replay([...newTub(), meal(0.3, 1, 9), ...more]).seen;
const whole = [
  { of: "squeeze", squeeze: "noDrop" },
  { of: "foodLeft", foodLeft: "half", place: 1 },
  { of: "smell", smell: "sour" },
] as const;
const kinds = (state: ReturnType<typeof seen>) => state?.readings.map(({ of }) => of);

test("what was read on a day stands until a deed of that day makes it old: moisture by water and bedding, food by a meal", () => {
  expect(kinds(seen(look(whole, 14)))).toEqual(["squeeze", "foodLeft", "smell"]);
  expect(kinds(seen(look(whole, 14), entry({ kind: "watered", amount: litres(1) }, 14)))).toEqual([
    "foodLeft",
    "smell",
  ]);
  expect(kinds(seen(look(whole, 14), meal(0.2, 1, 14)))).toEqual(["squeeze", "smell"]);
  // A meal elsewhere says nothing of this place; loosening says nothing of either.
  expect(kinds(seen(look(whole, 14), meal(0.2, 2, 14)))).toEqual(["squeeze", "foodLeft", "smell"]);
  expect(kinds(seen(look(whole, 14), entry({ kind: "turned" }, 14)))).toEqual([
    "squeeze",
    "foodLeft",
    "smell",
  ]);
  const bedding = () =>
    entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(1) }] }, 14);
  expect(kinds(seen(look(whole, 14), bedding()))).toEqual(["foodLeft", "smell"]);
  expect(kinds(seen(look(whole, 14), entry({ kind: "emptied" }, 14)))).toEqual([]);
});

test("two looks of one day add up, a look of another day begins anew, and a slip is kept in the log but not believed", () => {
  const again = () => look([{ of: "temperature", temperatureC: 19 }], 14);
  expect(kinds(seen(look(whole, 14), again()))).toEqual(["squeeze", "foodLeft", "smell", "temperature"]);
  expect(seen(look(whole, 14), look([{ of: "smell", smell: "earthy" }], 15))).toMatchObject({
    day: addDays(START, 15),
    readings: [{ of: "smell", smell: "earthy" }],
  });
  const slip = look([{ of: "squeeze", squeeze: "stream", because: "slip" }], 14);
  const state = replay([...newTub(), look([{ of: "squeeze", squeeze: "fewDrops" }], 10), slip]);
  expect(state.moisture?.squeeze).toBe("fewDrops");
  expect(state.seen?.readings).toEqual([]);
  expect(state.readings).toBe(2);
});
