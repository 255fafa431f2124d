"use client";
import { isStoreGone } from "@/persistence/write";
import { useLiveQuery } from "dexie-react-hooks";

const NEVER = new Promise<never>(() => undefined);

/**
 * What the store holds, kept up with it; undefined until it is read. Where the store has gone away (cleared, or taken by
 * a newer app) what was read last stays on the screen: that it is gone is said elsewhere.
 */
export function useStored<T>(query: () => Promise<T>, deps: readonly unknown[]): T | undefined {
  return useLiveQuery(
    () =>
      query().catch((cause: unknown) => {
        if (isStoreGone(cause)) return NEVER;
        throw cause;
      }),
    [...deps],
  );
}
