"use client";
import type { Answer } from "@/archive/conflicts";
import type { NewRowOf } from "@/persistence/write";
import type { Clashing } from "@/records/clash";
import type { ReactNode } from "react";
import { createContext, useCallback, useContext, useState } from "react";

/** Tellings of facts that changed a line which was changed elsewhere since. */
export interface ClashQuestion {
  readonly of: "clash";
  readonly clashing: readonly Clashing[];
  /** Where the other word comes from: typed here and kept elsewhere meanwhile, or brought in by a file. */
  readonly from: "typed" | "file";
}
/** Amounts far beyond what a bin holds. */
export interface BeyondQuestion {
  readonly of: "beyond";
  readonly facts: readonly BeyondFact[];
}
export interface BeyondFact {
  readonly row: NewRowOf<"entries">["row"];
  readonly binName: string;
  readonly holdsL: number;
}
/** By the fact, whose word stands. */
export type ClashAnswers = Readonly<Record<string, Answer>>;
interface Answers {
  readonly clash: ClashAnswers;
  readonly beyond: true;
}
/** Something that has to be said before anything is kept; undefined where it is left. */
export type Asked = {
  readonly [K in keyof Answers]: Extract<ClashQuestion | BeyondQuestion, { of: K }> & {
    readonly answer: (said: Answers[K] | undefined) => void;
  };
}[keyof Answers];
type Ask = <Q extends ClashQuestion | BeyondQuestion>(question: Q) => Promise<Answers[Q["of"]] | undefined>;

/* Two contexts as for notices: who asks draws nothing again when a question comes up. */
const AskedContext = createContext<Asked | undefined>(undefined);
const AskContext = createContext<Ask | undefined>(undefined);

export function QuestionProvider({ children }: { readonly children: ReactNode }) {
  const [asked, setAsked] = useState<Asked>();
  const ask = useCallback<Ask>(
    (question) =>
      new Promise((resolve) => {
        const answer = (said: Parameters<typeof resolve>[0]) => {
          setAsked(undefined);
          resolve(said);
        };
        // The answer is of the kind of its question.
        setAsked({ ...question, answer } as unknown as Asked);
      }),
    [],
  );
  return (
    <AskContext.Provider value={ask}>
      <AskedContext.Provider value={asked}>{children}</AskedContext.Provider>
    </AskContext.Provider>
  );
}

export const useAsked = (): Asked | undefined => useContext(AskedContext);
/** @throws Error outside a QuestionProvider, which is our own mistake. */
export function useAsk(): Ask {
  const ask = useContext(AskContext);
  if (!ask) throw new Error("useAsk: no QuestionProvider above");
  return ask;
}
