import type { DecodedArchive } from "@/archive/decode";
import type { MergePlan } from "@/archive/merge";
import { startMerge } from "@/archive/merge";
import type { BadArchive } from "@/archive/decode";
import type { ArchiveRecords, SetAside } from "@/archive/document";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { AnyRecord, RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import type { CellarDatabase } from "./database";
import { READ_AT_ONCE } from "./read";
import type { WriteProblem } from "./write";
import { addRows, settled } from "./write";

/** What importing an archive would change here. Reads only. */
export async function previewImport(
  db: CellarDatabase,
  archive: DecodedArchive,
): Promise<Outcome<MergePlan, BadArchive>> {
  const merging = startMerge(archive);
  for (const kind of RECORD_KINDS) {
    const rows = archive.records[kind];
    for (let from = 0; from < rows.length; from += READ_AT_ONCE) {
      const portion = rows.slice(from, from + READ_AT_ONCE);
      const held = await db.table<unknown, string>(kind).bulkGet(portion.map((row) => row.rowId));
      const problem = merging.take(kind, portion, held);
      if (problem) return refused(problem);
    }
  }
  return done(merging.plan());
}

/** Writes a plan in one transaction, all or nothing, and says after each portion how far it is. */
export async function importPlan(
  db: CellarDatabase,
  plan: MergePlan,
  setAside: readonly SetAside[],
  onWritten: (rows: number, of: number) => void = () => undefined,
): Promise<Outcome<void, WriteProblem>> {
  const of = RECORD_KINDS.reduce((sum, kind) => sum + plan.fresh[kind].length, 0);
  let written = 0;
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "setAside"], async () => {
      for (const kind of RECORD_KINDS) {
        const rows: readonly AnyRecord[] = plan.fresh[kind];
        for (let from = 0; from < rows.length; from += READ_AT_ONCE) {
          const portion = rows.slice(from, from + READ_AT_ONCE);
          await addRows(
            db,
            portion.map((row) => ({ kind, row })),
          );
          written += portion.length;
          onWritten(written, of);
        }
      }
      const known = new Set(
        (await db.setAside.toArray()).map(({ kind, raw }) => JSON.stringify([kind, raw])),
      );
      const fresh = setAside.filter(({ kind, raw }) => !known.has(JSON.stringify([kind, raw])));
      if (fresh.length > 0) await db.setAside.bulkAdd(fresh.map((row) => ({ ...row })));
    }),
  );
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
  const readable = (kind: RecordKind, row: unknown) => db.formats.records[kind].schema.safeParse(row);
  for (const kind of RECORD_KINDS) {
    const rows: unknown[] = [];
    const keys = (await db.table(kind).toCollection().primaryKeys()) as string[];
    for (let from = 0; from < keys.length; from += READ_AT_ONCE) {
      for (const raw of await db
        .table<unknown, string>(kind)
        .bulkGet(keys.slice(from, from + READ_AT_ONCE))) {
        const parsed = readable(kind, raw);
        if (parsed.success) rows.push(parsed.data);
        else setAside.push({ kind, reason: parsed.error.issues[0]?.message ?? "unreadable", raw });
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
): Promise<Outcome<void, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", db.tables, async () => {
      await Promise.all(
        [...RECORD_KINDS, ...DERIVED, "tallies", "changes", "drafts", "setAside"].map((table) =>
          db.table(table).clear(),
        ),
      );
      for (const kind of RECORD_KINDS)
        await addRows(
          db,
          archive.records[kind].map((row: AnyRecord) => ({ kind, row })),
        );
    }),
  );
}
