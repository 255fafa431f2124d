import { CLIMATE, entry, kilograms, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought } from "../../../tests/twinLog";
import { replay } from "../bin/replay";
import { addDays, daysBetween } from "../calendar/day";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import type { Entry, Reading } from "@/records/entry";
import { FOOD_LEFT } from "@/vocabulary/readings";
import { twinExpectation } from "../twin/ahead/expect";
import { withReadings } from "../twin/log/now";
import { decide } from "./decide";
import type { StepKind } from "./decision";

/* What comes round by the calendar, each from the first day on which it is due and on none before; and the feast. */

const asks = (log: readonly Entry[], on: number, readings: readonly unknown[], kind: StepKind): boolean => {
  const today = addDays(START, on);
  const state = replay(log);
  const expectation = simpleExpectation(state, CLIMATE, today);
  return decide(expectation, practiceOf(state)!, readings as Reading[], today).steps.some(
    (step) => step.kind === kind,
  );
};
const EARTHY = [{ of: "squeeze", squeeze: "fewDrops" }, { of: "smell", smell: "earthy" }]; // prettier-ignore
/** The first day within a season on which a step is asked for. */
const firstDay = (log: readonly Entry[], from: number, readings: (on: number) => readonly unknown[], kind: StepKind) => {
  for (let on = from; on < from + 400; on += 1) if (asks(log, on, readings(on), kind)) return on - from;
  return undefined;
}; // prettier-ignore

test("the tray under a stack is emptied a fortnight after it was, by whatever log", () => {
  const stack = newTub(0.5, setupOf("trayStack", { drainage: "sump" }));
  for (const emptied of [20, 41]) {
    const log = [...stack, entry({ kind: "drained" }, emptied)];
    expect(firstDay(log, emptied + 1, () => EARTHY, "drain")).toBe(13);
  }
  expect(firstDay(newTub(0.5), 20, () => EARTHY, "drain")).toBeUndefined();
});

test("grit goes in a month after it did, with a meal", () => {
  const fed = (on: number) => [...EARTHY, { of: "foodLeft", foodLeft: "none", place: 1 + (on % 8) }];
  const log = (gritOn: number) => [
    ...newTub(0.5),
    entry({ kind: "dosed", materialId: "eggshell-crushed", amount: kilograms(0.05) }, gritOn),
  ];
  for (const gritOn of [25, 60]) {
    const first = firstDay(log(gritOn), gritOn + 1, fed, "grit");
    expect(first).toBeGreaterThanOrEqual(29);
    expect(first).toBeLessThan(40);
  }
});

test("a feast that still lies whole after its days comes out, an ordinary meal and a young feast stay", () => {
  const lies = [...EARTHY, { of: "foodLeft", foodLeft: "most", place: 1 }];
  // Of one place, so that it lies where one would feed next.
  const tub = setupOf("tub");
  const whole = { ...tub, compartments: tub.compartments.map((one) => ({ ...one, placeCount: 1 })) };
  const fedOnce = (kg: number) => [...newTub(0.5, whole), look(EARTHY, 9), meal(kg, 1, 10)];
  const comesOut = (kg: number, after: number) => asks(fedOnce(kg), 10 + after, lies, "removeFood");
  expect([comesOut(3, 12), comesOut(3, 20)]).toEqual([true, true]);
  expect([comesOut(3, 4), comesOut(0.15, 12)]).toEqual([false, false]);
  expect(asks(fedOnce(3), 22, [...EARTHY, { of: "foodLeft", foodLeft: "half", place: 1 }], "removeFood")).toBe(false);
}); // prettier-ignore

test("an own interval is hastened by nothing but what cannot wait, whatever is left of the meal", () => {
  const EARTHY: Reading = { of: "smell", smell: "earthy" };
  for (const [system, days] of [["tub", 10], ["bath", 30], ["tower", 30], ["breederTub", 12]] as const) {
    const visits = Array.from({ length: 4 }, (_, nth) => [look([EARTHY] as never, 4 + days * nth), meal(0.3, 1, 4 + days * nth)]);
    const log = [...newTub(0.5, setupOf(system, { own: { intervalDays: days } })), ...visits.flat()];
    const now = brought(log, 4 + 4 * days, { size: 32 });
    const today = addDays(START, 4 + 4 * days);
    const said = (...readings: Reading[]) => {
      const heard = withReadings(now, readings);
      return decide(twinExpectation(heard, today), heard.practice, readings, today);
    };
    const compartment = now.practice.setup.compartments.at(-1)!.id;
    for (const foodLeft of FOOD_LEFT) {
      const decision = said(EARTHY, { of: "foodLeft", foodLeft, place: 1, compartment });
      expect([system, foodLeft, daysBetween(today, decision.nextDay) >= days]).toEqual([system, foodLeft, true]);
    }
    expect(daysBetween(today, said({ of: "smell", smell: "ammonia" }).nextDay)).toBeLessThan(days);
    // Nor is the end of a rest put off by it.
    const practice = { ...now.practice, setup: { ...now.practice.setup, resting: true, restingUntil: addDays(today, 3) } };
    expect(daysBetween(today, decide(twinExpectation(now, today), practice, [], today).nextDay)).toBe(3);
    expect(daysBetween(today, said(EARTHY, { of: "squeeze", squeeze: "stream" }).nextDay)).toBeLessThan(days);
  }
}); // prettier-ignore

test("a running bath by the month keeps its month: skim, bed, food, cover in that order, and no small meals between", () => {
  const setup = setupOf("bath");
  const parts = setup.compartments.map(({ id }) => ({ compartment: id, state: "mostly", fraction: 0.75 }));
  const worms = { massKg: 2.4, measuredBy: "weighed", typed: "2.4 kg" };
  const log = [
    entry({ kind: "altered", changes: setup }, 0),
    entry({ kind: "found", parts, worms, fedWeeklyKg: 2, lastFed: { fedDaysAgo: 31, left: "none" }, squeeze: "fewDrops", runningMonths: 20 } as never, 0),
  ];
  const now = brought(log, 0, { size: 64 });
  const today = addDays(START, 0);
  const readings = EARTHY as Reading[];
  const heard = withReadings(now, readings);
  const decision = decide(twinExpectation(heard, today), heard.practice, readings, today);
  expect(decision.verdict).toBe("feed");
  const kinds = decision.steps.map(({ kind }) => kind);
  const inOrder = (["harvest", "addDryBedding", "feed", "cover"] as const).map((kind) => kinds.indexOf(kind));
  expect(inOrder).toEqual(inOrder.toSorted((a, b) => a - b));
  expect(Math.min(...inOrder)).toBeGreaterThanOrEqual(0);
  expect(daysBetween(today, decision.nextDay)).toBeGreaterThanOrEqual(now.practice.school.minIntervalDays);
  expect(now.practice.school.usualIntervalDays).toBe(30);
}); // prettier-ignore
