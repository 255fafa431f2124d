import type { BadArchive, DecodedArchive } from "@/archive/decode";
import type { ArchiveRecords, SetAside } from "@/archive/document";
import { FROM_NEWER, MENDED } from "@/archive/document";
import type { Parted, Settling, StruckOut } from "@/archive/conflicts";
import { partedOver, settled } from "@/archive/conflicts";
import type { Held, MergePlan } from "@/archive/merge";
import { startMerge } from "@/archive/merge";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { AnyRecord, RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import type { RecordFormat } from "@/records/row/migrate";
import { readRow } from "@/records/row/migrate";
import { sayFault } from "@/records/words";
import type { CellarDatabase, ChangedRow, Digest, Standing, Tally } from "./database";
import { readEvery, READ_AT_ONCE } from "./read";
import type { Clashing } from "@/records/clash";
import type { NewRow, WriteProblem, Written } from "./write";
import { addRows, settled as settledWrite, tellingsOf, write } from "./write";

const formatOf = (db: CellarDatabase, kind: RecordKind) =>
  db.formats.records[kind] as RecordFormat<AnyRecord>;

/** What a file would bring, and where it and this cellar have parted over facts that both know. */
export interface ImportPlan extends MergePlan {
  readonly parted: Parted;
}

/** What importing an archive would change here. Reads only. */
export async function previewImport(
  db: CellarDatabase,
  archive: DecodedArchive,
): Promise<Outcome<ImportPlan, BadArchive>> {
  const merging = startMerge(archive);
  const parted = { together: [] as Clashing[], asked: [] as Clashing[], struckOut: [] as StruckOut[] };
  const mended = new Set(
    [...archive.setAside, ...(await db.setAside.toArray())].flatMap(({ reason, raw }) =>
      reason === MENDED ? [rowIdOf(raw)] : [],
    ),
  );
  const heldAs = (kind: RecordKind, rowId: string, raw: unknown): Held => {
    if (raw === undefined) return undefined;
    const read = readRow(raw, formatOf(db, kind));
    if (!read.ok) return { is: "broken" };
    return mended.has(rowId) ? { is: "mended" } : { is: "row", row: read.value };
  };
  for (const kind of RECORD_KINDS) {
    const rows: readonly AnyRecord[] = archive.records[kind];
    const known = new Set<string>();
    for (let from = 0; from < rows.length; from += READ_AT_ONCE) {
      const portion = rows.slice(from, from + READ_AT_ONCE);
      const held = await db.table<unknown, string>(kind).bulkGet(portion.map((row) => row.rowId));
      portion.forEach(({ id }, at) => held[at] !== undefined && known.add(id));
      const problem = merging.take(
        kind,
        portion as ArchiveRecords[typeof kind],
        held.map((raw, at) => heldAs(kind, portion[at]!.rowId, raw)),
      );
      if (problem) return refused(problem);
    }
    for (const found of await partedFrom(db, kind, rows, [...known])) {
      parted.together.push(...found.together);
      parted.asked.push(...found.asked);
      parted.struckOut.push(...found.struckOut);
    }
  }
  const [bins, rooms, batches, lots, tubs, orders] = await Promise.all([
    readEvery(db, "bins"),
    readEvery(db, "rooms"),
    readEvery(db, "batches"),
    readEvery(db, "lots"),
    readEvery(db, "tubs"),
    readEvery(db, "orders"),
  ]);
  const plan = merging.plan({
    bins: bins.rows,
    rooms: rooms.rows,
    batches: batches.rows,
    lots: lots.rows,
    tubs: tubs.rows,
    orders: orders.rows,
  });
  return done({ ...plan, parted });
}

/** Where facts that file and cellar both know have parted. Only those are read of which the cellar holds a row that the file has not. */
async function partedFrom(
  db: CellarDatabase,
  kind: RecordKind,
  rows: readonly AnyRecord[],
  known: readonly string[],
): Promise<readonly Parted[]> {
  const table = db.table<{ readonly id: string }, string>(kind);
  const inFile = new Set<string>(rows.map(({ rowId }) => rowId));
  const found: Parted[] = [];
  for (let from = 0; from < known.length; from += READ_AT_ONCE) {
    const here = await table
      .where("id")
      .anyOf(known.slice(from, from + READ_AT_ONCE))
      .primaryKeys();
    const further = await table.bulkGet(here.filter((rowId) => !inFile.has(rowId)));
    const facts = new Set(further.flatMap((row) => (row ? [row.id] : [])));
    if (facts.size === 0) continue;
    const ofFile = rows.filter(({ id }) => facts.has(id));
    found.push(partedOver(kind, ofFile, await tellingsOf(db, kind, [...facts])));
  }
  return found;
}

/** What a plan is written as, so that it can be taken back like any other change. */
export interface ImportNote {
  readonly label: string;
  readonly at: string;
  /** What the keeper said of facts that both had changed; without it the rows themselves decide. */
  readonly settling?: Settling;
}

/** What may be kept of logs beside them, once it is known how they stand after an import. */
export type KeptOf = (tallies: readonly Tally[]) => {
  readonly digests: readonly Digest[];
  readonly standings: readonly Standing[];
};
const NOTHING_KEPT: KeptOf = () => ({ digests: [], standings: [] });
/** Inside an open transaction over tallies, digests and standings: what was made of logs that came whole. */
async function keepBeside(db: CellarDatabase, keptOf: KeptOf): Promise<void> {
  const { digests, standings } = keptOf(await db.tallies.toArray());
  if (digests.length > 0) await db.digests.bulkPut([...digests]);
  if (standings.length > 0) await db.standings.bulkPut([...standings]);
}

/**
 * Writes a plan in one transaction, all or nothing and as one change, and says after each portion how far it is. What `keptOf` makes
 * of the logs is kept with it.
 */
export async function importPlan(
  db: CellarDatabase,
  plan: ImportPlan,
  setAside: readonly SetAside[],
  { label, at, settling }: ImportNote,
  onWritten: (rows: number, of: number) => void = () => undefined,
  keptOf: KeptOf = NOTHING_KEPT,
): Promise<Outcome<Written, WriteProblem>> {
  const of = RECORD_KINDS.reduce((sum, kind) => sum + plan.fresh[kind].length, 0);
  const refs: ChangedRow[] = [];
  let written = 0;
  return settledWrite(() =>
    db.transaction(
      "rw",
      [...RECORD_KINDS, "tallies", "digests", "standings", "setAside", "changes", "importedRows"],
      async () => {
        for (const kind of RECORD_KINDS) {
          const rows: readonly AnyRecord[] = plan.fresh[kind];
          for (let from = 0; from < rows.length; from += READ_AT_ONCE) {
            const portion = rows.slice(from, from + READ_AT_ONCE);
            await setBrokenAside(
              db,
              kind,
              portion.filter(({ rowId }) => plan.heals.has(rowId)),
            );
            await addRows(
              db,
              portion.map((row) => ({ kind, row })),
            );
            for (const { rowId, id } of portion) refs.push({ kind, rowId, id });
            written += portion.length;
            onWritten(written, of);
          }
        }
        const later = settling ? settled(plan.parted, settling) : [];
        await addRows(db, later);
        for (const { kind, row } of later) refs.push({ kind, rowId: row.rowId, id: row.id });
        const known = new Set(
          (await db.setAside.toArray()).map(({ kind, raw }) => JSON.stringify([kind, raw])),
        );
        const fresh = setAside.filter(({ kind, raw }) => !known.has(JSON.stringify([kind, raw])));
        if (fresh.length > 0) await db.setAside.bulkAdd(fresh.map((row) => ({ ...row })));
        await keepBeside(db, keptOf);
        const changeNo = await db.changes.add({ label, at, isUndone: 0, isImport: true });
        await db.importedRows.add({ no: changeNo, rows: refs });
        return { changeNo };
      },
    ),
  );
}

/** Facts that stand in a file and were struck out here stand again as the file has them: one change, which can be taken back. */
export const bringBack = (
  db: CellarDatabase,
  struckOut: readonly StruckOut[],
  { label, at, settling: { newId, deviceId } }: Required<ImportNote>,
): Promise<Outcome<Written, WriteProblem>> =>
  write(
    db,
    label,
    struckOut.map(({ kind, row, struck }) => ({
      kind,
      row: { ...row, rowId: newId(), revision: struck.revision + 1, recordedAt: at, deviceId },
      onto: struck,
    })) as readonly NewRow[],
    at,
  );

/** Makes room for sound rows: what stands unreadable under their ids is kept whole beside the tables. */
async function setBrokenAside(
  db: CellarDatabase,
  kind: RecordKind,
  sound: readonly AnyRecord[],
): Promise<void> {
  if (sound.length === 0) return;
  const ids = sound.map(({ rowId }) => rowId);
  const broken = await db.table<unknown, string>(kind).bulkGet(ids);
  await db.setAside.bulkAdd(
    broken.map((raw) => ({ kind, reason: "could not be read; an archive had it whole", raw })),
  );
  await db.table(kind).bulkDelete(ids);
}

/**
 * Takes in what was set aside because a newer app had written it, as far as this app can read it by now. Gives how many
 * rows came in. To be asked once a session, before anything is read.
 */
export async function takeUpNewer(db: CellarDatabase): Promise<number> {
  const waiting = (await db.setAside.toArray()).filter(({ reason }) => reason === FROM_NEWER);
  const ready = waiting.flatMap(({ no, kind, raw }) => {
    const known = RECORD_KINDS.find((one) => one === kind);
    const read = known && readRow(raw, formatOf(db, known));
    return read?.ok ? [{ no, kind: known!, row: read.value }] : [];
  });
  if (ready.length === 0) return 0;
  await db.transaction("rw", [...RECORD_KINDS, "tallies", "setAside"], async () => {
    for (const { no, kind, row } of ready) {
      if ((await db.table(kind).get(row.rowId)) === undefined) await addRows(db, [{ kind, row }]);
      await db.setAside.delete(no);
    }
  });
  return ready.length;
}

/** Every row there is, for an archive; rows that cannot be read go along whole, set aside. */
export async function readEverything(
  db: CellarDatabase,
): Promise<{ readonly records: ArchiveRecords; readonly setAside: readonly SetAside[] }> {
  const records: Record<string, unknown[]> = {};
  const setAside: SetAside[] = (await db.setAside.toArray()).map(({ kind, reason, raw }) => ({
    kind,
    reason,
    raw,
  }));
  for (const kind of RECORD_KINDS) {
    const rows: unknown[] = [];
    const keys = (await db.table(kind).toCollection().primaryKeys()) as string[];
    for (let from = 0; from < keys.length; from += READ_AT_ONCE) {
      for (const raw of await db
        .table<unknown, string>(kind)
        .bulkGet(keys.slice(from, from + READ_AT_ONCE))) {
        const read = readRow(raw, formatOf(db, kind));
        if (read.ok) rows.push(read.value);
        else
          setAside.push({
            kind,
            reason: read.problem.code === "record/from-the-future" ? FROM_NEWER : sayFault(read.problem),
            raw,
          });
      }
    }
    records[kind] = rows;
  }
  return { records: records as unknown as ArchiveRecords, setAside };
}

/** What can be computed again. */
const DERIVED = ["digests", "standings", "forecasts"] as const;
/** Empties a cellar and imports into it, in one transaction: for the demo cellar, which may be started afresh. */
export async function replaceCellar(
  db: CellarDatabase,
  archive: DecodedArchive,
  keptOf: KeptOf = NOTHING_KEPT,
): Promise<Outcome<void, WriteProblem>> {
  return settledWrite(() =>
    db.transaction("rw", db.tables, async () => {
      await Promise.all(
        [...RECORD_KINDS, ...DERIVED, "tallies", "changes", "importedRows", "drafts", "setAside"].map(
          (table) => db.table(table).clear(),
        ),
      );
      for (const kind of RECORD_KINDS)
        await addRows(
          db,
          archive.records[kind].map((row: AnyRecord) => ({ kind, row })),
        );
      await keepBeside(db, keptOf);
    }),
  );
}

const rowIdOf = (raw: unknown): string =>
  typeof raw === "object" && raw !== null && "rowId" in raw && typeof raw.rowId === "string" ? raw.rowId : "";
