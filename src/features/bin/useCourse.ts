"use client";
import { sayCause } from "@/session/sayCause";
import type { Course } from "@/core/twin/ahead/course";
import type { WhatIf } from "@/core/twin/ahead/usualPlan";
import { useSession } from "@/session/session";
import { useEffect, useState } from "react";

export interface CourseInHand {
  readonly course: Course | undefined;
  /** Share of the log followed so far, once it takes longer than a blink. */
  readonly working: number | undefined;
  /** What went wrong, if the worker failed; log and readings stand without it. */
  readonly failure: string | undefined;
}
/** Below this no one needs to be told that something is being worked out. */
const BLINK_MS = 300;

/** The bin's past and forecast from the twin's worker; the last answer stays while a new one is worked out. */
export function useCourse(binId: string, from: string, whatIf: WhatIf | undefined): CourseInHand {
  const { subjects } = useSession();
  const subject = subjects.get(binId);
  const [course, setCourse] = useState<Course>();
  const [working, setWorking] = useState<number>();
  const [failure, setFailure] = useState<string>();
  const asked = JSON.stringify(whatIf ?? null);
  useEffect(() => {
    if (!subject) return;
    let isOver = false;
    let cancel: (() => void) | undefined;
    const blink = window.setTimeout(() => !isOver && setWorking((before) => before ?? 0), BLINK_MS);
    const done = () => {
      window.clearTimeout(blink);
      if (!isOver) setWorking(undefined);
    };
    const work = async () => {
      const { askTwin, progressTo } = await import("@/workers/twin.client");
      if (isOver) return;
      const change = JSON.parse(asked) as WhatIf | null;
      const question = askTwin(binId, true, (worker, task) =>
        worker.course(
          task,
          subject,
          { from, ...(change ? { whatIf: change } : {}) },
          progressTo(
            (day, until) => !isOver && setWorking((before) => (before === undefined ? before : day / until)),
          ),
        ),
      );
      cancel = question.cancel;
      const found = await question.answer;
      if (!isOver && found) {
        setCourse(found);
        setFailure(undefined);
      }
      done();
    };
    // The next change of the log asks again.
    work().catch((cause: unknown) => {
      if (!isOver) setFailure(sayCause(cause));
      done();
    });
    return () => {
      isOver = true;
      window.clearTimeout(blink);
      cancel?.();
    };
  }, [subject, binId, from, asked]);
  return { course, working, failure };
}
