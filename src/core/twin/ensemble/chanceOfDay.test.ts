import fc from "fast-check";
import { chanceOfDay, UNLOGGED } from "./chanceOfDay";
import { chanceFor, DRIFTING, driftFactor, normal } from "./members";

const asked = fc.record({
  seed: fc.integer({ min: 0, max: 2 ** 32 - 1 }),
  day: fc.integer({ min: 7, max: 4000 }),
  compartments: fc.integer({ min: 1, max: 6 }),
  sizes: fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 5 }),
});

test("what chance does on a day hangs on nothing but seed, day and member: not on how many ask, nor on who asked before", () => {
  fc.assert(
    fc.property(asked, fc.infiniteStream(fc.nat(59)), ({ seed, day, compartments, sizes }, picks) => {
      for (const size of sizes) {
        const { drifts, unlogged } = chanceOfDay(seed, day, size, compartments);
        const member = picks.next().value! % size;
        DRIFTING.forEach((name, nth) =>
          expect(drifts[member * DRIFTING.length + nth]).toBe(
            driftFactor(name, chanceFor(seed, `drift ${day}`), member, nth),
          ),
        );
        const at = picks.next().value! % compartments;
        const first = (member * compartments + at) * UNLOGGED;
        expect(Math.log(unlogged[first]!)).toBeCloseTo(
          0.012 * normal(chanceFor(seed, `unlogged ${day}`), member, UNLOGGED * at),
          12,
        );
      }
    }),
    { numRuns: 80 },
  );
});

test("many bins in turn push no one's days out of place, and factors are about one", () => {
  const first = chanceOfDay(1, 70, 40, 2).unlogged.slice();
  for (let seed = 2; seed < 90; seed += 1) chanceOfDay(seed, 70, 40, 2);
  expect(chanceOfDay(1, 70, 40, 2).unlogged).toEqual(first);
  const mean = first.reduce((sum, by) => sum + by, 0) / first.length;
  expect(mean).toBeGreaterThan(0.98);
  expect(mean).toBeLessThan(1.02);
});
