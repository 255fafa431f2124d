import type { AnyRecord, RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import { newestRows } from "@/records/row/row";
import { saysTheSame, sameFact } from "@/records/row/rebase";
import type { BadArchive, DecodedArchive } from "./decode";
import type { ArchiveRecords } from "./document";

export interface MergePlan {
  /** Rows that are not here yet; all that will be written. */
  readonly fresh: ArchiveRecords;
  /** Rows that stand here unreadable and come sound from the archive, by kind: what stands here is set aside. */
  readonly heals: ReadonlySet<string>;
  readonly summary: MergeSummary;
}

/** Of what the summary speaks by name. */
export type NamedKind = "bins" | "rooms" | "batches" | "lots" | "tubs" | "orders";
export interface NamedChange {
  readonly kind: NamedKind;
  readonly name: string;
  readonly is: "new" | "renamed" | "altered" | "removed" | "back";
  /** What it is called here, where it is renamed. */
  readonly before?: string;
}
/** What comes to the log of one subject. */
export interface LogChange {
  readonly name: string;
  readonly added: number;
  readonly corrected: number;
  readonly struckOut: number;
}
export interface MergeSummary {
  readonly freshCount: Readonly<Record<RecordKind, number>>;
  readonly alreadyHere: number;
  /** Every bin, room, batch, lot, tub and order that is not what it was, by name. */
  readonly named: readonly NamedChange[];
  readonly logs: readonly LogChange[];
  readonly healed: number;
  readonly setAside: number;
  readonly firstDay?: string;
  readonly lastDay?: string;
  readonly exportedAt: string;
}

/** What is here under a row's id: nothing, a row that can be read, one that cannot, or one the keeper mended since. */
export type Held =
  | undefined
  | { readonly is: "row"; readonly row: unknown }
  | { readonly is: "broken" }
  | { readonly is: "mended" };

/** A merge being planned, portion by portion, so that a large archive never holds a screen up. */
export interface Merging {
  /** Takes rows of a kind with what is held here under their ids; a problem refuses the whole archive. */
  take<K extends RecordKind>(kind: K, rows: ArchiveRecords[K], held: readonly Held[]): BadArchive | undefined;
  /** With the rows that are here of what the summary names. */
  plan(here: { readonly [K in NamedKind]: ArchiveRecords[K] }): MergePlan;
}

const NAMED: readonly NamedKind[] = ["bins", "rooms", "batches", "lots", "tubs", "orders"];

/**
 * What an archive would add to a cellar. Rows are facts that never change, so merging is the union of rows: two
 * archives of one cellar merge without losing either's work, and importing twice changes nothing. A row that is here
 * under the same id with other words means one of the two was tampered with: the whole file is refused. A row that
 * cannot be read here is healed by the archive's.
 */
export function startMerge(archive: DecodedArchive): Merging {
  const fresh = Object.fromEntries(RECORD_KINDS.map((kind) => [kind, [] as AnyRecord[]])) as Record<
    RecordKind,
    AnyRecord[]
  >;
  const heals = new Set<string>();
  const logs = new Map<string, { added: number; corrected: number; struckOut: number }>();
  let alreadyHere = 0;
  let firstDay: string | undefined;
  let lastDay: string | undefined;
  return {
    take(kind, rows, held) {
      for (const [at, row] of rows.entries()) {
        const here = held[at];
        if (here?.is === "row" && !sameFact(here.row, row))
          return { code: "archive/row-differs", kind, rowId: row.rowId };
        if (here?.is === "row" || here?.is === "mended") {
          alreadyHere += 1;
          continue;
        }
        if (here?.is === "broken") heals.add(row.rowId);
        fresh[kind].push(row);
        if (!("day" in row)) continue;
        const log = logs.get(row.subject.id) ?? { added: 0, corrected: 0, struckOut: 0 };
        if (row.deleted) log.struckOut += 1;
        else if (row.revision > 1) log.corrected += 1;
        else log.added += 1;
        logs.set(row.subject.id, log);
        if (firstDay === undefined || row.day < firstDay) firstDay = row.day;
        if (lastDay === undefined || row.day > lastDay) lastDay = row.day;
      }
      return undefined;
    },
    plan(here) {
      const rows = fresh as unknown as ArchiveRecords;
      const names = new Map<string, string>(
        NAMED.flatMap((kind) =>
          newestRows<{ id: string; name: string } & AnyRecord>([
            ...(here[kind] as never[]),
            ...(rows[kind] as never[]),
          ]).map(({ id, name }) => [id, name] as const),
        ),
      );
      return {
        fresh: rows,
        heals,
        summary: {
          freshCount: Object.fromEntries(RECORD_KINDS.map((kind) => [kind, rows[kind].length])) as Record<
            RecordKind,
            number
          >,
          alreadyHere,
          named: NAMED.flatMap((kind) => namedChanges(kind, here[kind], rows[kind])),
          logs: [...logs].map(([id, log]) => ({ name: names.get(id) ?? "the cellar", ...log })),
          healed: heals.size,
          setAside: archive.setAside.length,
          ...(firstDay !== undefined && lastDay !== undefined ? { firstDay, lastDay } : {}),
          exportedAt: archive.exportedAt,
        },
      };
    },
  };
}

type NamedRow = ArchiveRecords[NamedKind][number];

/** How what counts of each bin, room, batch or lot changes by the fresh rows; those that stay as they are do not appear. */
function namedChanges(kind: NamedKind, here: readonly NamedRow[], fresh: readonly NamedRow[]): NamedChange[] {
  const before = new Map(newestRows(here).map((row) => [row.id as string, row]));
  const after = newestRows<NamedRow>([...here, ...fresh]);
  return after.flatMap((row): NamedChange[] => {
    const was = before.get(row.id);
    if (was?.rowId === row.rowId) return [];
    const { name } = row;
    if (row.deleted) return was && !was.deleted ? [{ kind, name: was.name, is: "removed" }] : [];
    if (!was) return [{ kind, name, is: "new" }];
    if (was.deleted) return [{ kind, name, is: "back" }];
    if (was.name !== name) return [{ kind, name, is: "renamed", before: was.name }];
    return saysTheSame(was, row) ? [] : [{ kind, name, is: "altered" }];
  });
}
