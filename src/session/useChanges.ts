"use client";
import type { CellarDatabase } from "@/persistence/database";
import type { Answers, NewRow, WriteProblem, Written } from "@/persistence/write";
import { newestChange, redo, sayWriteProblem, undo, write } from "@/persistence/write";
import type { Outcome } from "@/vocabulary/outcome";
import { refused } from "@/vocabulary/outcome";
import { useCallback, useMemo, useRef } from "react";
import { stamp } from "./author";
import type { NamedBin } from "./beyondReason";
import { useAsk } from "./questions";
import { nextInstant } from "./clock";
import type { ChangeRef } from "./notices";
import { useSay } from "./notices";
import { askForPersistence } from "./persistent";
import { isLeft } from "./storeWatch";

export interface Changing {
  /**
   * Writes rows as one change, says so with an offer to undo, or says why not. Where a line was changed elsewhere since, it asks whose
   * word stands, and waits for the answer.
   */
  readonly keep: (label: string, rows: readonly NewRow[]) => Promise<Outcome<Written, WriteProblem>>;
  readonly undoLast: () => Promise<void>;
  /** Takes back that very change, whatever was kept since in this tab or another. */
  readonly undoChange: (change: ChangeRef) => Promise<void>;
  readonly redoChange: (change: ChangeRef) => Promise<void>;
}

/** Striking out is a press and nothing typed. */
const isTyped = ({ row }: NewRow): boolean => row.deleted !== true;

const sayStood = (facts: number): string =>
  facts === 0 ? "" : " What was changed since by other means stands.";

/** Keeping, taking back and putting back, each said as it is done. */
export function useChanges(db: CellarDatabase, binOf: (id: string) => NamedBin | undefined): Changing {
  const say = useSay();
  const ask = useAsk();
  const reversing = useRef(new Set<number>());
  const keep = useCallback<Changing["keep"]>(
    async (label, rows) => {
      // Loaded with the first save: what materials weigh is no burden of the first screen. Where it does not come (no
      // network, another build) nothing is asked back: a save never fails for a question.
      const asked = await import("./beyondReason").catch(() => undefined);
      const facts = asked?.beyondReason(rows, binOf) ?? [];
      if (facts.length > 0 && !(await ask({ of: "beyond", facts })))
        return refused({ code: "write/left" as const });
      const writing = async (answers?: Answers) =>
        isLeft(db)
          ? refused({ code: "write/newer-store" as const })
          : write(db, label, rows, nextInstant(), answers);
      let written = await writing();
      if (!written.ok && written.problem.code === "write/clash") {
        const answers = await ask({ of: "clash", clashing: written.problem.clashing, from: "typed" });
        if (answers) written = await writing(answers as Answers);
      }
      say(
        written.ok
          ? { tone: "said", text: `${label}.`, change: { no: written.value.changeNo, offer: "undo" } }
          : { tone: "problem", text: sayWriteProblem(written.problem, rows.some(isTyped)) },
      );
      if (written.ok) void askForPersistence(db);
      return written;
    },
    [db, say, ask, binOf],
  );
  const revise = useCallback(
    async ({ no, isLarge = false }: ChangeRef, which: "undo" | "redo") => {
      // Pressed again while it is under way: once is what was meant.
      if (reversing.current.has(no)) return;
      const isUndo = which === "undo";
      const offer = isUndo ? "redo" : "undo";
      reversing.current.add(no);
      const wrote = (rows: number, of: number) =>
        say({ tone: "said", text: `${isUndo ? "Taking back" : "Putting back"}: ${rows} of ${of}.` });
      const done = await (
        isLarge
          ? import("./largeChange").then(({ reviseLarge }) => reviseLarge(db, no, which, wrote))
          : (isUndo ? undo : redo)(db, stamp, no)
      ).finally(() => reversing.current.delete(no));
      if (!done.ok) return say({ tone: "problem", text: sayWriteProblem(done.problem) });
      if (!done.value)
        return say({
          tone: "said",
          text: isUndo ? "That is taken back already." : "That stands already.",
          change: { no, isLarge, offer },
        });
      say({
        tone: "said",
        text: `${isUndo ? "Taken back" : "Put back"}: ${done.value.label}.${sayStood(done.value.stood)}`,
        change: { no, isLarge, offer },
      });
    },
    [db, say],
  );
  const undoChange = useCallback((change: ChangeRef) => revise(change, "undo"), [revise]);
  const redoChange = useCallback((change: ChangeRef) => revise(change, "redo"), [revise]);
  const undoLast = useCallback(async () => {
    const newest = await newestChange(db);
    if (newest) await undoChange({ no: newest.no, isLarge: newest.isImport === true });
    else say({ tone: "said", text: "There is nothing to take back." });
  }, [db, say, undoChange]);
  return useMemo(
    () => ({ keep, undoLast, undoChange, redoChange }),
    [keep, undoLast, undoChange, redoChange],
  );
}
