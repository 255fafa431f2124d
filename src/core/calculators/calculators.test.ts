import fc from "fast-check";
import { near, outcomeOf, refusal, value } from "../../../tests/calculate";
import { fieldsWithoutUnit } from "../../../tests/unitNames";
import { CALCULATORS } from "./registry";
import { publishedSchema } from "./published";

const mass = fc.double({ min: 0.001, max: 5_000, noNaN: true });
const wet = fc.double({ min: 0, max: 0.98, noNaN: true });

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
  const byContract = ["score", "weight", 
    "density", "count", "visits", "skip", "tubs", "perGroup", "cycles", "wormsPerTub", "cocoonsPerWormCycle", "group",
    "cocoonsExpected", "tub", "round", "wormsCount", "wormsPerM2", "cn", "targetCn", "bedding", "food", "parts", "water", "factor",
    "temperature", "maturity", "wetYield", "dryYield", "gross", "tare", "each", "firstPlace", "dryAPerDryB", "weeks", "adults",
    "cocoons", "hatchlings", "returnDays", "daysUntilNext", "degreeDays", "readyDay", "hours", "kg", "beddingMoisture", "castingsKgPerMonth", "insulation", "dayOfYear", "day", "days", "stages", "members", "seed", "p10", "p50", "p90", "anaerobic", "ph", "castingsShare", "lastFeedLeft", "cocoonsLaid", "hatched", "saltPct", "ammoniaMgPerG", "lime", "dryMatter", "swingC", "amount", "fill", "fedKgPerWeek", "daysAgo", "monthsRunning", "low", "middle", "high", "herdAtRisk", "finishedShare",
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
      if (targetMoisture > 0.95) return !outcome.ok && outcome.problem.code === "calc/not-held";
      if (targetMoisture < moisture)
        return !outcome.ok && outcome.problem.code === "calc/target-below-present";
      const { wetMassKg } = (outcome as unknown as { value: { wetMassKg: number } }).value;
      return (
        Math.abs(wetMassKg * (1 - targetMoisture) - massKg * (1 - moisture)) <= 1e-9 * Math.max(1, massKg)
      );
    }),
  );
  // Outside a species' range there is no ration and no doubling.
  const herd = { wormsKg: 0.5, speciesId: "eugeniae", moisture: 0.78, ageMonths: 6, daysUntilNext: 4 };
  expect(refusal("ration", { ...herd, temperatureC: 8 })?.code).toBe("calc/outside-range");
  expect(refusal("ration", { ...herd, temperatureC: 20 })).toBeUndefined();
  expect(refusal("doubling", { wormsKg: 0.5, surfaceM2: 0.2, temperatureC: 2 })?.code).toBe(
    "calc/outside-range",
  );
  // Water goes in as a lot; more out than in is said; a plan may end at the hatch; a farm's amount is called one.
  const lots = {
    inputs: [
      { massKg: 5, moisture: 0.8 },
      { massKg: 3, moisture: 1 },
    ],
  };
  const out = (massKg: number) =>
    value<{ note?: string; dryUnaccountedKg: number }>("balance", {
      ...lots,
      outputs: [{ kind: "castings", massKg, moisture: 0.5 }],
    });
  expect(out(1)).toMatchObject({ wetInKg: 8, dryInKg: near(1) as number });
  expect(out(1).note).toBeUndefined();
  expect(out(3).note).toMatch(/^More dry matter/);
  const plan = {
    tubs: 2,
    perGroup: 2,
    startDate: "2026-11-23",
    staggerDays: 7,
    cycleDays: 21,
    cycles: 1,
    wormsPerTub: 250,
    hatchDays: 28,
  };
  expect(value<{ events: { kind: string }[] }>("breeding-plan", plan).events.map(({ kind }) => kind)).toEqual(
    ["set", "sieve", "hatch"],
  );
  expect(value<{ note?: string }>("size-bin", { scrapsKgPerDay: 500 }).note).toMatch(/farm/);
  expect(
    value<{ wormsKg: number }>("size-bin", { scrapsKgPerDay: 0.3, speciesId: "hortensis" }).wormsKg,
  ).toBeCloseTo(1, 9);
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
