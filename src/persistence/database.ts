import type { EntityTable, Table, Transaction } from "dexie";
import Dexie from "dexie";
import type { Formats as RecordFormats, RecordKind, Records } from "@/records/kinds";
import { RECORD_FORMATS, RECORD_KINDS, RECORDS } from "@/records/kinds";
import type { Step } from "@/records/row/migrate";
import type { UpTo } from "./upTo";

/** How many rows a subject's log has and which was written last: a stored result that names another is out of date. */
export interface Tally {
  readonly subjectId: string;
  readonly rowCount: number;
  readonly lastRowId: string;
}

/** A result computed from a log; may be thrown away at any time. */
export interface Digest {
  readonly subjectId: string;
  /** Tally and code it was computed from. */
  readonly fingerprint: string;
  readonly result: unknown;
  readonly brokenRows: number;
  /** How far its log was read, so that it can grow by what was written since. */
  readonly upTo?: UpTo;
}

/**
 * Where the twin of a bin stood on earlier days, so that it need not start at the beginning, and what its log says to the model, so
 * that it need not be read again. May be thrown away.
 */
export interface Standing {
  readonly subjectId: string;
  readonly snapshots: readonly unknown[];
  readonly script?: unknown;
  /** What the script was made of, and by what. */
  readonly of?: string;
}
/** What the twin said of a bin on a day; the fingerprint names all it rests on. May be thrown away. */
export interface Forecast {
  readonly subjectId: string;
  readonly fingerprint: string;
  readonly expectation: unknown;
}

/** One saving of the keeper's, so that it can be undone after a reload. Belongs to this device, not to the archive. */
export interface ChangedRow {
  readonly kind: RecordKind;
  readonly rowId: string;
  readonly id: string;
}
/** The rows of one import, by the number of its change. */
export interface ImportedRows {
  readonly no: number;
  readonly rows: readonly ChangedRow[];
}
export interface Change {
  readonly no: number;
  readonly label: string;
  readonly at: string;
  /** What it wrote; of an import they stand apart, so that nobody who asks what was kept last reads a hundred thousand of them. */
  readonly rows?: readonly ChangedRow[];
  readonly isUndone: 0 | 1;
  /** Brought in from a file: later work on its facts stands when it is taken back. */
  readonly isImport?: true;
}

export interface Draft {
  readonly key: string;
  readonly typed: unknown;
  readonly at: string;
}

export interface SetAsideRow {
  readonly no: number;
  readonly kind: string;
  readonly reason: string;
  readonly raw: unknown;
}

export interface DeviceFact {
  readonly key: "deviceId" | "archivedAt" | "persistence" | "weather" | "rehearsal";
  readonly value: string;
}

/**
 * Tables beside the records', version by version. A new version adds a line; old lines are never edited. A record whose
 * format alone changes needs none: its rows are stepped as they are read.
 */
const BESIDE: readonly Record<string, string>[] = [
  {
    tallies: "subjectId",
    digests: "subjectId",
    changes: "++no, isUndone",
    drafts: "key",
    setAside: "++no, kind",
    device: "key",
  },
  {},
  { standings: "subjectId", forecasts: "subjectId" },
  {},
  {},
  {},
  { importedRows: "no" },
];
/** The version of the store from which on an import's rows stand apart from its change. */
const ROWS_APART = 7;
/** Each index costs time at every save; one more is one more version, when a question asks for it. */
const STORES: readonly Record<string, string>[] = BESIDE.map((beside, at) => ({
  ...Object.fromEntries(
    Object.entries(RECORDS)
      .filter(([, { since }]) => since === at + 1)
      .map(([kind, { indexes }]) => [kind, indexes ? `rowId, id, ${indexes}` : "rowId, id"]),
  ),
  ...beside,
}));

export interface Formats {
  readonly stores: readonly Record<string, string>[];
  readonly records: RecordFormats;
}
const CURRENT: Formats = { stores: STORES, records: RECORD_FORMATS };
type RecordTables = { readonly [K in RecordKind]: Table<Records[K], string> };
/** Dexie puts a property for each table on what it opens; the records' are declared from their list. */
const WithTables = Dexie as unknown as new (
  ...parts: ConstructorParameters<typeof Dexie>
) => Dexie & RecordTables;

/**
 * One cellar's tables. Rows are written once and never changed; see write.ts. `strict` durability: a save is answered
 * only when it is on the disk, so a killed browser loses nothing it has acknowledged.
 */
export class CellarDatabase extends WithTables {
  declare readonly tallies: Table<Tally, string>;
  declare readonly digests: Table<Digest, string>;
  declare readonly standings: Table<Standing, string>;
  declare readonly forecasts: Table<Forecast, string>;
  declare readonly changes: EntityTable<Change, "no">;
  declare readonly importedRows: Table<ImportedRows, number>;
  declare readonly drafts: Table<Draft, string>;
  declare readonly setAside: EntityTable<SetAsideRow, "no">;
  declare readonly device: Table<DeviceFact, string>;
  readonly formats: Formats;

  /**
   * `formats` is another than the app's own only where a test plays a later version of it. Who writes nothing but what may be thrown
   * away need not wait for the disk.
   */
  constructor(name: string, formats: Formats = CURRENT, durability: "strict" | "relaxed" = "strict") {
    super(name, { chromeTransactionDurability: durability });
    this.formats = formats;
    formats.stores.forEach((stores, at) => {
      const version = this.version(at + 1).stores(stores);
      if (at + 1 === ROWS_APART) version.upgrade(setRowsApart);
      else if (at > 0) version.upgrade((transaction) => upgradeRows(transaction, formats, at + 1));
    });
  }
}

/** A cellar as opened by who reads it and keeps only what may be thrown away. */
export const readingCellar = (name: string): CellarDatabase => new CellarDatabase(name, CURRENT, "relaxed");

export const OWN_CELLAR = "brown-cellar";
export const DEMO_CELLARS = ["brown-cellar-demo", "brown-cellar-demo-2"] as const;

/** What was brought in before the rows of imports stood apart. */
async function setRowsApart(transaction: Transaction): Promise<void> {
  const changes = transaction.table<Change, number>("changes");
  const imports = await changes
    .filter(({ isImport, rows }) => isImport === true && rows !== undefined)
    .toArray();
  for (const { rows, ...change } of imports) {
    await transaction.table<ImportedRows, number>("importedRows").put({ no: change.no, rows: rows! });
    await changes.put(change);
  }
}

/**
 * Walks every row to the current version inside the one upgrade transaction. A row that a step cannot take stays as it
 * is: it is shown as broken, not lost.
 */
async function upgradeRows(transaction: Transaction, formats: Formats, version: number): Promise<void> {
  for (const kind of RECORD_KINDS) {
    // A table that a later version of the store brings is not there yet.
    if (!formats.stores.slice(0, version).some((stores) => kind in stores)) continue;
    const { current, steps } = formats.records[kind] as { current: number; steps: readonly Step[] };
    await transaction
      .table<Record<string, unknown>, string>(kind)
      .toCollection()
      .modify((row, reference) => {
        const stepped = walked(row, current, steps);
        if (stepped) reference.value = stepped;
      });
  }
  // Whatever was computed from old rows may differ now.
  await transaction.table("digests").clear();
}

function walked(
  row: Record<string, unknown>,
  current: number,
  steps: readonly Step[],
): Record<string, unknown> | undefined {
  const version = row.schemaVersion;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1 || version >= current)
    return undefined;
  try {
    let at = row;
    for (let step = version; step < current; step += 1)
      at = { ...steps[step - 1]!(at), schemaVersion: step + 1 };
    return at;
  } catch {
    // The reader will say what is wrong with it when it is asked for.
    return undefined;
  }
}
