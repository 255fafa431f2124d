import "fake-indexeddb/auto";
import Dexie from "dexie";
import { BIN_ROW, entry, kilograms, litres, meal, newTub } from "../../tests/log";
import { decodeArchive } from "@/archive/decode";
import { encodeArchive } from "@/archive/document";
import type { Entry } from "@/records/entry";
import { effectiveEntries } from "@/core/log/effective";
import { binFormat, binSchema } from "@/records/bin";
import { RECORD_FORMATS } from "@/records/kinds";
import { z } from "@/vocabulary/z";
import type { Formats } from "./database";
import { CellarDatabase } from "./database";
import { importPlan, previewImport, readEverything } from "./importing";
import { findBroken, readLog, readFrame } from "./read";
import { repair } from "./repair";
import type { NewRow, Stamp } from "./write";
import { redo, sayWriteProblem, undo, write } from "./write";

let db: CellarDatabase;
let made = 0;
const stamp: Stamp = {
  newId: () => `made-${(made += 1)}`,
  now: () => `2026-11-23T08:00:00.${String((made += 1) % 1000).padStart(3, "0")}Z`,
};
const rows = (entries: readonly Entry[]): NewRow[] => entries.map((row) => ({ kind: "entries", row }));
const AT = "2026-11-23T08:00:00.000Z";
const effective = async () => effectiveEntries((await readLog(db, "bin-1")).rows).map((one) => one.kind);

beforeEach(() => {
  db = new CellarDatabase(`cellar-${(made += 1)}`);
});
afterEach(() => db.delete());

test("a visit is written whole, undone whole after a reload, and put back", async () => {
  await write(db, "set up", rows(newTub()), AT);
  const written = await write(
    db,
    "visit",
    rows([meal(0.4, 1, 9), entry({ kind: "watered", amount: litres(0.5) }, 9)]),
    AT,
  );
  expect(written.ok).toBe(true);
  expect(await effective()).toEqual(["altered", "bedded", "seeded", "stocked", "fed", "watered"]);

  const name = db.name;
  db.close();
  db = new CellarDatabase(name);
  expect(await undo(db, stamp)).toMatchObject({ ok: true, value: { label: "visit" } });
  expect(await effective()).toEqual(["altered", "bedded", "seeded", "stocked"]);
  expect(await db.entries.count()).toBe(8);

  if (written.ok) await redo(db, stamp, written.value.changeNo);
  expect(await effective()).toEqual(["altered", "bedded", "seeded", "stocked", "fed", "watered"]);
  await undo(db, stamp);
  await undo(db, stamp);
  expect(await effective()).toEqual([]);
  expect(await undo(db, stamp)).toEqual({ ok: true, value: undefined });
});

test("undoing a correction brings the first telling back, not a deletion", async () => {
  const first = meal(4, 1, 9);
  await write(db, "feed", rows([first]), AT);
  await write(
    db,
    "correct",
    rows([
      {
        ...first,
        revision: 2,
        rowId: "fix" as Entry["rowId"],
        parts: [
          { materialId: "tea-leaves", amount: { massKg: 0.4, measuredBy: "weighed" }, preparation: "whole" },
        ],
      } as Entry,
    ]),
    AT,
  );
  await undo(db, stamp);
  const [only] = effectiveEntries((await readLog(db, "bin-1")).rows);
  expect(only).toMatchObject({ revision: 3, parts: [{ amount: { massKg: 4 } }] });
});

test("one bad row and none is written; a row is never written over", async () => {
  const good = meal(0.4, 1, 9);
  expect(
    await write(
      db,
      "visit",
      [...rows([good]), { kind: "entries", row: { ...meal(0.4, 2, 9), day: "2026-02-30" } }],
      AT,
    ),
  ).toMatchObject({ ok: false, problem: { code: "write/invalid", path: "day" } });
  expect(await db.entries.count()).toBe(0);
  await write(db, "feed", rows([good]), AT);
  const again = await write(
    db,
    "feed again",
    [...rows([entry({ kind: "turned" })]), ...rows([{ ...good, note: "other" }])],
    AT,
  );
  expect(again).toMatchObject({ ok: false, problem: { code: "write/failed" } });
  expect(await db.entries.count()).toBe(1);
  expect(await db.changes.count()).toBe(1);
});

test("a full disk is said, and nothing is half written", async () => {
  const full = jest
    .spyOn(db.tallies, "bulkPut")
    .mockImplementation(() => Dexie.Promise.reject(new Dexie.QuotaExceededError("full")));
  const outcome = await write(db, "feed", rows([meal(0.4, 1, 9)]), AT);
  expect(outcome).toMatchObject({ ok: false, problem: { code: "write/no-room" } });
  if (!outcome.ok)
    expect([sayWriteProblem(outcome.problem, true), sayWriteProblem(outcome.problem)]).toEqual([
      expect.stringMatching(/still here/),
      expect.not.stringMatching(/still here/),
    ]);
  full.mockRestore();
  expect(await db.entries.count()).toBe(0);
});

test("tallies follow every write, so that stale digests are known", async () => {
  await write(db, "set up", rows(newTub()), AT);
  const before = await db.tallies.get("bin-1");
  await write(db, "feed", rows([meal(0.4, 1, 9)]), AT);
  const after = await db.tallies.get("bin-1");
  expect(before?.rowCount).toBe(4);
  expect(after?.rowCount).toBe(5);
  expect(after?.lastRowId).not.toBe(before?.lastRowId);
});

test("a broken row is shown, goes along in the archive, and can be mended", async () => {
  await write(db, "set up", [{ kind: "bins", row: BIN_ROW }, ...rows(newTub())], AT);
  const wrong = { ...meal(0.4, 1, 9), parts: "rind" };
  await db.table("entries").add(wrong);
  const log = await readLog(db, "bin-1");
  expect(log.rows).toHaveLength(4);
  expect(log.broken).toMatchObject([{ problem: { code: "record/invalid" } }]);
  const everything = await readEverything(db);
  expect(everything.setAside).toMatchObject([{ kind: "entries", raw: wrong }]);
  expect(
    decodeArchive(
      encodeArchive({ exportedAt: AT, deviceId: "laptop" }, everything.records, everything.setAside),
    ).ok,
  ).toBe(true);

  const [broken] = await findBroken(db);
  expect(await repair(db, broken!, "{", stamp)).toMatchObject({
    ok: false,
    problem: { code: "repair/not-json" },
  });
  expect(await repair(db, broken!, JSON.stringify(wrong), stamp)).toMatchObject({
    ok: false,
    problem: { code: "repair/still-broken", fault: "what it was made of cannot be right" },
  });
  expect(
    (
      await repair(
        db,
        broken!,
        JSON.stringify({
          ...wrong,
          parts: [{ materialId: "melon-rind", amount: kilograms(0.4), preparation: "whole" }],
        }),
        stamp,
      )
    ).ok,
  ).toBe(true);
  expect(await findBroken(db)).toEqual([]);
  expect(await db.setAside.count()).toBe(1);
  expect((await readLog(db, "bin-1")).rows).toHaveLength(5);
});

test("export and import gives the same cellar; a second import adds nothing; a failing one writes nothing", async () => {
  await write(db, "set up", [{ kind: "bins", row: BIN_ROW }, ...rows([...newTub(), meal(0.4, 1, 9)])], AT);
  await undo(db, stamp);
  const { records, setAside } = await readEverything(db);
  const decoded = decodeArchive(encodeArchive({ exportedAt: AT, deviceId: "laptop" }, records, setAside));
  if (!decoded.ok) throw new Error(decoded.problem.code);

  const other = new CellarDatabase("other");
  const plan = await previewImport(other, decoded.value);
  if (!plan.ok) throw new Error(plan.problem.code);
  const refusing = jest
    .spyOn(other.tallies, "bulkPut")
    .mockImplementationOnce(() => Dexie.Promise.reject(new Error("power cut")));
  expect((await importPlan(other, plan.value, setAside, { label: "brought in", at: AT })).ok).toBe(false);
  refusing.mockRestore();
  expect(
    (await Promise.all([other.bins, other.entries].map((table) => table.count()))).reduce((a, b) => a + b),
  ).toBe(0);

  expect((await importPlan(other, plan.value, setAside, { label: "brought in", at: AT })).ok).toBe(true);
  expect((await readEverything(other)).records).toEqual(records);
  const again = await previewImport(other, decoded.value);
  expect(again.ok && again.value.summary.freshCount).toMatchObject({ bins: 0, entries: 0 });
  await other.delete();
});

test("a database of one version opens under the next: rows are stepped, a broken one is kept, nothing is lost", async () => {
  await write(db, "set up", [{ kind: "bins", row: BIN_ROW }, ...rows([meal(0.4, 1, 9)])], AT);
  await db.table("bins").add({ rowId: "odd", id: "odd", schemaVersion: 1, name: 12 });
  const name = db.name;
  db.close();

  const next = binFormat.current + 1;
  const labelled = z.strictObject({ ...binSchema.shape, schemaVersion: z.literal(next), label: z.string() });
  const later: Formats = {
    stores: [...new CellarDatabase("x").formats.stores, { bins: "rowId, id, label" }],
    records: {
      ...RECORD_FORMATS,
      bins: {
        current: next,
        steps: [
          ...binFormat.steps,
          (row: Record<string, unknown>) => ({ ...row, label: (row.name as string).toUpperCase() }),
        ],
        schema: labelled,
      },
    } as unknown as Formats["records"],
  };
  db = new CellarDatabase(name, later);
  expect(await db.table("bins").get("bin-row")).toMatchObject({
    schemaVersion: next,
    label: "QUINCE",
    name: "Quince",
  });
  expect(await db.table("bins").get("odd")).toEqual({ rowId: "odd", id: "odd", schemaVersion: 1, name: 12 });
  expect((await findBroken(db)).map((row) => row.rowId)).toEqual(["odd"]);
  expect(await db.entries.count()).toBe(1);
});

test("a database of the first release opens under this one: the log stands, the new tables are there and take rows", async () => {
  const name = `released-${Math.random()}`;
  const stores = new CellarDatabase("x").formats.stores;
  const first = new CellarDatabase(name, { stores: stores.slice(0, 1), records: RECORD_FORMATS });
  await first.open();
  await first.table("bins").add(BIN_ROW);
  await first.table("entries").bulkAdd([meal(0.4, 1, 9), meal(0.2, 2, 12)]);
  first.close();

  const now = new CellarDatabase(name);
  expect(await now.entries.count()).toBe(2);
  expect((await readFrame(now)).bins.map((bin) => bin.name)).toEqual(["Quince"]);
  const plan = {
    schemaVersion: 2 as const, rowId: "plan-row", id: "plan-1", revision: 1, recordedAt: AT, deviceId: "d", name: "Plan", scraps: [],
    coldestC: 12, hottestC: 24, isDamp: false, hasFloorDrain: false, hasStairs: false, shelter: "indoors" as const, liftKg: 12,
    hoursPerWeek: 1, purpose: "castings" as const, binCount: 1, prices: { wormsPerKg: 40 },
  }; // prettier-ignore
  expect((await write(now, "plan", [{ kind: "plans", row: plan }], AT)).ok).toBe(true);
  expect((await readFrame(now)).plans).toEqual([plan]);
  expect(
    await write(now, "plan", [{ kind: "plans", row: { ...plan, rowId: "p2", liftKg: -3 } }], AT),
  ).toMatchObject({
    ok: false,
    problem: { code: "write/invalid" },
  });
  await now.delete();
});

test("a store of many portions is walked whole: each broken row is found once, wherever it lies", async () => {
  const log = Array.from({ length: 301 }, (_, nth) => meal(0.1, 1, nth));
  await db.table("entries").bulkAdd(log.map((row, nth) => ({ ...row, rowId: `r${1000 + nth}` })));
  const odd = ["r0999", "r1099", "r1100", "r1200", "r9999"];
  for (const rowId of odd) await db.table("entries").put({ rowId, id: rowId, schemaVersion: 1 });
  expect((await findBroken(db)).map(({ rowId }) => rowId)).toEqual(odd);
});
