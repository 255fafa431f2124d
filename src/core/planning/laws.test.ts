import { seeded } from "../chance/seeded";
import type { Plan } from "@/records/plan";
import { planSchema } from "@/records/plan";
import { SYSTEMS } from "@/vocabulary/setup";
import { PLAN_KINDS } from "./kinds";
import { steadyKgPerM2Day } from "./underAdvice";
import { localDate } from "@/vocabulary/fields";
import { propose } from "./propose";
import { scrapRate } from "./scraps";

/* What holds of every plan, whoever makes it. */

const TODAY = localDate.parse("2026-11-28");
const randomPlan = (chance: () => number, changes: Partial<Plan> = {}): Plan => {
  const pick = <T>(values: readonly T[]): T => values[Math.floor(chance() * values.length)]!;
  const coldestC = Math.round(-15 + 30 * chance());
  return planSchema.parse({
    schemaVersion: 1,
    rowId: "r",
    id: "p",
    revision: 1,
    recordedAt: "2026-01-01T00:00:00.000Z",
    deviceId: "d",
    name: "Plan",
    scraps: [],
    guessedKgPerDay: Number((0.05 + 6 * chance() ** 3).toFixed(3)),
    coldestC,
    hottestC: coldestC + Math.round(25 * chance()),
    isDamp: chance() < 0.5,
    hasFloorDrain: chance() < 0.5,
    hasStairs: chance() < 0.5,
    isOutdoors: chance() < 0.5,
    liftKg: pick([5, 8, 15, 20, 40]),
    hoursPerWeek: pick([0.25, 1, 3, 10]),
    purpose: pick(["lessWaste", "castings", "worms", "castingsToSell"]),
    binCount: pick([0, 1, 4]),
    prices: {},
    ...changes,
  });
};
const proposalsOf = (plan: Plan) => propose(plan, scrapRate(plan)!, TODAY);

test("every kind of bin is proposed or ruled out, never both, never neither, over 200 plans", () => {
  const chance = seeded("kinds");
  for (let nth = 0; nth < 200; nth += 1) {
    const { proposals, ruledOut } = proposalsOf(randomPlan(chance));
    const named = [...proposals.map(({ kind }) => kind), ...ruledOut.map(({ kind }) => kind)];
    expect(named.toSorted()).toEqual([...PLAN_KINDS].toSorted());
  }
});

test("what is proposed has figures one can build and buy by, the best first", () => {
  const chance = seeded("figures");
  for (let nth = 0; nth < 200; nth += 1) {
    const plan = randomPlan(chance);
    const made = plan.guessedKgPerDay!;
    const { proposals } = proposalsOf(plan);
    for (const one of proposals) {
      for (const figure of ["count", "surfaceM2", "volumeL", "buyWormsKg", "fullHerdKg", "beddingL"] as const)
        expect([one.kind, figure, Number.isFinite(one[figure]) && one[figure] > 0]).toEqual([
          one.kind,
          figure,
          true,
        ]);
      expect(one.pieceKg).toBeLessThanOrEqual(one.wholeKg + 1e-9);
      for (const span of [one.yieldKg, one.firstHarvestMonths, ...one.takenKgPerDay])
        expect(span).toEqual(span.toSorted((a, b) => a - b));
      // Never more than there is.
      expect(one.takenKgPerDay.every(([, , high]) => high <= made + 1e-9)).toBe(true);
      expect(one.cost).toBeUndefined();
    }
    const scores = proposals.map(({ score }) => score);
    expect(scores).toEqual(scores.toSorted((a, b) => b - a));
  }
});

test("more scraps never ask for fewer worms or less surface of the same kind", () => {
  const chance = seeded("more scraps");
  for (let nth = 0; nth < 120; nth += 1) {
    const plan = randomPlan(chance);
    const more = { ...plan, guessedKgPerDay: 2 * plan.guessedKgPerDay! };
    const before = new Map(proposalsOf(plan).proposals.map((one) => [one.kind, one]));
    for (const after of proposalsOf(more).proposals) {
      const one = before.get(after.kind);
      if (!one) continue;
      expect(after.surfaceM2 * after.count).toBeGreaterThanOrEqual(one.surfaceM2 * one.count * 0.999);
      expect(after.buyWormsKg).toBeGreaterThanOrEqual(one.buyWormsKg * 0.999);
    }
  }
});

test("what all proposals share is said once, and what one is best at is said of it alone", () => {
  const chance = seeded("told apart");
  for (let nth = 0; nth < 120; nth += 1) {
    const { proposals, shared } = proposalsOf(randomPlan(chance));
    if (proposals.length < 2) continue;
    const codes = proposals.map(({ for_ }) => new Set<string>(for_.map(({ code }) => code)));
    for (const { code } of shared) expect(codes.some((of) => of.has(code))).toBe(false);
    for (const code of new Set(codes.flatMap((of) => [...of])))
      expect(codes.every((of) => of.has(code))).toBe(false);
    for (const best of ["plan/soonest", "plan/lightest", "plan/takes-most", "plan/least-time"])
      expect(codes.filter((of) => of.has(best)).length).toBeLessThanOrEqual(1);
  }
});

test("a plan says what was lived: little in the first month, less in the cold, and the hopeful rule stands above it", () => {
  const chance = seeded("lived");
  for (let nth = 0; nth < 60; nth += 1) {
    const plan = randomPlan(chance, { coldestC: 18, hottestC: 22, purpose: "lessWaste" });
    for (const one of proposalsOf(plan).proposals) {
      const [first, last] = [one.takenKgPerDay[0]![1], one.takenKgPerDay[11]![1]];
      expect([one.kind, first <= last + 1e-9]).toEqual([one.kind, true]);
      if (one.kind !== "breederTub") expect(first).toBeLessThan(one.hopefulKgPerDay);
    }
  }
  const months = (meanC: number) => Array.from({ length: 12 }, () => meanC);
  // A monthly feast is bounded by the air of its bed, which the cold spares; all others eat less in the cold.
  for (const system of SYSTEMS.filter((one) => one !== "bath"))
    expect(steadyKgPerM2Day(system, months(8))).toBeLessThan(steadyKgPerM2Day(system, months(18)));
});
