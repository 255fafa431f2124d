import fc from "fast-check";
import { CLIMATE, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought, expected, fedTub, squeeze } from "../../../tests/twinLog";
import { SYSTEMS } from "@/vocabulary/setup";
import { addDays } from "../calendar/day";
import { courseAhead } from "../twin/ahead/course";
import type { Expectation } from "../expectation/expectation";
import { simpleExpectation } from "../expectation/simpleEngine";
import type { Contents } from "../bin/matter";
import { settledVolumes } from "../bin/matter";
import { profileOf, profileOn } from "./profile";
import { replay } from "../bin/replay";
import { areaM2 } from "../bin/system";

const kg = fc.double({ min: 0.001, max: 60, noNaN: true });
const band = (middle: number) => ({ low: middle - 0.02, middle, high: middle + 0.02 });
const onDay = (log: Parameters<typeof replay>[0], on: number) => {
  const state = replay(log);
  return { state, today: addDays(START, on), base: simpleExpectation(state, CLIMATE, addDays(START, on)) };
};
const drawn = (log: Parameters<typeof replay>[0], on: number, changes: Partial<Expectation> = {}) => {
  const { state, today, base } = onDay(log, on);
  return profileOf("bin-1", state, { ...base, ...changes }, today)!;
};

test.each(SYSTEMS)(
  "%s: layers are as deep as what lies there, never above the rim; the herd is somewhere",
  (system) => {
    const setup = setupOf(system);
    const log = newTub(0.5, setup);
    fc.assert(
      fc.property(fc.record({ beddingDryKg: kg, foodDryKg: kg, castingsDryKg: kg }), (held: Contents) => {
        const contents = Object.fromEntries(setup.compartments.map(({ id }) => [id, held]));
        const { compartments } = drawn(log, 20, { contents });
        expect(compartments.reduce((sum, one) => sum + one.wormShare, 0)).toBeCloseTo(1, 9);
        compartments.forEach(({ beddingM, workingM, castingsM, heightM }, at) => {
          const depth = beddingM + workingM + castingsM;
          const { beddingL, foodL, castingsL } = settledVolumes(held);
          const litres = beddingL + foodL + castingsL;
          const whole = litres / 1000 / areaM2(setup.compartments[at]!);
          expect(depth).toBeCloseTo(Math.min(whole, 0.95 * heightM), 9);
          // Squeezed under the rim or not, each layer keeps its share.
          expect(castingsM / depth).toBeCloseTo((0.7 * castingsL) / litres, 9);
        });
      }),
      { numRuns: 40 },
    );
  },
);

test("too dry, right and too wet are told against the school; a finished end may be dry and is right so", () => {
  const wetness = (moisture: number) =>
    drawn(newTub(), 10, { moisture: band(moisture) }).compartments[0]!.wetness;
  expect([0.55, 0.76, 0.93].map(wetness)).toEqual(["dry", "right", "wet"]);
  const trough = newTub(0.5, setupOf("trough"));
  const { state, today, base } = onDay(trough, 60);
  const twin = expected(fedTub(4), 40).twin!;
  const known = (middle: number) => ({
    ...base,
    twin: {
      ...twin,
      compartments: state.setup!.compartments.map(({ id }) => ({
        ...twin.compartments[0]!,
        id,
        moisture: band(middle),
      })),
    },
  });
  const ends = (middle: number) =>
    profileOf("bin-1", state, known(middle), today)!.compartments.map((one) => one.wetness);
  expect(ends(0.6)).toEqual(["dry", "dry", "right"]);
  expect(ends(0.5)).toEqual(["dry", "dry", "dry"]);
});

test("pockets lie where they were fed, are gone when eaten, and grow old", () => {
  const log = [...newTub(), meal(0.3, 1, 20), meal(0.3, 4, 24), meal(0.6, 8, 24)];
  const pockets = drawn(log, 25).compartments[0]!.pockets;
  const at = (place: number) => pockets.find((one) => one.place === place)!;
  // Eight places run along the back and return along the front: the last lies before the first.
  expect(at(8).at).toBe(at(1).at);
  expect(at(4).at).toBeGreaterThan(at(1).at);
  expect(at(8).size).toBeGreaterThan(at(4).size);
  expect([at(1).ageDays, at(4).ageDays]).toEqual([5, 1]);
  const eaten = [...log, look([{ of: "foodLeft", foodLeft: "none", place: 1 }], 25)];
  expect(drawn(eaten, 25).compartments[0]!.pockets.map(({ place }) => place)).toEqual([4, 8]);
});

test("another day of the course: that day's contents in the same bin", () => {
  const now = brought(
    fedTub(8, (week) => [squeeze("fewDrops", 7 + 7 * week)]),
    70,
  );
  const today = addDays(START, 70);
  const base = expected(fedTub(8), 70);
  const { ahead } = courseAhead(now, today, { "room-1": CLIMATE });
  const later = profileOn("bin-1", now.state, base, ahead.at(-1)!)!;
  const first = profileOn("bin-1", now.state, base, ahead[0]!)!;
  expect(later.system).toBe(first.system);
  expect(later.compartments[0]!.castingsM).toBeGreaterThan(first.compartments[0]!.castingsM);
  expect(later.wormsKg).toBe(ahead.at(-1)!.wormsKg.middle);
});
