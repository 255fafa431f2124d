"use client";
import { sayCause } from "@/session/sayCause";
import { yearBefore } from "@/core/calendar/day";
import type { LocalDate } from "@/vocabulary/fields";
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

/** The twin would take half of a small machine: while someone waits for the books, until they are drawn, it stands still, for so long at most. */
const TWIN_RESTS_MS = 2_000;
async function whileTwinRests<A>(work: Promise<A>): Promise<A> {
  const rest = import("@/workers/twin.client").then(({ restTwins }) => restTwins(TWIN_RESTS_MS));
  try {
    return await work;
  } finally {
    void rest.then((goOn) => globalThis.requestIdleCallback?.(goOn)).catch(() => undefined);
  }
}

interface Answered<A> {
  /** The question, as text. */
  readonly of: string;
  readonly answer?: A;
  readonly failure?: string;
}
/**
 * What the desk says to a question; undefined until it is there. What is shown is of what is asked, never of what was asked before, but
 * for who says so: to them `earlier` is the last answer with its question, until the new one comes.
 */
export function useAnswer<Q extends readonly unknown[], A>(
  desk: ReckonDesk | undefined,
  ask: (desk: ReckonDesk, ...question: Q) => Promise<A>,
  question: Q | undefined,
): Omit<Answered<A>, "of"> & { readonly earlier?: { readonly answer: A; readonly question: Q } } {
  const asked = question && JSON.stringify(question);
  const [found, setFound] = useState<Answered<A>>({ of: "" });
  useEffect(() => {
    if (!desk || asked === undefined) return undefined;
    let isGone = false;
    whileTwinRests(ask(desk, ...(JSON.parse(asked) as Q))).then(
      (answer) => !isGone && setFound({ of: asked, answer }),
      (cause: unknown) => !isGone && setFound({ of: asked, failure: sayCause(cause) }),
    );
    return () => {
      isGone = true;
    };
  }, [desk, ask, asked]);
  if (found.of === asked) return found;
  return found.answer === undefined
    ? {}
    : { earlier: { answer: found.answer, question: JSON.parse(found.of) as Q } };
}

/** Reckonings of some groups of bins over some days. */
export const askReckon = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["reckon"]>) =>
  desk.reckon(...question);
/** The same over these days and over the same days a year before: said together, so that they are drawn once. */
export const askTwoYears = async (
  desk: ReckonDesk,
  groups: Parameters<ReckonDesk["reckon"]>[0],
  from: LocalDate,
  to: LocalDate,
) => {
  const [now, before] = await Promise.all([
    desk.reckon(groups, from, to),
    desk.reckon(groups, yearBefore(from), yearBefore(to)),
  ]);
  return { now, before };
};
