import { BIN_ROW, CLIMATE, entry, litres, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { aheadWithHarvest, aheadWithPlan, wantedHarvest } from "../bin/planAhead";
import { replay } from "../bin/replay";
import { addDays, daysBetween } from "../calendar/day";
import { seeded } from "../chance/seeded";
import { decide } from "../decision/decide";
import { sayReason, sayStep } from "../decision/words";
import { simpleEngine } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { datedTasks } from "../round/dated";
import { planRound } from "../round/round";
import { wantedBy, wishesOf } from "./coming";

const at = async (log: readonly Entry[], day: number) => {
  const state = replay(log);
  const today = addDays(START, day);
  const expectation = await simpleEngine.expect(state, CLIMATE, today);
  const decision = decide(expectation, practiceOf(state)!, [], today);
  const one = { bin: binSchema.parse(BIN_ROW), state, expectation, decision };
  return {
    state,
    today,
    decision,
    round: planRound([one], today),
    beside: datedTasks([], [], today, "metric", [], [one]),
    kinds: decision.steps.map(({ kind }) => kind),
  };
};
/** A tub that ate for half a year, told on day 180 that castings are wanted of it. */
const told = (system: "tub" | "trough" = "tub", on = 200) => {
  const setup = setupOf(system);
  const meals = Array.from({ length: 25 }, (_, nth) => meal(0.3, 1 + (nth % 4), 7 * nth + 6));
  const plan = wantedBy(
    [{ binId: "bin-1", name: "Quince", system, inDays: { low: -9, middle: -5, high: 0 }, kg: { low: 2, middle: 3, high: 4 }, gainsKg: 1 }],
    2,
    on + 8 - 180,
    8,
  ); // prettier-ignore
  const [wish] = wishesOf(plan, addDays(START, 180));
  return [
    ...newTub(0.5, setup),
    ...meals,
    entry({ kind: "altered", changes: { ahead: aheadWithHarvest({ mealShare: 0.9 }, wish!.wanted) } }, 180),
  ];
};

test("castings wanted by a day: slate, round and visit say the same from the last meal to the day, and the harvest ends it", async () => {
  const log = told();
  expect(wantedHarvest(replay(log), addDays(START, 181))).toEqual({
    on: addDays(START, 200),
    noFoodFrom: addDays(START, 186),
    noWaterFrom: addDays(START, 190),
  });
  expect((await at(log, 183)).beside).toEqual([]);
  const last = await at(log, 187);
  expect(last.beside.map(({ verb, overdueDays }) => [verb, overdueDays])).toEqual([["no more food", 1]]);
  expect(last.kinds).not.toContain("feed");
  const because = last.decision.steps.find(({ kind }) => kind === "closeAgain");
  if (because)
    expect(sayReason(because.why, { units: "metric", today: last.today })).toMatch(/leave what is ripe/);
  // A look has heard it: the slate is quiet until the next thing.
  const looked = [
    ...log,
    look([{ of: "squeeze", squeeze: "fewDrops" }], 188, { nextDay: addDays(START, 230) }),
  ];
  expect((await at(looked, 189)).beside).toEqual([]);
  expect((await at(looked, 196)).beside.map(({ verb }) => verb)).toEqual([
    "no more water",
    "bait: melon in a net at one end, to draw the worms",
  ]);
  // The day itself comes before the day that was set.
  const day = await at(looked, 200);
  expect(day.round.tasks.map(({ kind }) => kind)).toEqual(["harvest"]);
  expect(day.kinds[0]).toBe("harvest");
  expect(sayStep(day.decision.steps[0]!, { units: "metric" }).before).toMatch(/^Take/);
  expect(day.beside).toEqual([]);
  const harvest = entry({ kind: "harvested", grossKg: 3, tareKg: 0, method: "light" }, 201);
  const after = await at([...looked, harvest], 202);
  expect(wantedHarvest(after.state, after.today)).toBeUndefined();
  expect(after.state.setup?.ahead).toEqual({ mealShare: 0.9 });
  expect(after.kinds).not.toContain("harvest");
  // A handful long before is not that harvest.
  expect((await at([...log, entry({ kind: "harvested", grossKg: 0.5, tareKg: 0, method: "bottom" }, 182)], 187)).kinds).not.toContain("feed"); // prettier-ignore
  // Nobody came for it: it is given up, and the bin is fed again.
  expect((await at(looked, 215)).round.tasks[0]?.kind).not.toBe("harvest");
});

test("what is fed at its other end is only left to dry; a bed of dust is watered all the same", async () => {
  const log = told("trough");
  expect(wantedHarvest(replay(log), addDays(START, 181))).toEqual({
    on: addDays(START, 200),
    noWaterFrom: addDays(START, 190),
  });
  const dry = await at([...log, look([{ of: "squeeze", squeeze: "noDrop" }], 195)], 195);
  expect(dry.kinds).not.toContain("water");
  const dust = await at([...log, look([{ of: "squeeze", squeeze: "dust" }], 195)], 195);
  expect(dust.kinds).toContain("water");
});

test("over random wishes nothing is fed between the last meal and the day, and other plans stand beside it", async () => {
  for (let seed = 0; seed < 60; seed += 1) {
    const chance = seeded(`wish/${seed}`);
    const on = 190 + Math.floor(30 * chance());
    const log = [...told("tub", on), entry({ kind: "watered", amount: litres(1) }, 181)];
    const day = 181 + Math.floor(chance() * (on - 181));
    const { kinds, state, decision, today } = await at(log, day);
    const { noFoodFrom } = wantedHarvest(state, today)!;
    if (noFoodFrom! <= today) expect(kinds).not.toContain("feed");
    expect(daysBetween(decision.nextDay, addDays(START, on))).toBeGreaterThanOrEqual(0);
    const away = { awayFrom: today, awayUntil: addDays(today, 9) };
    const both = aheadWithPlan(state.setup?.ahead, away);
    expect(both).toMatchObject({ ...away, harvestOn: addDays(START, on) });
    expect(aheadWithHarvest(both)).toEqual(away);
    expect(aheadWithPlan(both, {})).toEqual(
      aheadWithHarvest(aheadWithPlan({}, {}), wantedHarvest(state, today)),
    );
  }
});
