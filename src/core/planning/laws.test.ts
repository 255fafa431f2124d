import { seeded } from "../chance/seeded";
import type { Plan } from "@/records/plan";
import { planSchema } from "@/records/plan";
import { SHELTERS } from "@/vocabulary/shelter";
import { COVERS, SYSTEMS } from "@/vocabulary/setup";
import { LETS_RAIN } from "../matter/figures";
import { PLAN_KINDS } from "./kinds";
import { steadyKgPerM2Day } from "./underAdvice";
import { localDate } from "@/vocabulary/fields";
import { coverThere, isPlannedFor, plannedClimate, plannedName } from "./place";
import { propose } from "./propose";
import { scrapRate } from "./scraps";
import { sayMonths } from "./words";

/* What holds of every plan, whoever makes it. */

const TODAY = localDate.parse("2026-11-28");
const randomPlan = (chance: () => number, changes: Partial<Plan> = {}): Plan => {
  const pick = <T>(values: readonly T[]): T => values[Math.floor(chance() * values.length)]!;
  const coldestC = Math.round(-15 + 30 * chance());
  return planSchema.parse({
    schemaVersion: 2,
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
    shelter: pick(SHELTERS),
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

test("a hot yard: room never rules out, mass and depth come first, and worms die only where the bed would get there", () => {
  const chance = seeded("hot yard");
  for (let nth = 0; nth < 150; nth += 1) {
    const hottestC = 22 + Math.round(14 * chance());
    const { proposals, ruledOut } = proposalsOf(
      randomPlan(chance, {
        coldestC: 8,
        hottestC,
        hottestPeakC: hottestC + Math.round(14 * chance()),
        shelter: (["roof", "shade", "sun", "buried"] as const)[nth % 4]!,
        purpose: "castings",
      }),
    );
    const said = [...proposals.flatMap(({ care }) => care), ...ruledOut.map(({ why }) => why)];
    for (const remark of said) {
      expect(remark.code).not.toBe("plan/takes-room");
      if (remark.code === "plan/dies-in-heat") expect(remark.bedC).toBeGreaterThanOrEqual(35);
      if (remark.code === "plan/too-hot") expect(remark.bedC).toBeLessThan(35);
      if (remark.code === "plan/eats-less-in-heat") expect(remark.share).toBeLessThan(0.6);
    }
  }
  const hot = (kind: string, changes: Partial<Plan>) =>
    proposalsOf(
      randomPlan(seeded("the yard"), {
        guessedKgPerDay: 1, coldestC: 12, hottestC: 30, hottestPeakC: 38, shelter: "shade", liftKg: 15,
        hoursPerWeek: 2, purpose: "castings", ...changes,
      }),
    ).proposals.findIndex((one) => one.kind === kind); // prettier-ignore
  expect(hot("sectionBath", {})).toBe(0);
  expect(hot("tub", {})).toBe(-1);
});

test("what is not ripe within its first year gives no castings in it, and is never promised in months", () => {
  const chance = seeded("ripe");
  for (let nth = 0; nth < 150; nth += 1)
    for (const one of proposalsOf(randomPlan(chance)).proposals) {
      const [soonest, , latest] = one.firstHarvestMonths;
      if (latest > 12.1) expect(one.yieldKg[0]).toBe(0);
      if (soonest > 12.1) expect(one.yieldKg[2]).toBe(0);
      const said = sayMonths(one.firstHarvestMonths);
      expect(Math.max(0, ...(said.match(/\d+/g) ?? []).map(Number))).toBeLessThanOrEqual(12);
    }
});

test("a planned place becomes a room that is found again, and rain finds no open lid there", () => {
  const chance = seeded("places");
  for (let nth = 0; nth < 100; nth += 1) {
    const plan = randomPlan(chance);
    const climate = plannedClimate(plan);
    expect(isPlannedFor(plan, { climate })).toBe(true);
    expect([climate.meanC - climate.swingK, climate.meanC + climate.swingK]).toEqual([
      expect.closeTo(plan.coldestC, 9),
      expect.closeTo(plan.hottestC, 9),
    ]);
    const other = SHELTERS[(SHELTERS.indexOf(plan.shelter) + 1) % SHELTERS.length]!;
    expect(isPlannedFor({ ...plan, shelter: other }, { climate })).toBe(false);
    for (const cover of COVERS)
      if (climate.rainMmPerDay !== undefined)
        expect(LETS_RAIN[coverThere(cover, plan.shelter)]).toBeLessThanOrEqual(0.05);
  }
  const rooms: { name: string }[] = [];
  for (let nth = 0; nth < 5; nth += 1) rooms.push({ name: plannedName(rooms, "sun") });
  expect(new Set(rooms.map(({ name }) => name)).size).toBe(5);
});
