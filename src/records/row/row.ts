import { deviceId, instant, rowId } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";

/**
 * What every stored row carries. A fact keeps its `id` for ever; each correction is a further row with the next
 * `revision`; a deletion is a row marked so. `rowId` names the row itself and never repeats.
 */
export const rowFields = {
  rowId,
  revision: z.number().int().min(1).max(1_000_000),
  recordedAt: instant,
  deviceId,
  deleted: z.boolean().optional(),
};

export interface Row {
  readonly rowId: string;
  readonly id: string;
  readonly revision: number;
  readonly recordedAt: string;
  readonly deleted?: boolean | undefined;
}

/**
 * The row of each fact that counts: highest revision, then the later `recordedAt`, then the greater row id, so that
 * two devices that wrote the same revision agree whatever order the rows arrive in. Deleted facts are kept in the
 * result (marked); drop them with `present`.
 */
export function newestRows<R extends Row>(rows: Iterable<R>): R[] {
  const newest = new Map<string, R>();
  for (const row of rows) {
    const held = newest.get(row.id);
    if (!held || countsOver(row, held)) newest.set(row.id, row);
  }
  return [...newest.values()];
}

export const present = <R extends Row>(rows: Iterable<R>): R[] =>
  newestRows(rows).filter((row) => !row.deleted);

function countsOver(row: Row, held: Row): boolean {
  if (row.revision !== held.revision) return row.revision > held.revision;
  if (row.recordedAt !== held.recordedAt) return row.recordedAt > held.recordedAt;
  return row.rowId > held.rowId;
}
