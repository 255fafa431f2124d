import fc from "fast-check";
import { addDays, differenceInCalendarDays, formatISO, parseISO } from "date-fns";
import { outcomeOf } from "../../../tests/calculate";
import { fieldsWithoutUnit } from "../../../tests/unitNames";
import { lampSchedule } from "../schedule/lampRounds";
import { CALCULATORS } from "./registry";
import { publishedSchema } from "./published";

const value = <T>(name: string, input: unknown): T => {
  const outcome = outcomeOf(name, input);
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.value as T;
};
const refusal = (name: string, input: unknown) => {
  const outcome = outcomeOf(name, input);
  return outcome.ok ? undefined : outcome.problem;
};
/** Numbers agree to rounding; all else exactly. */
const near = (found: unknown): unknown =>
  typeof found === "number"
    ? (expect.closeTo(found, 9) as unknown)
    : Array.isArray(found)
      ? found.map(near)
      : typeof found === "object" && found !== null
        ? Object.fromEntries(Object.entries(found).map(([key, inner]) => [key, near(inner)]))
        : found;

const mass = fc.double({ min: 0.001, max: 5_000, noNaN: true });
const wet = fc.double({ min: 0, max: 0.98, noNaN: true });
const start = fc.date({ min: new Date("2001-01-01"), max: new Date("2089-12-31"), noInvalidDate: true });
const dayText = (date: Date) => formatISO(date, { representation: "date" });

test.each(CALCULATORS.map((one) => [one.name, one] as const))(
  "%s: the worked example comes out, fits its schemas, and an unknown field is refused by name",
  (_, calculator) => {
    const outcome = calculator.run(calculator.example.in);
    expect(outcome).toEqual({ ok: true, value: near(calculator.example.out) });
    expect(calculator.output.safeParse(outcome.ok && outcome.value).success).toBe(true);
    const extra = calculator.run({ ...(calculator.example.in as object), surprise: 1 });
    expect(extra).toMatchObject({
      ok: false,
      problem: { code: "calc/bad-input", issues: [{ path: "surprise" }] },
    });
    const published = JSON.stringify(publishedSchema(calculator));
    expect(published).toContain('"additionalProperties":false');
    expect(published).toContain(`"name":"${calculator.name}"`);
  },
);

test("the process model's other worked sums come out as printed there", () => {
  expect(value("size-bin", { scrapsKgPerDay: 0.25 })).toMatchObject(
    near({ surfaceM2: 0.2, volumeL: 50 }) as object,
  );
  expect(value("correct-moisture", { massKg: 8, moisture: 0.62, targetMoisture: 0.75 })).toEqual(
    near({ waterL: 4.16, beddingKg: 0 }),
  );
  expect(value<{ kgPerKgDay: number }>("ramp", { weeks: 4 }).kgPerKgDay).toBeCloseTo(0.3125, 9);
  const last = (foodLeft: string, smell: string) =>
    value<{ rationKg: number }>("next-ration", { lastKg: 0.4, foodLeft, smell, capKg: 0.9 }).rationKg;
  expect([
    last("none", "earthy"),
    last("half", "earthy"),
    last("little", "sour"),
    last("most", "earthy"),
  ]).toEqual(near([0.5, 0.24, 0.2, 0]));
  expect(value("section-count", { preparation: "whole", temperatureC: 21, intervalDays: 4 })).toMatchObject({
    count: 5,
    returnDays: 20,
  });
  const tub = value<{ cocoons: number; hatchlings: number; meanHatchDays: number }>("breeder-cocoons", {
    adults: 252,
    speciesId: "eisenia-andrei",
    temperatureC: 24,
    cycleDays: 21,
  });
  expect([Math.round(tub.cocoons), Math.round(tub.hatchlings)]).toEqual([827, 2266]);
  expect(tub.meanHatchDays).toBeCloseTo(32.5, 1);
  expect(
    value<{ splitInDays: number }>("doubling", { wormsKg: 0.45, surfaceM2: 0.2, temperatureC: 22 })
      .splitInDays,
  ).toBeCloseTo(82.7, 1);
});

test("every numeric field says its unit, or is one of those the contract names without", () => {
  const byContract = [
    "density", "count", "visits", "skip", "tubs", "perGroup", "cycles", "wormsPerTub", "cocoonsPerWormCycle", "group",
    "cocoonsExpected", "tub", "round", "wormsCount", "wormsPerM2", "cn", "targetCn", "bedding", "food", "parts", "water", "factor",
    "temperature", "maturity", "wetYield", "dryYield", "gross", "tare", "each", "firstPlace", "dryAPerDryB", "weeks", "adults",
    "cocoons", "hatchlings", "returnDays", "daysUntilNext", "degreeDays", "readyDay", "hours", "kg", "beddingMoisture", "castingsKgPerMonth", "insulation", "dayOfYear", "day", "days", "stages", "members", "seed", "p10", "p50", "p90", "anaerobic", "ph", "castingsShare", "lastFeedLeft", "cocoonsLaid", "hatched", "saltPct", "ammoniaMgPerG", "lime", "dryMatter", "swingC", "amount",
  ]; // prettier-ignore
  for (const { name, input, output } of CALCULATORS)
    expect([
      name,
      ...fieldsWithoutUnit(input, name, byContract),
      ...fieldsWithoutUnit(output, name, byContract),
    ]).toEqual([name]);
});

describe("mix", () => {
  const part = fc.record({
    custom: fc.record({
      carbonPctDm: fc.double({ min: 1, max: 60, noNaN: true }),
      nitrogenPctDm: fc.double({ min: 0.05, max: 10, noNaN: true }),
      moisture: wet,
      densityKgPerL: fc.double({ min: 0.03, max: 1.4, noNaN: true }),
    }),
    massKg: mass,
  });
  interface Blend {
    massKg: number;
    volumeL: number;
    dryKg: number;
    moisture: number;
    cn: number;
    waterToAddL: number;
  }
  const blend = (components: unknown, targetMoisture?: number) =>
    value<Blend>("mix", { components, ...(targetMoisture === undefined ? {} : { targetMoisture }) });

  test("mass, dry mass and litres in are mass, dry mass and litres out, in any order", () => {
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 8 }), (parts) => {
        const mixed = blend(parts);
        const sum = (of: (one: (typeof parts)[number]) => number) =>
          parts.reduce((total, one) => total + of(one), 0);
        expect(mixed.massKg).toBeCloseTo(
          sum((one) => one.massKg),
          6,
        );
        expect(mixed.dryKg).toBeCloseTo(
          sum((one) => one.massKg * (1 - one.custom.moisture)),
          6,
        );
        expect(mixed.volumeL / sum((one) => one.massKg / one.custom.densityKgPerL)).toBeCloseTo(1, 9);
        expect(blend(parts.toReversed()).cn / mixed.cn).toBeCloseTo(1, 9);
      }),
    );
  });
  test("a mix put back on the bench as one component is the same mix; the water reaches the target", () => {
    fc.assert(
      fc.property(fc.array(part, { minLength: 2, maxLength: 5 }), part, wet, (parts, other, target) => {
        const first = blend(parts);
        // Any carbon figure does, as long as the ratio is the mix's own.
        const again = {
          custom: {
            carbonPctDm: Math.min(99, first.cn * 0.5),
            nitrogenPctDm: Math.min(99, first.cn * 0.5) / first.cn,
            moisture: first.moisture,
            densityKgPerL: Math.min(3, first.massKg / first.volumeL),
          },
          massKg: first.massKg,
        };
        expect(blend([again]).cn / first.cn).toBeCloseTo(1, 9);
        expect(blend([again]).moisture).toBeCloseTo(first.moisture, 9);
        const whole = blend([...parts, other], target);
        const wetter = (whole.massKg + whole.waterToAddL - whole.dryKg) / (whole.massKg + whole.waterToAddL);
        expect(wetter).toBeCloseTo(Math.max(target, whole.moisture), 9);
      }),
    );
  });
  test("catalogue bedding is weighed dry and swells with water; litres and kilograms agree", () => {
    const byLitre = blend([{ materialId: "cardboard-corrugated", volumeL: 20, moisture: 0.5 }]);
    expect(byLitre.massKg).toBeCloseTo(20 * 0.05 * 2, 9);
    expect(
      blend([{ materialId: "cardboard-corrugated", massKg: byLitre.massKg, moisture: 0.5 }]).volumeL,
    ).toBeCloseTo(20, 9);
    expect(blend([{ materialId: "chalk-powder", massKg: 1 }]).cn).toBeNull();
  });
  test("both amounts, no amount, and a material nobody knows are named where they stand", () => {
    expect(
      refusal("mix", { components: [{ materialId: "coir", massKg: 1, volumeL: 2 }] })?.issues[0]?.path,
    ).toBe("components[0]");
    expect(
      refusal("mix", {
        components: [
          { materialId: "coir", massKg: 1 },
          { materialId: "moon-cheese", massKg: 1 },
        ],
      })?.message,
    ).toMatch(/moon-cheese.*not in the catalogue/);
    expect(refusal("mix", { components: [{ materialId: "coir", massKg: 0 }] })?.code).toBe(
      "calc/nothing-in-it",
    );
  });
});

test("soaking then drying with the same figures comes back; targets out of reach are refused with the reason", () => {
  fc.assert(
    fc.property(mass, wet, wet, (massKg, moisture, targetMoisture) => {
      const outcome = outcomeOf("hydrate", { massKg, moisture, targetMoisture });
      if (targetMoisture < moisture)
        return !outcome.ok && outcome.problem.code === "calc/target-below-present";
      const { wetMassKg } = (outcome as unknown as { value: { wetMassKg: number } }).value;
      return (
        Math.abs(wetMassKg * (1 - targetMoisture) - massKg * (1 - moisture)) <= 1e-9 * Math.max(1, massKg)
      );
    }),
  );
  expect(refusal("correct-moisture", { massKg: 1, moisture: 0.8, targetMoisture: 0.7 })?.code).toBe(
    "calc/bedding-needed",
  );
  expect(
    refusal("correct-moisture", { massKg: 1, moisture: 0.8, targetMoisture: 0.7, bedding: { moisture: 0.7 } })
      ?.issues,
  ).toMatchObject([{ path: "bedding.moisture" }]);
  expect(
    refusal("correct-moisture", { massKg: -1, moisture: 60, targetMoisture: 0.7 })?.issues.map(
      ({ path }) => path,
    ),
  ).toEqual(["massKg", "moisture"]);
});

describe("calendar sums against a calendar library", () => {
  test("sections go clockwise, skip what is left out, and return when the circle closes", () => {
    fc.assert(
      fc.property(
        start,
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        (first, intervalDays, count, skipped) => {
          const skip = skipped < count ? [skipped] : [];
          const { visits } = value<{ visits: { date: string; place: number; returnDate: string }[] }>(
            "sections",
            {
              count,
              startDate: dayText(first),
              intervalDays,
              visits: 3 * count,
              skip,
            },
          );
          visits.forEach((visit, at) => {
            expect(visit.date).toBe(dayText(addDays(first, at * intervalDays)));
            expect(skip).not.toContain(visit.place);
            const back = visits.slice(at + 1).find((later) => later.place === visit.place);
            if (back) expect(visit.returnDate).toBe(back.date);
          });
        },
      ),
    );
    expect(
      refusal("sections", { count: 2, startDate: "2026-01-01", intervalDays: 3, visits: 2, skip: [1, 2] })
        ?.code,
    ).toBe("calc/all-skipped");
    expect(
      refusal("sections", { count: 4, startDate: "2026-02-30", intervalDays: 3, visits: 2 })?.issues[0]?.path,
    ).toBe("startDate");
  });
  test("breeding groups keep their weekday, every tub is set as often as there are cycles, cocoons add up", () => {
    fc.assert(
      fc.property(
        start,
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 6 }),
        (first, tubs, perGroup, cycles) => {
          const plan = value<{
          events: { date: string; kind: string; group: number; tubs: number; cocoonsExpected?: number }[];
          cocoonsExpected: number;
        }>("breeding-plan", {
          tubs, perGroup, startDate: dayText(first), staggerDays: 7, cycleDays: 21, cycles, wormsPerTub: 200,
          cocoonsPerWormCycle: 2.5, hatchDays: 28, splitAfterHatchDays: 40,
        }); // prettier-ignore
          const of = (kind: string) => plan.events.filter((event) => event.kind === kind);
          for (const { date } of [...of("set"), ...of("sieve")])
            expect(parseISO(date).getDay()).toBe(parseISO(dayText(first)).getDay());
          expect(of("set").reduce((sum, event) => sum + event.tubs, 0)).toBe(tubs * cycles);
          expect(of("sieve").reduce((sum, event) => sum + event.cocoonsExpected!, 0)).toBeCloseTo(
            plan.cocoonsExpected,
            6,
          );
          expect(plan.events.map(({ date }) => date)).toEqual(plan.events.map(({ date }) => date).sort());
        },
      ),
      { numRuns: 40 },
    );
  });
  test("pace: the line ends at the target, ahead is actual less expected, the last day says null or nought", () => {
    fc.assert(
      fc.property(
        start,
        fc.integer({ min: 1, max: 800 }),
        fc.nat(800),
        mass,
        (from, length, passed, targetKg) => {
          const to = addDays(from, length);
          const asOf = addDays(from, Math.min(passed, length));
          const found = value<{ expectedKg: number; neededPerDayKg: number | null }>("pace", {
          targetKg, from: dayText(from), to: dayText(to), asOf: dayText(asOf),
          harvests: [{ date: dayText(addDays(from, -1)), kg: 5 }],
        }); // prettier-ignore
          const share = (differenceInCalendarDays(asOf, from) + 1) / (differenceInCalendarDays(to, from) + 1);
          expect(found.expectedKg).toBeCloseTo(targetKg * share, 6);
          const left = differenceInCalendarDays(to, asOf);
          if (left === 0) expect(found.neededPerDayKg).toBeNull();
          else expect(found.neededPerDayKg! * left).toBeCloseTo(targetKg, 6);
        },
      ),
    );
    const year = { targetKg: 10, from: "2026-01-01", to: "2026-12-31" };
    expect(
      value("pace", { ...year, asOf: "2026-12-31", harvests: [{ date: "2026-12-31", kg: 10 }] }),
    ).toMatchObject({ neededPerDayKg: 0, neededPer30DaysKg: 0 });
    expect(refusal("pace", { ...year, asOf: "2027-01-01", harvests: [] })?.issues[0]?.path).toBe("asOf");
  });
});

describe("lamp rounds", () => {
  /** Every order there is, one after the other. */
  const shortest = (left: number[], ready: number[], at: number, wait: number, scrape: number): number => {
    let best = left.every((count) => count === 0) ? at : Infinity;
    left.forEach((count, tub) => {
      if (count === 0) return;
      const end = Math.max(at, ready[tub]!) + scrape;
      best = Math.min(
        best,
        shortest(left.with(tub, count - 1), ready.with(tub, end + wait), end, wait, scrape),
      );
    });
    return best;
  };
  const plan = fc.record({
    scrapes: fc
      .array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 })
      .filter((all) => all.reduce((a, b) => a + b, 0) <= 7),
    waitMin: fc.integer({ min: 0, max: 20 }),
    scrapeMin: fc.integer({ min: 1, max: 9 }),
  });

  test("as short as the shortest of all orders, waits kept, one pair of hands", () => {
    fc.assert(
      fc.property(plan, ({ scrapes, waitMin, scrapeMin }) => {
        const { timeline, totalMin } = lampSchedule({ scrapes, waitMin, scrapeMin });
        if (timeline.length === 0) return expect(totalMin).toBe(0);
        expect(totalMin).toBe(
          shortest(
            scrapes,
            scrapes.map(() => waitMin),
            0,
            waitMin,
            scrapeMin,
          ),
        );
        timeline.forEach((visit, at) => {
          if (at > 0) expect(visit.startMin).toBeGreaterThanOrEqual(timeline[at - 1]!.startMin + scrapeMin);
          const before = timeline.slice(0, at).findLast((other) => other.tub === visit.tub);
          expect(visit.startMin).toBeGreaterThanOrEqual((before ? before.startMin + scrapeMin : 0) + waitMin);
          expect(visit.round).toBe((before?.round ?? 0) + 1);
        });
      }),
      { numRuns: 200 },
    );
  });
  test("many tubs come out at once, never below the bound", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 13, maxLength: 40 }),
        fc.integer({ min: 1, max: 60 }),
        (scrapes, waitMin) => {
          const found = lampSchedule({ scrapes, waitMin, scrapeMin: 4 });
          expect(found.totalMin).toBeGreaterThanOrEqual(found.lowerBoundMin - 1e-9);
          expect(found.totalMin).toBeLessThanOrEqual(found.lowerBoundMin * 1.25);
        },
      ),
      { numRuns: 40 },
    );
  });
});

test("what comes out is what went in: balance, dilution, net weight", () => {
  const lot = fc.record({ massKg: mass, moisture: wet });
  fc.assert(
    fc.property(fc.array(lot, { minLength: 1, maxLength: 6 }), (lots) => {
      const found = value<{ dryUnaccountedKg: number; dryYield: number | null }>("balance", {
        inputs: lots,
        outputs: lots.map((one) => ({ ...one, kind: "castings" })),
      });
      expect(found.dryUnaccountedKg).toBeCloseTo(0, 6);
      if (found.dryYield !== null) expect(found.dryYield).toBeCloseTo(1, 9);
    }),
  );
  fc.assert(
    fc.property(mass, fc.integer({ min: 1, max: 50 }), (liquidL, fold) => {
      const byFold = value<{ totalL: number }>("dilute", { liquidL, factor: fold + 1 }).totalL;
      expect(
        value<{ totalL: number }>("dilute", { liquidL, ratio: { parts: 1, water: fold } }).totalL / byFold,
      ).toBeCloseTo(1, 9);
    }),
  );
  expect(refusal("dilute", { liquidL: 1 })?.message).toMatch(/exactly one of ratio and factor/);
  expect(value("net-weight", { weighings: [{ gross: 1, tare: 0, unit: "lb" }] })).toEqual(
    near({ netKg: 0.45359237, each: [0.45359237] }),
  );
  expect(refusal("net-weight", { weighings: [{ gross: 1, tare: 2, unit: "kg" }] })?.issues[0]).toMatchObject({
    path: "weighings[0].tare",
  });
});

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

  test("the reference run through the door: water, worms and evaporation after 30 days, books closed", () => {
    const { daily, balances } = ask();
    expect(daily).toHaveLength(30);
    const last = daily[29]! as Record<string, number>;
    expect(last.wormsKg).toBeCloseTo(0.366519, 5);
    expect(last.evaporatedL).toBeCloseTo(1.6879, 4);
    expect(last.temperatureC).toBeCloseTo(19.4425, 3);
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
