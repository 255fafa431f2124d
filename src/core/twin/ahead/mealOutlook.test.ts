import { entry, meal, newTub, setupOf, START } from "../../../../tests/log";
import { brought, fedTub } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import { givenBy, outlook } from "@/core/decision/outlook";
import { twinExpectation } from "./expect";
import type { Entry } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import { deedsInHand } from "../log/script";
import { mealOutlook } from "./mealOutlook";

type Fact = FactAbout<"bin">;
const part = (materialId: string, massKg: number, facts: object) => ({
  parts: [{ materialId, amount: { massKg, measuredBy: "weighed" }, ...facts }],
});
const food = (kg: number) => ({ kind: "fed", place: 3, ...part("mixed-kitchen-scraps", kg, { preparation: "chopped" }) }) as unknown as Fact; // prettier-ignore
const card = (kg: number) => ({ kind: "bedded", ...part("cardboard-corrugated", kg, {}) }) as Fact;
const damp = (kg: number, facts: object = {}) => ({ kind: "bedded", ...part("leaf-mould", kg, { moisture: 0.75 }), ...facts }) as Fact; // prettier-ignore
const water = (volumeL: number) => ({ kind: "watered", amount: { volumeL, measuredBy: "volume" } }) as Fact;

const ON = 78;
const today = addDays(START, ON);
const LOG = fedTub(10);
const told = (log: readonly Entry[], facts: readonly Fact[]) => {
  const { ensemble, practice, script } = brought(log, ON);
  return mealOutlook(ensemble, deedsInHand(facts, practice.setup, script, today));
};

test("more food given today lies longer; dry card dries, damp leaf mould does not, water wets; far too much is trouble", () => {
  const [some, lots] = [told(LOG, [food(0.3)]), told(LOG, [food(6)])];
  expect(lots.goneInDays!.middle).toBeGreaterThan(some.goneInDays!.middle);
  expect(lots.trouble).toBeGreaterThan(some.trouble + 0.3);
  expect(some.troubleWithout).toBe(lots.troubleWithout);
  const moist = (facts: readonly Fact[]) => told(LOG, [food(0.3), ...facts]).moisture.middle;
  const alone = some.moisture.middle;
  expect(moist([card(1)])).toBeLessThan(alone - 0.02);
  expect(Math.abs(moist([damp(1)]) - alone)).toBeLessThan(0.015);
  expect(moist([water(2)])).toBeGreaterThan(alone + 0.01);
  const nothing = told(LOG, []);
  expect([nothing.goneInDays, nothing.trouble]).toEqual([undefined, nothing.troubleWithout]);
});

test("what is foretold of a visit in hand is what its log gives once it is kept, also where a tray goes on", () => {
  const stack = [
    ...newTub(0.5, setupOf("trayStack")),
    ...[10, 20, 30, 40, 50, 60, 70].map((on, at) => meal(0.3, (at % 2) + 1, on)),
  ];
  const { ensemble, practice } = brought(stack, ON);
  const top = practice.setup.compartments.at(-1)!;
  const visits: readonly (readonly [readonly Entry[], readonly Fact[]])[] = [
    [LOG, [food(0.5), damp(1.2), water(0.5)]],
    [
      stack,
      [{ kind: "added", added: { ...top, id: "c9" }, position: practice.setup.compartments.length } as Fact, damp(2.4, { compartment: "c9" })],
    ],
  ]; // prettier-ignore
  for (const [log, facts] of visits) {
    const before = told(log, facts);
    const kept = brought([...log, ...facts.map((fact) => entry(fact as never, ON))], ON);
    const after = mealOutlook(kept.ensemble, []);
    expect(Math.abs(before.moisture.middle - after.moisture.middle)).toBeLessThan(0.01);
  }
  // A new tray of damp bedding is as damp as it was laid, and not as dry as card.
  expect(told(stack, visits[1]![1]).moisture.middle).toBeGreaterThan(0.68);
  expect(mealOutlook(ensemble, []).troubleWithout).toBeLessThan(0.5);
});

test("by rule of thumb as well each thing has its own water; where a bin is made over nothing is said", () => {
  const { practice, ...now } = brought(LOG, ON);
  const expectation = twinExpectation({ practice, ...now }, today);
  const moist = (facts: readonly Fact[]) =>
    outlook(expectation, practice, 0.75, givenBy(facts, practice)!, today).moisture;
  expect(moist([damp(3)])).toBeCloseTo(0.75, 6);
  expect(moist([card(3)])).toBeLessThan(0.7);
  expect(moist([water(3)])).toBeGreaterThan(0.77);
  // The same in litres as in kilograms.
  const fed = givenBy([food(0.4)], practice)!;
  expect(fed.foodKg).toBe(0.4);
  expect(fed.foodWaterKg / fed.foodKg).toBeGreaterThan(0.7);
  expect(givenBy([damp(3, { compartment: "elsewhere" })], practice)!.beddingKg).toBe(0);
  expect(givenBy([{ kind: "emptied" } as Fact], practice)).toBeUndefined();
});
