import Dexie from "dexie";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { AnyRecord, Inputs, RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import { sayField } from "@/records/words";
import type { Row } from "@/records/row/row";
import { newestRows } from "@/records/row/row";
import type { CellarDatabase, Change, Tally } from "./database";

/** A row as a screen wants it written, each kind with its own facts; the schema judges it all the same. */
export interface NewRowOf<K extends RecordKind> {
  readonly kind: K;
  readonly row: Inputs[K];
}
export type NewRow = { readonly [K in RecordKind]: NewRowOf<K> }[RecordKind];
export type WriteProblem =
  | { readonly code: "write/no-room" }
  | { readonly code: "write/invalid"; readonly kind: RecordKind; readonly path: string }
  | { readonly code: "write/newer-store" }
  | { readonly code: "write/failed"; readonly message: string };
export interface Written {
  readonly changeNo: number;
}

export interface Stamp {
  readonly newId: () => string;
  /** A moment later than any this device has written. */
  readonly now: () => string;
}

/**
 * Writes rows, all or none, and answers when they are on the disk. Each passes its schema; none replaces another. The
 * change is remembered under its label so that it can be undone.
 */
export async function write(
  db: CellarDatabase,
  label: string,
  rows: readonly NewRow[],
  at: string,
): Promise<Outcome<Written, WriteProblem>> {
  const checked: { kind: RecordKind; row: AnyRecord }[] = [];
  for (const { kind, row } of rows) {
    const parsed = db.formats.records[kind].schema.safeParse(row);
    if (!parsed.success) {
      return refused({ code: "write/invalid", kind, path: parsed.error.issues[0]?.path.join(".") ?? "" });
    }
    checked.push({ kind, row: parsed.data });
  }
  return settled(async () => {
    const changeNo = await db.transaction("rw", [...RECORD_KINDS, "tallies", "changes"], async () => {
      await addRows(db, checked);
      return db.changes.add({
        label,
        at,
        rows: checked.map(({ kind, row }) => ({ kind, rowId: row.rowId, id: row.id })),
        isUndone: 0,
      });
    });
    return { changeNo };
  });
}

/** Adds rows inside a transaction that is open already, and keeps the tallies true. */
export async function addRows(
  db: CellarDatabase,
  rows: readonly { readonly kind: RecordKind; readonly row: AnyRecord }[],
): Promise<void> {
  const counted = new Map<string, { count: number; lastRowId: string }>();
  for (const kind of RECORD_KINDS) {
    const ofKind = rows.filter((one) => one.kind === kind).map((one) => one.row);
    if (ofKind.length > 0) await db.table(kind).bulkAdd(ofKind);
  }
  for (const { kind, row } of rows) {
    const subjectId = kind === "entries" && "subject" in row ? row.subject.id : undefined;
    if (subjectId)
      counted.set(subjectId, { count: (counted.get(subjectId)?.count ?? 0) + 1, lastRowId: row.rowId });
  }
  const held = await db.tallies.bulkGet([...counted.keys()]);
  const tallies = [...counted].map(([subjectId, { count, lastRowId }], at): Tally => ({
    subjectId,
    rowCount: (held[at]?.rowCount ?? 0) + count,
    lastRowId,
  }));
  await db.tallies.bulkPut(tallies);
}

/**
 * Takes a change back, the newest where none is named: each fact gets one more revision with what it said before, or a
 * mark of deletion where it said nothing. Nothing is erased, so the undoing can itself be undone (`redo`). What was
 * written later about facts an import brought stands. `onWritten` hears after each portion how far it is.
 */
export async function undo(
  db: CellarDatabase,
  stamp: Stamp,
  changeNo?: number,
  onWritten?: OnWritten,
): Promise<Outcome<Change | undefined, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes", "importedRows"], async () => {
      const change = changeNo === undefined ? await newestChange(db) : await db.changes.get(changeNo);
      if (!change || change.isUndone === 1) return undefined;
      await revise(db, change, stamp, "before", onWritten);
      await db.changes.update(change.no, { isUndone: 1 });
      return change;
    }),
  );
}

/** The last change that stands. */
export const newestChange = (db: CellarDatabase): Promise<Change | undefined> =>
  db.changes
    .orderBy("no")
    .reverse()
    .filter(({ isUndone }) => isUndone === 0)
    .first();

/** Puts an undone change back. */
export async function redo(
  db: CellarDatabase,
  stamp: Stamp,
  changeNo: number,
  onWritten?: OnWritten,
): Promise<Outcome<Change | undefined, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes", "importedRows"], async () => {
      const change = await db.changes.get(changeNo);
      if (!change || change.isUndone === 0) return undefined;
      await revise(db, change, stamp, "again", onWritten);
      await db.changes.update(change.no, { isUndone: 0 });
      return change;
    }),
  );
}

/** Rows written so far. */
export type OnWritten = (rows: number, of: number) => void;

/** One more revision of every fact of a change, portion by portion. */
async function revise(
  db: CellarDatabase,
  change: Change,
  stamp: Stamp,
  say: "before" | "again",
  onWritten: OnWritten = () => undefined,
): Promise<void> {
  // An import may bring several tellings of one fact: it is one fact that goes back.
  const refs = new Map<string, { kind: RecordKind; id: string; rowIds: Set<string> }>();
  const { rows: written = (await db.importedRows.get(change.no))?.rows ?? [] } = change;
  for (const { kind, rowId, id } of written) {
    const ref = refs.get(`${kind}/${id}`) ?? { kind, id, rowIds: new Set() };
    refs.set(`${kind}/${id}`, ref);
    ref.rowIds.add(rowId);
  }
  const all = [...refs.values()];
  for (let from = 0; from < all.length; from += REVISED_AT_ONCE) {
    const portion = all.slice(from, from + REVISED_AT_ONCE);
    const rows = new Map<RecordKind, (AnyRecord & Row)[]>();
    for (const kind of new Set(portion.map((ref) => ref.kind)))
      rows.set(
        kind,
        (await db
          .table(kind)
          .where("id")
          .anyOf(portion.flatMap((ref) => (ref.kind === kind ? [ref.id] : [])))
          .toArray()) as (AnyRecord & Row)[],
      );
    await addRows(
      db,
      portion.flatMap((ref) => {
        const ofFact = rows.get(ref.kind)!.filter(({ id }) => id === ref.id);
        const row = revised(ofFact, ref.rowIds, stamp, say, change.isImport === true);
        return row ? [{ kind: ref.kind, row }] : [];
      }),
    );
    onWritten(Math.min(from + REVISED_AT_ONCE, all.length), all.length);
  }
}
const REVISED_AT_ONCE = 500;

/** The next telling of a fact as it was without some rows, or as those rows said; undefined where nothing changes. */
function revised(
  rows: readonly (AnyRecord & Row)[],
  rowIds: ReadonlySet<string>,
  stamp: Stamp,
  say: "before" | "again",
  isImport: boolean,
): AnyRecord | undefined {
  const written = newestRows(rows.filter(({ rowId }) => rowIds.has(rowId)))[0];
  const newest = newestRows(rows)[0];
  if (!written || !newest) throw new Error(`undo: the rows ${[...rowIds].join(", ")} are not there`);
  // What stands over an import is the keeper's later word, or an earlier one that counted more.
  if (isImport && say === "before" && !rowIds.has(newest.rowId)) return undefined;
  const before = newestRows(
    rows.filter((row) =>
      isImport ? !rowIds.has(row.rowId) : row.revision < written.revision && !rowIds.has(row.rowId),
    ),
  )[0];
  const { deleted, ...said } = say === "again" ? written : (before ?? written);
  const isDeleted = say === "again" ? deleted === true : before === undefined || before.deleted === true;
  return {
    ...said,
    revision: newest.revision + 1,
    rowId: stamp.newId(),
    recordedAt: stamp.now(),
    ...(isDeleted ? { deleted: true } : {}),
  } as AnyRecord;
}

/** Turns what the store throws into a problem one can speak of. */
export async function settled<V>(work: () => Promise<V>): Promise<Outcome<V, WriteProblem>> {
  try {
    return done(await work());
  } catch (cause) {
    return refused(
      isNoRoom(cause)
        ? { code: "write/no-room" }
        : isStoreGone(cause)
          ? { code: "write/newer-store" }
          : { code: "write/failed", message: cause instanceof Error ? cause.message : String(cause) },
    );
  }
}

/** The store was cleared, or another tab has opened it with a newer app and this one was shut out. */
export const isStoreGone = (cause: unknown): boolean =>
  cause instanceof Error && cause.name === Dexie.errnames.DatabaseClosed;

function isNoRoom(cause: unknown): boolean {
  for (let at: unknown = cause, depth = 0; at && depth < 5; depth += 1) {
    if (at instanceof Error && (at.name === Dexie.errnames.QuotaExceeded || at.name === "QuotaExceededError"))
      return true;
    at = typeof at === "object" && "inner" in at ? at.inner : undefined;
  }
  return false;
}

export function sayWriteProblem(problem: WriteProblem): string {
  switch (problem.code) {
    case "write/no-room":
      return "There is no room left on this device, so it was not saved. What you typed is still here: free some room, or export an archive, and press again.";
    case "write/invalid":
      return `It was not saved: ${sayField(problem.path)} cannot be right. What you typed is still here.`;
    case "write/newer-store":
      return "It was not saved: this tab has lost the store, to a newer version of the app or by clearing. What you typed is still here: load this page again, then press once more.";
    case "write/failed":
      return "It was not saved: the browser's store did not answer. What you typed is still here: try again, or reload the page.";
  }
}
