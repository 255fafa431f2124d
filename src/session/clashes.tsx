"use client";
import type { Answer } from "@/archive/conflicts";
import type { Clashing } from "@/records/clash";
import type { ReactNode } from "react";
import { createContext, useCallback, useContext, useState } from "react";

/** Tellings of facts that changed a line which was changed elsewhere since: asked, and nothing kept before the answer. */
export interface AskedClash {
  readonly clashing: readonly Clashing[];
  /** Where the other word comes from: typed here and kept elsewhere meanwhile, or brought in by a file. */
  readonly from: "typed" | "file";
  /** Whose word stands, by the fact; undefined where it is left. */
  readonly answer: (answers: ClashAnswers | undefined) => void;
}
export type ClashAnswers = Readonly<Record<string, Answer>>;
type Ask = (clashing: readonly Clashing[], from: AskedClash["from"]) => Promise<ClashAnswers | undefined>;

/* Two contexts as for notices: who asks draws nothing again when a question comes up. */
const AskedContext = createContext<AskedClash | undefined>(undefined);
const AskContext = createContext<Ask | undefined>(undefined);

export function ClashProvider({ children }: { readonly children: ReactNode }) {
  const [asked, setAsked] = useState<AskedClash>();
  const ask = useCallback<Ask>(
    (clashing, from) =>
      new Promise((resolve) =>
        setAsked({
          clashing,
          from,
          answer: (answers) => {
            setAsked(undefined);
            resolve(answers);
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
