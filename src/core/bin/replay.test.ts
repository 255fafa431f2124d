import fc from "fast-check";
import type { Entry } from "@/records/entry";
import { entry, kilograms, litres, look, meal, newTub, setupOf } from "../../../tests/log";
import { effectiveEntries } from "../log/effective";
import { dryKg } from "./matter";
import { nextPlace } from "./place";
import { replay } from "./replay";

test("the places go round clockwise and come back to the first", () => {
  const log = newTub();
  expect(nextPlace(replay(log))?.place).toBe(1);
  for (let place = 1; place <= 8; place += 1) log.push(meal(0.1, place, 10 + place));
  expect(nextPlace(replay(log))?.place).toBe(1);
  expect(nextPlace(replay(log.slice(0, -1)))?.place).toBe(8);
});

test("what was seen at a place belongs to the meal that lies there", () => {
  const state = replay([
    ...newTub(),
    meal(0.2, 1, 10),
    look(
      [
        { of: "foodLeft", foodLeft: "half", place: 1 },
        { of: "smell", smell: "earthy" },
      ],
      14,
    ),
    meal(0.2, 2, 14),
  ]);
  expect(state.feedings).toMatchObject([{ place: 1, left: "half", smelled: "earthy" }, { place: 2 }]);
  expect(state.places["c1/1"]?.seen?.foodLeft).toBe("half");
});

test("a correction counts, the first telling does not; a deletion takes the entry out; undo brings it back", () => {
  const first = meal(1.2, 1, 10);
  const corrected: Entry = {
    ...first,
    revision: 2,
    rowId: "fix" as Entry["rowId"],
    parts: [
      { materialId: "coffee-grounds", amount: { massKg: 0.12, measuredBy: "weighed" }, preparation: "whole" },
    ],
  } as Entry;
  const deleted = { ...corrected, revision: 3, rowId: "del" as Entry["rowId"], deleted: true };
  const restored = { ...corrected, revision: 4, rowId: "back" as Entry["rowId"] };
  const fedKg = (rows: Entry[]) => replay([...newTub(), ...rows]).totals.fedKg;
  expect(fedKg([first])).toBeCloseTo(1.2);
  expect(fedKg([first, corrected])).toBeCloseTo(0.12);
  expect(fedKg([deleted, first, corrected])).toBe(0);
  expect(fedKg([deleted, first, restored, corrected])).toBeCloseTo(0.12);
});

test("two devices that corrected the same entry agree whatever arrives first", () => {
  const base = meal(1, 1, 10);
  const rows = [
    base,
    { ...base, revision: 2, rowId: "phone" as Entry["rowId"], note: "phone" },
    { ...base, revision: 2, rowId: "laptop" as Entry["rowId"], note: "laptop" },
  ];
  fc.assert(
    fc.property(
      fc.shuffledSubarray(rows, { minLength: 3 }),
      (order) => effectiveEntries(order)[0]?.note === "phone",
    ),
  );
});

test("a set-up changes from its day on, and a resting bin names its day", () => {
  const log = [
    ...newTub(),
    entry({ kind: "altered", changes: { resting: true, restingUntil: "2026-09-01" } }, 30),
  ];
  expect(replay(log)).toMatchObject({
    setup: { resting: true, school: "sections-clockwise" },
    nextDay: "2026-09-01",
  });
  const awake = replay([
    ...log,
    entry({ kind: "altered", changes: { resting: false, school: "halves-alternating" } }, 60),
  ]);
  expect(awake.setup).toMatchObject({ resting: false, school: "halves-alternating" });
  expect(awake.setup?.restingUntil).toBeUndefined();
});

test("a harvest larger than the bin could hold is kept, and said", () => {
  const state = replay([
    ...newTub(),
    entry({ kind: "harvested", grossKg: 40, tareKg: 1, method: "light" }, 60),
  ]);
  expect(state.totals.harvestedKg).toBe(39);
  expect(state.problems).toMatchObject([{ code: "log/harvest-above-contents" }]);
});

test("a wedge moves everything along and the last end only receives", () => {
  const trough = setupOf("trough");
  const log = [
    entry({ kind: "altered", changes: trough }, 0),
    entry(
      { kind: "bedded", compartment: "c1", parts: [{ materialId: "leaf-mould", amount: kilograms(10) }] },
      0,
    ),
    entry({ kind: "advanced", fraction: 0.25 }, 0),
    entry({ kind: "advanced", fraction: 0.25 }, 0),
  ];
  const { contents } = replay(log);
  const dry = ["c1", "c2", "c3"].map((id) => dryKg(contents[id]!));
  expect(dry[0]).toBeCloseTo(4 * 0.75 * 0.75, 10);
  expect(dry[2]).toBeCloseTo(4 * 0.25 * 0.25, 10);
  expect(dry.reduce((sum, one) => sum + one, 0)).toBeCloseTo(4, 10);
});

const anyEntry = fc.oneof(
  fc
    .record({
      massKg: fc.double({ min: 0, max: 5, noNaN: true }),
      place: fc.integer({ min: 1, max: 8 }),
      on: fc.integer({ min: 4, max: 300 }),
    })
    .map(({ massKg, place, on }) => meal(massKg, place, on)),
  fc
    .record({ volumeL: fc.double({ min: 0, max: 9, noNaN: true }), on: fc.integer({ min: 4, max: 300 }) })
    .map(({ volumeL, on }) => entry({ kind: "watered", amount: litres(volumeL) }, on)),
  fc
    .record({ grossKg: fc.double({ min: 0, max: 30, noNaN: true }), on: fc.integer({ min: 4, max: 300 }) })
    .map(({ grossKg, on }) => entry({ kind: "harvested", grossKg, tareKg: 0, method: "dump" }, on)),
  fc
    .record({
      squeeze: fc.constantFrom("dust", "noDrop", "fewDrops", "manyDrops", "stream"),
      on: fc.integer({ min: 4, max: 300 }),
    })
    .map(({ squeeze, on }) => look([{ of: "squeeze", squeeze }], on)),
  fc
    .record({ fraction: fc.double({ min: 0, max: 1, noNaN: true }), on: fc.integer({ min: 4, max: 300 }) })
    .map(({ fraction, on }) => entry({ kind: "split", fraction }, on)),
);

test("the log in any order of arrival gives the same bin, with nothing negative and nothing unsaid", () => {
  fc.assert(
    fc.property(fc.array(anyEntry, { maxLength: 25 }), fc.infiniteStream(fc.nat()), (entries, dice) => {
      const log = [...newTub(), ...entries];
      const shuffled = log
        .map((one) => ({ one, at: dice.next().value as number }))
        .sort((a, b) => a.at - b.at)
        .map(({ one }) => one);
      const state = replay(log);
      expect(replay(shuffled)).toEqual(state);
      const figures = [
        ...Object.values(state.contents).flatMap((contents) => Object.values(contents) as number[]),
        ...Object.values(state.totals),
        state.worms.massKg,
        state.moisture?.value ?? 0,
      ];
      expect(figures.every((figure) => Number.isFinite(figure) && figure >= 0)).toBe(true);
    }),
    { numRuns: 150 },
  );
});
