import { CLIMATE, entry, kilograms, meal, newTub, setupOf, START } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import { replay } from "../bin/replay";
import { addDays, dayOfYear } from "../calendar/day";
import { simpleExpectation } from "../expectation/simpleEngine";
import { beddingAhead } from "./beddingAhead";
import type { BinToday } from "./round";

const TODAY = addDays(START, 90);
const bin = (log: readonly Entry[]): BinToday => {
  const state = replay(log);
  return { state, expectation: simpleExpectation(state, CLIMATE, TODAY) } as BinToday;
};
/** A kilogram of damp leaf mould, 300 g dry, every week. */
const weekly = (weeks: number) =>
  Array.from(
    { length: weeks },
    (_, week) =>
    entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(1), moisture: 0.7 }] }, 20 + 7 * week), // prettier-ignore
  );
const stored = (massKg: number) =>
  [{ batch: { moisture: 0.7 }, state: { stage: { is: "fit" }, leftKg: massKg } }] as unknown as Parameters<typeof beddingAhead>[1]; // prettier-ignore

const usedIn = (ahead: ReturnType<typeof beddingAhead>) => ahead.weeks.map(({ mealsKg }) => mealsKg);
const sum = (kg: readonly number[]) => kg.reduce((all, one) => all + one, 0);
const dated = (one: BinToday, inDays: number): BinToday => ({ ...one, decision: { verdict: "leave", steps: [], cautions: [], nextDay: addDays(TODAY, inDays) } }); // prettier-ignore

test("what a bin was given lately is what it will use; the bed it was begun with is not", () => {
  const used = (log: readonly Entry[]) => sum(usedIn(beddingAhead([dated(bin(log), 2)], [], TODAY)));
  expect(used(newTub())).toBe(0);
  expect(used([...newTub(), ...weekly(10)])).toBeCloseTo(8 * 0.3, 0);
  expect(sum(usedIn(beddingAhead([], [], TODAY)))).toBe(0);
});

test("bedding is counted on the days of the coming meals, with the bin's own share of it, and slower in the cold", () => {
  // A feast and its layers every four weeks: nothing in between.
  const monthly = [...newTub(), ...[5, 33, 61, 89].flatMap((at) => [
    meal(4, 1, at),
    entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(3), moisture: 0.7 }] }, at),
  ])]; // prettier-ignore
  const feasts = usedIn(beddingAhead([dated(bin(monthly), 27)], [], TODAY));
  expect(feasts.map((kg) => kg > 0)).toEqual([false, false, false, true, false, false, false, true]);
  expect(feasts[3]).toBeCloseTo(0.9, 0);
  // A room that cools from week to week wants less and less; one that stays as it is does not.
  const tub = dated(bin([...newTub(), ...[...Array(13).keys()].flatMap((week) => [meal(0.4, 1, 5 + 7 * week)]), ...weekly(10)]), 3); // prettier-ignore
  const hottestDay = dayOfYear(TODAY);
  const inRoom = (swingK: number) => usedIn(beddingAhead([tub], [], TODAY, () => ({ meanC: 16, swingK, hottestDay, humidity: 0.6 }))); // prettier-ignore
  const [cooling, steady] = [inRoom(8), inRoom(0)];
  expect(cooling).toEqual(cooling.toSorted((a, b) => b - a));
  expect(sum(cooling)).toBeLessThan(0.95 * sum(steady));
  expect(Math.max(...steady) - Math.min(...steady)).toBeLessThan(1e-9);
});

test("the more there is in the store, the later the next batch; who has enough is not told to begin", () => {
  const log = [...newTub(), ...weekly(10)];
  const ahead = (massKg: number) => beddingAhead([dated(bin(log), 2)], stored(massKg), TODAY);
  const days = [1, 2, 4, 6].map((kg) => ahead(kg).lastsUntil!);
  expect(days).toEqual([...days].sort());
  expect(new Set(days).size).toBe(4);
  expect(ahead(1).startBy).toBe(TODAY);
  expect(ahead(50)).not.toHaveProperty("startBy");
});

test("a bin out of use wants none, an emptied one that keeps its worms wants its bed now", () => {
  const retired = [...newTub(), ...weekly(10), entry({ kind: "tipped", fraction: 1 }, 89)];
  expect(beddingAhead([dated(bin(retired), 2)], [], TODAY).weeks.some(({ mealsKg, refillsKg }) => mealsKg + refillsKg > 0)).toBe(false); // prettier-ignore
  const pot = [...newTub(0.5, setupOf("fabricPot")), entry({ kind: "emptied" }, 89)];
  const [first, ...later] = beddingAhead([dated(bin(pot), 2)], [], TODAY).weeks;
  expect(first!.refillsKg).toBeGreaterThan(1);
  expect(later.every(({ refillsKg }) => refillsKg === 0)).toBe(true);
});

test("a young bin has no use of its own yet: its coming meals say what they ask for", () => {
  const young = bin([...newTub(), entry({ kind: "fed", parts: [{ materialId: "melon-rind", amount: kilograms(0.1), preparation: "chopped" }] }, 85)]); // prettier-ignore
  const asking = (massKg: number, inDays: number): BinToday => ({
    ...young,
    decision: {
      verdict: "feed",
      cautions: [],
      nextDay: addDays(TODAY, inDays),
      steps: [{ kind: "addDryBedding", amount: { massKg }, moisture: 0.75, why: { code: "bed/shrinks" }, evidence: [] }],
    },
  }); // prettier-ignore
  const inEightWeeks = (massKg: number, inDays: number) => sum(usedIn(beddingAhead([asking(massKg, inDays)], [], TODAY))); // prettier-ignore
  expect(inEightWeeks(0.4, 7)).toBeCloseTo(8 * 0.1, 6);
  expect(inEightWeeks(0.4, 14)).toBeCloseTo(4 * 0.1, 6);
  expect(inEightWeeks(0, 7)).toBe(0);
});
