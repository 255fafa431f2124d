import { localDate } from "@/vocabulary/fields";
import type { Reckoning } from "@/core/reckon/reckon";
import { addDays } from "@/core/calendar/day";
import { readPace } from "./pace";

const day = (text: string) => localDate.parse(text);
const FROM = day("2026-01-01");
const TO = day("2026-12-31");
const gave = (wetKg: number): Reckoning => ({
  from: FROM,
  to: TO,
  openingDryKg: 0,
  standingDryKg: 0,
  in: [],
  out: wetKg > 0 ? [{ of: "castings", wetKg, dryKg: wetKg / 4 }] : [],
  breathedDryKg: 0,
  wormsInKg: 0,
  wormsOutKg: 0,
  castingsPerFood: undefined,
  months: [],
});
const say = (typed: string, kg: number, today = day("2026-07-01")) =>
  readPace(typed, "metric", today, gave(kg));

test("a target is said as it stands: ahead, behind, reached, short at the end; nothing where none is typed or can be read", () => {
  expect(say("", 10)).toBeUndefined();
  expect(say("a lot", 10)).toBeUndefined();
  expect(readPace("10 kg", "metric", TO, undefined)).toBeUndefined();
  expect(say("0", 10)).toBe("A target of nothing is reached.");
  expect(say("40 kg", 40)).toMatch(/^The target is reached/);
  expect(say("40 kg", 45)).toBe("The target is reached, with 5 kg to spare.");
  expect(say("40 kg", 30)).toMatch(/ahead of the target’s pace; .* a month would reach it\.$/);
  expect(say("40 kg", 5)).toMatch(/behind the target’s pace; .* a month would reach it\.$/);
  expect(say("40 kg", 30, TO)).toBe("10 kg short of the target.");
  expect(say("40 kg", 30, addDays(TO, 90))).toBe("10 kg short of the target.");
});

test("what a month would need is what is left over the days that are left", () => {
  const asOf = day("2026-07-04");
  const left = (Date.parse(TO) - Date.parse(asOf)) / 86_400_000;
  const said = say("40 kg", 10, asOf)!;
  const perMonth = Number(/; ([\d.]+) kg a month/.exec(said)![1]);
  expect(perMonth).toBeCloseTo((30 * 30) / left, 1);
});
