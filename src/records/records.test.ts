import { fieldsWithoutUnit } from "../../tests/unitNames";
import { z } from "@/vocabulary/z";
import { entry, START } from "../../tests/log";
import { entrySchema, readEntry } from "./entry";
import { RECORD_FORMATS, RECORD_KINDS } from "./kinds";
import { readRow } from "./row/migrate";

test("every numeric field of every record says its unit, or is one of the few that have none", () => {
  for (const kind of RECORD_KINDS)
    expect(fieldsWithoutUnit(RECORD_FORMATS[kind].schema as z.ZodType, kind)).toEqual([]);
});

test("60 typed for 0.60, a tare above the gross, a day that never was and an unknown field are refused", () => {
  const good = entry({ kind: "harvested", grossKg: 3, tareKg: 0.4, method: "light" });
  expect(entrySchema.safeParse(good).success).toBe(true);
  for (const fault of [
    { moisture: 60 },
    { tareKg: 5 },
    { day: "2026-02-30" },
    { colour: "red" },
    { grossKg: NaN },
    { revision: 0 },
  ]) {
    expect(entrySchema.safeParse({ ...good, ...fault }).success).toBe(false);
  }
});

test("a row from a newer app is refused by name, one without a version is not guessed at", () => {
  const good = entry({ kind: "noted", text: "quiet" }, START);
  expect(readEntry({ ...good, schemaVersion: 9 })).toMatchObject({
    ok: false,
    problem: { code: "record/from-the-future", version: 9, current: 1 },
  });
  expect(readEntry({ ...good, schemaVersion: undefined })).toMatchObject({
    ok: false,
    problem: { code: "record/no-version" },
  });
  expect(readEntry("noted")).toMatchObject({ ok: false, problem: { code: "record/not-an-object" } });
});

test("every version has its step", () => {
  for (const kind of RECORD_KINDS)
    expect(RECORD_FORMATS[kind].steps).toHaveLength(RECORD_FORMATS[kind].current - 1);
});

test("steps are walked one by one, and only the end of the chain is judged", () => {
  const format = {
    current: 3,
    steps: [
      (row: Record<string, unknown>) => ({ ...row, massKg: Number(row.grams) / 1000, grams: undefined }),
      (row: Record<string, unknown>) => ({
        schemaVersion: row.schemaVersion,
        massKg: row.massKg,
        unitTyped: "g",
      }),
    ],
    schema: z.strictObject({ schemaVersion: z.literal(3), massKg: z.number(), unitTyped: z.string() }),
  };
  expect(readRow({ schemaVersion: 1, grams: 640 }, format)).toEqual({
    ok: true,
    value: { schemaVersion: 3, massKg: 0.64, unitTyped: "g" },
  });
  expect(readRow({ schemaVersion: 3, massKg: "640" }, format)).toMatchObject({
    ok: false,
    problem: { code: "record/invalid" },
  });
});
