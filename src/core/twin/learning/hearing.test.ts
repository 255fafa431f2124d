import { look, meal, newTub, setupOf, START } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import type { Entry, Reading } from "@/records/entry";
import { FOOD_LEFT, RIPENESSES, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import { addDays } from "@/core/calendar/day";
import { twinExpectation } from "../ahead/expect";
import { withReadings } from "../log/now";
import { observationOf } from "../log/script";
import { syntheticBin } from "../proof/synthetic";
import { follow } from "../log/follow";
import { AT } from "../engine/state";
import { chanceFor, normal } from "../ensemble/members";
import { passDay } from "../ensemble/passDay";
import type { Ensemble } from "../ensemble/ensemble";
import { closure } from "../ensemble/measures";
import { weightsOf } from "./learn";
import type { Observation } from "./observe";
import { aptness, countTails, saidOf, spreadOfWeight, tailsOf } from "./observe";
import { saying } from "./openUp";
import { quantiles } from "./quantiles";
import { SCALES } from "./senses";

const RATE = AT.kD;

/*
 * The laws of hearing: a reading is the keeper's voice. Once said it is held possible, twice said it is believed, in hand
 * or in the log it is the same, and a surprise is told.
 */

const trough = (weeks: number): Entry[] => [
  ...newTub(1, setupOf("trough")),
  ...Array.from({ length: weeks }, (_, week) => meal(0.8, (week % 3) + 1, 7 + 7 * week)),
];
const calm = (weeks: number) => fedTub(weeks, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
/** Young, of several parts, and in the long run a few weeks old and well known too. */
const BINS: readonly (readonly [name: string, log: Entry[], day: number])[] = [
  ["a tub of ten days", fedTub(1), 10],
  ["a trough", trough(6), 48],
  ...(process.env.LONG_SEEDS
    ? ([["a tub of five weeks", fedTub(5), 40], ["a tub known for twenty weeks", calm(20), 145]] as const)
    : []),
]; // prettier-ignore
const ALL: readonly Reading[] = [
  ...SQUEEZES.map((value): Reading => ({ of: "squeeze", squeeze: value })),
  ...FOOD_LEFT.map((foodLeft): Reading => ({ of: "foodLeft", foodLeft, place: 1 })),
  ...WARMTHS.map((warmth): Reading => ({ of: "warmth", warmth })),
  ...RIPENESSES.map((ripeness): Reading => ({ of: "ripeness", ripeness })),
  ...[0.4, 0.6, 0.75, 0.9].map((moisture): Reading => ({ of: "moisture", moisture })),
  { of: "moisture", moisture: 0.62, instrument: "ovenDried" },
  ...[6, 14, 22, 33].map((temperatureC): Reading => ({ of: "temperature", temperatureC })),
  ...[0.05, 0.15, 0.25].map((belowRimM): Reading => ({ of: "fillDepth", belowRimM })),
  ...[0, 3, 20, 90].map((count): Reading => ({ of: "handful", count, volumeL: 0.25 })),
  ...(["earthy", "sour", "rotten", "ammonia"] as const).map((smell): Reading => ({ of: "smell", smell })),
  ...(["hot-centre", "standing-liquid", "few-worms", "mass-escape"] as const).map((sign): Reading => ({
    of: "sign",
    sign,
    isPresent: true,
  })),
];

/** The stretch a reading stands for; none for smells and signs, which have a chance instead. */
function stretch({ reading }: Observation, said: number): readonly [number, number] | undefined {
  const ofClass = (kind: keyof typeof SCALES, k: number): [number, number] => [
    k === 0 ? -Infinity : SCALES[kind].limits[k - 1]!,
    k === SCALES[kind].limits.length ? Infinity : SCALES[kind].limits[k]!,
  ];
  const about = (value: number, spread: number): [number, number] => [value - spread, value + spread];
  switch (reading.of) {
    case "squeeze":
      return ofClass("squeeze", SQUEEZES.indexOf(reading.squeeze));
    case "foodLeft":
      return ofClass("foodLeft", FOOD_LEFT.indexOf(reading.foodLeft));
    case "warmth":
      return ofClass("warmth", WARMTHS.indexOf(reading.warmth));
    case "ripeness":
      return ofClass("ripeness", RIPENESSES.indexOf(reading.ripeness));
    case "moisture":
      return about(reading.moisture, reading.isDried ? 0.015 : 0.06);
    case "temperature":
      return about(reading.temperatureC, 1.2);
    case "weight":
      return about(reading.g, spreadOfWeight(said));
    case "depth":
      return about(reading.cm, 2.5);
    case "handful": {
      // Densities that give such a count in eight handfuls of ten.
      const fits = Array.from({ length: 600 }, (_, at) => 0.05 * 1.02 ** at).filter((mean) => {
        const { low, high } = countTails(reading.worms, mean);
        return low >= 0.1 && high >= 0.1;
      });
      return reading.worms === 0 ? [0, 4.4] : [fits[0]!, fits.at(-1)!];
    }
    default:
      return undefined;
  }
}
/** How far a hand errs on the reading's own scale. */
const errs = (one: Observation, said: number): number =>
  one.reading.of in SCALES ? SCALES[one.reading.of as keyof typeof SCALES].spread
  : one.reading.of === "handful" ? 0
  : (stretch(one, said)![1] - stretch(one, said)![0]) / 2; // prettier-ignore

/** Whether the 80 % band of what this hand would say, its errors and all, meets the stretch; or the middle of what it errs about lies in it. */
function heard(ensemble: Ensemble, one: Observation, how: "meets" | "middle"): boolean {
  const weights = weightsOf(ensemble);
  if (saidOf(ensemble, 0, one) === undefined) {
    let again = 0;
    for (let member = 0; member < ensemble.size; member += 1)
      again += weights[member]! * aptness(ensemble, member, one);
    return again >= (how === "meets" ? 0.3 : 0.5);
  }
  const said = Float64Array.from({ length: ensemble.size }, (_, member) => saidOf(ensemble, member, one)!);
  if (how === "middle") {
    const [middle] = quantiles(said, weights, [0.5]) as [number];
    const [from, to] = stretch(one, middle)!;
    return middle >= from && middle <= to;
  }
  const [from, to] = stretch(one, said[0]!)!;
  const heardAs = said.map(
    (value, member) => value + errs(one, value) * normal(chanceFor(7, "hand"), member),
  );
  const [low, high] = quantiles(heardAs, weights, [0.1, 0.9]) as [number, number];
  return low <= to && high >= from;
}

describe.each(BINS)("%s", (_, log, day) => {
  const now = brought(log, day);
  // Where one would harvest from a trough nothing lies yet.
  const inFed = (reading: Reading): Reading =>
    reading.of === "ripeness" ? { ...reading, compartment: now.practice.setup.compartments[0]!.id } : reading;
  const weightKg = () => [14, 30].map((massKg): Reading => ({ of: "weight", massKg }));
  test.each([...ALL.map(inFed), ...weightKg()].map((reading) => [JSON.stringify(reading), reading] as const))(
    "hears %s at once, and believes it the second time",
    (_name, reading) => {
      const weighable = {
        ...now,
        practice: { ...now.practice, setup: { ...now.practice.setup, tareKg: 2 } },
      };
      const one = observationOf(reading, weighable.practice.setup)!;
      const once = withReadings(weighable, [reading]).ensemble;
      expect(heard(once, one, "meets")).toBe(true);
      // What was drawn is booked: nothing came or went unseen by the books.
      for (const line of once.lines) {
        const { dryMatter, water } = closure(line, { speciesId: "fetida" });
        expect(Math.max(dryMatter, water)).toBeLessThan(1e-9);
      }
      const next = { ...weighable, script: { ...now.script, days: [] } };
      once.said = [saying(one)];
      passDay(once);
      const twice = withReadings({ ...next, dawn: once }, [reading]).ensemble;
      expect(heard(twice, one, "middle")).toBe(true);
    },
  );
});

test("two meals seen gone early, and the third is expected to go early too", () => {
  const two = [
    ...fedTub(3),
    look([{ of: "foodLeft", foodLeft: "none", place: 3 }], 24),
    meal(0.4, 4, 24),
    look([{ of: "foodLeft", foodLeft: "none", place: 4 }], 27),
    meal(0.4, 5, 27),
  ];
  const third: Observation = { reading: { of: "foodLeft", foodLeft: "none", place: 5 } };
  const middleOf = (log: Entry[]) =>
    twinExpectation(brought(log, 30), addDays(START, 30)).places.find(({ place }) => place === 5)!.left
      .middle;
  const unseen = two.filter(({ kind }) => kind !== "looked");
  expect(heard(brought(two, 30).ensemble, third, "meets")).toBe(true);
  expect(middleOf(two)).toBeLessThan(0.85 * middleOf(unseen));
});

test("readings in hand and the same readings kept are one", () => {
  const log = calm(6);
  const readings: Reading[] = [
    { of: "squeeze", squeeze: "manyDrops" },
    { of: "foodLeft", foodLeft: "half", place: 2 },
    { of: "smell", smell: "earthy" },
  ];
  const inHand = withReadings(brought(log, 50), readings);
  const kept = brought([...log, look(readings, 50)], 50);
  expect(inHand.ensemble.state).toEqual(kept.ensemble.state);
  expect([...inHand.ensemble.logWeights]).toEqual([...kept.ensemble.logWeights]);
  expect(twinExpectation(inHand, addDays(START, 50)).twin!.meal).toEqual(
    twinExpectation(kept, addDays(START, 50)).twin!.meal,
  );
  expect(kept.surprises).toEqual(inHand.surprises);
  // After a meal of this morning, too: what is seen in the evening is seen of what lies there now.
  const fed = [...log, meal(0.5, 7, 50)];
  const evening: Reading[] = [{ of: "foodLeft", foodLeft: "most", place: 7 }];
  expect(withReadings(brought(fed, 50), evening).ensemble.state).toEqual(
    brought([...fed, look(evening, 50)], 50).ensemble.state,
  );
});

test("a surprise is asked about, its answer decides what moves, and a slip moves nothing", () => {
  const now = brought(calm(12), 92);
  const surprising: Reading = { of: "squeeze", squeeze: "stream" };
  const asked = withReadings(now, [surprising]);
  expect(asked.surprises[0]).toMatchObject({ of: "squeeze", isMore: true, isAsked: true });
  const slip = withReadings(now, [{ ...surprising, because: "slip" }]);
  expect(slip.surprises.some(({ isAsked }) => isAsked)).toBe(false);
  expect(slip.ensemble.state).toEqual(withReadings(now, []).ensemble.state);
  const rates = (because: "water" | "so") => {
    const { ensemble } = withReadings(brought(fedTub(6), 47), [
      { of: "foodLeft", foodLeft: "most", place: 5, because },
    ]);
    const weights = weightsOf(ensemble);
    return ensemble.lines.reduce((sum, line, member) => sum + weights[member]! * line[0]![RATE]!, 0);
  };
  // "It is so": the bin is slower than was thought. "It rained": it is not.
  expect(rates("so")).toBeLessThan(0.9 * rates("water"));
});

// Twelve bins followed for months: for the long run.
(process.env.LONG_SEEDS ? test : test.skip)("a healthy bin is asked at most at one visit in ten", () => {
  let visits = 0;
  let asked = 0;
  for (let number = 0; number < 12; number += 1) {
    const bin = syntheticBin(number);
    const last = bin.visits[Math.min(30, bin.visits.length - 1)]!;
    follow(bin.script, last, {
      seed: number,
      size: 64,
      onDay: (ensemble, day) => {
        const observations = bin.script.days
          .filter((one) => one.day === day)
          .flatMap((one) => one.observations);
        if (observations.length === 0) return;
        const weights = weightsOf(ensemble);
        visits += 1;
        if (
          observations.some((one) => {
            const tails = tailsOf(ensemble, weights, one);
            return tails !== undefined && Math.min(tails.low, tails.high) <= 0.01;
          })
        )
          asked += 1;
      },
    });
  }
  expect(visits).toBeGreaterThan(250);
  expect(asked / visits).toBeLessThan(0.1);
});

test("on the day it is set up nothing usual is a surprise: it smells of earth, and is as wet as it was bedded", () => {
  for (const system of ["tub", "trough", "breederTub"] as const) {
    const first = brought(newTub(0.5, setupOf(system)), 0);
    expect(withReadings(first, [{ of: "smell", smell: "earthy" }, { of: "squeeze", squeeze: "fewDrops" }]).surprises).toEqual([]); // prettier-ignore
  }
});
