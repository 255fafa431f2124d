import { CLIMATE, entry, kilograms, newTub, setupOf, START } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
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

test("what a bin was given lately is what it will use; the bed it was begun with is not", () => {
  const used = (log: readonly Entry[]) => beddingAhead([bin(log)], [], TODAY).weeks[0]!.usualKg;
  expect(used(newTub())).toBe(0);
  expect(used([...newTub(), ...weekly(10)])).toBeCloseTo(0.3, 1);
  expect(beddingAhead([], [], TODAY).weeks.every(({ usualKg }) => usualKg === 0)).toBe(true);
});

test("the more there is in the store, the later the next batch; who has enough is not told to begin", () => {
  const log = [...newTub(), ...weekly(10)];
  const ahead = (massKg: number) => beddingAhead([bin(log)], stored(massKg), TODAY);
  const days = [1, 2, 4, 6].map((kg) => ahead(kg).lastsUntil!);
  expect(days).toEqual([...days].sort());
  expect(new Set(days).size).toBe(4);
  expect(ahead(1).startBy).toBe(TODAY);
  expect(ahead(50)).not.toHaveProperty("startBy");
});

test("a bin out of use wants none, an emptied one that keeps its worms wants its bed now", () => {
  const retired = [...newTub(), ...weekly(10), entry({ kind: "tipped", fraction: 1 }, 89)];
  expect(beddingAhead([bin(retired)], [], TODAY).weeks.some(({ usualKg, refillsKg }) => usualKg + refillsKg > 0)).toBe(false); // prettier-ignore
  const pot = [...newTub(0.5, setupOf("fabricPot")), entry({ kind: "emptied" }, 89)];
  const [first, ...later] = beddingAhead([bin(pot)], [], TODAY).weeks;
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
  const weekly = (massKg: number, inDays: number) => beddingAhead([asking(massKg, inDays)], [], TODAY).weeks[0]!.usualKg; // prettier-ignore
  expect(weekly(0.4, 7)).toBeCloseTo(0.1, 6);
  expect(weekly(0.4, 14)).toBeCloseTo(0.05, 6);
  expect(weekly(0, 7)).toBe(0);
});
