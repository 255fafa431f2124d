import type { RecordKind } from "@/records/kinds";
import type { ArchiveWorker } from "@/workers/archive.protocol";
import type { Remote } from "comlink";

/** Rows come across in portions: one clone of a hundred thousand would hold the screen up. */
const PORTION = 2_000;

export async function fetchRows(
  archive: Remote<ArchiveWorker>,
  kind: RecordKind,
  count: number,
): Promise<unknown[]> {
  const rows: unknown[] = [];
  for (let from = 0; from < count; from += PORTION) rows.push(...(await archive.rows(kind, from, PORTION)));
  return rows;
}
