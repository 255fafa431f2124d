import { entry, kilograms, meal, newTub, setupOf, START } from "../../../tests/log";
import { expected } from "../../../tests/twinLog";
import { replay } from "@/core/bin/replay";
import { harvestCompartment } from "@/core/bin/system";
import { addDays } from "@/core/calendar/day";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { TEMPERATE } from "@/core/expectation/climate";
import { SYSTEMS } from "@/vocabulary/setup";
import { harvestPlan, waysOf } from "./harvestPlan";
import { ripeVerdict } from "./ripe";
import { sayStep, WAY_WORDS } from "./words";

const TODAY = addDays(START, 120);
const EASY = { isUrgent: false, wantsWorms: false, noLifting: false };

test.each(SYSTEMS)(
  "%s: what there is to lift is part of what lies there, in the part one harvests, with a way and its steps",
  (system) => {
    const setup = setupOf(system);
    const log = [
    ...newTub(0.5, setup),
    ...setup.compartments.map(({ id }) =>
      entry({ kind: "bedded", compartment: id, parts: [{ materialId: "leaf-mould", amount: kilograms(5), moisture: 0.7 }] }, 3),
    ),
    ...[10, 20, 30, 40].map((on) => meal(0.4, 1, on)),
  ]; // prettier-ignore
    const state = replay(log);
    // What the model says of them is asked of the plain one, and of one of several parts.
    const byModel = system === "tub" || system === "trough" ? [expected(log, 60)] : [];
    for (const expectation of [simpleExpectation(state, TEMPERATE, TODAY), ...byModel]) {
      const plan = harvestPlan(state, expectation, TODAY)!;
      expect(plan.compartment).toBe(harvestCompartment(setup).id);
      expect(plan.kg).toBeGreaterThanOrEqual(0);
      expect(plan.kg).toBeLessThanOrEqual(plan.part.wetKg + 1e-9);
      expect(plan.depthM).toBeLessThanOrEqual(plan.part.depthM + 1e-9);
      expect(plan.takenShare).toBeGreaterThanOrEqual(0);
      expect(plan.takenShare).toBeLessThanOrEqual(1);
      const ways = waysOf(plan, system, EASY);
      if (system !== "tower") expect(ways.length).toBeGreaterThanOrEqual(2);
      for (const { way, cocoonsOut } of ways) {
        expect(cocoonsOut).toBeLessThanOrEqual(plan.takenShare + 1e-9);
        for (const step of WAY_WORDS[way].steps)
          expect(sayStep(step, plan.depthM, "metric")).not.toMatch(/[{}]|undefined|NaN/);
      }
      // What slate and bin call worth the work is so here too, in the same kilograms.
      const harvest = expectation.twin?.harvest;
      if (harvest?.inDays?.middle === 0) {
        expect(plan.kg).toBe(Math.min(plan.part.wetKg, harvest.kg.middle));
        if (plan.forecast.share.middle >= 0.25) expect(ripeVerdict({}, plan.forecast).is).toBe("ready");
      } else expect(ripeVerdict({}, plan.forecast).is).not.toBe("ready");
    }
  },
);

test("a bin of today has nothing to lift, one without a set-up no plan", () => {
  const fresh = replay(newTub().slice(0, 1));
  expect(harvestPlan(fresh, simpleExpectation(fresh, TEMPERATE, START), START)).toBeUndefined();
  const bare = replay([]);
  expect(harvestPlan(bare, simpleExpectation(bare, TEMPERATE, START), START)).toBeUndefined();
});

test("another part than the usual is planned by what lies in it; a part the bin does not have is the usual one", () => {
  const setup = setupOf("trayStack");
  const [lowestId, middleId] = setup.compartments.map(({ id }) => id);
  const log = [
    ...newTub(0.5, setup),
    ...setup.compartments.map(({ id }) => entry({ kind: "bedded", compartment: id, parts: [{ materialId: "leaf-mould", amount: kilograms(3), moisture: 0.72 }] }, 3)),
    entry({ kind: "seeded", compartment: middleId!, amount: kilograms(5) }, 4),
  ]; // prettier-ignore
  const state = replay(log);
  const expectation = simpleExpectation(state, TEMPERATE, addDays(START, 20));
  const plan = (named?: string) => harvestPlan(state, expectation, addDays(START, 20), named)!;
  const [lowest, middle] = [plan(), plan(middleId)];
  expect(plan("no such part")).toEqual(lowest);
  expect([lowest.compartment, middle.compartment]).toEqual([lowestId, middleId]);
  expect(middle.part.ripeness).toBeGreaterThan(lowest.part.ripeness);
  expect(middle.kg).toBeGreaterThan(lowest.kg);
  expect(middle.kg).toBeLessThanOrEqual(middle.part.wetKg);
});
