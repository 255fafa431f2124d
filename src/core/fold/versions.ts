import type { FollowedKind } from "./folds";
import { BIN_FOLD } from "../bin/version";

/**
 * Names what folded a log, by the kind of its subject: a stored state is true as long as its fold is. Apart from the folds,
 * so that a cellar opens from stored states without them.
 */
export const FOLD_VERSIONS: Readonly<Record<FollowedKind, string>> = {
  bins: BIN_FOLD,
  batches: "batch-1",
  lots: "lot-1",
  tubs: "tub-2",
};
