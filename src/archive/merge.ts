import type { RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import { newestRows } from "@/records/row/row";
import type { BadArchive, DecodedArchive } from "./decode";
import type { ArchiveRecords } from "./document";

export interface MergePlan {
  /** Rows that are not here yet; all that will be written. */
  readonly fresh: ArchiveRecords;
  readonly summary: MergeSummary;
}
export interface MergeSummary {
  readonly freshCount: Readonly<Record<RecordKind, number>>;
  readonly alreadyHere: number;
  readonly newBins: readonly string[];
  readonly changedBins: readonly string[];
  readonly setAside: number;
  readonly firstDay?: string;
  readonly lastDay?: string;
  readonly exportedAt: string;
}

/** A merge being planned, portion by portion, so that a large archive never holds a screen up. */
export interface Merging {
  /** Takes rows of a kind with what is held here under their ids; a problem refuses the whole archive. */
  take<K extends RecordKind>(
    kind: K,
    rows: ArchiveRecords[K],
    held: readonly unknown[],
  ): BadArchive | undefined;
  plan(): MergePlan;
}

/**
 * What an archive would add to a cellar. Rows are facts that never change, so merging is the union of rows: two
 * archives of one cellar merge without losing either's work, and importing twice changes nothing. A row that is here
 * under the same id with other words means one of the two was tampered with: the whole file is refused.
 */
export function startMerge(archive: DecodedArchive): Merging {
  const fresh = Object.fromEntries(RECORD_KINDS.map((kind) => [kind, [] as unknown[]])) as Record<
    RecordKind,
    unknown[]
  >;
  const touched = new Set<string>();
  let alreadyHere = 0;
  let firstDay: string | undefined;
  let lastDay: string | undefined;
  return {
    take(kind, rows, held) {
      for (const [at, row] of rows.entries()) {
        const here = held[at];
        if (here !== undefined) {
          if (!sameFact(here, row)) return { code: "archive/row-differs", kind, rowId: row.rowId };
          alreadyHere += 1;
          continue;
        }
        fresh[kind].push(row);
        if (!("day" in row)) continue;
        touched.add(row.subject.id);
        if (firstDay === undefined || row.day < firstDay) firstDay = row.day;
        if (lastDay === undefined || row.day > lastDay) lastDay = row.day;
      }
      return undefined;
    },
    plan() {
      const rows = fresh as unknown as ArchiveRecords;
      const newBinIds = new Set(rows.bins.filter((row) => row.revision === 1).map((row) => row.id));
      const bins = newestRows(archive.records.bins).filter((bin) => !bin.deleted);
      return {
        fresh: rows,
        summary: {
          freshCount: Object.fromEntries(RECORD_KINDS.map((kind) => [kind, rows[kind].length])) as Record<
            RecordKind,
            number
          >,
          alreadyHere,
          newBins: bins.filter((bin) => newBinIds.has(bin.id)).map((bin) => bin.name),
          changedBins: bins
            .filter((bin) => !newBinIds.has(bin.id) && touched.has(bin.id))
            .map((bin) => bin.name),
          setAside: archive.setAside.length,
          ...(firstDay !== undefined && lastDay !== undefined ? { firstDay, lastDay } : {}),
          exportedAt: archive.exportedAt,
        },
      };
    },
  };
}

/** Equal as facts, whatever the order of the keys. */
function sameFact(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  const left = Object.entries(a).filter(([, value]) => value !== undefined);
  const right = new Map(Object.entries(b).filter(([, value]) => value !== undefined));
  return (
    left.length === right.size &&
    left.every(([key, value]) => right.has(key) && sameFact(value, right.get(key)))
  );
}
