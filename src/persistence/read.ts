import Dexie from "dexie";
import type { Entry } from "@/records/entry";
import type { HeldAs, RecordKind, Records } from "@/records/kinds";
import { RECORD_KINDS, RECORDS } from "@/records/kinds";
import type { RecordFormat, UnreadableRow } from "@/records/row/migrate";
import { readRow } from "@/records/row/migrate";
import type { Row } from "@/records/row/row";
import { present } from "@/records/row/row";
import type { CellarDatabase } from "./database";
import { turn } from "./turn";

export interface BrokenRow {
  readonly kind: RecordKind;
  readonly rowId: string;
  readonly problem: UnreadableRow;
  readonly raw: unknown;
}
export interface ReadRows<R> {
  readonly rows: readonly R[];
  readonly broken: readonly BrokenRow[];
}

/** Rows never change once written, so what was read once need not be judged again in this session. */
const judged = new WeakMap<CellarDatabase, Map<string, unknown>>();

function readAll<K extends RecordKind>(
  db: CellarDatabase,
  kind: K,
  raws: readonly unknown[],
): ReadRows<Records[K]> {
  const known = judged.get(db) ?? new Map<string, unknown>();
  judged.set(db, known);
  const rows: Records[K][] = [];
  const broken: BrokenRow[] = [];
  for (const raw of raws) {
    const rowId = rowIdOf(raw);
    const held = known.get(rowId);
    if (held) {
      rows.push(held as Records[K]);
      continue;
    }
    const read = readRow<Records[K]>(raw, db.formats.records[kind]);
    if (read.ok) {
      known.set(rowId, read.value);
      rows.push(read.value);
    } else {
      broken.push({ kind, rowId, problem: read.problem, raw });
    }
  }
  return { rows, broken };
}

const rowIdOf = (raw: unknown): string =>
  typeof raw === "object" && raw !== null && "rowId" in raw && typeof raw.rowId === "string" ? raw.rowId : "";

/** Every row of a kind, all revisions; what cannot be read stands beside. */
export const readEvery = async <K extends RecordKind>(
  db: CellarDatabase,
  kind: K,
): Promise<ReadRows<Records[K]>> => readAll(db, kind, await db.table<unknown, string>(kind).toArray());

/** A log is held in memory only while its bin is looked at; a hundred logs would be a hundred megabytes. */
export function forgetLog(db: CellarDatabase, rows: readonly Entry[]): void {
  const known = judged.get(db);
  for (const row of rows) known?.delete(row.rowId);
}

/** Everything but the logs: what counts of every other kind. */
export type Frame = {
  readonly [K in HeldAs<"many">]: readonly Records[K][];
} & {
  readonly cellar?: Records["cellars"];
  readonly settings?: Records["settings"];
  readonly broken: readonly BrokenRow[];
  /** Rows of all these kinds, revisions and deletions included: it can only grow. */
  readonly rowCount: number;
};

export async function readFrame(db: CellarDatabase): Promise<Frame> {
  const kinds = RECORD_KINDS.filter((kind) => RECORDS[kind].held !== "log");
  const read = await Promise.all(kinds.map(async (kind) => [kind, await readEvery(db, kind)] as const));
  const held = Object.fromEntries(read.map(([kind, { rows }]) => [kind, present<Row>(rows)])) as unknown as {
    readonly [K in RecordKind]: readonly Records[K][];
  };
  const { cellars, settings, ...many } = held;
  return {
    ...many,
    ...(cellars[0] ? { cellar: cellars[0] } : {}),
    ...(settings[0] ? { settings: settings[0] } : {}),
    broken: read.flatMap(([, { broken }]) => broken),
    rowCount: read.reduce((sum, [, { rows, broken }]) => sum + rows.length + broken.length, 0),
  };
}

/** Every row of one bin's log, all revisions, from a day on if one is named; what cannot be read stands beside. */
export async function readLog(
  db: CellarDatabase,
  subjectId: string,
  from?: string,
): Promise<ReadRows<Entry>> {
  const raws = await db.entries
    .where("[subject.id+day]")
    .between([subjectId, from ?? Dexie.minKey], [subjectId, Dexie.maxKey])
    .toArray();
  const rows: Entry[] = [];
  const broken: BrokenRow[] = [];
  for (let from = 0; from < raws.length; from += JUDGED_AT_ONCE) {
    if (from > 0) await turn();
    const portion = readAll(db, "entries", raws.slice(from, from + JUDGED_AT_ONCE));
    rows.push(...portion.rows);
    broken.push(...portion.broken);
  }
  return { rows, broken };
}

/** What counts of one act on a day, in whichever bins it was written. */
export async function readAct(
  db: CellarDatabase,
  actId: string,
  subjectIds: readonly string[],
  day: string,
): Promise<readonly Entry[]> {
  const raws = await db.entries
    .where("[subject.id+day]")
    .anyOf(subjectIds.map((id) => [id, day]))
    .toArray();
  return present(readAll(db, "entries", raws).rows).filter((entry) => entry.actId === actId);
}

/** As many rows as are judged well within one frame; then the screen draws and the keeper presses. */
const JUDGED_AT_ONCE = 200;

/** Each portion is fetched, unpacked and judged in a quarter of what would be felt. */
const WALKED_AT_ONCE = 100;
/** All rows that cannot be read, wherever they are. Walks the whole store: for the Records screen, not for the Round. */
export async function findBroken(db: CellarDatabase): Promise<BrokenRow[]> {
  const broken: BrokenRow[] = [];
  for (const kind of RECORD_KINDS) {
    const table = db.table<unknown, string>(kind);
    for (let after: unknown = Dexie.minKey; after !== undefined;) {
      const raws = await table.where("rowId").above(after).limit(WALKED_AT_ONCE).toArray();
      for (const raw of raws) {
        const read = readRow(raw, db.formats.records[kind] as RecordFormat<unknown>);
        if (!read.ok) broken.push({ kind, rowId: rowIdOf(raw), problem: read.problem, raw });
      }
      after = raws.length < WALKED_AT_ONCE ? undefined : rowIdOf(raws.at(-1));
      if (after !== undefined) await turn();
    }
  }
  return broken;
}

/** Small enough that reading and judging them leaves the screen free in between. */
export const READ_AT_ONCE = 500;
