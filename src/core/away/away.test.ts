import { START } from "../../../tests/log";
import { aheadWithHarvest } from "../bin/planAhead";
import { addDays } from "../calendar/day";
import { seeded } from "../chance/seeded";
import type { AwayDay } from "./away";
import { aheadAway, awayProblem, awayRisk, awayStrip, leaveDay, LONGEST_AWAY_DAYS } from "./away";
import { sayAwayProblem, sayAwayRisk, sayForHelper } from "./words";

const day = (on: number) => addDays(START, on);
const away = { from: day(10), until: day(31) };
const TARGET = { low: 0.7, high: 0.8 };
const band = (middle: number, wide = 0.03) => ({ low: middle - wide, middle, high: middle + wide });
/** A bin that goes from one moisture to another in forty days, with a chance of trouble, and of its worms a share left. */
const course = (from: number, to: number, trouble = 0, left = 1): AwayDay[] =>
  Array.from({ length: 41 }, (_, on) => ({
    day: day(on),
    moisture: band(from + ((to - from) * on) / 40),
    temperatureC: band(18, 2),
    wormsKg: band(1 + ((left - 1) * on) / 40, 0.1),
    foodDryKg: band(0.1, 0.02),
    trouble: (trouble * on) / 40,
  }));

test("what is gravest is told: air by its chance, a bed too dry or wet, a herd that dwindles; a bin that stays as it is is no worry", () => {
  const kind = (days: readonly AwayDay[]) => awayRisk(days, away, TARGET).kind;
  expect(kind(course(0.75, 0.75))).toBe("none");
  expect(kind(course(0.75, 0.5))).toBe("dry");
  expect(kind(course(0.8, 0.95))).toBe("wet");
  expect(kind(course(0.75, 0.75, 0.6))).toBe("trouble");
  expect(kind(course(0.75, 0.75, 0, 0.4))).toBe("hunger");
  expect(kind([])).toBe("none");
  // Neither before one leaves nor after one is back.
  for (const { on } of [
    awayRisk(course(0.75, 0.5), away, TARGET),
    awayRisk(course(0.9, 0.9, 1), away, TARGET),
  ]) {
    expect(on >= away.from).toBe(true);
    expect(on <= away.until).toBe(true);
  }
});

test("more trouble never ranks lower, a longer absence never less; weights are shares", () => {
  for (let seed = 0; seed < 200; seed += 1) {
    const chance = seeded(`away/${seed}`);
    const [from, to, trouble, left] = [0.6 + 0.3 * chance(), 0.5 + 0.4 * chance(), chance(), chance()];
    const one = awayRisk(course(from, to, trouble, left), away, TARGET);
    expect(one.weight).toBeGreaterThanOrEqual(0);
    expect(one.weight).toBeLessThanOrEqual(1);
    const worse = awayRisk(course(from, to, Math.min(1, trouble * 1.3), left), away, TARGET);
    expect(worse.weight).toBeGreaterThanOrEqual(one.weight - 1e-9);
    const longer = awayRisk(course(from, to, trouble, left), { ...away, until: day(38) }, TARGET);
    expect(longer.weight).toBeGreaterThanOrEqual(one.weight - 1e-9);
    for (const units of ["metric", "us"] as const) expect(sayForHelper(one.kind, 0.2, units)).toMatch(/\.$/);
    expect(sayAwayRisk(one, START)).toMatch(/\.$/);
  }
});

test("an absence that cannot be is said in a sentence; what a bin has been told beside it stays, and comes back", () => {
  const problem = (from: number, until: number, today = 0) => awayProblem({ from: day(from), until: day(until) }, day(today))?.code; // prettier-ignore
  expect(problem(10, 31)).toBeUndefined();
  expect(problem(10, 10)).toBe("away/back-before");
  expect(problem(-30, -3)).toBe("away/past");
  expect(problem(1, 2 + LONGEST_AWAY_DAYS)).toBe("away/too-long");
  expect(sayAwayProblem({ code: "away/too-long" })).toContain("6 months");
  const before = aheadWithHarvest({ mealShare: 0.8 }, { on: day(60), noFoodFrom: day(46) });
  const gone = aheadAway(before, away);
  expect(gone).toEqual({ ...before, awayFrom: away.from, awayUntil: away.until });
  expect(aheadAway(gone, undefined)).toEqual(before);
  expect(leaveDay(away, day(0))).toBe(day(9));
  expect(leaveDay(away, day(12))).toBe(day(12));
});

test("law: the strip of days and the sentence tell one thing: its gravest day weighs what the sentence says, and is of its kind", () => {
  for (let seed = 0; seed < 200; seed += 1) {
    const chance = seeded(`strip/${seed}`);
    const days = course(0.55 + 0.35 * chance(), 0.5 + 0.45 * chance(), chance() ** 3, 0.3 + 0.7 * chance());
    const [risk, strip] = [awayRisk(days, away, TARGET), awayStrip(days, away, TARGET)];
    expect(strip.map(({ on }) => on)).toEqual(
      days.map((one) => one.day).filter((on) => on >= away.from && on <= away.until),
    );
    const gravest = strip.reduce((most, one) => (one.weight > most.weight ? one : most));
    expect(gravest.weight).toBeCloseTo(risk.weight, 12);
    if (risk.kind !== "none") expect(strip.some(({ kind }) => kind === risk.kind)).toBe(true);
    else expect(strip.every(({ kind }) => kind === "none")).toBe(true);
  }
  expect(awayStrip([], away, TARGET)).toEqual([]);
});
