import { CLIMATE, newTub, START } from "../../../tests/log";
import { replay } from "../bin/replay";
import { seeded } from "../chance/seeded";
import type { TwinAdvice } from "../expectation/expectation";
import { simpleEngine } from "../expectation/simpleEngine";
import type { Coming } from "./coming";
import { BEFORE, comingHarvests, wantedBy } from "./coming";

const some = (seed: string): Coming[] => {
  const chance = seeded(seed);
  return Array.from({ length: 1 + Math.floor(6 * chance()) }, (_, at): Coming => {
    const middle = Math.floor(120 * chance());
    const kg = 2 + 10 * chance();
    return {
      binId: `b${at}`,
      name: `Bin ${at}`,
      system: chance() < 0.5 ? "tub" : "flowThrough",
      inDays: { low: Math.max(0, middle - 15), middle, high: middle + 20 },
      kg: { low: 0.7 * kg, middle: kg, high: 1.3 * kg },
      gainsKg: 2 * chance(),
    };
  }).sort((a, b) => a.inDays.middle - b.inDays.middle);
};

test("nothing is lifted before it is ripe or too late to dry; the more is wanted, the more bins; what is missing is what is missing", () => {
  for (let seed = 0; seed < 200; seed += 1) {
    const coming = some(`coming/${seed}`);
    const chance = seeded(`wanted/${seed}`);
    const by = Math.floor(150 * chance());
    const dry = Math.floor(15 * chance());
    let bins = 0;
    for (const wanted of [0, 3, 8, 20, 60]) {
      const plan = wantedBy(coming, wanted, by, dry);
      expect(plan.lifts.length).toBeGreaterThanOrEqual(bins);
      bins = plan.lifts.length;
      const middle = plan.lifts.reduce((kg, lift) => kg + lift.kg.middle, 0);
      expect(plan.sumKg.middle).toBeCloseTo(middle, 9);
      expect(plan.shortKg).toBeCloseTo(Math.max(0, wanted - middle), 9);
      expect(plan.sumKg.low).toBeLessThanOrEqual(plan.sumKg.middle);
      expect(plan.sumKg.middle).toBeLessThanOrEqual(plan.sumKg.high);
      for (const { binId, steps } of plan.lifts) {
        const { inDays, system } = coming.find((one) => one.binId === binId)!;
        const lift = steps.at(-1)!;
        expect(lift.step).toBe("lift");
        expect(lift.inDays).toBeGreaterThanOrEqual(inDays.middle);
        expect(lift.inDays + dry).toBeLessThanOrEqual(by);
        expect(steps.some(({ step }) => step === "stopFeeding")).toBe(system === "tub");
        for (const { step, inDays: on, isLate } of steps.slice(0, -1)) {
          expect(on).toBe(lift.inDays - BEFORE[step as keyof typeof BEFORE]);
          expect(isLate).toBe(on < 0);
        }
      }
      // Without the last bin it would not have been enough.
      if (plan.lifts.length > 0) expect(middle - plan.lifts.at(-1)!.kg.middle).toBeLessThan(wanted);
      if (plan.enoughInDays !== undefined) {
        expect(plan.enoughInDays).toBeGreaterThanOrEqual(by < dry ? dry : by);
        expect(wantedBy(coming, wanted, plan.enoughInDays, dry).shortKg).toBe(0);
      }
    }
  }
});

test("a day that leaves no time to dry gives nothing; an empty cellar is short of all", () => {
  const coming = some("x");
  expect(wantedBy(coming, 5, 3, 10)).toMatchObject({ lifts: [], shortKg: 5 });
  expect(wantedBy([], 5, 90, 10)).toEqual({ lifts: [], sumKg: { low: 0, middle: 0, high: 0 }, shortKg: 5 });
});

test("only bins whose forecast sees a harvest are told, soonest first, in the figures of the forecast", async () => {
  const bare = await simpleEngine.expect(replay(newTub()), CLIMATE, START);
  const withHarvest = (harvest: TwinAdvice["harvest"]) => ({ ...bare, twin: { harvest } as TwinAdvice });
  const band = (middle: number) => ({ low: middle - 1, middle, high: middle + 1 });
  const bin = (binId: string, expectation: typeof bare) => ({
    binId,
    name: binId,
    system: "tub" as const,
    expectation,
  });
  const found = comingHarvests([
    bin("no forecast", bare),
    bin("beyond", withHarvest({ kg: band(4), gainsKg: band(1) })),
    bin("late", withHarvest({ inDays: band(60), kg: band(4), gainsKg: band(1) })),
    bin("soon", withHarvest({ inDays: band(3), kg: band(2), gainsKg: band(0.5) })),
    bin(
      "nothing in it",
      withHarvest({ inDays: band(2), kg: { low: 0, middle: 0, high: 1 }, gainsKg: band(1) }),
    ),
  ]);
  expect(found.map(({ binId, inDays, kg, gainsKg }) => [binId, inDays.middle, kg.middle, gainsKg])).toEqual([
    ["soon", 3, 2, 0.5],
    ["late", 60, 4, 1],
  ]);
});
