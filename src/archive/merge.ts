import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { RecordKind } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import { newestRows, present } from "@/records/row/row";
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

/**
 * What an archive would add to a cellar. Rows are facts that never change, so merging is the union of rows: two
 * archives of one cellar merge without losing either's work, and importing twice changes nothing. A row that is here
 * under the same id with other words means one of the two was tampered with: the whole file is refused.
 */
export function planMerge(
  archive: DecodedArchive,
  here: (kind: RecordKind, rowId: string) => unknown,
): Outcome<MergePlan, BadArchive> {
  const fresh: Record<string, unknown[]> = {};
  const freshCount = {} as Record<RecordKind, number>;
  let alreadyHere = 0;
  for (const kind of RECORD_KINDS) {
    const rows: unknown[] = [];
    for (const row of archive.records[kind]) {
      const held = here(kind, row.rowId);
      if (held === undefined) rows.push(row);
      else if (sameFact(held, row)) alreadyHere += 1;
      else return refused({ code: "archive/row-differs", kind, rowId: row.rowId });
    }
    fresh[kind] = rows;
    freshCount[kind] = rows.length;
  }
  const rows = fresh as unknown as ArchiveRecords;
  const days = rows.entries.map((entry) => entry.day).sort();
  const newBinIds = new Set(rows.bins.filter((row) => row.revision === 1).map((row) => row.id));
  const touched = new Set(rows.entries.map((entry) => entry.subject.id as string));
  const names = present(archive.records.bins);
  return done({
    fresh: rows,
    summary: {
      freshCount,
      alreadyHere,
      newBins: names.filter((bin) => newBinIds.has(bin.id)).map((bin) => bin.name),
      changedBins: newestRows(archive.records.bins)
        .filter((bin) => !newBinIds.has(bin.id) && touched.has(bin.id))
        .map((bin) => bin.name),
      setAside: archive.setAside.length,
      ...(days[0] ? { firstDay: days[0], lastDay: days.at(-1)! } : {}),
      exportedAt: archive.exportedAt,
    },
  });
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
