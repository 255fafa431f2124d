import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { fieldsWithoutUnit } from "../../tests/unitNames";
import { z } from "@/vocabulary/z";
import { entry, START } from "../../tests/log";
import { entryFormat, entrySchema, readEntry } from "./entry";
import type { RecordKind } from "./kinds";
import { RECORD_FORMATS, RECORD_KINDS } from "./kinds";
import type { RecordFormat } from "./row/migrate";
import { readRow } from "./row/migrate";
import { sayFault } from "./words";

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
  expect(readEntry({ ...good, schemaVersion: entryFormat.current + 1 })).toMatchObject({
    ok: false,
    problem: {
      code: "record/from-the-future",
      version: entryFormat.current + 1,
      current: entryFormat.current,
    },
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

const FOLDER: Record<RecordKind, string> = {
  cellars: "cellar",
  rooms: "room",
  bins: "bin",
  entries: "entry",
  settings: "settings",
  materials: "material",
  batches: "batch",
  plans: "plan",
  timetables: "timetable",
  lots: "lot",
  tubs: "tub",
  orders: "order",
};
/** Rows as an app of that version wrote them. What was released is never edited: the sum of each file stands here. */
const RELEASED: Record<string, string> = {
  "batch/v1.fixture.json": "48fa0442cde10cd7d6e1f733edd0f0600b3263229a90f4af3f2da86626015a9f",
  "bin/v1.fixture.json": "bc35f374123744775dc09c0361c5ddcac658300b1595a9403ee8baf8a784f1ed",
  "bin/v2.fixture.json": "271223bcc29d271d22b525a77930d5b0d8f5b9b3575068445ac51b9d8c48711d",
  "cellar/v1.fixture.json": "5b605c5eed3ff768056b7be53d2d8ab66b38b773bd2ac09927b5c8b02abf93c9",
  "cellar/v2.fixture.json": "05c99d105ab0e20ab07d1ac6978b3f70d7db456d95d6a750f62cc97dbe97cd2b",
  "entry/v1.fixture.json": "2750e8810ad418437c84b16f23ddcfc64ebaee905c24bc7e28d16f31a38dbb01",
  "entry/v2.fixture.json": "0b2f5f5a60fd1a9abcccaf545838f11a516d4b1690ac2307bb3c5db9e8dca9fb",
  "entry/v3.fixture.json": "95f9ca0d21e9f9c78f8a23065032899c296922c6658fb47df27b8fa300f4fbce",
  "entry/v4.fixture.json": "3374db8f7b54e277897a57aad0dc521f4f3e353bd24d1ecbfb2cf79b5919dc0d",
  "entry/v5.fixture.json": "619323ad185db94949f71c03b1cbdbc82a3aa635da3439b9797846e33d22cf7e",
  "entry/v6.fixture.json": "49270640087d5ded8623ae3fc5cd3a1e72fc9729977c000b026f1167bd2c38de",
  "entry/v7.fixture.json": "fb507c75d869636796d1ab89d24f6996a03a42b8abb32999c88a2edca37ce926",
  "entry/v8.fixture.json": "9621fbabe9cc80380faa43186ad06f6280150042b1d2e8ca4df9b24295709f1e",
  "entry/v9.fixture.json": "455f4765cf7b3fe59b3ff537eb8fc8ea017ddd43b3bb2c034ae77d4fe8fa7682",
  "entry/v10.fixture.json": "532da785c7292195f6da9cb07bf9cb3cc3769d64e9f28b02dee7fb403f1e29dd",
  "entry/v11.fixture.json": "69a28bb416a09f85acac6df51374fdc3f08662d3bbb96b51e680c71347b1dd77",
  "entry/v12.fixture.json": "e2ed8508cf9cbe7f43403cd2c85546eee575c4f7d185f4d7da9181496a780bcf",
  "entry/v13.fixture.json": "f0838290e6926be3bf6c761d42a795a819d8fb5df3143f733f88b63b4d8492a8",
  "lot/v1.fixture.json": "7331a5055b2a9515ebe3252647caa8f886d6949e9585e95deda6938cbccfe85b",
  "material/v1.fixture.json": "866d765cf4665704e662dd6af6cf685eb4a665f40bc3dddce9681caa0bd1a04b",
  "order/v1.fixture.json": "025e30e56a3adb40c8341d1e2be8c0a881bec93368e0c6d008bca069455f2122",
  "plan/v1.fixture.json": "5cc677dff0ff7d7c21e352da41764167d61edced8eccab16bebeb5f37d06a068",
  "plan/v2.fixture.json": "f3cdfa32654350c78033dcbfa2d4fa044b0276bf23d2b9dce62939cc77c3bdd8",
  "room/v1.fixture.json": "e107c0a4a35977113324b3548d4da250143d7b97b64715145d39b16fd5e34d39",
  "room/v2.fixture.json": "1d573f9e9e0476d917517dbc902682f90a91c366a744934f2066f491dcb4e339",
  "room/v3.fixture.json": "b29ca125f5ec4548e710499a76efcf60370a8a663ffd7e93674cc3c559208020",
  "settings/v1.fixture.json": "54b0878e6d86d3af313c3535dba0c9121add63544215f816da46a1adbaa85ab4",
  "settings/v2.fixture.json": "5b13dc807f817a0bf8d9bc2f2fd7fa0c2d527cddb327a4b425ab03085d66340a",
  "settings/v3.fixture.json": "c046f2d9635668a73e961f03b9c42e1ca8777cac6e2b3ff46489670196abd064",
  "settings/v4.fixture.json": "1d3e064f902f45f3218ceffe1f2783a96088b4b8816bbe001001e4c5e1668622",
  "settings/v5.fixture.json": "19573bca1963958da2b93b2ac5ccdd768dce4e4b26924ddb508d7f4dee5f919d",
  "settings/v6.fixture.json": "256ae8d736537e9d821de4d8ca6a93db6ff745b25e044e6d7c5fd32db44981e8",
  "settings/v7.fixture.json": "1e92d2725dabe39de1fee89add1d5828c6d6b9389f714238e36759a1caa393fd",
  "timetable/v1.fixture.json": "0bb2fbe93cda274879f996ac11847dd8b50822321f938db7867b824e2eae2b1f",
  "tub/v1.fixture.json": "53208419025426d266ba3e6b091520a548ad4c18effc438adbb3f10ad267dc3e",
};
/** What a later version says in other words. */
const SAID_ELSE: Record<string, (row: Record<string, unknown>) => Record<string, unknown>> = {
  "plan/v1.fixture.json": ({ isOutdoors, ...row }) => {
    expect(isOutdoors).toBe(false);
    return { ...row, shelter: "indoors" };
  },
};

test("every version of every record has rows from its day, which come out whole in today's", () => {
  const found = new Set<string>();
  for (const kind of RECORD_KINDS) {
    const format = RECORD_FORMATS[kind] as RecordFormat<Record<string, unknown>>;
    for (let version = 1; version <= format.current; version += 1) {
      const name = `${FOLDER[kind]}/v${version}.fixture.json`;
      const text = readFileSync(`src/records/${name}`, "utf8");
      found.add(name);
      expect([name, createHash("sha256").update(text).digest("hex")]).toEqual([name, RELEASED[name]]);
      for (const row of JSON.parse(text) as Record<string, unknown>[]) {
        expect(row.schemaVersion).toBe(version);
        const read = readRow(row, format);
        if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problem)}`);
        expect(read.value).toEqual({ ...(SAID_ELSE[name]?.(row) ?? row), schemaVersion: format.current });
      }
    }
  }
  expect([...found].sort()).toEqual(Object.keys(RELEASED).sort());
});

test("the first version of the log is there with every kind of entry it knew", () => {
  const rows = JSON.parse(readFileSync("src/records/entry/v1.fixture.json", "utf8")) as { kind: string }[];
  expect(new Set(rows.map(({ kind }) => kind)).size).toBe(22);
});

test("a fault is said by the field's everyday name, never in the schema's words", () => {
  const good = entry({ kind: "watered", amount: { volumeL: 2, measuredBy: "volume" } });
  const said = (fault: Record<string, unknown>) => {
    const read = readEntry({ ...good, ...fault });
    return read.ok ? "" : sayFault(read.problem);
  };
  expect(said({ amount: { volumeL: -1, measuredBy: "volume" } })).toMatch(
    /^(a volume|the amount) cannot be right$/,
  );
  expect(said({ day: "yesterday" })).toBe("the day cannot be right");
  expect(said({ subject: { kind: "bin", id: "__proto__" } })).toBe("its number cannot be right");
  expect(said({ schemaVersion: 99 })).toMatch(/newer/);
  for (const fault of [{ day: 3 }, { seq: "x" }, { amount: 1 }])
    expect(said(fault)).not.toMatch(/expected|invalid|zod/i);
});
