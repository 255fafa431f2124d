import "fake-indexeddb/auto";
import { LOG, LOT_LOG } from "../../tests/everyKind";
import { BIN_ROW, entry, lotEntry, lotOf, newTub, START } from "../../tests/log";
import { decodeArchive } from "@/archive/decode";
import { encodeArchive } from "@/archive/document";
import { sayNamedChanges } from "@/archive/words";
import { replay } from "@/core/bin/replay";
import { addDays } from "@/core/calendar/day";
import { lotLog, lotState } from "@/core/lot/state";
import type { Entry } from "@/records/entry";
import { CellarDatabase } from "./database";
import { importPlan, previewImport, readEverything } from "./importing";
import { readFrame, readLog } from "./read";
import type { NewRow, Stamp } from "./write";
import { redo, undo, write } from "./write";

const AT = "2026-11-28T08:00:00.000Z";
let made = 0;
const stamp: Stamp = { newId: () => `new-${(made += 1)}`, now: () => `2026-11-28T09:00:00.${String((made += 1) % 1000).padStart(3, "0")}Z` }; // prettier-ignore
const open: CellarDatabase[] = [];
const device = (): CellarDatabase => {
  const db = new CellarDatabase(`lots-${(made += 1)}`);
  open.push(db);
  return db;
};
afterEach(() => Promise.all(open.splice(0).map((db) => db.delete())));
const entries = (log: readonly Entry[]): NewRow[] => log.map((row): NewRow => ({ kind: "entries", row }));
const lots: NewRow = { kind: "lots", row: lotOf() };
const bin: NewRow = { kind: "bins", row: BIN_ROW };
const keep = async (db: CellarDatabase, label: string, rows: readonly NewRow[]) =>
  expect(await write(db, label, rows, AT)).toMatchObject({ ok: true });
const stands = async (db: CellarDatabase) => {
  const { lots: known } = await readFrame(db);
  return Promise.all(
    known.map(async (lot) => {
      const state = lotState(lot, lotLog((await readLog(db, lot.id)).rows));
      // As a keeper sees it: which row says so is the store's own business.
      return [lot.name, { ...state, partings: state.partings.map(({ massKg }) => massKg) }] as const;
    }),
  );
};

test("a lot with its log goes to another device whole, is named beforehand, comes twice as once, and is taken back as one", async () => {
  const here = device();
  await keep(here, "set up", [bin, ...entries(newTub())]);
  await keep(here, "harvest", [lots, ...entries(LOT_LOG)]);
  const { records, setAside } = await readEverything(here);
  const archive = decodeArchive(encodeArchive({ exportedAt: AT, deviceId: "laptop" }, records, setAside));
  if (!archive.ok) throw new Error(archive.problem.code);

  const there = device();
  const plan = await previewImport(there, archive.value);
  if (!plan.ok) throw new Error(plan.problem.code);
  expect(sayNamedChanges(plan.value.summary.named)).toContain("new: lot of castings Spring castings");
  expect(plan.value.summary.logs.map(({ name }) => name)).toContain("Spring castings");
  expect((await importPlan(there, plan.value, [], { label: "brought in", at: AT })).ok).toBe(true);
  expect(await stands(there)).toEqual(await stands(here));
  const again = await previewImport(there, archive.value);
  expect(again.ok && again.value.summary.freshCount).toMatchObject({ lots: 0, entries: 0 });

  const [change] = await there.changes.toArray();
  expect((await undo(there, stamp, change!.no)).ok).toBe(true);
  expect(await stands(there)).toEqual([]);
  expect((await redo(there, stamp, change!.no)).ok).toBe(true);
  expect(await stands(there)).toEqual(await stands(here));
});

test("what two devices did to one lot adds up, whichever file came first; a lot whose record is missing is refused by name", async () => {
  const [cellar, garden] = [device(), device()];
  for (const db of [cellar, garden]) await keep(db, "the same", [bin, lots]);
  const used = (massKg: number, on: number) => lotEntry({ kind: "parted", how: "used", amount: { massKg, measuredBy: "weighed" } }, on); // prettier-ignore
  await keep(cellar, "used", entries([used(2, 3), lotEntry({ kind: "staged", stage: "stored" }, 4)]));
  await keep(garden, "given", entries([used(3, 5)]));
  const file = async (db: CellarDatabase) => {
    const { records } = await readEverything(db);
    const archive = decodeArchive(encodeArchive({ exportedAt: AT, deviceId: "d" }, records, []));
    if (!archive.ok) throw new Error(archive.problem.code);
    return archive.value;
  };
  const [fromCellar, fromGarden] = [await file(cellar), await file(garden)];
  for (const [db, archive] of [[cellar, fromGarden], [garden, fromCellar]] as const) {
    const plan = await previewImport(db, archive);
    if (!plan.ok) throw new Error(plan.problem.code);
    expect((await importPlan(db, plan.value, [], { label: "brought in", at: AT })).ok).toBe(true);
  } // prettier-ignore
  const here = (await stands(cellar))[0]![1];
  expect(here.massKg).toBeCloseTo(7, 9);
  expect(here.stage?.is).toBe("stored");
  expect(await stands(garden)).toEqual(await stands(cellar));

  const { records } = await readEverything(cellar);
  const torn = decodeArchive(encodeArchive({ exportedAt: AT, deviceId: "d" }, { ...records, lots: [] }, []));
  expect(torn).toMatchObject({ ok: false, problem: { code: "archive/no-such-subject", of: "lot" } });
});

test("a trouble kept with what was seen is taken back with it, and stands open again when it is put back", async () => {
  const db = device();
  await keep(db, "set up", [bin, ...entries(newTub())]);
  const act = { actId: "act-1" };
  const noted = entry(
    { kind: "diagnosed", signs: ["smell-sour"], causes: ["acid"], lookOn: addDays(START, 37), ...act },
    30,
  );
  const seen = entry(
    { kind: "looked", lid: "lifted", readings: [{ of: "smell", smell: "sour" }], ...act },
    30,
  );
  await keep(db, "trouble", entries([seen, noted]));
  const state = async () => replay((await readLog(db, "bin-1")).rows);
  expect(await state()).toMatchObject({ troubles: [{ signs: ["smell-sour"] }], smell: { smell: "sour" } });
  const change = (await db.changes.toArray()).at(-1)!;
  expect((await undo(db, stamp, change.no)).ok).toBe(true);
  expect((await state()).troubles).toBeUndefined();
  expect((await state()).smell?.smell).not.toBe("sour");
  expect((await redo(db, stamp, change.no)).ok).toBe(true);
  expect((await state()).troubles).toHaveLength(1);
  // Of the bin’s own kinds none throws beside it, whatever else its log holds.
  await keep(db, "all", entries(LOG.filter(({ kind }) => kind !== "diagnosed")));
  expect((await state()).troubles).toHaveLength(1);
});
