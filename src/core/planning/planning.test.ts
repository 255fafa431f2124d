import fc from "fast-check";
import type { Plan } from "@/records/plan";
import { planSchema } from "@/records/plan";
import { HAZARDS } from "../catalogue/guideTables";
import { buildSheet } from "./buildSheet";
import { KINDS, PLAN_KINDS } from "./kinds";
import { SHELTERS } from "@/vocabulary/shelter";
import { localDate } from "@/vocabulary/fields";
import { propose } from "./propose";
import { scrapRate } from "./scraps";
import { sayHours, sayRemark } from "./words";

const TODAY = localDate.parse("2026-11-28");

const plan = (changes: Partial<Plan> = {}): Plan =>
  planSchema.parse({
    schemaVersion: 2, rowId: "r", id: "p", revision: 1, recordedAt: "2026-01-01T00:00:00.000Z", deviceId: "d", name: "Plan",
    scraps: [], guessedKgPerDay: 0.5, coldestC: 14, hottestC: 24, isDamp: false, hasFloorDrain: false, hasStairs: false,
    shelter: "indoors", liftKg: 15, hoursPerWeek: 1, purpose: "lessWaste", binCount: 0, prices: {}, ...changes,
  }); // prettier-ignore
const kindsFor = (changes: Partial<Plan>) => {
  const asked = plan(changes);
  const found = propose(asked, scrapRate(asked)!, TODAY);
  return { ...found, kinds: found.proposals.map(({ kind }) => kind) };
};

test("a week with a gap and a holiday: only the days weighed at home count", () => {
  const day = (on: string, massKg: number, isAway = false) => ({
    day: on,
    massKg,
    ...(isAway ? { isAway } : {}),
  });
  const scraps = [
    day("2026-11-02", 0.4),
    day("2026-11-03", 0.6),
    day("2026-11-05", 0.5),
    day("2026-11-06", 0, true),
  ];
  expect(scrapRate(plan({ scraps: scraps as Plan["scraps"] }))).toMatchObject({
    kgPerDay: 0.5,
    knownBy: "weighed",
    days: 3,
  });
  expect(scrapRate(plan({ scraps: scraps.slice(0, 2) as Plan["scraps"] }))).toMatchObject({
    kgPerDay: 0.5,
    knownBy: "guessed",
  });
  const { guessedKgPerDay: _none, ...unguessed } = plan();
  expect(scrapRate(unguessed)).toBeUndefined();
});

test("two under a kitchen sink, a farm shed that freezes, and a breeder get quite different bins", () => {
  const sink = kindsFor({ guessedKgPerDay: 0.25, liftKg: 8, hasStairs: true });
  const shed = kindsFor({
    guessedKgPerDay: 3,
    coldestC: -6,
    hottestC: 30,
    shelter: "roof",
    isDamp: true,
    purpose: "castings",
    hoursPerWeek: 3,
    liftKg: 20,
    hasFloorDrain: true,
  });
  const breeder = kindsFor({ guessedKgPerDay: 1, purpose: "worms", hoursPerWeek: 6, coldestC: 18 });
  expect(sink.kinds).not.toContain("bath");
  expect(sink.proposals.every(({ pieceKg }) => pieceKg <= 8 * 1.15)).toBe(true);
  expect(shed.kinds[0]).toBe("sectionBath");
  expect(shed.kinds).not.toContain("tub");
  expect(shed.ruledOut.find(({ kind }) => kind === "trayStack")?.why.code).toBe("plan/freezes");
  expect(breeder.kinds[0]).toBe("breederTub");
  expect(sink.ruledOut.find(({ kind }) => kind === "tower")?.why.code).toBe("plan/needs-ground");
});

test("whatever the house: every kind is proposed or ruled out with a reason, figures are sound, worms fit the bin", () => {
  fc.assert(
    fc.property(
      fc.record({
        guessedKgPerDay: fc.double({ min: 0.02, max: 60, noNaN: true }),
        coldestC: fc.integer({ min: -25, max: 20 }),
        hottestC: fc.integer({ min: 20, max: 42 }),
        isDamp: fc.boolean(),
        hasFloorDrain: fc.boolean(),
        hasStairs: fc.boolean(),
        shelter: fc.constantFrom(...SHELTERS),
        liftKg: fc.double({ min: 2, max: 30, noNaN: true }),
        hoursPerWeek: fc.double({ min: 0.1, max: 40, noNaN: true }),
        purpose: fc.constantFrom(
          "lessWaste" as const,
          "castings" as const,
          "castingsToSell" as const,
          "worms" as const,
        ),
      }),
      (changes) => {
        const { proposals, ruledOut, kinds } = kindsFor(changes);
        expect([...kinds, ...ruledOut.map(({ kind }) => kind)].toSorted()).toEqual(
          [...PLAN_KINDS].toSorted(),
        );
        expect(proposals.length).toBeLessThanOrEqual(4);
        for (const one of proposals) {
          expect(one.buyWormsKg).toBeLessThanOrEqual(one.surfaceM2 * 2.5 + 1e-9);
          expect(one.yieldKg[0]).toBeLessThanOrEqual(one.yieldKg[2]);
          for (const figure of [one.volumeL, one.wholeKg, one.pieceKg, one.hoursPerWeek, one.waterL])
            expect(figure >= 0 && figure < Infinity).toBe(true);
          for (const remark of [...one.for_, ...one.care]) expect(sayRemark(remark, "us")).toMatch(/\.$/);
        }
        for (const { why } of ruledOut) expect(sayRemark(why, "metric")).toMatch(/\.$/);
      },
    ),
  );
});

test("more scraps never ask for fewer worms, and prices add up", () => {
  const tub = (guessedKgPerDay: number, prices = {}) =>
    [
      ...propose(plan({ guessedKgPerDay, prices, liftKg: 60 }), scrapRate(plan({ guessedKgPerDay }))!, TODAY)
        .proposals,
    ].find(({ kind }) => kind === "tub");
  expect(tub(0.6)!.buyWormsKg).toBeGreaterThanOrEqual(tub(0.3)!.buyWormsKg);
  const priced = tub(0.3, { container: 10, wormsPerKg: 40, beddingPer100L: 5 })!;
  expect(priced.cost).toBeCloseTo(10 * priced.count + 40 * priced.buyWormsKg + 0.05 * priced.beddingL, 9);
  expect([sayHours(0.1), sayHours(0.5), sayHours(1.4)]).toEqual(["5 minutes", "30 minutes", "1½ hours"]);
});

test("every build sheet names real cautions, and holes grow with the bottom", () => {
  const known = new Set(HAZARDS.map(({ id }) => id));
  for (const kind of PLAN_KINDS)
    for (const size of KINDS[kind].sizes) {
      const sheet = buildSheet(KINDS[kind], size, "us");
      expect([kind, sheet.hazards.filter((id) => !known.has(id))]).toEqual([kind, []]);
      for (const { where, count } of sheet.holes)
        expect(Number.isInteger(count) && count >= (/overflow/.test(where) ? 1 : 4) && count < 1_000).toBe(
          true,
        );
    }
  const [small, , large] = KINDS.tub.sizes;
  expect(buildSheet(KINDS.tub, large!, "us").holes[0]!.count).toBeGreaterThan(
    buildSheet(KINDS.tub, small!, "us").holes[0]!.count,
  );
  expect(buildSheet(KINDS.tub, { widthM: 0.5, lengthM: 0.4, heightM: 0.3 }, "us").holes[0]).toMatchObject({
    count: 20,
    drill: "drain",
  });
});
