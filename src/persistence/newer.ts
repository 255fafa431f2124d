import type { RecordKind } from "@/records/kinds";
import { RECORD_KINDS, RECORDS } from "@/records/kinds";
import type { CellarDatabase } from "./database";

/** What an open store's version is in numbers of ours: the store counts in tens. */
const versionOf = (db: CellarDatabase): number => db.backendDB().version / 10;

/**
 * Whether an open store was written by a later app than this one: a server that was rolled back, or an old copy of the app
 * that woke up. Asked of the store's version, of every row but the logs', and of the newest row of each log. Of such a
 * store one sees a part that looks whole, so nothing may be written into it.
 */
export async function isOfNewerApp(db: CellarDatabase): Promise<boolean> {
  if (versionOf(db) > db.formats.stores.length) return true;
  const isLater = (kind: RecordKind) => (row: unknown) =>
    typeof row === "object" &&
    row !== null &&
    "schemaVersion" in row &&
    typeof row.schemaVersion === "number" &&
    row.schemaVersion > db.formats.records[kind].current;
  for (const kind of RECORD_KINDS)
    if (RECORDS[kind].held !== "log" && (await db.table<unknown>(kind).toArray()).some(isLater(kind)))
      return true;
  const newest = (await db.tallies.toArray()).map(({ lastRowId }) => lastRowId);
  return (await db.table<unknown, string>("entries").bulkGet(newest)).some(isLater("entries"));
}
