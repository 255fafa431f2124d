"use client";
import { useSession } from "./session";
import type { Remote } from "@/workers/twin.client";
import type { TwinSubject } from "@/workers/twin.protocol";
import { useEffect, useState } from "react";

/**
 * The twin's answer to what is asked of a bin at a visit, as text; undefined until it has answered, and where it
 * cannot: then it is settled all the same.
 * An answer to what has been asked otherwise since is thrown away. `question` is a function of its own, outside any
 * component: it may not change from one drawing to the next.
 */
export function useTwinAnswer<R>(
  binId: string,
  asked: string | undefined,
  question: (worker: Remote, task: number, subject: TwinSubject, asked: string) => Promise<R | undefined>,
): { readonly answer: R | undefined; readonly isSettled: boolean } {
  const { subjects } = useSession();
  const subject = subjects.get(binId);
  const [found, setFound] = useState<{ readonly to: string; readonly answer: R | undefined }>();
  useEffect(() => {
    if (!subject || asked === undefined) return;
    let isOver = false;
    let cancel: (() => void) | undefined;
    const work = async () => {
      const { askTwin } = await import("@/workers/twin.client");
      if (isOver) return;
      const inHand = askTwin(binId, true, (worker, task) => question(worker, task, subject, asked));
      cancel = inHand.cancel;
      const answer = await inHand.answer;
      if (!isOver) setFound({ to: asked, answer });
    };
    // Without the twin the rules of thumb go on standing.
    work().catch(() => {
      if (!isOver) setFound({ to: asked, answer: undefined });
    });
    return () => {
      isOver = true;
      cancel?.();
    };
  }, [binId, subject, asked, question]);
  const isSettled = asked !== undefined && found?.to === asked;
  return { answer: isSettled ? found.answer : undefined, isSettled };
}
