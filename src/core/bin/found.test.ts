import fc from "fast-check";
import { entry, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought } from "../../../tests/twinLog";
import type { EntryOf } from "@/records/entry";
import { FOOD_LEFT, FOUND_HANDFULS, FOUND_STATES, SQUEEZES } from "@/vocabulary/readings";
import { SYSTEMS } from "@/vocabulary/setup";
import { daysBetween } from "../calendar/day";
import { moistureOf } from "../twin/engine/state";
import { closure } from "../twin/ensemble/measures";
import { passDay } from "../twin/ensemble/passDay";
import type { Found } from "./found";
import { contradictions, foundHerdKg, foundParts } from "./found";
import { settledVolumes } from "./matter";
import { replay } from "./replay";
import { fedCompartment, surfaceM2, volumeOfL } from "./system";

/** Anything a keeper may tell of a bin that runs, sense or nonsense, or not at all. */
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });
const told = fc.record({
  system: fc.constantFrom(...SYSTEMS),
  fraction: maybe(fc.double({ min: 0, max: 1, noNaN: true })),
  state: maybe(fc.constantFrom(...FOUND_STATES)),
  worms: maybe(
    fc.oneof(
      fc.record({ massKg: fc.double({ min: 0, max: 60, noNaN: true }), measuredBy: fc.constantFrom("weighed", "guessed" as const) }),
      fc.record({ handful: fc.constantFrom(...FOUND_HANDFULS) }),
    ),
  ),
  fedWeeklyKg: maybe(fc.double({ min: 0, max: 1000, noNaN: true })),
  daysAgo: maybe(fc.integer({ min: 0, max: 400 })),
  left: maybe(fc.constantFrom(...FOOD_LEFT)),
  squeeze: maybe(fc.constantFrom(...SQUEEZES)),
  runningMonths: maybe(fc.double({ min: 0, max: 300, noNaN: true })),
}); // prettier-ignore
type Told = typeof told extends fc.Arbitrary<infer T> ? T : never;
const logOf = ({ system, fraction, state, daysAgo, left, ...more }: Told) => {
  const setup = setupOf(system);
  const found: Omit<Found, "kind"> = {
    parts: setup.compartments.map(({ id }) => ({
      compartment: id,
      ...(fraction === undefined ? {} : { fraction }),
      ...(state === undefined ? {} : { state }),
    })),
    ...(daysAgo === undefined ? {} : { lastFed: { fedDaysAgo: daysAgo, ...(left ? { left } : {}) } }),
    ...Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined)),
  };
  return {
    setup,
    found,
    log: [entry({ kind: "altered", changes: setup }, 0), entry({ kind: "found", ...found } as never, 0)],
  };
};

test("law: whatever is told, what stands there fits its bin, is finite, and nothing in it is less than nought", () => {
  fc.assert(
    fc.property(told, (one) => {
      const { setup, log } = logOf(one);
      const state = replay(log);
      for (const compartment of setup.compartments) {
        const { beddingL, foodL, castingsL } = settledVolumes(state.contents[compartment.id]!);
        expect(beddingL + foodL + castingsL).toBeLessThanOrEqual(volumeOfL(compartment) + 1e-6);
        expect(Math.min(beddingL, foodL, castingsL)).toBeGreaterThanOrEqual(0);
      }
      expect(state.worms.massKg).toBeGreaterThanOrEqual(0);
      expect(state.worms.massKg).toBeLessThanOrEqual(15 * surfaceM2(setup));
      for (const { massKg, day, compartmentId } of state.feedings) {
        expect(massKg > 0 && massKg < 35 * surfaceM2(setup) * 9).toBe(true);
        expect(day <= START).toBe(true);
        expect(compartmentId).toBe(fedCompartment(setup).id);
      }
      // A bin that runs is asked for no first weeks.
      expect(state.firsts.twoGone).toBe(START);
      expect(state.problems).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

test("law: more told to be finished, full or crowded is never less of it; what is not known lies between", () => {
  const setup = setupOf("tub");
  const part = (facts: object) => foundParts({ parts: [{ compartment: "c1", ...facts }] }, setup)[0]!;
  const finished = [part({ state: "bedding" }), part({}), part({ state: "half" }), part({ state: "mostly" })].map((one) => one.finished); // prettier-ignore
  expect(finished).toEqual(finished.toSorted((a, b) => a - b));
  // Not known is known less.
  expect(part({}).finishedSpread).toBeGreaterThan(part({ state: "half" }).finishedSpread);
  const litres = [0, 0.25, 0.5, 1].map((fraction) => part({ fraction }).litres);
  expect(litres).toEqual([0, 13.5, 27, 54].map((one) => expect.closeTo(one, 5) as number));
  const herds = FOUND_HANDFULS.map((handful) => foundHerdKg({ parts: [], worms: { handful } }, setup));
  expect(herds).toEqual(herds.toSorted((a, b) => a - b));
  const unseen = foundHerdKg({ parts: [] }, setup);
  expect(unseen).toBeGreaterThan(herds[0]!);
  expect(unseen).toBeLessThan(herds[2]!);
  // Of a stack the lower trays are thought to be further along, where nothing is said.
  const stack = foundParts({ parts: [] }, setupOf("trayStack"));
  expect(stack[0]!.finished).toBeGreaterThan(stack.at(-1)!.finished);
});

test("law: answers that pull against one another are named, and named the same in whatever bin; sensible ones never are", () => {
  fc.assert(
    fc.property(fc.constantFrom(...SYSTEMS), fc.constantFrom(...FOUND_HANDFULS), fc.double({ min: 0.01, max: 0.5, noNaN: true }), (system, handful, ofHerd) => {
      const setup = setupOf(system);
      const kg = foundHerdKg({ parts: [], worms: { handful } }, setup);
      expect(contradictions({ parts: [], worms: { handful }, fedWeeklyKg: 7 * ofHerd * kg }, setup)).toEqual([]);
      expect(contradictions({ parts: [], worms: { massKg: 20 * surfaceM2(setup), measuredBy: "guessed" } }, setup)).toEqual(["worms/too-many"]);
    }),
  ); // prettier-ignore
});

test("balances are kept: matter and water of every member close over its first month, whatever was told", () => {
  const some = fc.sample(told, { numRuns: 8, seed: 33 });
  for (const one of some) {
    const { log } = logOf(one);
    const { ensemble } = brought(log, 1, { size: 6 });
    for (let night = 0; night < 30; night += 1) passDay(ensemble);
    for (const line of ensemble.lines) {
      const { dryMatter, water } = closure(line, ensemble.bin);
      expect([one.system, dryMatter < 1e-6, water < 1e-6]).toEqual([one.system, true, true]);
      for (const s of line) {
        expect(s.every(Number.isFinite)).toBe(true);
        expect(moistureOf(s)).toBeLessThan(1);
      }
    }
  }
});

test("the same told twice is the same bin, and another bin of the same words another draw", () => {
  const { log } = logOf({ system: "tub", fraction: 0.5, state: "half", worms: { handful: "some" }, fedWeeklyKg: 0.7, daysAgo: 4, left: undefined, squeeze: "fewDrops", runningMonths: 9 }); // prettier-ignore
  const once = brought(log, 3, { size: 8 }).ensemble.state;
  expect([...brought(log, 3, { size: 8 }).ensemble.state]).toEqual([...once]);
  expect([...brought(log, 3, { size: 8, binId: "bin-2" }).ensemble.state]).not.toEqual([...once]);
});

test("found again ends an emptied bin, keeps what was ever given, and what is done afterwards counts on from there", () => {
  const before = [...newTub(0.5), meal(0.4, 1, 10), entry({ kind: "emptied" }, 30)];
  expect(replay(before).emptiedOn).toBeDefined();
  const found = entry({ kind: "found", parts: [{ compartment: "c1", fraction: 0.6, state: "half" }], worms: { handful: "some" } } as never, 200) as EntryOf<"found">; // prettier-ignore
  const again = replay([...before, found]);
  expect(again.emptiedOn).toBeUndefined();
  expect(again.totals.fedKg).toBeCloseTo(0.4);
  expect(again.feedings).toEqual([]);
  expect(daysBetween(again.worms.since!, found.day)).toBeGreaterThan(112);
  const later = replay([...before, found, meal(0.3, 2, 201), look([{ of: "foodLeft", foodLeft: "none", place: 2 }], 208)]); // prettier-ignore
  expect(later.feedings).toMatchObject([{ massKg: 0.3, left: "none" }]);
  // Told food is a meal no step is taken on; one that was given here is.
  expect(later.feedings[0]!.isTold).toBeUndefined();
});
