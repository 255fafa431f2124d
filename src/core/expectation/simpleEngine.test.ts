import fc from "fast-check";
import { CLIMATE, entry, kilograms, litres, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "../calendar/day";
import { replay } from "../bin/replay";
import { SYSTEMS } from "@/vocabulary/setup";
import type { Band } from "./expectation";
import { simpleExpectation } from "./simpleEngine";

const expected = (log: Parameters<typeof replay>[0], on: number) =>
  simpleExpectation(replay(log), CLIMATE, addDays(START, on));
const width = (band: Band) => band.high - band.low;

test("on the day of a squeeze we expect what the fist said; later we are less sure", () => {
  const log = [...newTub(), look([{ of: "squeeze", squeeze: "fewDrops" }], 20)];
  expect(expected(log, 20).moisture).toMatchObject({
    low: expect.closeTo(0.69, 2) as unknown,
    high: expect.closeTo(0.81, 2) as unknown,
  });
  expect(width(expected(log, 40).moisture)).toBeGreaterThan(width(expected(log, 21).moisture));
});

test("an open bin dries, a lidded one hardly; water poured in is found again", () => {
  const squeezed = (setup: ReturnType<typeof setupOf>) => [
    ...newTub(0.5, setup),
    look([{ of: "squeeze", squeeze: "fewDrops" }], 20),
  ];
  const open = expected(squeezed(setupOf("tub", { cover: "open" })), 34).moisture.middle;
  const lidded = expected(squeezed(setupOf("tub", { cover: "tightLid" })), 34).moisture.middle;
  expect(open).toBeLessThan(lidded - 0.03);
  const dry = [
    ...newTub(0.5, setupOf("tub", { cover: "tightLid" })),
    look([{ of: "squeeze", squeeze: "noDrop" }], 20),
  ];
  const watered = [...dry, entry({ kind: "watered", amount: litres(1) }, 20)];
  expect(expected(watered, 20).moisture.middle).toBeGreaterThan(expected(dry, 20).moisture.middle + 0.03);
});

test("food goes over its clearing time, later in the cold and when there is more than the herd eats", () => {
  const gone = (massKg: number, climate = CLIMATE) =>
    simpleExpectation(replay([...newTub(), meal(massKg, 1, 60)]), climate, addDays(START, 60)).places[0]!
      .goneInDays.middle;
  expect(gone(0.3)).toBeGreaterThan(4);
  expect(gone(0.3)).toBeLessThan(10);
  expect(gone(3)).toBeGreaterThan(2 * gone(0.3));
  expect(gone(0.3, { ...CLIMATE, meanC: 10 })).toBeGreaterThan(1.5 * gone(0.3));
});

test("what was seen at a place counts more than what the rule says", () => {
  const log = [...newTub(), meal(0.3, 1, 60), look([{ of: "foodLeft", foodLeft: "none", place: 1 }], 62)];
  expect(expected(log, 62).places[0]!.left).toEqual({ low: 0, middle: 0, high: 0 });
});

test("a herd grows towards what its surface carries and no further", () => {
  const worms = (on: number) => expected(newTub(0.2), on).wormsKg.middle;
  expect(worms(10)).toBeCloseTo(0.2, 2);
  expect(worms(200)).toBeGreaterThan(0.4);
  expect(worms(4000)).toBeLessThanOrEqual(5 * 0.18 + 1e-9);
});

test("few readings make a guess, many make a good one, and a wide band asks for a squeeze", () => {
  expect(expected(newTub(), 100)).toMatchObject({ sureness: "guess", wouldHelp: "squeeze" });
  const looks = Array.from({ length: 12 }, (_, week) =>
    look(
      [
        { of: "squeeze", squeeze: "fewDrops" },
        { of: "smell", smell: "earthy" },
      ],
      10 + week * 7,
    ),
  );
  expect(expected([...newTub(), ...looks], 88).sureness).toBe("good");
});

test("for any bin on any day: bands in order, shares within bounds, nothing negative or endless", () => {
  const anyBin = fc.record({
    system: fc.constantFrom(...SYSTEMS),
    wormsKg: fc.double({ min: 0, max: 20, noNaN: true }),
    meals: fc.array(
      fc.record({
        massKg: fc.double({ min: 0, max: 20, noNaN: true }),
        on: fc.integer({ min: 4, max: 200 }),
      }),
      { maxLength: 6 },
    ),
    bedding: fc.double({ min: 0, max: 50, noNaN: true }),
    on: fc.integer({ min: 0, max: 3000 }),
    meanC: fc.double({ min: -20, max: 45, noNaN: true }),
  });
  fc.assert(
    fc.property(anyBin, ({ system, wormsKg, meals, bedding, on, meanC }) => {
      const log = [
        ...newTub(wormsKg, setupOf(system)),
        entry({ kind: "bedded", parts: [{ materialId: "coir", amount: kilograms(bedding) }] }, 5),
        ...meals.map(({ massKg, on: day }) => meal(massKg, 1, day)),
      ];
      const outcome = simpleExpectation(replay(log), { ...CLIMATE, meanC }, addDays(START, on));
      const bands = [
        outcome.moisture,
        outcome.wormsKg,
        outcome.castingsKg,
        outcome.fedMassKg,
        outcome.ripeness,
        outcome.troubleRisk,
        ...outcome.places.map((place) => place.left),
      ];
      for (const band of bands) {
        expect(Number.isFinite(band.high) && band.low >= 0).toBe(true);
        expect(band.low <= band.middle && band.middle <= band.high).toBe(true);
      }
      for (const share of [
        outcome.moisture,
        outcome.ripeness,
        outcome.troubleRisk,
        ...outcome.places.map((place) => place.left),
      ])
        expect(share.high).toBeLessThanOrEqual(1);
      expect(outcome.freeL).toBeGreaterThanOrEqual(0);
    }),
    { numRuns: 200 },
  );
});
