import Dexie from "dexie";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Clashing } from "@/records/clash";
import type { AnyRecord, Inputs, RecordKind, Records } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import { sayField } from "@/records/words";
import type { RecordFormat } from "@/records/row/migrate";
import { readRow } from "@/records/row/migrate";
import type { Whose } from "@/records/row/rebase";
import { rebased, saysTheSame } from "@/records/row/rebase";
import type { Row } from "@/records/row/row";
import { newestRows } from "@/records/row/row";
import type { CellarDatabase, Change, Tally } from "./database";

/** A row as a screen wants it written, each kind with its own facts; the schema judges it all the same. */
export interface NewRowOf<K extends RecordKind> {
  readonly kind: K;
  readonly row: Inputs[K];
  /** Of a further telling: the one it was made from. Where another stands by now, only what was changed is written onto that. */
  readonly onto?: Records[K];
}
export type NewRow = { readonly [K in RecordKind]: NewRowOf<K> }[RecordKind];
export type WriteProblem =
  | { readonly code: "write/no-room" }
  | { readonly code: "write/invalid"; readonly kind: RecordKind; readonly path: string }
  | { readonly code: "write/clash"; readonly clashing: readonly Clashing[] }
  /** Asked back, and left: nothing was written, and nothing is to be said of it. */
  | { readonly code: "write/left" }
  | { readonly code: "write/newer-store" }
  | { readonly code: "write/failed"; readonly message: string };
/** Whose word stands, by the id of the fact. */
export type Answers = Readonly<Record<string, Whose>>;
export interface Written {
  readonly changeNo: number;
}

export interface Stamp {
  readonly newId: () => string;
  /** A moment later than any this device has written. */
  readonly now: () => string;
}

/**
 * Writes rows, all or none, and answers when they are on the disk. Each passes its schema; none replaces another. A
 * further telling of a fact goes onto what stands of it by now (`onto`); where both changed one line nothing is written
 * (`write/clash`), unless `answers` says, by the fact, whose word it is to be. The change is remembered under its label so that it can
 * be undone.
 */
export async function write(
  db: CellarDatabase,
  label: string,
  rows: readonly NewRow[],
  at: string,
  answers?: Answers,
): Promise<Outcome<Written, WriteProblem>> {
  const checked: Checked[] = [];
  for (const { kind, row, onto } of rows) {
    const parsed = db.formats.records[kind].schema.safeParse(row);
    if (!parsed.success) return refused(invalid(kind, parsed.error));
    checked.push({ kind, row: parsed.data, ...(onto ? { onto } : {}) });
  }
  const written = await settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes"], async () => {
      const told = await ontoStanding(db, checked, answers);
      if (!told.ok) return told;
      await addRows(db, told.value);
      const changeNo = await db.changes.add({
        label,
        at,
        rows: told.value.map(({ kind, row }) => ({ kind, rowId: row.rowId, id: row.id })),
        isUndone: 0,
      });
      return done({ changeNo });
    }),
  );
  return written.ok ? written.value : written;
}

interface Checked {
  readonly kind: RecordKind;
  readonly row: AnyRecord;
  readonly onto?: AnyRecord;
}
const invalid = (
  kind: RecordKind,
  { issues }: { readonly issues: readonly { readonly path: PropertyKey[] }[] },
) => ({ code: "write/invalid", kind, path: issues[0]?.path.join(".") ?? "" }) as const;

/** Inside the transaction that will write them: each further telling moved onto what stands of its fact by now. */
async function ontoStanding(
  db: CellarDatabase,
  rows: readonly Checked[],
  answers: Answers = {},
): Promise<Outcome<readonly Checked[], WriteProblem>> {
  const moved: Checked[] = [];
  const clashing: Clashing[] = [];
  for (const one of rows) {
    const { kind, row, onto } = one;
    const standing = onto && (await standingOf(db, kind, row.id));
    if (!onto || !standing || standing.rowId === onto.rowId) {
      moved.push(one);
      continue;
    }
    const whose = answers[row.id];
    const { row: together, clashes } = rebased<AnyRecord>(onto, row, standing, whose);
    const read = (telling: AnyRecord) =>
      db.formats.records[kind].schema.safeParse({ ...telling, revision: standing.revision + 1 });
    // Each may be right and both together not: then it is all or nothing of either.
    const fitting = read(together);
    if (whose === undefined && (clashes.length > 0 || !fitting.success))
      clashing.push({ kind, base: onto, mine: row, standing });
    const parsed = fitting.success ? fitting : read(row);
    if (!parsed.success) return refused(invalid(kind, parsed.error));
    if (fitting.success || whose === "mine") moved.push({ kind, row: parsed.data });
  }
  return clashing.length > 0 ? refused({ code: "write/clash", clashing }) : done(moved);
}

/** The telling of a fact that counts in the store now, whichever screens have heard of it; undefined where none can be read. */
export async function standingOf<K extends RecordKind>(
  db: CellarDatabase,
  kind: K,
  id: string,
): Promise<Records[K] | undefined> {
  return newestRows((await tellingsOf(db, kind, [id])) as unknown as Records[K][])[0];
}

/** All that was ever told of some facts, as far as it can be read. */
export async function tellingsOf(
  db: CellarDatabase,
  kind: RecordKind,
  ids: readonly string[],
): Promise<AnyRecord[]> {
  const format = db.formats.records[kind] as RecordFormat<AnyRecord>;
  return (
    await db
      .table<unknown>(kind)
      .where("id")
      .anyOf([...ids])
      .toArray()
  ).flatMap((raw) => {
    const read = readRow(raw, format);
    return read.ok ? [read.value] : [];
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

/** A change that was taken back or put back, and of how many of its facts something written since stands. */
export type Reversed = Change & { readonly stood: number };
/**
 * Takes a change back, the newest where none is named: each fact gets one more revision in which the lines it changed
 * say what they said before, or a mark of deletion where it said nothing. What was written since, here, in another tab
 * or by an import, stands. Nothing is erased, so the undoing can itself be undone (`redo`). `onWritten` hears after each
 * portion how far it is.
 */
export async function undo(
  db: CellarDatabase,
  stamp: Stamp,
  changeNo?: number,
  onWritten?: OnWritten,
): Promise<Outcome<Reversed | undefined, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes", "importedRows"], async () => {
      const change = changeNo === undefined ? await newestChange(db) : await db.changes.get(changeNo);
      if (!change || change.isUndone === 1) return undefined;
      const stood = await revise(db, change, stamp, "before", onWritten);
      await db.changes.update(change.no, { isUndone: 1 });
      return { ...change, stood };
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
): Promise<Outcome<Reversed | undefined, WriteProblem>> {
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "changes", "importedRows"], async () => {
      const change = await db.changes.get(changeNo);
      if (!change || change.isUndone === 0) return undefined;
      const stood = await revise(db, change, stamp, "again", onWritten);
      await db.changes.update(change.no, { isUndone: 0 });
      return { ...change, stood };
    }),
  );
}

/** Rows written so far. */
export type OnWritten = (rows: number, of: number) => void;

/** One more revision of every fact of a change, portion by portion; gives of how many of them something later stands. */
async function revise(
  db: CellarDatabase,
  change: Change,
  stamp: Stamp,
  say: "before" | "again",
  onWritten: OnWritten = () => undefined,
): Promise<number> {
  let stood = 0;
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
        await tellingsOf(
          db,
          kind,
          portion.flatMap((ref) => (ref.kind === kind ? [ref.id] : [])),
        ),
      );
    await addRows(
      db,
      portion.flatMap((ref) => {
        const ofFact = rows.get(ref.kind)!.filter(({ id }) => id === ref.id);
        const { row, isLaterStanding } = revised(ofFact, ref.rowIds, stamp, say, change.isImport === true);
        if (isLaterStanding) stood += 1;
        return row ? [{ kind: ref.kind, row }] : [];
      }),
    );
    onWritten(Math.min(from + REVISED_AT_ONCE, all.length), all.length);
  }
  return stood;
}
const REVISED_AT_ONCE = 500;

interface Revised {
  readonly row?: AnyRecord;
  /** Something written since said otherwise, and stands. */
  readonly isLaterStanding: boolean;
}
/** The next telling of a fact with what some rows changed in it taken back, or put back; none where nothing changes. */
function revised(
  rows: readonly (AnyRecord & Row)[],
  rowIds: ReadonlySet<string>,
  stamp: Stamp,
  say: "before" | "again",
  isImport: boolean,
): Revised {
  const written = newestRows(rows.filter(({ rowId }) => rowIds.has(rowId)))[0];
  const newest = newestRows(rows)[0];
  if (!written || !newest) throw new Error(`undo: the rows ${[...rowIds].join(", ")} are not there`);
  // What stands over an import is the keeper's later word, or an earlier one that counted more.
  if (isImport && say === "before" && !rowIds.has(newest.rowId)) return { isLaterStanding: true };
  const before = newestRows(
    rows.filter((row) =>
      isImport ? !rowIds.has(row.rowId) : row.revision < written.revision && !rowIds.has(row.rowId),
    ),
  )[0] ?? { ...written, deleted: true };
  const [from, to] = say === "before" ? [written, before] : [before, written];
  const { row, clashes } = rebased<AnyRecord & Row>(from, to, newest);
  const isLaterStanding = clashes.length > 0;
  if (saysTheSame(row, newest)) return { isLaterStanding };
  const head = { revision: newest.revision + 1, rowId: stamp.newId(), recordedAt: stamp.now() };
  return { row: { ...row, schemaVersion: newest.schemaVersion, ...head } as AnyRecord, isLaterStanding };
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

/** The device is full. */
export function isNoRoom(cause: unknown): boolean {
  for (let at: unknown = cause, depth = 0; at && depth < 5; depth += 1) {
    if (at instanceof Error && (at.name === Dexie.errnames.QuotaExceeded || at.name === "QuotaExceededError"))
      return true;
    at = typeof at === "object" && "inner" in at ? at.inner : undefined;
  }
  return false;
}

/** Why nothing was written. `isTyped`: something was typed for it, and is still there. */
export function sayWriteProblem(problem: WriteProblem, isTyped = false): string {
  const kept = isTyped ? " What you typed is still here." : "";
  switch (problem.code) {
    case "write/no-room":
      return `There is no room left on this device, so it was not saved.${kept} Free some room, or export an archive, and press again.`;
    case "write/invalid":
      return `It was not saved: ${sayField(problem.path)} cannot be right.${kept}`;
    case "write/left":
      return `It was not saved.${kept}`;
    case "write/clash":
      return `It was not saved: the same line was changed in another tab or on another device since.${kept}`;
    case "write/newer-store":
      return `It was not saved: this tab has lost the store, to a newer version of the app or by clearing.${kept} Load this page again, then press once more.`;
    case "write/failed":
      return `It was not saved: the browser's store did not answer.${kept} Try again, or reload the page.`;
  }
}
