import fc from "fast-check";
import type { Entry, Reading } from "@/records/entry";
import { CLIMATE, entry, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { expected, fedTub as fedTubOf } from "../../../tests/twinLog";
import { addDays, daysBetween } from "../calendar/day";
import { replay } from "../bin/replay";
import { simpleExpectation } from "../expectation/simpleEngine";
import type { Squeeze } from "@/vocabulary/readings";
import { SQUEEZES } from "@/vocabulary/readings";
import type { System } from "@/vocabulary/setup";
import { SYSTEMS } from "@/vocabulary/setup";
import { decide } from "./decide";
import type { Decision, StepKind } from "./decision";
import { MOIST_KG_PER_L, SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { DRY_BEDDING } from "../practice/dryBedding";
import { practiceOf, targetMoisture } from "../practice/practice";
import { sayEvidence } from "./evidenceWords";
import { sayReason, sayStep } from "./words";

/** A year on: fed weekly, all well. */
const fedTub = (wormsKg = 0.5): Entry[] => [
  ...newTub(wormsKg),
  ...Array.from({ length: 20 }, (_, week) => [
    meal(0.6, (week % 8) + 1, 40 + week * 7),
    look(
      [
        { of: "squeeze", squeeze: "fewDrops" },
        { of: "smell", smell: "earthy" },
      ],
      40 + week * 7,
      { nextDay: addDays(START, 47 + week * 7) },
    ),
  ]).flat(),
];
const LAST = 40 + 19 * 7;

function decided(log: readonly Entry[], readings: readonly unknown[], on: number): Decision {
  const today = addDays(START, on);
  const state = replay(log);
  return decide(simpleExpectation(state, CLIMATE, today), practiceOf(state)!, readings as Reading[], today);
}
const kinds = (decision: Decision) => decision.steps.map((step) => step.kind);
const massOf = (decision: Decision, kind: StepKind) =>
  decision.steps.reduce(
    (sum, step) =>
      step.kind === kind && step.amount && "massKg" in step.amount ? sum + step.amount.massKg : sum,
    0,
  );
const waterOf = (decision: Decision) =>
  decision.steps.reduce(
    (sum, step) =>
      step.kind === "water" && step.amount && "volumeL" in step.amount ? sum + step.amount.volumeL : sum,
    0,
  );
const litresOf = (step: Decision["steps"][number]) =>
  step.amount && "volumeL" in step.amount ? step.amount.volumeL : 0;
/** Litres out of the bed, and dry bedding in, kg. */
const exchanged = (decision: Decision) => ({
  outL: decision.steps.reduce(
    (sum, step) => sum + (step.kind === "scoopOut" || step.kind === "takeOutUnripe" ? litresOf(step) : 0),
    0,
  ),
  beddingKg: massOf(decision, "addDryBedding"),
});
const well = [
  { of: "squeeze", squeeze: "fewDrops" },
  { of: "smell", smell: "earthy" },
];
const allGone = [4, 5].map((place) => ({ of: "foodLeft", foodLeft: "none", place }));

test("a hungry, healthy bin is fed at the next place, covered, and visited again", () => {
  const decision = decided(fedTub(), [...well, ...allGone], LAST + 7);
  expect(decision.verdict).toBe("feed");
  expect(decision.steps[0]).toMatchObject({ kind: "feed", place: 5 });
  expect(massOf(decision, "feed")).toBeGreaterThan(0.1);
  expect(kinds(decision)).toContain("cover");
  expect(decision.nextDay > addDays(START, LAST + 7)).toBe(true);
});
test("food left at the place: wait, and come back when it is likely gone", () => {
  const decision = decided(fedTub(), [...well, { of: "foodLeft", foodLeft: "half", place: 5 }], LAST + 7);
  expect(decision.verdict).toBe("wait");
  expect(kinds(decision)).toEqual(["closeAgain"]);
  expect(decision.steps[0]?.why).toMatchObject({ code: "food/left", place: 5, foodLeft: "half" });
});
test("who waits for a meal to be eaten comes when the next can go in, and by then it can", () => {
  const log = newTub(0.5, setupOf("flowThrough"));
  const state = replay([...log, meal(0.3, 1, 10), meal(0.3, 2, 14)]);
  const on = addDays(START, 34);
  const practice = practiceOf(state)!;
  const { places: known, ...simple } = simpleExpectation(state, CLIMATE, on);
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          left: fc.double({ min: 0.51, max: 1, noNaN: true }),
          gone: fc.integer({ min: 3, max: 40 }),
        }),
        { minLength: 2, maxLength: 2 },
      ),
      (lying) => {
        // What lies goes as a share of itself, down to a tenth on the day it is called gone.
        const after = (days: number) => ({
          ...simple,
          places: known.map((place, at) => {
            const { left, gone } = lying[at]!;
            const now = left * (0.1 / left) ** (days / gone);
            const goneIn = Math.max(0, gone - days);
            return {
              ...place,
              left: { low: now, middle: now, high: now },
              goneInDays: { low: goneIn, middle: goneIn, high: goneIn },
            };
          }),
        });
        const waits = decide(after(0), practice, well as Reading[], on);
        expect(waits.steps[0]!.why).toEqual({ code: "food/half-the-places", places: 2, of: 4 });
        const days = daysBetween(on, waits.nextDay);
        const again = decide(after(days), practice, well as Reading[], addDays(on, days));
        expect(again.steps.map(({ why }) => why.code)).not.toContain("food/half-the-places");
        expect(days).toBeLessThanOrEqual(Math.max(3, 0.75 * Math.min(...lying.map(({ gone }) => gone))));
      },
    ),
    { seed: 7, numRuns: 60 },
  );
  // Half of it lies at the place next in turn: by the forecast it can take a meal on the sixth day, and is bare on the twentieth.
  const twin = expected(fedTubOf(9), 70).twin!;
  const lies = [...well, { of: "foodLeft", foodLeft: "half", place: 2 }] as Reading[];
  const fed = practiceOf(replay(fedTubOf(9)))!;
  const days = (middle: number) => {
    const seen = {
      ...expected(fedTubOf(9), 70),
      twin: { ...twin, mealInDays: { low: middle, middle, high: middle } },
    };
    return daysBetween(addDays(START, 70), decide(seen, fed, lies, addDays(START, 70)).nextDay);
  };
  // No later than this way of keeping ever comes.
  expect([days(0), days(6), days(9)]).toEqual([2, 6, fed.school.maxIntervalDays]);
});
test("what the app asked for it does not call too early, from the first meal to the tenth, in every way of keeping", () => {
  for (const system of SYSTEMS) {
    let log = newTub(0.6, setupOf(system));
    let on = 4;
    for (let given = 0; given < 10; given += 1) {
      const last = replay(log).feedings.at(-1);
      const gone = last
        ? [{ of: "foodLeft", foodLeft: "little", place: last.place, compartment: last.compartmentId }]
        : [];
      const decision = decided(log, [...well, ...gone], on);
      const whys = decision.steps.map(({ why }) => why.code);
      expect([system, given, whys.filter((code) => code === "food/too-early")]).toEqual([system, given, []]);
      const feed = decision.steps.find(({ kind }) => kind === "feed");
      if (feed) log = [...log, meal(massOf(decision, "feed"), feed.place ?? 1, on)];
      on += Math.max(1, daysBetween(addDays(START, on), decision.nextDay));
    }
  }
});
test("a breeding bed's film is as deep again once two meals were seen gone, and once more after six", () => {
  const bed = newTub(3, setupOf("breederTub"));
  const given = Array.from({ length: 8 }, (_, at) => {
    const log = [
      ...bed,
      ...Array.from({ length: at }, (_, nth) => [
        meal(0.1, 1, 8 + 8 * nth),
        look([{ of: "foodLeft", foodLeft: "none", place: 1 }], 15 + 8 * nth),
      ]).flat(),
    ];
    return massOf(decided(log, well, 8 + 8 * at), "feed");
  });
  const film = given[0]!;
  expect(film).toBeGreaterThan(0.05);
  given.forEach((kg, seenGone) =>
    expect(kg).toBeCloseTo((seenGone < 2 ? 1 : seenGone < 6 ? 2 : 3) * film, 6),
  );
});

test("mud that nothing drains: each day's steps fit, and in a few days the target is reached", () => {
  const state = replay([
    ...newTub(0.5, setupOf("tub", { drainage: "none" })),
    ...fedTub().slice(newTub(0.5).length),
  ]);
  const practice = practiceOf(state)!;
  const { high } = targetMoisture(practice);
  fc.assert(
    fc.property(
      fc.double({ min: 0.86, max: 0.93, noNaN: true }),
      fc.double({ min: 0, max: 12, noNaN: true }),
      (wet, room) => {
        let [massKg, moisture, freeL, days] = [30, wet, room, 0];
        for (; moisture > high + 0.04 && days < 8; days++) {
          const today = addDays(START, LAST + 7);
          const calm = simpleExpectation(state, CLIMATE, today);
          const expectation = {
            ...calm,
            fedMassKg: { low: massKg, middle: massKg, high: massKg },
            moisture: { low: moisture, middle: moisture, high: moisture },
            freeL,
          };
          const { outL, beddingKg } = exchanged(
            decide(expectation, practice, [{ of: "moisture", moisture }], today),
          );
          freeL += outL - (beddingKg * (1 - DRY_BEDDING.moisture)) / SETTLED_DRY_KG_PER_L.bedding;
          expect(freeL).toBeGreaterThan(-0.1);
          const keptKg = massKg - outL * MOIST_KG_PER_L;
          moisture = (keptKg * moisture + beddingKg * DRY_BEDDING.moisture) / (keptKg + beddingKg);
          massKg = keptKg + beddingKg;
        }
        expect(moisture).toBeLessThanOrEqual(high + 0.04);
      },
    ),
    { numRuns: 60 },
  );
});
test("a sour smell: bedding only, no food", () => {
  const decision = decided(
    fedTub(),
    [
      { of: "squeeze", squeeze: "fewDrops" },
      { of: "smell", smell: "sour" },
    ],
    LAST + 7,
  );
  expect(decision.verdict).toBe("beddingOnly");
  expect(kinds(decision)).toContain("addDryBedding");
  expect(kinds(decision)).not.toContain("feed");
});
test("a dusty handful: water first, at most a tenth of the bin in one go", () => {
  const decision = decided(fedTub(), [{ of: "squeeze", squeeze: "dust" }], LAST + 7);
  expect(decision.verdict).toBe("moistureFirst");
  expect(kinds(decision)).toEqual(["water"]);
  const state = replay(fedTub());
  expect(waterOf(decision)).toBeLessThanOrEqual(
    0.1 * simpleExpectation(state, CLIMATE, addDays(START, LAST + 7)).fedMassKg.middle + 1e-9,
  );
});
test("a stream: dry bedding first, no food, no water", () => {
  const decision = decided(fedTub(), [{ of: "squeeze", squeeze: "stream" }], LAST + 7);
  expect(decision.verdict).toBe("moistureFirst");
  expect(kinds(decision)).toEqual(expect.arrayContaining(["fluff", "addDryBedding"]));
  expect(kinds(decision)).not.toContain("feed");
});
test("a breeding tub at three to four drops is sound, a tub of castings is not", () => {
  const wet = [
    { of: "squeeze", squeeze: "manyDrops" },
    { of: "smell", smell: "earthy" },
  ];
  const breeder = [...newTub(0.2, setupOf("breederTub"))];
  expect(decided(breeder, wet, 30).steps.some((step) => step.why.code === "moisture/wet")).toBe(false);
  const pot = [...newTub(0.2, setupOf("fabricPot"))];
  expect(decided(pot, wet, 30).steps.some((step) => step.why.code === "moisture/wet")).toBe(true);
});
test("a squeeze one class beside yields to a forecast that has weighed it; dust and stream never do", () => {
  const inBin = (system: System) => {
    const log = [...newTub(0.2, setupOf(system)), meal(0.1, 1, 9)];
    const practice = practiceOf(replay(log))!;
    const target = targetMoisture(practice);
    const real = expected(log, 20);
    const asks = (squeeze: Squeeze, lowest: number, hasReadToday = true) => {
      const moisture = { low: lowest, middle: (target.low + target.high) / 2, high: target.high };
      // A bed that holds more than its school wishes.
      const expectation = { ...real, moisture, twin: { ...real.twin!, holds: 0.9, hasReadToday } };
      const { steps } = decide(expectation, practice, [{ of: "squeeze", squeeze }], addDays(START, 20));
      return steps.flatMap(({ why }) =>
        why.code === "moisture/dry" || why.code === "moisture/wet" ? [why] : [],
      );
    };
    return { target, asks };
  };
  const breeder = inBin("breederTub");
  expect(breeder.asks("fewDrops", breeder.target.low)).toEqual([]);
  expect(breeder.asks("fewDrops", breeder.target.low, false)).toHaveLength(1);
  expect(breeder.asks("dust", breeder.target.low)).toMatchObject([{ code: "moisture/dry" }]);
  const tub = inBin("tub");
  expect(tub.asks("manyDrops", tub.target.low)).toEqual([]);
  expect(tub.asks("stream", tub.target.low)).toMatchObject([{ code: "moisture/wet" }]);
  // Less sure, the fist is heard, and the sentence names what it says, not a figure that is no fault.
  const [why] = breeder.asks("fewDrops", breeder.target.low - 0.05);
  expect(why!.moisture).toBeLessThan(why!.target);
});
test.each([
  [[{ of: "sign", sign: "mass-escape", isPresent: true }], "emergency/escape"],
  [[{ of: "sign", sign: "string-of-beads", isPresent: true }], "emergency/dying"],
  [[{ of: "smell", smell: "ammonia" }], "air/gas-off-first"],
  [[{ of: "temperature", temperatureC: 34 }], "emergency/too-hot"],
  [
    [
      { of: "warmth", warmth: "hot" },
      { of: "sign", sign: "mass-escape", isPresent: true },
    ],
    "emergency/too-hot",
  ],
  [
    [
      { of: "squeeze", squeeze: "stream" },
      { of: "smell", smell: "rotten" },
    ],
    "emergency/flooded",
  ],
] as [unknown[], string][])("an emergency is acted on now: %j", (readings, code) => {
  const decision = decided(fedTub(), readings, LAST + 2);
  expect(decision.verdict).toBe("actNow");
  expect(decision.steps[0]?.why.code).toBe(code);
  expect(kinds(decision)).not.toContain("feed");
  expect(decision.nextDay <= addDays(START, LAST + 4)).toBe(true);
});
test("a sign that was looked for and not there rings no alarm", () => {
  expect(
    decided(fedTub(), [...well, ...allGone, { of: "sign", sign: "mass-escape", isPresent: false }], LAST + 7)
      .verdict,
  ).toBe("feed");
});
test("a resting bin is left in peace until its day, unless something is wrong", () => {
  const resting = [
    ...fedTub(),
    entry({ kind: "altered", changes: { resting: true, restingUntil: "2027-02-01" } }, LAST + 1),
  ];
  expect(decided(resting, [], LAST + 10)).toMatchObject({ verdict: "leave", nextDay: "2027-02-01" });
  expect(decided(resting, [{ of: "smell", smell: "rotten" }], LAST + 10).verdict).toBe("beddingOnly");
});
test("no worms, no meal; and none just after the last", () => {
  expect(decided(newTub(0.5).slice(0, 3), well, 10).steps[0]?.why.code).toBe("food/no-worms");
  expect(decided(fedTub(), [...well], LAST + 1).verdict).toBe("wait");
});

const anyLog = fc.record({
  system: fc.constantFrom(...SYSTEMS),
  wormsKg: fc.double({ min: 0, max: 8, noNaN: true }),
  meals: fc.array(
    fc.record({
      massKg: fc.double({ min: 0.01, max: 6, noNaN: true }),
      place: fc.integer({ min: 1, max: 8 }),
      on: fc.integer({ min: 4, max: 120 }),
    }),
    { maxLength: 8 },
  ),
  on: fc.integer({ min: 4, max: 200 }),
});
const anyReadings = fc.record({
  squeeze: fc.option(fc.constantFrom(...SQUEEZES), { nil: undefined }),
  smell: fc.option(fc.constantFrom("earthy", "sour", "rotten", "ammonia"), { nil: undefined }),
  left: fc.option(fc.constantFrom("none", "little", "half", "most"), { nil: undefined }),
  temperatureC: fc.option(fc.double({ min: -10, max: 45, noNaN: true }), { nil: undefined }),
});
const logOf = ({
  system,
  wormsKg,
  meals,
}: {
  system: (typeof SYSTEMS)[number];
  wormsKg: number;
  meals: { massKg: number; place: number; on: number }[];
}) => [...newTub(wormsKg, setupOf(system)), ...meals.map(({ massKg, place, on }) => meal(massKg, place, on))];
const readingsOf = (
  seen: { squeeze?: unknown; smell?: unknown; left?: unknown; temperatureC?: unknown },
  log: readonly Entry[],
) => {
  const last = replay(log).feedings.at(-1);
  return [
    ...(seen.squeeze ? [{ of: "squeeze", squeeze: seen.squeeze }] : []),
    ...(seen.smell ? [{ of: "smell", smell: seen.smell }] : []),
    ...(seen.temperatureC === undefined ? [] : [{ of: "temperature", temperatureC: seen.temperatureC }]),
    ...(seen.left && last
      ? [{ of: "foodLeft", foodLeft: seen.left, place: last.place, compartment: last.compartmentId }]
      : []),
  ];
};

test("for every bin and every reading: one to eight steps, finite amounts of nought or more, a day ahead, and words for all of it", () => {
  fc.assert(
    fc.property(anyLog, anyReadings, (bin, seen) => {
      const log = logOf(bin);
      const decision = decided(log, readingsOf(seen, log), bin.on + 60);
      const today = addDays(START, bin.on + 60);
      expect(decision.steps.length).toBeGreaterThan(0);
      expect(decision.steps.length).toBeLessThanOrEqual(8);
      expect(decision.nextDay > today).toBe(true);
      for (const step of decision.steps) {
        for (const amount of Object.values(step.amount ?? {}))
          expect(Number.isFinite(amount) && amount >= 0).toBe(true);
        const words = [
          sayReason(step.why, { units: "us", today }),
          ...step.evidence.map((one) => sayEvidence(one, { units: "us", today })),
        ];
        const told = sayStep(step, { units: "metric" });
        expect(`${words.join(" ")} ${told.before}${told.amount ?? ""}${told.after}`).not.toMatch(
          /NaN|undefined|Infinity/,
        );
        if (step.amount) expect(told.amount).toBeDefined();
      }
    }),
    { numRuns: 300 },
  );
});
test("a wetter reading never asks for more water", () => {
  fc.assert(
    fc.property(anyLog, (bin) => {
      const log = logOf(bin);
      const water = SQUEEZES.map((squeeze) =>
        waterOf(decided(log, [{ of: "squeeze", squeeze }], bin.on + 60)),
      );
      water.slice(1).forEach((litres, at) => expect(litres).toBeLessThanOrEqual(water[at]! + 1e-9));
    }),
  );
});
test("more food left never gives a larger ration, and more worms never a smaller one", () => {
  fc.assert(
    fc.property(anyLog, fc.double({ min: 0, max: 3, noNaN: true }), (bin, more) => {
      const rations = (["none", "little", "half", "most"] as const).map((left) => {
        const log = logOf(bin);
        return massOf(
          decided(log, readingsOf({ left, squeeze: "fewDrops", smell: "earthy" }, log), bin.on + 60),
          "feed",
        );
      });
      rations.slice(1).forEach((kg, at) => expect(kg).toBeLessThanOrEqual(rations[at]! + 1e-9));
      const fewer = logOf(bin);
      const many = logOf({ ...bin, wormsKg: bin.wormsKg + more });
      const readings = { left: "none", squeeze: "fewDrops", smell: "earthy" };
      expect(massOf(decided(many, readingsOf(readings, many), bin.on + 60), "feed")).toBeGreaterThanOrEqual(
        massOf(decided(fewer, readingsOf(readings, fewer), bin.on + 60), "feed") - 1e-9,
      );
    }),
    { numRuns: 200 },
  );
});
