"use client";
import type { BatchState } from "@/core/batch/state";
import { batchState } from "@/core/batch/state";
import { effectiveEntries } from "@/core/log/effective";
import { readLog } from "@/persistence/read";
import type { Batch } from "@/records/batch";
import { useLiveQuery } from "dexie-react-hooks";
import { useSession } from "./session";

export interface BatchToday {
  readonly batch: Batch;
  readonly state: BatchState;
}

/** The batches of the store as they stand today, newest first; undefined while their logs are read. */
export function useBatches(): readonly BatchToday[] | undefined {
  const { db, batches, today } = useSession();
  return useLiveQuery(async () => {
    const read = await Promise.all(
      batches.map(async (batch) => {
        const log = await readLog(db, batch.id);
        return { batch, state: batchState(batch, effectiveEntries(log.rows), today) };
      }),
    );
    return read.toSorted((a, b) => (a.batch.mixedOn < b.batch.mixedOn ? 1 : -1));
  }, [db, batches, today]);
}
