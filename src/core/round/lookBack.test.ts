import fc from "fast-check";
import { entry, look, meal, newTub, START } from "../../../tests/log";
import { LOG } from "../../../tests/everyKind";
import { addDays } from "../calendar/day";
import { effectiveEntries } from "../log/effective";
import { seasonOf } from "../water/usual";
import { lookBack } from "./lookBack";

const log = effectiveEntries([
  ...newTub(),
  meal(0.4, 1, 9),
  entry({ kind: "noted", text: "Fruit flies from the pear crate" }, 40),
  look([{ of: "sign", sign: "fruit-flies", isPresent: true }], 120),
  entry({ kind: "bedded", note: "Dried café sacks", parts: [{ materialId: "leaf-mould", amount: { massKg: 1, measuredBy: "weighed" } }] }, 200),
  entry({ kind: "diagnosed", signs: ["smell-sour"], causes: ["acid"], lookOn: addDays(START, 310) }, 300),
]); // prettier-ignore
const days = (text: string, season?: "winter" | "spring" | "summer" | "autumn", isSouth = false) =>
  lookBack(log, { text, isSouth, ...(season ? { season } : {}) }, "metric").found.map(({ day }) => day);

test("what was written is found by food, sign, deed and note, whatever the case, the accents or the order of words", () => {
  expect(days("flies")).toEqual([addDays(START, 120), addDays(START, 40)]);
  expect(days("CRATE pear")).toEqual([addDays(START, 40)]);
  expect(days("cafe")).toEqual([addDays(START, 200)]);
  expect(days("leaf mould")).toContain(addDays(START, 200));
  expect(days("sour")).toEqual([addDays(START, 300)]);
  expect(days("no such thing")).toEqual([]);
});

test("without a word it is what was noted and what went wrong; a season is of the keeper's half of the globe", () => {
  expect(days("")).toEqual([addDays(START, 300), addDays(START, 200), addDays(START, 40)]);
  expect(days("", "spring")).toEqual([addDays(START, 40)]);
  expect(days("", "autumn", true)).toEqual([addDays(START, 40)]);
  expect(days("flies", "winter")).toEqual([]);
});

test("every season's finds are all finds, each once; more words never find more", () => {
  const all = effectiveEntries(LOG);
  fc.assert(
    fc.property(fc.constantFrom("", "a", "kg", "of", "card", "worms", "1"), fc.constantFrom("a", "e", "kg"), (one, more) => {
      const whole = lookBack(all, { text: one }, "metric");
      const bySeason = (["winter", "spring", "summer", "autumn"] as const).map((season) => lookBack(all, { text: one, season }, "metric"));
      expect(bySeason.reduce((sum, { count }) => sum + count, 0)).toBe(whole.count);
      for (const { found } of bySeason) for (const { day } of found) expect(seasonOf(day)).toBeTruthy();
      if (one !== "") expect(lookBack(all, { text: `${one} ${more}` }, "metric").count).toBeLessThanOrEqual(whole.count);
    }),
  ); // prettier-ignore
});
