import type { Creature } from "@/vocabulary/readings";
import { CREATURES } from "@/vocabulary/readings";
import fc from "fast-check";
import { newTub, setupOf, START } from "../../../tests/log";
import { CLIMATE } from "../../../tests/log";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import { SPECIES } from "@/vocabulary/setup";
import { speciesOf } from "../catalogue/species";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf, seenIn, targetMoisture } from "../practice/practice";
import { givenShare, tooColdC } from "./comfort";
import { decide } from "./decide";
import { signsToday } from "./signs";
import { sayReason, sayStep } from "./words";

const TODAY = addDays(START, 60);
const state = replay(newTub(0.5));
const decided = (sign: Creature) =>
  decide(
    simpleExpectation(state, CLIMATE, TODAY),
    practiceOf(state)!,
    [{ of: "sign", sign, isPresent: true }],
    TODAY,
  );

test.each(CREATURES)("%s, ticked, changes something or is said to be normal life", (sign) => {
  const decision = decided(sign);
  const answers = decision.steps.filter(({ why }) => why.code === "sign/answer");
  if (decision.verdict === "actNow") expect(decision.steps.length).toBeGreaterThan(1);
  else expect(answers).toHaveLength(1);
  for (const step of decision.steps) {
    const { before, after } = sayStep(step, { units: "metric" });
    expect(`${before}${after}`.trim().length).toBeGreaterThan(5);
    expect(sayReason(step.why, { units: "us", today: TODAY }).length).toBeGreaterThan(5);
  }
});

test("drops under the lid and worms up the walls are one thing: the lid is aired, and no bedding goes in for it unless the bed runs", () => {
  const { high } = targetMoisture(practiceOf(state)!);
  const answer = (moisture: number, ...signs: Creature[]) =>
    decide(
      simpleExpectation(state, CLIMATE, TODAY),
      practiceOf(state)!,
      [
        { of: "moisture", moisture, instrument: "probe" },
        ...signs.map((sign) => ({ of: "sign", sign, isPresent: true }) as const),
      ],
      TODAY,
    );
  const wetting = (decision: ReturnType<typeof answer>) =>
    decision.steps.some(({ why }) => why.code === "moisture/wet");
  for (const beyond of [-0.02, 0.05]) {
    const both = answer(high + beyond, "condensation", "worms-on-lid");
    expect(both.steps.filter(({ kind }) => kind === "airLid")).toHaveLength(1);
    expect(both.steps.some(({ why }) => why.code === "sign/answer")).toBe(false);
    expect(wetting(both)).toBe(false);
  }
  expect(wetting(answer(high + 0.05, "condensation"))).toBe(true);
  expect(wetting(answer(high + 0.08, "condensation", "worms-on-lid"))).toBe(true);
  const step = answer(high - 0.02, "condensation", "worms-on-lid").steps.find(
    ({ kind }) => kind === "airLid",
  )!;
  expect(sayStep(step, { units: "metric" }).before).toMatch(/lid off.*dry sheet/);
  expect(sayReason(step.why, { units: "metric", today: TODAY })).toMatch(/More bedding would not/);
});

test("signs never raise a meal, and many of them together lower it as much as the worst", () => {
  fc.assert(
    fc.property(fc.subarray([...CREATURES]), (signs) => {
      const share = (some: readonly Creature[]) =>
        signsToday(
          seenIn(
            some.map((sign) => ({ of: "sign", sign, isPresent: true })),
            "c1",
          ),
          "free",
        ).lessens?.share ?? 1;
      const all = share(signs);
      return all > 0 && all <= 1 && signs.every((one) => share([one]) >= all);
    }),
  );
});

test("where water stands none is poured on, but on dust; where nothing drains it is sponged off, and the meal stays whole", () => {
  const standing = { of: "sign", sign: "standing-liquid", isPresent: true } as const;
  const seen = seenIn([standing], "c1");
  expect(signsToday(seen, "none").lessens).toBeUndefined();
  expect(signsToday(seen, "sump").lessens).toMatchObject({ sign: "standing-liquid" });
  const breeding = replay(newTub(0.2, setupOf("breederTub")));
  const pours = (squeeze: "dust" | "noDrop", signs: readonly (typeof standing)[]) =>
    decide(
      simpleExpectation(breeding, CLIMATE, TODAY),
      practiceOf(breeding)!,
      [{ of: "squeeze", squeeze }, ...signs],
      TODAY,
    ).steps.some(({ kind }) => kind === "water");
  expect([pours("noDrop", []), pours("noDrop", [standing]), pours("dust", [standing])]).toEqual([
    true,
    false,
    true,
  ]);
});

test("what is given falls smoothly towards both edges of each species, and nothing beyond", () => {
  for (const id of SPECIES) {
    const species = speciesOf(id);
    const at = (temperatureC: number) => givenShare(temperatureC, species);
    expect([at(-20), at(tooColdC(species)), at(species.zeroC), at(60)]).toEqual([0, 0, 0, 0]);
    expect(at(species.bestC - 4)).toBe(1);
    for (let degrees = -10; degrees < 45; degrees += 0.25) {
      expect(Math.abs(at(degrees + 0.25) - at(degrees))).toBeLessThan(0.12);
      if (degrees + 0.25 <= species.bestC) expect(at(degrees + 0.25)).toBeGreaterThanOrEqual(at(degrees));
      if (degrees >= species.bestC) expect(at(degrees + 0.25)).toBeLessThanOrEqual(at(degrees));
    }
  }
});
