import type { Entry } from "@/records/entry";
import type { BatchLog } from "../batch/state";
import { batchLog } from "../batch/state";
import { replay } from "../bin/replay";
import type { BinState } from "../bin/state";
import { EMPTY_BIN } from "../bin/state";
import type { LotLog } from "../lot/state";
import { lotLog } from "../lot/state";
import type { TubLog } from "../nursery/state";
import { tubLog } from "../nursery/state";

/*
 * What is kept of each log that is followed: registered here once, with its fold and what stands where a log cannot be
 * folded. A new subject with a log of its own is one more line, and one in `versions`.
 */
export interface Folded {
  readonly bins: BinState;
  readonly batches: BatchLog;
  readonly lots: LotLog;
  readonly tubs: TubLog;
}
export type FollowedKind = keyof Folded;
const FOLDS: {
  readonly [K in FollowedKind]: {
    readonly of: (rows: readonly Entry[]) => Folded[K];
    readonly nothing: Folded[K];
  };
} = {
  bins: { of: replay, nothing: EMPTY_BIN },
  batches: { of: batchLog, nothing: [] },
  lots: { of: lotLog, nothing: [] },
  tubs: { of: tubLog, nothing: [] },
};

/** Something with a log: its kind and its id. */
export interface Subject<K extends FollowedKind = FollowedKind> {
  readonly kind: K;
  readonly id: string;
}

/** What a log comes to. Never throws for what the log says: a fault is told beside the empty state. */
export interface Told<K extends FollowedKind = FollowedKind> {
  readonly state: Folded[K];
  /** The log threw when it was folded: what stands is the empty state. */
  readonly fault?: string;
}
export function foldRows<K extends FollowedKind>(kind: K, rows: readonly Entry[]): Told<K> {
  try {
    return { state: FOLDS[kind].of(rows) };
  } catch (cause) {
    return { state: FOLDS[kind].nothing, fault: String(cause) };
  }
}
