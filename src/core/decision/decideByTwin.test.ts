import { withReadings } from "../twin/log/now";
import type { Reading } from "@/records/entry";
import { entry, kilograms, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought, squeeze } from "../../../tests/twinLog";
import { FOOD_LEFT, SQUEEZES } from "@/vocabulary/readings";
import type { System } from "@/vocabulary/setup";
import { addDays } from "../calendar/day";
import { dryKg } from "../bin/matter";
import { MOIST_KG_PER_L } from "../matter/figures";
import { AT } from "../twin/engine/state";
import { nextPlace } from "../bin/place";
import { twinExpectation } from "../twin/ahead/expect";
import { decide } from "./decide";
import type { Decision, StepKind } from "./decision";
import { targetMoisture } from "../practice/practice";

/** A bin of three months, fed weekly, squeezed at each visit; asked a week after the last meal. */
const ON = 94;
const TODAY = addDays(START, ON);
const inBin = (system: System) => {
  const setup = setupOf(system);
  const { placeCount } = setup.compartments[0]!;
  const weeks = Array.from({ length: 12 }, (_, week) => [
    squeeze("fewDrops", 10 + 7 * week),
    meal(0.3, (week % placeCount) + 1, 10 + 7 * week),
  ]).flat();
  const now = brought([...newTub(0.5, setup), ...weeks], ON);
  const next = nextPlace(now.state)!;
  const { harvest } = twinExpectation(now, TODAY).twin!;
  return {
    target: targetMoisture(now.practice),
    /** What it says, and a tenth of what the part one feeds would weigh were it as moist as it should be. */
    decided: (readings: readonly object[]): Decision & { readonly mostKg: number } => {
      const read = readings as Reading[];
      const expectation = twinExpectation(withReadings(now, read), TODAY, harvest);
      const mostKg =
        (0.1 * dryKg(expectation.contents[next.compartmentId]!)) / (1 - targetMoisture(now.practice).low);
      return { ...decide(expectation, now.practice, read, TODAY), mostKg };
    },
    left: (foodLeft: string) => ({
      of: "foodLeft",
      foodLeft,
      place: next.place,
      compartment: next.compartmentId,
    }),
  };
};
const amount = (decision: Decision, kind: StepKind, unit: "massKg" | "volumeL", code?: string): number =>
  decision.steps
    .filter((step) => step.kind === kind && (code === undefined || step.why.code === code))
    .reduce((sum, { amount: one }) => sum + ((one as Record<string, number> | undefined)?.[unit] ?? 0), 0);
const falls = (values: readonly number[]) =>
  values.forEach((value, at) => expect(value).toBeLessThanOrEqual((values[at - 1] ?? value) + 1e-9));

/** One of several parts and the breeding tub with it in the long run. */
const BINS = process.env.LONG_SEEDS ? (["tub", "trough", "breederTub"] as const) : (["tub"] as const);
describe.each(BINS)("%s, with a forecast that has weighed what was read", (system) => {
  const { target, decided, left } = inBin(system);
  const earthy = { of: "smell", smell: "earthy" };

  test("the wetter the fist, the less water and the more dry bedding; never both, never over a tenth of what is fed", () => {
    const answers = SQUEEZES.map((value) => decided([{ of: "squeeze", squeeze: value }, earthy]));
    const water = answers.map((one) => amount(one, "water", "volumeL"));
    const bedding = answers.map((one) => amount(one, "addDryBedding", "massKg", "moisture/wet"));
    // The cap is a tenth of the bed as moist as it should be: no reading of today changes it.
    const most = Math.max(...answers.map((one) => one.mostKg));
    falls(water);
    falls(bedding.toReversed());
    expect(water[0]).toBeGreaterThan(0);
    answers.forEach((_, at) => {
      expect(water[at]! * bedding[at]!).toBe(0);
      expect(Math.max(water[at]!, bedding[at]!)).toBeLessThanOrEqual(most + 0.06);
    });
    // Where the squeeze says what the school wants, moisture asks for nothing.
    const right = target.low > 0.78 ? "manyDrops" : "fewDrops";
    expect(answers[SQUEEZES.indexOf(right)]!.verdict).not.toBe("moistureFirst");
  });

  test("the more of the last meal lies there, the smaller the next, and a heap asks to be left alone", () => {
    const answers = FOOD_LEFT.map((value) =>
      decided([{ of: "squeeze", squeeze: "fewDrops" }, earthy, left(value)]),
    );
    falls(answers.map((one) => amount(one, "feed", "massKg")));
    expect(amount(answers.at(-1)!, "feed", "massKg")).toBe(0);
    for (const { steps, nextDay } of answers) {
      expect(nextDay > TODAY).toBe(true);
      for (const step of steps)
        for (const value of Object.values(step.amount ?? {})) expect(value >= 0 && value < 100).toBe(true);
    }
  });
});

test.each([
  [0.7, 5],
  [0.5, 4],
  [0.5, 3],
] as const)(
  "a small bed with %d of the usual depth and %d kg in it: one squeeze like a stream, against all that was before, empties it not nor dries it out",
  (depth, kg) => {
    const whole = setupOf("breederTub", { drainage: "none" });
    const setup = {
      ...whole,
      compartments: whole.compartments.map((one) => ({ ...one, heightM: depth * one.heightM })),
    };
    const bed = (materialId: string, massKg: number, moisture: number) =>
      entry({ kind: "bedded", parts: [{ materialId, amount: kilograms(massKg), moisture }] }, 0);
    const log = [
      entry({ kind: "altered", changes: setup }, 0),
      bed("compost-finished", kg, 0.76),
      bed("cardboard-corrugated", kg / 4, 0.7),
      entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.14) }] }, 1),
      ...Array.from({ length: 9 }, (_, week) => [
        squeeze("fewDrops", 5 + 7 * week),
        meal(0.08, 1, 5 + 7 * week),
      ]).flat(),
    ];
    const now = brought(log, 72);
    const today = addDays(START, 72);
    const before = twinExpectation(now, today);
    const read: Reading[] = [
      { of: "squeeze", squeeze: "stream" },
      { of: "smell", smell: "earthy" },
    ];
    const heard = withReadings(now, read);
    expect(heard.surprises.some(({ of, isAsked }) => of === "squeeze" && isAsked)).toBe(true);
    const decision = decide(twinExpectation(heard, today), heard.practice, read, today);
    const outKg =
      MOIST_KG_PER_L *
      (amount(decision, "takeOutUnripe", "volumeL") + amount(decision, "scoopOut", "volumeL"));
    const lay = before.fedMassKg.middle;
    expect(outKg).toBeLessThan(0.36 * lay);
    // Were it a slip of the hand, the bed is damp still.
    const cardKg = amount(decision, "addDryBedding", "massKg");
    const moisture = ((lay - outKg) * before.moisture.middle + cardKg * 0.08) / (lay - outKg + cardKg);
    expect(moisture).toBeGreaterThan(0.6);
    // Nothing is thought to hold more than the vessel does.
    const { areaM2, heightM } = heard.ensemble.bin.compartments[0]!;
    for (const s of heard.ensemble.views[0]!) expect(s[AT.W]! / 1000).toBeLessThan(1000 * areaM2 * heightM);
  },
);
