import fc from "fast-check";
import type { Entry, Reading } from "@/records/entry";
import { FOOD_LEFT } from "@/vocabulary/readings";
import { SYSTEMS } from "@/vocabulary/setup";
import { CLIMATE, entry, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { replay } from "../bin/replay";
import { fedCompartment } from "../bin/system";
import { addDays } from "../calendar/day";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { capsOn } from "./caps";
import { decide } from "./decide";
import { makeRoom } from "./makeRoom";
import { sayReason } from "./words";

/** A bin of some age and some meals, looked at or not. */
const bins = fc.record({
  system: fc.constantFrom(...SYSTEMS),
  wormsKg: fc.double({ min: 0.05, max: 1.5, noNaN: true }),
  meals: fc.array(
    fc.record({
      massKg: fc.double({ min: 0.02, max: 1.5, noNaN: true }),
      gap: fc.integer({ min: 2, max: 20 }),
      left: fc.option(fc.constantFrom(...FOOD_LEFT), { nil: undefined }),
      afterDays: fc.integer({ min: 1, max: 20 }),
    }),
    { maxLength: 8 },
  ),
  share: fc.option(fc.double({ min: 0.1, max: 1, noNaN: true }), { nil: undefined }),
});
type Bin = typeof bins extends fc.Arbitrary<infer T> ? T : never;
const standing = ({ system, wormsKg, meals, share }: Bin) => {
  const setup = setupOf(system);
  const { id, placeCount } = fedCompartment(setup);
  let day = 7;
  const log: Entry[] = [...newTub(wormsKg, setup)];
  meals.forEach(({ massKg, gap, left, afterDays }, at) => {
    day += gap;
    const place = (at % placeCount) + 1;
    log.push({ ...meal(massKg, place, day), compartment: id } as Entry);
    if (left) log.push(look([{ of: "foodLeft", foodLeft: left, place, compartment: id }] as never, day + afterDays)); // prettier-ignore
  });
  const on = day + 12;
  if (share !== undefined) log.push(entry({ kind: "altered", changes: { ahead: { mealShare: share } } } as never, on)); // prettier-ignore
  const ordered = log.toSorted((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.seq - b.seq));
  const state = replay(ordered);
  const practice = practiceOf(state)!;
  const today = addDays(START, on);
  const expectation = simpleExpectation(state, CLIMATE, today);
  return { practice, expectation, today, room: makeRoom(expectation, practice) };
};
const WELL: Reading[] = [
  { of: "smell", smell: "earthy" },
  { of: "squeeze", squeeze: "fewDrops" },
];

test("law: the list of limits is in order, finite but for what has none, and each of them has its sentence", () => {
  fc.assert(
    fc.property(bins, (one) => {
      const { practice, expectation, today, room } = standing(one);
      const { caps } = capsOn(expectation, practice, today, room);
      const amounts = caps.map(({ mostKg }) => mostKg);
      expect(amounts.every((kg) => kg >= 0)).toBe(true);
      expect(Number.isFinite(amounts[0])).toBe(true);
      for (const [at, kg] of amounts.entries())
        expect(kg).toBeGreaterThanOrEqual((amounts[at - 1] ?? 0) - 1e-5);
      for (const { why } of caps) {
        const said = sayReason(why, { units: "us", today });
        expect(said.length).toBeGreaterThan(10);
        expect(said).not.toMatch(/NaN|undefined|Infinity/);
      }
    }),
    { numRuns: 200 },
  );
});

test("law: the meal is the least limit or less, and where nothing lessens it, it is that limit and bears its name", () => {
  fc.assert(
    fc.property(bins, (one) => {
      const { practice, expectation, today, room } = standing(one);
      const { steps } = decide(expectation, practice, WELL, today);
      const step = steps.find(({ kind }) => kind === "feed");
      if (!step?.amount || !("massKg" in step.amount)) return;
      const { caps } = capsOn(expectation, practice, today, room);
      const [least] = caps;
      expect(step.amount.massKg).toBeLessThanOrEqual(least.mostKg + 1e-9);
      if (Math.abs(step.amount.massKg - least.mostKg) < 1e-9) expect(step.why.code).toBe(least.why.code);
      // Of what lessened it, that is the reason.
      else expect(["food/by-plan", "food/cool", "heat/warm", "food/by-sign"]).toContain(step.why.code);
    }),
    { numRuns: 200 },
  );
});

test("a sign that lowers a meal is its reason, and never a sentence of growth above it", () => {
  const log = [...newTub(0.5), ...[1, 2, 3].flatMap((nth) => [meal(0.2, nth, 10 * nth), look([{ of: "foodLeft", foodLeft: "none", place: nth }] as never, 10 * nth + 9)])]; // prettier-ignore
  const state = replay(log);
  const today = addDays(START, 45);
  const said = (...signs: Reading[]) =>
    decide(simpleExpectation(state, CLIMATE, today), practiceOf(state)!, [...WELL, ...signs], today).steps.find(({ kind }) => kind === "feed")!; // prettier-ignore
  expect(said().why.code).not.toBe("food/by-sign");
  for (const [sign, share] of [
    ["fruit-flies", 0.7],
    ["mites-white", 0.6],
    ["few-worms", 0.5],
  ] as const) {
    const less = said({ of: "sign", sign, isPresent: true });
    expect(less.why).toEqual({ code: "food/by-sign", sign });
    const [whole, some] = [said(), less].map(({ amount }) => (amount && "massKg" in amount ? amount.massKg : 0)); // prettier-ignore
    expect(some! / whole!).toBeCloseTo(share);
    expect(sayReason(less.why, { units: "metric", today })).toMatch(/^Less than they would eat/);
  }
});
