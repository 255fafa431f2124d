"use client";
import type { ReckonDesk } from "@/workers/reckon.client";
import { useEffect, useState } from "react";

/** The desk at which the books of a cellar are added up, in a worker; undefined until it stands. */
export function useDesk(database: string): ReckonDesk | undefined {
  const [desk, setDesk] = useState<ReckonDesk>();
  useEffect(() => {
    let isGone = false;
    let own: ReckonDesk | undefined;
    void import("@/workers/reckon.client").then(({ openReckonDesk }) => {
      if (isGone) return;
      own = openReckonDesk(database);
      setDesk(own);
    });
    return () => {
      isGone = true;
      own?.end();
      setDesk(undefined);
    };
  }, [database]);
  return desk;
}

/** The twin would take half of a small machine: while someone waits for the books it stands still for so long. */
const TWIN_RESTS_MS = 2_000;
const restTwin = async (): Promise<void> =>
  (await import("@/workers/twin.client")).restTwins(TWIN_RESTS_MS).catch(() => undefined);

interface Answered<A> {
  readonly of: string;
  readonly answer?: A;
  readonly failure?: string;
}
/** What the desk says to a question; undefined until it is there. What is shown is of what is asked, never of what was asked before. */
export function useAnswer<Q extends readonly unknown[], A>(
  desk: ReckonDesk | undefined,
  ask: (desk: ReckonDesk, ...question: Q) => Promise<A>,
  question: Q | undefined,
): Omit<Answered<A>, "of"> {
  const asked = question && JSON.stringify(question);
  const [found, setFound] = useState<Answered<A>>({ of: "" });
  useEffect(() => {
    if (!desk || asked === undefined) return undefined;
    let isGone = false;
    void restTwin();
    ask(desk, ...(JSON.parse(asked) as Q)).then(
      (answer) => !isGone && setFound({ of: asked, answer }),
      (cause: unknown) => !isGone && setFound({ of: asked, failure: String(cause) }),
    );
    return () => {
      isGone = true;
    };
  }, [desk, ask, asked]);
  return found.of === asked ? found : {};
}

/** Reckonings of some groups of bins over some days. */
export const askReckon = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["reckon"]>) =>
  desk.reckon(...question);
