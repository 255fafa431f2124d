import type { BatchState } from "@/core/batch/state";
import type { LotDue } from "@/core/lot/due";
import type { LotState } from "@/core/lot/state";
import type { Batch } from "@/records/batch";
import type { Climate } from "@/records/room";
import type { Lot } from "@/records/lot";

/** A lot of castings as it stands today, and what it asks for next. */
export interface LotToday {
  readonly lot: Lot;
  readonly state: LotState;
  /** Of the room it dries in: one for slate and room alike. */
  readonly climate: Climate;
  readonly due?: LotDue;
}

/** A batch of the store as it stands today. */
export interface BatchToday {
  readonly batch: Batch;
  readonly state: BatchState;
}

export type { TubToday } from "@/core/nursery/due";
