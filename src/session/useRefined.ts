"use client";
import type { Expectation, TwinAdvice } from "@/core/expectation/expectation";
import type { Reading } from "@/records/entry";
import { onTwinHealth, twinsAil } from "@/workers/health";
import { useSyncExternalStore } from "react";
import { useSession } from "./session";
import type { Remote } from "@/workers/twin.client";
import type { TwinSubject } from "@/workers/twin.protocol";
import { useTwinAnswer } from "./useTwinAnswer";

const refine = (worker: Remote, task: number, subject: TwinSubject, asked: string) => {
  const { readings, harvest } = JSON.parse(asked) as {
    readonly readings: readonly Reading[];
    readonly harvest?: NonNullable<TwinAdvice["harvest"]>;
  };
  return worker.refine(task, subject, readings, harvest);
};

/**
 * What the twin makes of the readings in hand. The expectation from before stands until it has answered, so that there is
 * something to do at once. It is asked without readings too: the bin is brought to today while the lid is being lifted.
 */
export function useRefined(
  binId: string,
  before: Expectation,
  readings: readonly Reading[],
): { readonly expectation: Expectation; readonly isRefining: boolean } {
  const { subjects } = useSession();
  const { answer: refined, isSettled } = useTwinAnswer(
    binId,
    JSON.stringify({ readings, harvest: before.twin?.harvest }),
    refine,
  );
  const isAiling = useSyncExternalStore(onTwinHealth, twinsAil, () => false);
  // Without readings it says what stood before the lid was lifted, if that was not rules of thumb.
  const isNeeded = readings.length > 0 || before.twin === undefined;
  return refined && isNeeded
    ? { expectation: refined, isRefining: false }
    : { expectation: before, isRefining: subjects.has(binId) && isNeeded && !isSettled && !isAiling };
}
