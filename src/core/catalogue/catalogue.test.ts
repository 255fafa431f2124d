import { readFileSync } from "node:fs";
import path from "node:path";
import Papa from "papaparse";
import { SCHOOLS } from "@/vocabulary/setup";
import { materialOf, materialsFor } from "./material";
import { WHOLE_MATERIALS, wholeMaterial } from "./composition";
import { sayCaution } from "../decision/evidenceWords";
import { LIQUID_RULE } from "./liquid";
import { COMPUTED_AS, speciesOf } from "./species";
import { CAUSES, HAZARDS, LINKS, SIGNS, WORMS } from "./guideTables";
import { SCHOOL_PAGES } from "./schoolPage";
import { BELIEFS } from "./beliefs";
import composition from "./composition.json";
import type { z } from "@/vocabulary/z";
import { causeRow, compositionRow, hazardRow, linkRow, schoolPageRow, signRow, wormRow } from "./rows";
import { SCHOOL_TABLE, schoolOf } from "./school";

const table = (name: string) =>
  Papa.parse<Record<string, string>>(
    readFileSync(path.join(__dirname, "source", `${name}.csv`), "utf8").trim(),
    { header: true },
  ).data;

test("every row of the tables is in the app, with the figures of the table", () => {
  for (const [name, use] of [
    ["foods", "food"],
    ["beddings", "bedding"],
  ] as const) {
    for (const row of table(name)) {
      const material = materialOf(use, row.id!);
      expect(material.name).toBe(row.name);
      expect(material.moisture).toBeCloseTo(Number(row.water_pct ?? row.water_pct_as_stored) / 100, 6);
    }
    expect(materialsFor(use)).toHaveLength(table(name).length);
  }
  expect(SCHOOL_TABLE.map((school) => school.id).sort()).toEqual([...SCHOOLS].sort());
  for (const row of table("schools")) {
    expect(schoolOf(row.id as (typeof SCHOOLS)[number]).usualIntervalDays).toBe(
      Number(row.feed_interval_days_typ),
    );
  }
});

test("ratios follow from carbon and nitrogen, fractions lie within bounds, ids are unique", () => {
  for (const name of ["foods", "beddings"]) {
    const rows = table(name);
    expect(new Set(rows.map((row) => row.id)).size).toBe(rows.length);
    for (const row of rows) {
      const ratio = Number(row.carbon_pct_dm) / Number(row.nitrogen_pct_dm);
      if (row.cn_ratio !== "") expect(Math.abs(ratio - Number(row.cn_ratio)) / ratio).toBeLessThan(0.02);
    }
  }
  for (const use of ["food", "bedding"] as const) {
    for (const material of materialsFor(use)) {
      expect(material.moisture).toBeGreaterThanOrEqual(0);
      expect(material.moisture).toBeLessThan(1);
      expect(material.densityKgPerL).toBeGreaterThan(0.02);
      expect(material.densityKgPerL).toBeLessThan(2.5);
    }
  }
});

test("a school asks for a possible thing", () => {
  for (const school of SCHOOL_TABLE) {
    expect(school.minIntervalDays).toBeLessThanOrEqual(school.usualIntervalDays);
    expect(school.usualIntervalDays).toBeLessThanOrEqual(school.maxIntervalDays);
    expect(school.moistureLow).toBeLessThan(school.moistureHigh);
    expect(school.steadyRatio).toBeLessThanOrEqual(school.startRatio);
  }
});

test("a material from a newer archive is shown under its own name and counted as mixed scraps", () => {
  expect(materialOf("food", "moon-cheese")).toMatchObject({ name: "moon cheese", moisture: 0.85 });
});

test("every row of every table passes its schema, and none is lost on the way", () => {
  const tables: [string, readonly unknown[], z.ZodType][] = [
    ["worms", WORMS, wormRow],
    ["signs", SIGNS, signRow],
    ["causes", CAUSES, causeRow],
    ["sign_cause", LINKS, linkRow],
    ["safety", HAZARDS, hazardRow],
    ["schools", SCHOOL_PAGES, schoolPageRow],
  ];
  for (const [name, rows, schema] of tables) {
    expect([name, rows.length]).toEqual([name, table(name).length]);
    for (const row of rows) expect([row, schema.safeParse(row).error?.issues]).toEqual([row, undefined]);
  }
  expect(composition).toHaveLength(
    ["foods", "beddings", "amendments"].reduce((sum, name) => sum + table(name).length, 0),
  );
  for (const row of composition)
    expect([row.id, compositionRow.safeParse(row).error?.issues]).toEqual([row.id, undefined]);
  for (const material of WHOLE_MATERIALS) expect(material.reason).toBeTruthy();
});

test("one table has the figures of a species, and one rule says what to do with what drains", () => {
  for (const [wormId, speciesId] of Object.entries(COMPUTED_AS)) {
    const life = speciesOf(speciesId);
    expect(WORMS.find(({ id }) => id === wormId)).toMatchObject({
      adultG: life.adultG,
      hatchShare: life.hatchShare,
      incubationDays: life.incubationDays,
      maturityDays: life.maturityDays,
      lethalC: life.heatDeathC,
      intakePerDay: life.intakeKgPerKgDay,
    });
    // The table of the Guide holds none of them a second time.
    const row = table("worms").find(({ id }) => id === wormId)!;
    expect([wormId, row.adult_mass_g, row.hatch_success_pct, row.lethal_c]).toEqual([wormId, "", "", ""]);
  }
  const caution = HAZARDS.find(({ id }) => id === "raw-leachate")!;
  expect(JSON.stringify(caution)).toContain(LIQUID_RULE);
  expect(sayCaution("leachate")).toBe(LIQUID_RULE);
});

test("the tables agree with nature and with each other", () => {
  for (const worm of WORMS) {
    const heat = [worm.surviveC, worm.workFromC, worm.bestFromC, worm.bestToC, worm.workToC, worm.lethalC];
    expect([worm.id, heat]).toEqual([worm.id, heat.toSorted((a, b) => a - b)]);
    expect(worm.moistureLow).toBeLessThan(worm.moistureBest);
    expect(worm.moistureBest).toBeLessThan(worm.moistureHigh);
  }
  for (const material of WHOLE_MATERIALS) {
    if (material.use === "bedding") {
      // Nothing is stored wetter than it drains, and nothing drains to more than it holds.
      expect([
        material.id,
        material.moisture / (1 - material.moisture) <= material.fieldCapacityKgPerKg,
      ]).toEqual([material.id, true]);
      expect(material.fieldCapacityKgPerKg).toBeLessThanOrEqual(material.waterHoldingKgPerKg);
    }
    if (material.use === "amendment" && material.stance === "avoid")
      expect([material.id, material.dosePerBeddingGPerL ?? material.dosePctVol]).toEqual([
        material.id,
        undefined,
      ]);
  }
  const signs = new Set(SIGNS.map(({ id }) => id));
  const causes = new Set(CAUSES.map(({ id }) => id));
  for (const link of LINKS)
    expect([link, signs.has(link.sign) && causes.has(link.cause)]).toEqual([link, true]);
  expect(SCHOOL_PAGES.map(({ id }) => id)).toEqual(SCHOOL_TABLE.map(({ id }) => id));
  expect(wholeMaterial("biochar")).toMatchObject({ use: "bedding" });
  for (const belief of BELIEFS)
    for (const id of belief.see)
      expect(
        wholeMaterial(id) ??
          CAUSES.find((cause) => cause.id === id) ??
          HAZARDS.find((hazard) => hazard.id === id),
      ).toBeDefined();
});
