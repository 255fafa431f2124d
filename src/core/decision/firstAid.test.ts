import fc from "fast-check";
import type { Reading } from "@/records/entry";
import { CLIMATE, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { SMELLS, SQUEEZES } from "@/vocabulary/readings";
import { SYSTEMS } from "@/vocabulary/setup";
import { addDays, daysBetween } from "../calendar/day";
import { replay } from "../bin/replay";
import { schoolOf } from "../catalogue/school";
import { simpleExpectation } from "../expectation/simpleEngine";
import { decide } from "./decide";
import type { StepKind } from "./decision";
import { practiceOf } from "../practice/practice";

const sign = (name: string) => [{ of: "sign", sign: name, isPresent: true }];
/** What rings, the quickest to kill first, with the code its steps carry and the days it may wait at most. */
const ALARMS = [
  { readings: [{ of: "temperature", temperatureC: 33 }], code: "emergency/too-hot", days: 1 },
  { readings: [{ of: "smell", smell: "ammonia" }], code: "emergency/ammonia", days: 1 },
  { readings: sign("worms-limp-dead"), code: "emergency/dying", days: 1 },
  { readings: sign("mass-escape"), code: "emergency/escape", days: 1 },
  {
    readings: [{ of: "squeeze", squeeze: "stream" }, ...sign("standing-liquid")],
    code: "emergency/flooded",
    days: 2,
  },
  { readings: sign("rodent-signs"), code: "emergency/rodents", days: 2 },
] as const;
const TODAY = addDays(START, 90);
const asked = (system: (typeof SYSTEMS)[number], readings: readonly unknown[]) => {
  const state = replay([...newTub(0.5, setupOf(system)), meal(0.3, 1, 70), meal(0.3, 1, 84)]);
  const expectation = simpleExpectation(state, CLIMATE, TODAY);
  return { expectation, decision: decide(expectation, practiceOf(state)!, readings as Reading[], TODAY) };
};

test("whatever rings together, in whatever bin and order: the one that kills first leads, and nothing is fed or poured", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SYSTEMS),
      fc.subarray([0, 1, 2, 3, 4, 5], { minLength: 1 }),
      fc.boolean(),
      (system, all, isReversed) => {
        // A breeding tub is kept as wet as it goes: only a rotten one is flooded.
        const ringing =
          system === "breederTub" ? all.filter((at) => ALARMS[at]!.code !== "emergency/flooded") : all;
        fc.pre(ringing.length > 0);
        const readings = ringing.flatMap((at) => ALARMS[at]!.readings as readonly unknown[]);
        const { decision, expectation } = asked(system, isReversed ? readings.toReversed() : readings);
        const leading = ALARMS[Math.min(...ringing)]!;
        expect(decision.verdict).toBe("actNow");
        expect(decision.steps.map(({ why }) => why.code)).toContain(leading.code);
        expect(daysBetween(TODAY, decision.nextDay)).toBeLessThanOrEqual(leading.days);
        for (const step of decision.steps) {
          expect(["feed", "water", "grit", "leaveInPeace", "closeAgain"]).not.toContain(step.kind);
          expect(step.evidence.length).toBeGreaterThan(0);
          if (step.kind === "addDryBedding" && step.amount && "massKg" in step.amount)
            expect(step.amount.massKg).toBeLessThanOrEqual(0.14 * expectation.fedMassKg.middle);
        }
      },
    ),
  );
});

test("heat is a matter of kind and degree: what a tropical worm stands is an emergency for none below its limit", () => {
  const rings = (temperatureC: number) =>
    asked("tub", [{ of: "temperature", temperatureC }]).decision.verdict === "actNow";
  const degrees = Array.from({ length: 30 }, (_, at) => 15 + at);
  const first = degrees.findIndex(rings);
  expect(degrees[first]).toBeGreaterThanOrEqual(29);
  expect(degrees[first]).toBeLessThanOrEqual(31);
  expect(degrees.slice(first).every(rings)).toBe(true);
});

test("a forecast alone rings nothing, and one sign less than a flood is none", () => {
  const { expectation } = asked("tub", []);
  const state = replay(newTub());
  const dire = {
    ...expectation,
    temperatureC: { low: 34, middle: 38, high: 42 },
    moisture: { low: 0.93, middle: 0.95, high: 0.97 },
  };
  expect(decide(dire, practiceOf(state)!, [], TODAY).verdict).not.toBe("actNow");
  const wet = [{ of: "squeeze", squeeze: "stream" }];
  expect(asked("tub", wet).decision.verdict).toBe("moistureFirst");
  expect(asked("tub", sign("standing-liquid")).decision.verdict).not.toBe("actNow");
});

/** Anything that may be read at one lid, together. */
const anything = fc.record({
  system: fc.constantFrom(...SYSTEMS),
  squeeze: fc.option(fc.constantFrom(...SQUEEZES), { nil: undefined }),
  smell: fc.option(fc.constantFrom(...SMELLS), { nil: undefined }),
  temperatureC: fc.option(fc.integer({ min: -8, max: 38 }), { nil: undefined }),
  signs: fc.subarray([
    "standing-liquid",
    "mass-escape",
    "worms-limp-dead",
    "rodent-signs",
    "worms-on-lid",
    "condensation",
    "dry-edges",
  ] as const),
  drainage: fc.constantFrom("free", "poor", "none", "sump" as const),
  resting: fc.boolean(),
  fedKg: fc.constantFrom(0.2, 4),
});

test("laws of first aid: dust takes no dry bedding and asks water, what stands is let out first, a feast comes out before bedding, frost is left shut", () => {
  fc.assert(
    fc.property(anything, ({ system, squeeze, smell, temperatureC, signs, drainage, resting, fedKg }) => {
      const state = replay([...newTub(0.3, setupOf(system, { drainage, resting })), meal(fedKg, 1, 88)]);
      const readings = [
        ...(squeeze ? [{ of: "squeeze", squeeze }] : []),
        ...(smell ? [{ of: "smell", smell }] : []),
        ...(temperatureC === undefined ? [] : [{ of: "temperature", temperatureC }]),
        ...signs.flatMap(sign),
      ] as Reading[];
      const expectation = simpleExpectation(state, CLIMATE, TODAY);
      const { steps, verdict } = decide(expectation, practiceOf(state)!, readings, TODAY);
      const kinds = steps.map(({ kind }) => kind);
      const at = (kind: StepKind) => kinds.indexOf(kind);
      const isFrost = at("warmUp") >= 0;
      if (squeeze === "dust") {
        expect(kinds).not.toContain("addDryBedding");
        if (!isFrost) expect(kinds).toContain("water");
      }
      if (signs.includes("standing-liquid")) {
        const out = Math.min(...(["drain", "spongeOff", "scoopOut", "takeOutUnripe"] as const).flatMap((kind) => (at(kind) < 0 ? [] : [at(kind)]))); // prettier-ignore
        expect(steps.slice(0, out).map(({ why }) => why.code).filter((code) => code !== "air/gas-off-first")).toEqual([]); // prettier-ignore
      }
      const fromFault = steps.findIndex(({ kind, why }) => kind === "addDryBedding" && why.code !== "bed/shrinks" && why.code !== "moisture/meal"); // prettier-ignore
      const isMonthly = schoolOf(state.setup!.school).usualIntervalDays > 14;
      if (fedKg === 4 && !isMonthly && fromFault >= 0 && ["actNow", "beddingOnly"].includes(verdict)) {
        expect(at("removeFood")).toBeGreaterThanOrEqual(0);
        expect(at("removeFood")).toBeLessThan(fromFault);
      }
      if (isFrost) for (const kind of ["water", "fluff", "feed", "cool"]) expect(kinds).not.toContain(kind);
      expect(new Set(kinds.filter((kind) => kind !== "keepAsIs")).size).toBe(
        kinds.filter((kind) => kind !== "keepAsIs").length,
      );
    }),
    { numRuns: 400, examples: [[{ system: "tub", squeeze: "dust", smell: "rotten", temperatureC: 28, signs: ["standing-liquid", "mass-escape", "rodent-signs", "worms-on-lid"], drainage: "none", resting: false, fedKg: 0.2 }]] },
  ); // prettier-ignore
});

test("more worms than the ground carries are said at the lid, with how many might go", () => {
  const state = replay([...newTub(9, setupOf("tub")), meal(0.3, 1, 84)]);
  const { steps } = decide(simpleExpectation(state, CLIMATE, TODAY), practiceOf(state)!, [], TODAY);
  const [out] = steps.filter(({ kind }) => kind === "thinOut");
  expect(out?.why).toMatchObject({ code: "herd/over" });
  expect(out?.why.code === "herd/over" ? out.why.spareKg : 0).toBeGreaterThan(3);
  // Nothing is written of it by closing the lid, and a day of trouble is no day for it.
  expect(out?.amount).toBeUndefined();
  const sour = decide(simpleExpectation(state, CLIMATE, TODAY), practiceOf(state)!, [{ of: "smell", smell: "sour" }] as Reading[], TODAY); // prettier-ignore
  expect(sour.steps.map(({ kind }) => kind)).not.toContain("thinOut");
});

test("after an escape, heat, gas or a flood no meal for three days and none before it smells of earth; the word and the day say so", () => {
  const alarms = ALARMS.filter(({ code }) => code !== "emergency/rodents" && code !== "emergency/dying");
  for (const { readings } of alarms) {
    const log = [...newTub(0.5, setupOf("tub")), meal(0.3, 1, 70), look(readings as never, 80)];
    const said = (day: number, seen: readonly unknown[]) => {
      const state = replay(log);
      return decide(
        simpleExpectation(state, CLIMATE, addDays(START, day)),
        practiceOf(state)!,
        seen as Reading[],
        addDays(START, day),
      );
    };
    const well = [{ of: "smell", smell: "earthy" }, { of: "squeeze", squeeze: "fewDrops" }, { of: "temperature", temperatureC: 19 }, { of: "foodLeft", foodLeft: "none", place: 1 }]; // prettier-ignore
    const feeds = (day: number, seen: readonly unknown[]) => said(day, seen).steps.some(({ kind }) => kind === "feed"); // prettier-ignore
    for (const day of [81, 82]) {
      expect(feeds(day, well)).toBe(false);
      expect(said(day, well).nextDay <= addDays(START, 84)).toBe(true);
    }
    // However long ago: not before a nose has said so.
    expect(feeds(90, [])).toBe(false);
    expect(feeds(90, [{ of: "squeeze", squeeze: "fewDrops" }])).toBe(false);
    expect(feeds(84, well)).toBe(true);
  }
});
