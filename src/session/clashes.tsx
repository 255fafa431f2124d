"use client";
import type { Clashing } from "@/persistence/write";
import type { Whose } from "@/records/row/rebase";
import type { ReactNode } from "react";
import { createContext, useCallback, useContext, useState } from "react";

/** Tellings of facts that changed a line which was changed elsewhere since: asked, and nothing kept before the answer. */
export interface AskedClash {
  readonly clashing: readonly Clashing[];
  /** Whose word stands; undefined where it is left. */
  readonly answer: (whose: Whose | undefined) => void;
}
type Ask = (clashing: readonly Clashing[]) => Promise<Whose | undefined>;

/* Two contexts as for notices: who asks draws nothing again when a question comes up. */
const AskedContext = createContext<AskedClash | undefined>(undefined);
const AskContext = createContext<Ask | undefined>(undefined);

export function ClashProvider({ children }: { readonly children: ReactNode }) {
  const [asked, setAsked] = useState<AskedClash>();
  const ask = useCallback<Ask>(
    (clashing) =>
      new Promise((resolve) =>
        setAsked({
          clashing,
          answer: (whose) => {
            setAsked(undefined);
            resolve(whose);
          },
        }),
      ),
    [],
  );
  return (
    <AskContext.Provider value={ask}>
      <AskedContext.Provider value={asked}>{children}</AskedContext.Provider>
    </AskContext.Provider>
  );
}

export const useAskedClash = (): AskedClash | undefined => useContext(AskedContext);
/** @throws Error outside a ClashProvider, which is our own mistake. */
export function useAskClash(): Ask {
  const ask = useContext(AskContext);
  if (!ask) throw new Error("useAskClash: no ClashProvider above");
  return ask;
}
