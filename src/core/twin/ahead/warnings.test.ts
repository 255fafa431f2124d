import { CLIMATE } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { AT } from "../engine/state";
import type { Ensemble } from "../ensemble/ensemble";
import { heatLimitC } from "../learning/readDay";
import { watchedUnfed } from "./unfed";
import type { Danger } from "./warnings";
import { dangerWatch, warningsOf } from "./warnings";

/* What threatens a bin that is left alone: seen on the walk that all questions of the kind share. */

const TARGET = { low: 0.7, high: 0.8 };
const SAFE: Danger = { heat: 0, air: 0 };
const log = fedTub(12, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
const inRoomOf = (meanC: number): Ensemble =>
  brought(log, 92, { climates: { "room-1": { ...CLIMATE, meanC, swingK: 0 } } }).ensemble;
const dangerOf = (ensemble: Ensemble, days = 28) => watchedUnfed(ensemble, days, dangerWatch(ensemble));
const changed = (field: number, by: (value: number) => number): Ensemble => {
  const one = inRoomOf(18);
  for (const line of one.lines) for (const s of line) s[field] = by(s[field]!);
  return one;
};

test("the warmer the room the likelier it gets too hot, and calm ones are in no danger; a longer walk finds no more", () => {
  const heats = [18, 26, 32, 38].map((meanC) => dangerOf(inRoomOf(meanC)).heat);
  expect(heats).toEqual(heats.toSorted((a, b) => a - b));
  expect(heats[0]).toBe(0);
  expect(heats.at(-1)).toBeGreaterThan(0.9);
  const calm = dangerOf(inRoomOf(18));
  expect(calm.air).toBeLessThan(0.2);
  expect(dangerOf(inRoomOf(32), 10)).toEqual(dangerOf(inRoomOf(32), 40));
});

test("what stands today is no consequence of a day left alone: only what stays so, or comes, is a danger", () => {
  const watch = dangerWatch(inRoomOf(18));
  const hot = inRoomOf(18);
  for (const line of hot.lines) for (const s of line) s[AT.T] = heatLimitC(hot) + 5;
  expect(watch.wantsMore(hot, 0)).toBe(true);
  expect(watch.found()).toEqual(SAFE);
  expect(watch.wantsMore(hot, 3)).toBe(true);
  expect(watch.found().heat).toBeCloseTo(1, 9);
  // Beyond five days heat is the weather's business, beyond ten nothing is asked.
  const late = dangerWatch(hot);
  expect([late.wantsMore(hot, 6), late.wantsMore(hot, 10)]).toEqual([true, false]);
  expect(late.found().heat).toBe(0);
});

test("it is warned of from one chance in five, the quickest to kill first, and of the bed by its target", () => {
  const said = (ensemble: Ensemble, danger: Danger = SAFE) =>
    warningsOf(ensemble, TARGET, danger).warnings.map(({ of }) => of);
  const calm = inRoomOf(18);
  expect(said(calm)).toEqual([]);
  expect(said(calm, { heat: 0.19, air: 0.21 })).toEqual(["air"]);
  expect(said(calm, { heat: 0.5, air: 0.3 })).toEqual(["heat", "air"]);
  expect(warningsOf(calm, TARGET, { heat: 0.5, air: 0.5 }).troubleSoon).toBeCloseTo(0.75, 9);
  expect(said(changed(AT.W, (water) => 0.4 * water))).toEqual(["dry"]);
  expect(said(changed(AT.W, (water) => 2.2 * water))).toEqual(["soaking"]);
  expect(said(changed(AT.PH, () => 4.9))).toEqual(["acid"]);
  expect(said(changed(AT.BA, (mass) => 0.4 * mass))).toEqual(["hunger"]);
  expect(said(changed(AT.NH, () => 0.9), { heat: 0.4, air: 0 })).toEqual(["heat", "ammonia"]); // prettier-ignore
});
