import "fake-indexeddb/auto";
import { BIN_ROW, entry, meal, newTub, START } from "../../tests/log";
import type { DecodedArchive } from "@/archive/decode";
import { decodeArchive } from "@/archive/decode";
import { encodeArchive, FROM_NEWER } from "@/archive/document";
import { binFormat, binSchema } from "@/records/bin";
import type { Formats as RecordFormats } from "@/records/kinds";
import { RECORD_FORMATS } from "@/records/kinds";
import { authorFor, ofBin } from "@/session/author";
import { z } from "@/vocabulary/z";
import { entryFormat } from "@/records/entry";
import { CellarDatabase } from "./database";
import { importPlan, previewImport, readEverything, takeUpNewer } from "./importing";
import { findBroken, readFrame, readLog } from "./read";
import type { NewRow } from "./write";
import { undo, write } from "./write";

/*
 * A later app, in which bins have come to a third version: they bear a label. It writes, reads, exports and imports;
 * an older app beside it loses nothing of it, and what the older one writes merges.
 */
const AT = "2026-11-23T08:00:00.000Z";
const NOTE = { label: "brought in", at: AT };
const NEXT = binFormat.current + 1;
const LATER: RecordFormats = {
  ...RECORD_FORMATS,
  bins: {
    current: NEXT,
    steps: [
      ...binFormat.steps,
      (row: Record<string, unknown>) => ({ ...row, label: String(row.name).toUpperCase() }),
    ],
    schema: z.strictObject({ ...binSchema.shape, schemaVersion: z.literal(NEXT), label: z.string() }),
  },
} as unknown as RecordFormats;

let made = 0;
const open: CellarDatabase[] = [];
function device(records: RecordFormats = RECORD_FORMATS): CellarDatabase {
  const db = new CellarDatabase(`evolving-${(made += 1)}`, {
    stores: new CellarDatabase("x").formats.stores,
    records,
  });
  open.push(db);
  return db;
}
afterEach(() => Promise.all(open.splice(0).map((db) => db.delete())));

const fileOf = async (db: CellarDatabase): Promise<string> => {
  const { records, setAside } = await readEverything(db);
  return encodeArchive({ exportedAt: AT, deviceId: "d" }, records, setAside);
};
async function bringIn(db: CellarDatabase, text: string): Promise<DecodedArchive> {
  const archive = decodeArchive(text, db.formats.records);
  if (!archive.ok) throw new Error(archive.problem.code);
  const plan = await previewImport(db, archive.value);
  if (!plan.ok) throw new Error(plan.problem.code);
  expect(await importPlan(db, plan.value, archive.value.setAside, NOTE)).toMatchObject({ ok: true });
  return archive.value;
}
const keep = async (db: CellarDatabase, ...rows: NewRow[]) =>
  expect(await write(db, "rows", rows, AT)).toMatchObject({ ok: true });
const asRows = (log: readonly object[]) => log.map((row) => ({ kind: "entries", row }) as NewRow);
const labels = async (db: CellarDatabase) =>
  (await readFrame(db)).bins.map((bin) => (bin as unknown as { label?: string }).label ?? bin.name).sort();

test("a later version is written by the author, read, exported and brought in again", async () => {
  const db = device(LATER);
  const author = authorFor(db, "later", LATER);
  const first = author.first("bins", { name: "Sorrel", firstDay: START, label: "shelf 3" } as never);
  expect(first.row.schemaVersion).toBe(NEXT);
  await keep(db, first);
  const [row] = (await readFrame(db)).bins;
  await keep(db, author.revised("bins", row!, { name: "Dock" }));
  expect((await readFrame(db)).bins).toMatchObject([{ name: "Dock", label: "shelf 3", revision: 2 }]);
  const other = device(LATER);
  await bringIn(other, await fileOf(db));
  expect((await readEverything(other)).records).toEqual((await readEverything(db)).records);
});

test("an archive of today comes into a later app, its rows stepped; a row stepped here merges with itself", async () => {
  const today = device();
  await keep(today, { kind: "bins", row: BIN_ROW }, ...asRows(newTub()));
  const later = device(LATER);
  const text = await fileOf(today);
  await bringIn(later, text);
  expect(await labels(later)).toEqual(["QUINCE"]);
  const again = await bringIn(later, text);
  expect(again.records.bins).toHaveLength(1);
  expect(await later.bins.count()).toBe(1);
});

test("an older device keeps what it cannot read whole, goes on working, and gives it back", async () => {
  const later = device(LATER);
  await keep(
    later,
    { kind: "bins", row: { ...BIN_ROW, schemaVersion: NEXT, label: "shelf 1" } as never },
    ...asRows(newTub()),
  );
  const older = device();
  const archive = await bringIn(older, await fileOf(later));
  expect(archive.setAside).toMatchObject([{ kind: "bins", reason: FROM_NEWER, raw: { label: "shelf 1" } }]);
  expect([(await readFrame(older)).bins, (await readLog(older, "bin-1")).rows.length]).toEqual([[], 4]);
  // Meanwhile it works on: a meal, written to the log that came along.
  const author = authorFor(older, "older");
  await keep(
    older,
    ...(await author.entries(ofBin("bin-1"), START, [
      {
        kind: "fed",
        parts: [
          { materialId: "melon-rind", amount: { massKg: 0.2, measuredBy: "guessed" }, preparation: "whole" },
        ],
      },
    ])),
  );
  await bringIn(later, await fileOf(older));
  expect(await labels(later)).toEqual(["shelf 1"]);
  expect((await readLog(later, "bin-1")).rows).toHaveLength(5);
  // And the older device is updated: what it had set aside comes in by itself, once.
  const updated = new CellarDatabase(older.name, { stores: older.formats.stores, records: LATER });
  older.close();
  open.push(updated);
  expect([await takeUpNewer(updated), await takeUpNewer(updated)]).toEqual([1, 0]);
  expect(await labels(updated)).toEqual(["shelf 1"]);
  expect(await updated.setAside.count()).toBe(0);
});

test("a correction made on an older device counts on the later one, and the other way round", async () => {
  const later = device(LATER);
  const older = device();
  await keep(older, { kind: "bins", row: BIN_ROW });
  await bringIn(later, await fileOf(older));
  await keep(older, { kind: "bins", row: { ...BIN_ROW, rowId: "r2", revision: 2, name: "Medlar" } });
  await bringIn(later, await fileOf(older));
  expect(await labels(later)).toEqual(["MEDLAR"]);
});

test("a log of the first release is read, and its rows go out in today's version", async () => {
  const db = device();
  const old = { ...meal(0.4, 1, 9), schemaVersion: 1 };
  await db.table("entries").add(old);
  await db.table("bins").add(BIN_ROW);
  expect((await readLog(db, "bin-1")).rows).toMatchObject([
    { kind: "fed", schemaVersion: entryFormat.current },
  ]);
  expect(await findBroken(db)).toEqual([]);
  const other = device();
  await bringIn(other, await fileOf(db));
  // The same fact in both versions is the same fact.
  await bringIn(db, await fileOf(other));
  expect(await db.entries.count()).toBe(1);
});

test("a backup heals a row that has been spoilt here; a mended row merges with the one it was", async () => {
  const db = device();
  await keep(db, { kind: "bins", row: BIN_ROW }, ...asRows([...newTub(), meal(0.4, 1, 9)]));
  const backup = await fileOf(db);
  const spoilt = (await db.entries.toArray()).find(({ kind }) => kind === "fed")!;
  await db.table("entries").put({ ...spoilt, parts: "rind" });
  const archive = decodeArchive(backup);
  if (!archive.ok) throw new Error(archive.problem.code);
  const plan = await previewImport(db, archive.value);
  expect(plan).toMatchObject({ ok: true, value: { summary: { healed: 1, freshCount: { entries: 1 } } } });
  await bringIn(db, backup);
  expect(await findBroken(db)).toEqual([]);
  expect(await db.entries.get(spoilt.rowId)).toEqual(spoilt);
  expect(await db.setAside.toArray()).toMatchObject([{ kind: "entries", raw: { parts: "rind" } }]);

  // Spoilt once more and mended by hand this time: the backup is an earlier telling of the same fact.
  const { repair } = await import("./repair");
  await db.table("entries").put({ ...spoilt, parts: "rind" });
  db.close();
  await db.open();
  const [broken] = await findBroken(db);
  const mended = { ...spoilt, note: "about that" };
  let no = 0;
  const stamp = { newId: () => `mended-${(no += 1)}`, now: () => AT };
  expect(await repair(db, broken!, JSON.stringify(mended), stamp)).toMatchObject({ ok: true });
  await bringIn(db, backup);
  const meals = (await readLog(db, "bin-1")).rows.filter(({ kind }) => kind === "fed");
  expect(meals.map(({ revision, note }) => [revision, note])).toEqual(
    expect.arrayContaining([
      [1, undefined],
      [2, "about that"],
    ]),
  );
});

test("an import is one change: taken back whole, later work on it left standing, and put back", async () => {
  const from = device();
  await keep(
    from,
    { kind: "bins", row: BIN_ROW },
    ...asRows([...newTub(), meal(0.4, 1, 9), meal(0.2, 2, 12)]),
  );
  const db = device();
  await keep(db, { kind: "bins", row: { ...BIN_ROW, rowId: "own", id: "own", name: "Own" } });
  const before = await readFrame(db);
  await bringIn(db, await fileOf(from));
  const [brought] = (await db.changes.toArray()).filter(({ isImport }) => isImport);
  expect(brought).toMatchObject({ label: "brought in", isUndone: 0 });
  // Since then one of its meals was corrected.
  const fed = (await readLog(db, "bin-1")).rows.find((row) => row.kind === "fed" && row.place === 1)!;
  await keep(db, { kind: "entries", row: { ...fed, rowId: "later", revision: 2, note: "seen" } as never });

  let no = 0;
  const stamp = { newId: () => `undo-${(no += 1)}`, now: () => AT };
  const progress: number[] = [];
  expect(await undo(db, stamp, brought!.no, (rows) => progress.push(rows))).toMatchObject({ ok: true });
  expect((await readFrame(db)).bins).toEqual(before.bins);
  expect(progress.at(-1)).toBe((await db.importedRows.get(brought!.no))!.rows.length);
  const standing = (await import("@/records/row/row")).present((await readLog(db, "bin-1")).rows);
  expect(standing.map(({ rowId }) => rowId)).toEqual(["later"]);
  const { redo } = await import("./write");
  expect(await redo(db, stamp, brought!.no)).toMatchObject({ ok: true });
  expect((await readFrame(db)).bins.map(({ name }) => name).sort()).toEqual(["Own", "Quince"]);
});

test("what was brought in under an older app is taken back under this one: its rows move beside the changes, once", async () => {
  const name = `apart-${Math.random()}`;
  const { stores } = new CellarDatabase("x").formats;
  const older = new CellarDatabase(name, { stores: stores.slice(0, 6), records: RECORD_FORMATS });
  const log = asRows([...newTub(), meal(0.4, 1, 9)]);
  const all = [{ kind: "bins" as const, row: BIN_ROW }, ...log];
  for (const { kind, row } of all) await older.table(kind).add(row);
  const rows = all.map(({ kind, row }) => ({ kind, rowId: row.rowId, id: row.id }));
  await older.changes.add({ label: "brought in", at: AT, isUndone: 0, isImport: true, rows });
  await older.changes.add({ label: "by hand", at: AT, isUndone: 0, rows: rows.slice(0, 1) });
  older.close();

  const db = new CellarDatabase(name);
  expect(await db.changes.toArray()).toEqual([
    { no: 1, label: "brought in", at: AT, isUndone: 0, isImport: true },
    { no: 2, label: "by hand", at: AT, isUndone: 0, rows: rows.slice(0, 1) },
  ]);
  expect(await db.importedRows.toArray()).toEqual([{ no: 1, rows }]);
  let no = 0;
  const stamp = { newId: () => `undo-${(no += 1)}`, now: () => AT };
  expect(await undo(db, stamp, 1)).toMatchObject({ ok: true });
  expect((await readFrame(db)).bins).toEqual([]);
  await db.delete();
});

test("taking back one change leaves what was kept after it, in whatever tab", async () => {
  const db = device();
  await keep(db, { kind: "bins", row: BIN_ROW });
  const first = await write(db, "one", asRows([entry({ kind: "turned" })]), AT);
  await keep(db, ...asRows([entry({ kind: "noted", text: "still here" })]));
  let no = 0;
  const stamp = { newId: () => `undo-${(no += 1)}`, now: () => AT };
  if (!first.ok) throw new Error("not written");
  expect(await undo(db, stamp, first.value.changeNo)).toMatchObject({ ok: true, value: { label: "one" } });
  const { present } = await import("@/records/row/row");
  expect(present((await readLog(db, "bin-1")).rows).map(({ kind }) => kind)).toEqual(["noted"]);
});
