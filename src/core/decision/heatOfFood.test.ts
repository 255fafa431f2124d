import fc from "fast-check";
import { CLIMATE, newTub, setupOf, START } from "../../../tests/log";
import type { FeedPart } from "@/records/entry";
import type { Preparation } from "@/vocabulary/setup";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import { WHOLE_MATERIALS } from "../catalogue/composition";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { decide } from "./decide";
import { heatOfFood, sayHeatOfFood } from "./heatOfFood";
import { airUnderTightLidL } from "./tightLid";

const FOODS = WHOLE_MATERIALS.filter(({ use }) => use === "food");
const part = (materialId: string, kg: number, preparation: Preparation = "chopped"): FeedPart => ({
  materialId,
  amount: { massKg: kg, measuredBy: "weighed" },
  preparation,
});

test("feed heats by how thick it lies: what is said to stay cool does, a little more does not, and ripened or mild feed never", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...FOODS), fc.double({ min: 0, max: 20, noNaN: true })), { minLength: 1, maxLength: 4 }),
      fc.double({ min: 0.01, max: 2, noNaN: true }),
      (given, placeM2) => {
        const parts = given.map(([{ id }, kg]) => part(id, kg));
        const heat = heatOfFood(parts, placeM2);
        const hot = given.filter(([food]) => "heatRisk" in food && food.heatRisk >= 2);
        expect(heatOfFood(parts.map((one) => ({ ...one, preparation: "precomposted" as const })), placeM2)).toBeUndefined();
        if (!heat) return;
        const kg = hot.reduce((sum, [, one]) => sum + one, 0);
        expect(heat.coolKg).toBeLessThan(kg);
        const scaled = (by: number) => heatOfFood(parts.map((one, at) => part(one.materialId, given[at]![1] * by)), placeM2);
        expect(scaled((0.99 * heat.coolKg) / kg)).toBeUndefined();
        expect(scaled((1.01 * heat.coolKg) / kg)).toBeDefined();
        expect(sayHeatOfFood(heat, "us")).toMatch(/ in deep/);
      },
    ),
  ); // prettier-ignore
  expect(heatOfFood([part("carrot-parsnip", 20)], 0.05)).toBeUndefined();
});

test("a tight lid over little air is propped open where it smells or they flee; over a bath, a net or in the ground nothing is said of it", () => {
  const TODAY = addDays(START, 60);
  const at = (setup: ReturnType<typeof setupOf>) => {
    const state = replay(newTub(0.5, setup));
    return { state, expectation: simpleExpectation(state, CLIMATE, TODAY) };
  };
  const asked = (cover: "tightLid" | "vented", readings: Parameters<typeof decide>[2]) => {
    const { state, expectation } = at(setupOf("tub", { cover }));
    return decide(expectation, practiceOf(state)!, readings, TODAY).steps.filter(
      ({ why }) => why.code === "air/tight-lid",
    );
  };
  const foul = [{ of: "smell", smell: "rotten" }] as const;
  const flight = [{ of: "sign", sign: "mass-escape", isPresent: true }] as const;
  expect(asked("tightLid", foul)).toHaveLength(1);
  expect(asked("tightLid", flight)).toHaveLength(1);
  expect(asked("tightLid", [{ of: "smell", smell: "earthy" }])).toEqual([]);
  expect(asked("vented", foul)).toEqual([]);
  expect(airUnderTightLidL({ fedMassKg: { low: 90, middle: 90, high: 90 }, freeL: 120 }, setupOf("bath"))).toBeUndefined(); // prettier-ignore
  const tower = at(setupOf("tower"));
  expect(airUnderTightLidL(tower.expectation, tower.state.setup!)).toBeUndefined();
});
