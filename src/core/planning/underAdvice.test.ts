import fc from "fast-check";
import { SYSTEMS } from "@/vocabulary/setup";
import type { Span } from "./underAdvice";
import { firstYear, steadyKgPerM2Day, TABLE_WARMTHS_C } from "./underAdvice";

const alike = (meanC: number) => Array.from({ length: 12 }, () => meanC);
const inOrder = ([low, middle, high]: Span) => low <= middle && middle <= high;

test("a year is lived for every kind at every warmth: spans in order, something taken and given, castings late rather than never", () => {
  for (const system of SYSTEMS)
    for (const warmth of TABLE_WARMTHS_C) {
      const year = firstYear(system, alike(warmth));
      for (const span of [...year.takenKgPerM2Day, year.castingsKgPerM2, year.ripeOnDay])
        expect([system, warmth, inOrder(span), span[0] >= 0]).toEqual([system, warmth, true, true]);
      expect(year.castingsKgPerM2[1]).toBeGreaterThan(0);
      expect(year.ripeOnDay[0]).toBeGreaterThan(60);
      // A square metre of bed carries some five kilograms of worms: more than their own mass a day they never eat.
      for (const [, , high] of year.takenKgPerM2Day) expect(high).toBeLessThan(5);
    }
});

test("between two warmths lies what was lived at both, at a warmth its own, beyond the ends the nearest", () => {
  fc.assert(
    fc.property(fc.constantFrom(...SYSTEMS), fc.double({ min: -20, max: 50, noNaN: true }), (system, at) => {
      const here = firstYear(system, alike(at)).castingsKgPerM2[1];
      const rows = TABLE_WARMTHS_C.map((warmth) => firstYear(system, alike(warmth)).castingsKgPerM2[1]);
      const above = TABLE_WARMTHS_C.findIndex((warmth) => warmth >= at);
      const ends = above <= 0 ? [above === 0 ? rows[0]! : rows.at(-1)!] : [rows[above - 1]!, rows[above]!];
      expect(here).toBeGreaterThanOrEqual(Math.min(...ends) - 1e-9);
      expect(here).toBeLessThanOrEqual(Math.max(...ends) + 1e-9);
    }),
  );
});

test("the months of a room count one by one: a cold winter takes less in winter, not in summer", () => {
  const even = firstYear("tub", alike(20)).takenKgPerM2Day;
  const winter = firstYear("tub", [...alike(20).slice(0, 9), 8, 8, 8]).takenKgPerM2Day;
  expect(winter.slice(0, 9)).toEqual(even.slice(0, 9));
  for (const month of [9, 10, 11]) expect(winter[month]![1]).toBeLessThan(even[month]![1]);
  expect(steadyKgPerM2Day("tub", alike(20))).toBeGreaterThan(steadyKgPerM2Day("tub", alike(8)));
});
