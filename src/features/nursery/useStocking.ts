"use client";
import { sayCause } from "@/session/sayCause";
import type { StockingDesk } from "@/workers/stocking.client";
import { useEffect, useRef, useState } from "react";

interface Told<A> {
  readonly answer?: A;
  /** What went wrong, if the worker failed. */
  readonly failure?: string;
}

/** What the nursery's worker says to a question; nothing until it is there, and never what was asked before. */
export function useStocking<Q extends readonly unknown[], A>(
  ask: (desk: StockingDesk, ...question: Q) => Promise<A>,
  question: Q | undefined,
): Told<A> {
  const desk = useRef<StockingDesk | undefined>(undefined);
  const asked = question && JSON.stringify(question);
  const [told, setTold] = useState<Told<A> & { readonly of: string }>({ of: "" });
  useEffect(
    () => () => {
      desk.current?.end();
      desk.current = undefined;
    },
    [],
  );
  useEffect(() => {
    if (asked === undefined) return undefined;
    let isGone = false;
    const work = async () => {
      const { openStockingDesk } = await import("@/workers/stocking.client");
      if (isGone) return;
      desk.current ??= openStockingDesk();
      const answer = await ask(desk.current, ...(JSON.parse(asked) as Q));
      if (!isGone) setTold({ of: asked, answer });
    };
    work().catch((cause: unknown) => {
      if (!isGone) setTold({ of: asked, failure: sayCause(cause) });
    });
    return () => {
      isGone = true;
    };
  }, [ask, asked]);
  return told.of === asked ? told : {};
}
