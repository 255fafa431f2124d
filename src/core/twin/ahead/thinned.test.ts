import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { newTub, meal, setupOf } from "../../../../tests/log";
import { fedAt } from "../engine/twinBin";
import { liveOf, moistureOf } from "../engine/state";
import type { Ensemble } from "../ensemble/ensemble";
import { frozen } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import { bandOf } from "../learning/quantiles";
import { thinned } from "./thinned";

const CASES: readonly (readonly [string, Ensemble])[] = [
  [
    "a tub read every week",
    brought(
      fedTub(10, (week) => [squeeze("fewDrops", 7 + 7 * week)]),
      74,
    ).ensemble,
  ],
  ["a stack of trays", brought([...newTub(0.9, setupOf("trayStack")), meal(0.4, 1, 6)], 20).ensemble],
];

test.each(CASES)("%s: a few members drawn along the weight say nearly what all say", (_, all) => {
  const few = thinned(all, 60);
  expect([few.size, few.day, few.marks]).toEqual([60, all.day, all.marks]);
  const herd = (one: Ensemble) =>
    bandOf(
      Float64Array.from(one.lines, (line) => line.reduce((sum, s) => sum + liveOf(s), 0)),
      weightsOf(one),
    );
  const wet = (one: Ensemble) =>
    bandOf(Float64Array.from(one.views[fedAt(one.bin)]!, moistureOf), weightsOf(one));
  const [whole, part, wetWhole, wetPart] = [herd(all), herd(few), wet(all), wet(few)];
  const width = whole.high - whole.low;
  expect(Math.abs(part.middle - whole.middle)).toBeLessThan(0.3 * width);
  expect(Math.abs(wetPart.middle - wetWhole.middle)).toBeLessThan(0.3 * (wetWhole.high - wetWhole.low));
  expect((part.high - part.low) / width).toBeGreaterThan(0.6);
  expect((part.high - part.low) / width).toBeLessThan(1.5);
});

test("it goes its own way, and one that is small already is copied with its weights", () => {
  const [, all] = CASES[0]!;
  const before = structuredClone(frozen(all));
  for (let day = 0; day < 10; day += 1) passDay(thinned(all, 40));
  expect(structuredClone(frozen(all))).toEqual(before);
  expect(frozen(thinned(all, all.size))).toEqual(frozen(all));
  // A member that carries nearly all the weight is nearly all that is drawn.
  const one = { ...all, logWeights: all.logWeights.map((_, member) => (member === 7 ? 0 : -9)) };
  const drawn = thinned(one, 50).views[0]!.filter((s) => s[0] === all.views[0]![7]![0]).length;
  expect(drawn).toBeGreaterThan(45);
});
