import Dexie from "dexie";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { AnyRecord, RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import type { Row } from "@/records/row/row";
import { newestRows } from "@/records/row/row";
import type { CellarDatabase, Change, Tally } from "./database";

export interface NewRow {
  readonly kind: RecordKind;
  readonly row: unknown;
}
export type WriteProblem =
  | { readonly code: "write/no-room" }
  | {
      readonly code: "write/invalid";
      readonly kind: RecordKind;
      readonly path: string;
      readonly message: string;
    }
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
      const fault = parsed.error.issues[0];
      return refused({
        code: "write/invalid",
        kind,
        path: fault?.path.join(".") ?? "",
        message: fault?.message ?? "",
      });
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
 * Takes the newest change back: each fact gets one more revision with what it said before, or a mark of deletion where
 * it said nothing. Nothing is erased, so the undoing can itself be undone (`redo`).
 */
export async function undo(
  db: CellarDatabase,
  stamp: Stamp,
  changeNo?: number,
): Promise<Outcome<Change | undefined, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes"], async () => {
      const change =
        changeNo === undefined
          ? (await db.changes.where("isUndone").equals(0).sortBy("no")).at(-1)
          : await db.changes.get(changeNo);
      if (!change || change.isUndone === 1) return undefined;
      await addRows(db, await Promise.all(change.rows.map((ref) => revised(db, ref, stamp, "before"))));
      await db.changes.update(change.no, { isUndone: 1 });
      return change;
    }),
  );
}

/** Puts an undone change back. */
export async function redo(
  db: CellarDatabase,
  stamp: Stamp,
  changeNo: number,
): Promise<Outcome<Change | undefined, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes"], async () => {
      const change = await db.changes.get(changeNo);
      if (!change || change.isUndone === 0) return undefined;
      await addRows(db, await Promise.all(change.rows.map((ref) => revised(db, ref, stamp, "again"))));
      await db.changes.update(change.no, { isUndone: 0 });
      return change;
    }),
  );
}

async function revised(
  db: CellarDatabase,
  ref: Change["rows"][number],
  stamp: Stamp,
  say: "before" | "again",
): Promise<{ kind: RecordKind; row: AnyRecord }> {
  const rows = (await db.table(ref.kind).where("id").equals(ref.id).toArray()) as (AnyRecord & Row)[];
  const written = rows.find((row) => row.rowId === ref.rowId);
  const newest = newestRows(rows)[0];
  if (!written || !newest) throw new Error(`undo: the row ${ref.rowId} is not in ${ref.kind}`);
  const before = newestRows(rows.filter((row) => row.revision < written.revision))[0];
  const { deleted, ...said } = say === "again" ? written : (before ?? written);
  const isDeleted = say === "again" ? deleted === true : before === undefined || before.deleted === true;
  return {
    kind: ref.kind,
    row: {
      ...said,
      revision: newest.revision + 1,
      rowId: stamp.newId(),
      recordedAt: stamp.now(),
      ...(isDeleted ? { deleted: true } : {}),
    } as AnyRecord,
  };
}

/** Turns what the store throws into a problem one can speak of. */
export async function settled<V>(work: () => Promise<V>): Promise<Outcome<V, WriteProblem>> {
  try {
    return done(await work());
  } catch (cause) {
    return refused(
      isNoRoom(cause)
        ? { code: "write/no-room" }
        : { code: "write/failed", message: cause instanceof Error ? cause.message : String(cause) },
    );
  }
}

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
      return `It was not saved: ${problem.path || "a field"} does not fit (${problem.message}). What you typed is still here.`;
    case "write/failed":
      return "It was not saved: the browser's store did not answer. What you typed is still here: try again, or reload the page.";
  }
}
