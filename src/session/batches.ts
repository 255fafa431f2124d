import type { BatchState } from "@/core/batch/state";
import type { Batch } from "@/records/batch";

/** A batch of the store as it stands today. */
export interface BatchToday {
  readonly batch: Batch;
  readonly state: BatchState;
}
