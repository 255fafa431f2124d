"use client";
import type { ReactNode } from "react";
import { createContext, useContext, useState } from "react";

/** A change that can be taken back or put back; a large one (an import) is worked on in a worker. */
export interface ChangeRef {
  readonly no: number;
  readonly isLarge?: boolean;
}
export interface Notice {
  readonly text: string;
  readonly tone: "said" | "problem";
  /** Offers to take back, or to put back, that very change. */
  readonly change?: ChangeRef & { readonly offer: "undo" | "redo" };
  /** Another way back, where there is no change to undo. */
  readonly way?: { readonly label: string; readonly take: () => void };
}
export type Say = (notice: Notice | undefined) => void;

/*
 * Two contexts: what is said changes often and concerns one corner of the screen; the way to say something never
 * changes, so no room draws again for a notice.
 */
const NoticeContext = createContext<Notice | undefined>(undefined);
const SayContext = createContext<Say | undefined>(undefined);

export function NoticeProvider({ children }: { readonly children: ReactNode }) {
  const [notice, say] = useState<Notice>();
  return (
    <SayContext.Provider value={say}>
      <NoticeContext.Provider value={notice}>{children}</NoticeContext.Provider>
    </SayContext.Provider>
  );
}

export const useNotice = (): Notice | undefined => useContext(NoticeContext);
/** @throws Error outside a NoticeProvider, which is our own mistake. */
export function useSay(): Say {
  const say = useContext(SayContext);
  if (!say) throw new Error("useSay: no NoticeProvider above");
  return say;
}
