import type { Entry } from "@/records/entry";

/** How far a log was read: how many rows it had, and the last of them by day and order. Plain data. */
export interface UpTo {
  readonly rowCount: number;
  readonly day: string;
  readonly seq: number;
}

/** Where a log stands once these rows of it were read, on top of what was read before. Never throws. */
export function upToOf(rows: readonly Entry[], rowCount: number, before?: UpTo): UpTo {
  let { day, seq } = before ?? { day: "", seq: -1 };
  for (const row of rows) if (row.day > day || (row.day === day && row.seq > seq)) ({ day, seq } = row);
  return { rowCount, day, seq };
}

/**
 * What was written since a log was read so far: rows that are new and later, out of all its rows from that day on. Undefined where
 * anything else was written too (a correction, a deletion, a line of an earlier day, a row that cannot be read): then what was made of
 * the log is made of all of it anew. Never throws.
 */
export function freshSince(
  known: UpTo,
  rowCount: number,
  rowsFromThatDay: readonly Entry[],
): readonly Entry[] | undefined {
  if (rowCount <= known.rowCount) return undefined;
  const fresh = rowsFromThatDay.filter(({ day, seq }) => day > known.day || seq > known.seq);
  const isAll = fresh.length === rowCount - known.rowCount;
  return isAll && fresh.every(({ revision, deleted }) => revision === 1 && !deleted) ? fresh : undefined;
}
