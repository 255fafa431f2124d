import type { FollowedKind, Subject, Told } from "@/core/fold/folds";
import { foldRows } from "@/core/fold/folds";
import type { CellarDatabase } from "@/persistence/database";
import { forgetLog, readLog } from "@/persistence/read";

/** A log read and folded: its state, and how many of its rows could not be read. */
export interface LogRead<K extends FollowedKind = FollowedKind> extends Told<K> {
  readonly brokenRows: number;
}

/** Reads a log and folds it, in a worker or, where there is none, on the page. The rows themselves are let go. */
export async function readFolded<K extends FollowedKind>(
  db: CellarDatabase,
  { kind, id }: Subject<K>,
): Promise<LogRead<K>> {
  const log = await readLog(db, id);
  forgetLog(db, log.rows);
  return { ...foldRows(kind, log.rows), brokenRows: log.broken.length };
}
