import { replayOn } from "@/core/bin/replay";
import type { BinState } from "@/core/bin/state";
import type { Folded, FollowedKind, Subject, Told } from "@/core/fold/folds";
import { foldRows } from "@/core/fold/folds";
import type { CellarDatabase } from "@/persistence/database";
import { forgetLog, readLog } from "@/persistence/read";
import type { UpTo } from "@/persistence/upTo";
import { freshSince, upToOf } from "@/persistence/upTo";

/** A log read and folded: its state, how many of its rows could not be read, and how far it was read. */
export interface LogRead<K extends FollowedKind = FollowedKind> extends Told<K> {
  readonly brokenRows: number;
  readonly upTo?: UpTo;
}

/** Reads a log and folds it, in a worker or, where there is none, on the page. The rows themselves are let go. */
export async function readFolded<K extends FollowedKind>(
  db: CellarDatabase,
  { kind, id }: Subject<K>,
): Promise<LogRead<K>> {
  const { rows, broken } = await readLog(db, id);
  forgetLog(db, rows);
  const upTo = upToOf(rows, rows.length + broken.length);
  return { ...foldRows(kind, rows), brokenRows: broken.length, upTo };
}

/**
 * The state of a bin that was folded before, with what was written since; a few rows are read instead of a thousand. Undefined where
 * the whole log has to be read. Never throws for what the log says.
 */
export async function readGrown<K extends FollowedKind>(
  db: CellarDatabase,
  { kind, id }: Subject<K>,
  before: LogRead,
  rowCount: number,
): Promise<LogRead<K> | undefined> {
  if (kind !== "bins" || !before.upTo || before.fault !== undefined) return undefined;
  const { rows, broken } = await readLog(db, id, before.upTo.day);
  forgetLog(db, rows);
  const fresh = broken.length > 0 ? undefined : freshSince(before.upTo, rowCount, rows);
  if (!fresh) return undefined;
  try {
    const state = replayOn(before.state as BinState, fresh) as Folded[K];
    return { state, brokenRows: before.brokenRows, upTo: upToOf(fresh, rowCount, before.upTo) };
  } catch {
    return undefined;
  }
}
