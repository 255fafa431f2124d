"use client";
import type { Expectation } from "@/core/expectation/expectation";
import type { Reading } from "@/records/entry";
import { useSession } from "@/session/session";
import { useEffect, useState } from "react";

/**
 * What the twin makes of the readings in hand. The expectation from before stands until it has answered, so that there is
 * something to do at once; an answer to readings that have changed since is thrown away.
 */
export function useRefined(
  binId: string,
  before: Expectation,
  readings: readonly Reading[],
): { readonly expectation: Expectation; readonly isRefining: boolean } {
  const { subjects } = useSession();
  const subject = subjects.get(binId);
  const asked = JSON.stringify(readings);
  const [refined, setRefined] = useState<{ readonly of: string; readonly expectation: Expectation }>();
  useEffect(() => {
    if (!subject) return;
    let isOver = false;
    let cancel: (() => void) | undefined;
    const work = async () => {
      const { askTwin } = await import("@/workers/twin.client");
      if (isOver) return;
      // Also without readings: the bin is brought to today while the lid is being lifted.
      const question = askTwin(binId, true, (worker, task) =>
        worker.refine(task, subject, JSON.parse(asked) as readonly Reading[]),
      );
      cancel = question.cancel;
      const expectation = await question.answer;
      if (!isOver && expectation) setRefined({ of: asked, expectation });
    };
    // Without the twin the rules of thumb go on standing.
    work().catch(() => undefined);
    return () => {
      isOver = true;
      cancel?.();
    };
  }, [binId, subject, asked]);
  return refined?.of === asked && readings.length > 0
    ? { expectation: refined.expectation, isRefining: false }
    : { expectation: before, isRefining: subject !== undefined && readings.length > 0 };
}
