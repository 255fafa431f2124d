import { RECORD_KINDS } from "@/records/kinds";
import type { ArchiveRecords } from "@/archive/document";
import type { CellarDatabase } from "@/persistence/database";
import { replaceCellar } from "@/persistence/importing";
import { startArchiveWorker } from "@/workers/archive.client";
import { todayHere } from "./clock";
import { fetchRows } from "./archiveRows";

/** Fills a cellar with the demo that ends today: made in a worker, read by the same decoder as any file. */
export async function openDemo(db: CellarDatabase): Promise<void> {
  const { archive, end } = startArchiveWorker();
  try {
    const head = await archive.demo(todayHere());
    if (!head.ok) throw new Error(`openDemo: the demo archive was refused (${head.problem.code})`);
    const records: Record<string, unknown[]> = {};
    for (const kind of RECORD_KINDS) records[kind] = await fetchRows(archive, kind, head.value.counts[kind]);
    const written = await replaceCellar(db, {
      exportedAt: head.value.exportedAt,
      records: records as unknown as ArchiveRecords,
      setAside: [],
    });
    if (!written.ok) throw new Error(`openDemo: ${written.problem.code}`);
  } finally {
    end();
  }
}
