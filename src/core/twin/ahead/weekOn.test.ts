import { entry, litres, newTub, setupOf } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { DRY_BEDDING } from "@/core/practice/dryBedding";
import { targetMoisture } from "@/core/practice/practice";
import { doDeed } from "../ensemble/deed";
import { copied } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import { quantiles } from "../learning/quantiles";
import { moistureOf } from "../engine/state";
import { SCRAPS_CHOPPED } from "./meal";
import { weekOn } from "./weekOn";

const log = fedTub(8, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
const now = brought(log, 64);
const target = targetMoisture(now.practice);
const meal = { kind: { ...SCRAPS_CHOPPED, cardPerG: 0 }, place: 3 };
const ask = (kg: number, one = now) =>
  weekOn(one.ensemble, kg > 0 ? { ...meal, kg } : undefined, {
    ...target,
    beddingMoisture: DRY_BEDDING.moisture,
  });

test("asking changes nothing; the larger the meal, the wetter the week ends, and the less water and more bedding it asks for", () => {
  const before = now.ensemble.state.slice();
  const weeks = [0, 0.5, 1.5, 3].map((kg) => ask(kg));
  expect(now.ensemble.state).toEqual(before);
  weeks.slice(1).forEach((week, at) => {
    expect(week.moisture.middle).toBeGreaterThan(weeks[at]!.moisture.middle);
    expect(week.waterL).toBeLessThanOrEqual(weeks[at]!.waterL);
    expect(week.dryBeddingKg).toBeGreaterThanOrEqual(weeks[at]!.dryBeddingKg);
    expect(week.waterL * week.dryBeddingKg).toBe(0);
  });
});

test("what it asks for lands in the target: water into a dry bed, a week on", () => {
  const dry = brought([...log, squeeze("dust", 64)], 64);
  const { waterL } = ask(0, dry);
  expect(waterL).toBeGreaterThan(0.3);
  const one = copied(dry.ensemble);
  doDeed(one, { event: { kind: "water", g: 1000 * waterL }, key: "poured", knownBy: "weighed" });
  for (let day = 0; day < 7; day += 1) passDay(one);
  const after = Float64Array.from(one.views[0]!, moistureOf);
  const [middle] = quantiles(after, weightsOf(one), [0.5]) as [number];
  expect(middle).toBeGreaterThan(target.low - 0.02);
  expect(middle).toBeLessThan(target.high + 0.01);
});

test("only the part one feeds is asked about: water poured into a trough's far end changes nothing there", () => {
  const trough = newTub(0.6, setupOf("trough"));
  const far = entry({ kind: "watered", compartment: "c3", amount: litres(3) }, 20);
  const at = (some: typeof trough) => ask(0, brought(some, 21));
  expect(at([...trough, far]).waterL).toBeCloseTo(at(trough).waterL, 1);
});
