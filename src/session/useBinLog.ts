"use client";
import { useStored } from "./useStored";
import { effectiveEntries } from "@/core/log/effective";
import type { BrokenRow } from "@/persistence/read";
import { readLog } from "@/persistence/read";
import type { Entry } from "@/records/entry";
import { useSession } from "./session";

/** The whole log of one bin as it counts, oldest first, and what of it cannot be read. */
export function useBinLog(
  binId: string,
): { readonly entries: readonly Entry[]; readonly broken: readonly BrokenRow[] } | undefined {
  const { db } = useSession();
  return useStored(async () => {
    const log = await readLog(db, binId);
    return { entries: effectiveEntries(log.rows), broken: log.broken };
  }, [db, binId]);
}
