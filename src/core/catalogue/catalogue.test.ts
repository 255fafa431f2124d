import { readFileSync } from "node:fs";
import path from "node:path";
import Papa from "papaparse";
import { SCHOOLS } from "@/vocabulary/setup";
import { materialOf, materialsFor } from "./material";
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
