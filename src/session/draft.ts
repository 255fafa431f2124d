"use client";
import type { CellarDatabase } from "@/persistence/database";
import { useCallback, useEffect, useRef, useState } from "react";
import { nextInstant } from "./clock";

export interface DraftState<T> {
  readonly typed: T;
  readonly set: (change: (before: T) => T) => void;
  readonly clear: () => Promise<void>;
  /** False until what was typed before (a reload, a crash) has been looked for. */
  readonly isLoaded: boolean;
}

/** What is being typed and not saved yet. It outlives a reload and an error page; saving clears it. */
export function useDraft<T>(db: CellarDatabase, key: string, empty: T): DraftState<T> {
  const [typed, setTyped] = useState(empty);
  const [isLoaded, setLoaded] = useState(false);
  const first = useRef(empty);
  const current = useRef(empty);
  const show = useCallback((next: T) => {
    current.current = next;
    setTyped(next);
  }, []);
  useEffect(() => {
    let isGone = false;
    db.drafts
      .get(key)
      .then((draft) => {
        if (isGone) return;
        if (draft) show({ ...first.current, ...(draft.typed as T) });
        setLoaded(true);
      })
      .catch(() => setLoaded(true));
    return () => {
      isGone = true;
    };
  }, [db, key, show]);
  const set = useCallback(
    (change: (before: T) => T) => {
      show(change(current.current));
      // A draft that cannot be kept (full disk) is still on the screen.
      db.drafts.put({ key, typed: current.current, at: nextInstant() }).catch(() => undefined);
    },
    [db, key, show],
  );
  const clear = useCallback(async () => {
    show(first.current);
    await db.drafts.delete(key).catch(() => undefined);
  }, [db, key, show]);
  return { typed, set, clear, isLoaded };
}
