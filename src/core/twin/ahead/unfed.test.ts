import { entry, kilograms, meal, newTub, setupOf } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { seeded } from "@/core/chance/seeded";
import { DRY_BEDDING } from "@/core/practice/dryBedding";
import { targetMoisture } from "@/core/practice/practice";
import type { TwinNow } from "../log/now";
import { frozen } from "../ensemble/ensemble";
import { heatLimitC, troubleOf } from "../learning/readDay";
import { weightsOf } from "../learning/learn";
import { passDay } from "../ensemble/passDay";
import { copied } from "../ensemble/ensemble";
import { herdAtRisk, herdWatch } from "./herdAtRisk";
import { goneWatch, readyWatch, troubleWatch } from "./leftAlone";
import { watchedUnfed, watchUnfed } from "./unfed";
import { weekOn, weekWatch } from "./weekOn";

/** Bins in all states by chance: how wet, how full, how many meals lie there, how warm. */
const SITUATIONS = Array.from({ length: 4 }, (_, nth): readonly [string, TwinNow] => {
  const next = seeded(`left alone ${nth}`);
  const system = (["tub", "trayStack", "trough", "bath"] as const)[nth]!;
  const meals = Array.from({ length: 1 + Math.floor(4 * next()) }, (_meal, at) =>
    meal(0.2 + 1.2 * next(), 1, 8 + 4 * at),
  );
  const log = [
    ...newTub(0.3 + next(), setupOf(system)),
    entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(4 + 8 * next()), moisture: 0.5 + 0.4 * next() }] }, 2),
    ...meals,
    squeeze((["noDrop", "fewDrops", "stream"] as const)[Math.floor(3 * next())]!, 26),
  ]; // prettier-ignore
  const climates = { "room-1": { meanC: 6 + 26 * next(), swingK: 3, hottestDay: 205, humidity: 0.6 } };
  return [`${system} ${nth}`, brought(log, 27, { climates })];
});

test.each(SITUATIONS)(
  "%s: five questions on one walk are answered as each on a walk of its own",
  (_, now) => {
    const { ensemble, practice } = now;
    const before = structuredClone(frozen(ensemble));
    const aim = { ...targetMoisture(practice), beddingMoisture: DRY_BEDDING.moisture };
    const days = 40;
    const [gone, ready, trouble, herd, week] = [
      goneWatch(ensemble, days),
      readyWatch(ensemble, 1, days),
      troubleWatch(ensemble, days),
      herdWatch(ensemble),
      weekWatch(aim),
    ];
    watchUnfed(ensemble, days, [gone, ready, trouble, herd, week]);
    expect(structuredClone(frozen(ensemble))).toEqual(before);
    expect(gone.found()).toEqual(watchedUnfed(ensemble, days, goneWatch(ensemble, days)));
    expect(ready.found()).toEqual(watchedUnfed(ensemble, days, readyWatch(ensemble, 1, days)));
    expect(herd.found()).toEqual(herdAtRisk(ensemble));
    expect(week.found()).toEqual(weekOn(ensemble, undefined, aim));
    // Told by hand, day by day: the chance never falls, and is the weight of those that came to grief so far.
    const one = copied(ensemble);
    const weights = weightsOf(one);
    const hurt = { air: new Set<number>(), heat: new Set<number>() };
    for (let day = 1; day <= days; day += 1) {
      passDay(one);
      one.lines.forEach((line, member) => {
        const is = troubleOf(line, heatLimitC(one));
        if (is) hurt[is].add(member);
      });
      for (const kind of ["air", "heat"] as const) {
        const chance = trouble.found()[kind](day);
        const byHand = [...hurt[kind]].reduce((sum, member) => sum + weights[member]!, 0);
        expect(chance).toBeCloseTo(byHand, 12);
        expect(chance).toBeGreaterThanOrEqual(trouble.found()[kind](day - 1));
      }
    }
  },
);

test.each(SITUATIONS)("%s: a band that is known when nine in ten are there is the band of all", (_, now) => {
  const { ensemble } = now;
  // Whoever wants every day sees the same low, middle and high end as who stops when they are certain.
  const bands = watchedUnfed(ensemble, 60, goneWatch(ensemble, 60));
  for (const { low, middle, high } of bands.values()) {
    expect(low).toBeLessThanOrEqual(middle);
    expect(middle).toBeLessThanOrEqual(high);
    expect(high).toBeLessThanOrEqual(60);
  }
  // A nearer end of what is looked at changes nothing of what lies before it.
  for (const [place, near] of watchedUnfed(ensemble, 12, goneWatch(ensemble, 12))) {
    const far = bands.get(place)!;
    if (far.high < 12) expect(near).toEqual(far);
    else expect(near.high).toBe(12);
  }
});

test("no question at all walks nowhere, and a week that was not walked through is not made up", () => {
  const { ensemble } = brought(fedTub(3), 30);
  expect(() => watchUnfed(ensemble, 10, [])).not.toThrow();
  const week = weekWatch({ low: 0.7, high: 0.8, beddingMoisture: 0.08 });
  watchUnfed(ensemble, 3, [week]);
  expect(() => week.found()).toThrow(/week/);
});
