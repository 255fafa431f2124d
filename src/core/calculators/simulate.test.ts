import { refusal, value } from "../../../tests/calculate";

describe("simulate", () => {
  const bin = { areaM2: 0.2, heightM: 0.3, drainage: "free", cover: "vented", speciesId: "fetida" };
  const place = { meanC: 20, humidity: 0.55 };
  const log = [
    { day: 0, kind: "bedded", materialId: "cardboard", massKg: 1.2 },
    { day: 0, kind: "bedded", materialId: "coir", massKg: 1 },
    { day: 0, kind: "watered", waterL: 5.2 },
    { day: 0, kind: "seeded", massKg: 0.3 },
    { day: 0, kind: "dosed", materialId: "grit", massKg: 0.05 },
    { day: 0, kind: "stocked", massKg: 0.45 },
    { day: 0, kind: "fed", materialId: "mixed", massKg: 0.3, preparation: "chopped" },
    { day: 15, kind: "fed", materialId: "fruit", massKg: 0.4, preparation: "whole" },
    { day: 15, kind: "turned" },
  ];
  type Band = { p10: number; p50: number; p90: number };
  interface Simulated {
    daily: Record<string, number | Band>[];
    balances: { dryMatter: number; water: number };
  }
  const ask = (more: object = {}) => value<Simulated>("simulate", { bin, place, log, days: 30, ...more });

  test("a run of the model as it is now, through the door: water, worms and evaporation after 30 days, books closed", () => {
    const { daily, balances } = ask();
    expect(daily).toHaveLength(30);
    const last = daily[29]! as Record<string, number>;
    expect(last.wormsKg).toBeCloseTo(0.399203, 5);
    expect(last.evaporatedL).toBeCloseTo(1.68898, 4);
    expect(last.temperatureC).toBeCloseTo(19.4584, 3);
    expect(Math.max(balances.dryMatter, balances.water)).toBeLessThan(1e-12);
  });
  test("an ensemble gives bands in order, the same for the same seed, and the single run lies among them", () => {
    const ensemble = ask({ members: 60, seed: 7 });
    expect(ask({ members: 60, seed: 7 })).toEqual(ensemble);
    expect(ask({ members: 60, seed: 8 })).not.toEqual(ensemble);
    const single = ask().daily[29]! as Record<string, number>;
    for (const [field, band] of Object.entries(ensemble.daily[29]!)) {
      if (typeof band === "number") continue;
      expect(band.p10).toBeLessThanOrEqual(band.p50);
      expect(band.p50).toBeLessThanOrEqual(band.p90);
      if (["moisture", "wormsKg", "temperatureC"].includes(field)) {
        expect(single[field]!).toBeGreaterThan(band.p10 - 0.05 * Math.abs(band.p10));
        expect(single[field]!).toBeLessThan(band.p90 + 0.05 * Math.abs(band.p90));
      }
    }
  });
  test("catalogue names mean the model's own items where it lists them, and a rule elsewhere", () => {
    const named = ask({
      log: log.map((one) =>
        one.materialId === "mixed" ? { ...one, materialId: "mixed-kitchen-scraps" } : one,
      ),
    });
    expect(named).toEqual(ask());
    const left = (materialId: string) =>
      (
        ask({
          days: 9,
          log: [...log.slice(0, 6), { day: 0, kind: "fed", materialId, massKg: 0.3, preparation: "whole" }],
        }).daily[8]! as Record<string, number>
      ).lastFeedLeft!;
    expect(left("cucumber")).toBeLessThan(left("artichoke-leaves"));
    expect(left("artichoke-leaves")).toBeLessThan(left("mango-stones"));
  });
  test("a log out of order, a stocking without an amount and too much work are refused where they stand", () => {
    expect(refusal("simulate", { bin, place, days: 5, log: [log[8], log[0]] })?.issues[0]?.path).toBe(
      "log[1].day",
    );
    expect(
      refusal("simulate", { bin, place, days: 5, log: [{ day: 0, kind: "stocked" }] })?.issues[0]?.path,
    ).toBe("log[0]");
    expect(refusal("simulate", { bin, place, days: 36_600, members: 5_000, log: [] })?.code).toBe(
      "calc/too-many",
    );
  });
});

test("worms may be named by their species, and another than the bin's is refused", () => {
  const asked = (speciesId: string) => ({
    bin: { areaM2: 0.2, heightM: 0.3, drainage: "free", cover: "vented", speciesId: "fetida" },
    place: { meanC: 20, humidity: 0.6 },
    log: [{ day: 0, kind: "stocked", massKg: 0.3, speciesId }],
    days: 2,
  });
  expect(refusal("simulate", asked("eisenia-andrei"))).toBeUndefined();
  expect(refusal("simulate", asked("hortensis"))).toMatchObject({ issues: [{ path: "log[0].speciesId" }] });
});
