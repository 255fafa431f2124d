"use client";
import { DayField } from "@/ui/field/DayField";
import { addDays, shortSpan, spokenDay } from "@/core/calendar/day";
import Link from "next/link";
import { sayReason } from "@/core/decision/words";
import { sayCaution } from "@/core/decision/evidenceWords";
import { isPending } from "@/core/decision/pending";
import type { Verdict } from "@/core/decision/decision";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import { BesideFields } from "@/ui/field/BesideFields";
import { useState } from "react";
import { LeftOut } from "./LeftOut";
import { Outlook } from "./Outlook";
import { StepLine } from "./StepLine";
import { SurpriseQuestion } from "./SurpriseQuestion";
import { nextDayOf } from "./visitAmounts";
import { doable } from "./visitEntries";
import { linesOf, ticking } from "./visitLines";
import type { VisitInHand } from "./useVisit";
import { AheadOfMeal } from "./AheadOfMeal";
import styles from "./Visit.module.css";

const HEADS: Record<Verdict, string> = {
  actNow: "Act now",
  beddingOnly: "Bedding only",
  moistureFirst: "Moisture first",
  makeRoom: "Make room",
  wait: "Close it again",
  feed: "Do now",
  leave: "Leave it",
};

/** What a quiet check may find that a lid must be lifted for. */
const CANNOT_WAIT: ReadonlySet<Verdict> = new Set(["actNow", "beddingOnly", "moistureFirst"]);

/** At most a handful of steps in working order, what they will do, and the one press that closes the lid. */
export function DoNow({ visit, lid }: { readonly visit: VisitInHand; readonly lid: "lifted" | "closed" }) {
  const { today, units } = useSession();
  const [isChangingDay, setChangingDay] = useState(false);
  const [isSpread, setSpread] = useState(false);
  const { decision, typed, set, fault, isSaving } = visit;
  const day = nextDayOf(decision, typed, today);
  const cannotWait = lid === "closed" && CANNOT_WAIT.has(decision.verdict);
  const lines = lid === "lifted" ? linesOf(decision.steps, typed) : [];
  // Nothing is ticked beforehand: one press says all was done as proposed, or each is ticked for itself.
  const toDo = lines.filter(({ step }) => doable([step]).length > 0);
  const ticked = toDo.filter(({ isTicked }) => isTicked).length;
  const isAllAtOnce = toDo.length > 0 && ticked === 0;
  return (
    <section
      className={styles.doNow}
      data-urgent={decision.verdict === "actNow"}
      data-spread={isSpread || fault !== undefined}
      aria-live="polite"
      aria-labelledby="do-now"
    >
      <div className={styles.work}>
        <div className={styles.sheetHead}>
          <h2 id="do-now" tabIndex={-1}>
            {isPending(decision)
              ? "Being worked out"
              : lid === "lifted"
                ? HEADS[decision.verdict]
                : cannotWait
                  ? "This cannot wait: lift the lid"
                  : "Nothing to do inside"}
          </h2>
          <Button className={styles.spread} onClick={() => setSpread((is) => !is)} aria-expanded={isSpread}>
            {isSpread ? "less" : lines.length > 1 ? `all ${lines.length} steps` : "more"}
          </Button>
        </div>
        {lid === "lifted" &&
          visit.refined.twin?.surprises.map((surprise) => (
            <SurpriseQuestion
              key={`${surprise.of} ${surprise.place ?? ""}`}
              surprise={surprise}
              visit={visit}
              roomId={visit.practice?.setup.roomId}
            />
          ))}
        {cannotWait && decision.steps[0] && (
          <p>
            {sayReason(decision.steps[0].why, { units, today })} Keep what you saw, then{" "}
            <Link href={`/visit?id=${visit.binId}`}>lift the lid</Link>.
          </p>
        )}
        {lid === "lifted" && visit.leftOut && (
          <LeftOut of={visit.leftOut} bin={{ id: visit.binId, name: visit.binName }} />
        )}
        <ol className={styles.steps} data-refining={visit.isRefining}>
          {lines.map((line) => (
            <StepLine key={line.key} line={line} visit={visit} />
          ))}
        </ol>
        <p className={styles.back}>
          {lid === "lifted" ? "Lid on. " : ""}Back on <b>{day.ok ? spokenDay(day.value, today) : "…"}</b>
          {day.ok &&
            decision.nextDaySpan &&
            typed.nextDay === "" &&
            decision.nextDaySpan.from !== decision.nextDaySpan.to && (
              <span className={styles.quiet}>
                {" "}
                (likely {shortSpan(decision.nextDaySpan.from, decision.nextDaySpan.to)})
              </span>
            )}
          {decision.awayUntil && typed.nextDay === "" && (
            <span className={styles.quiet}> (by your plan no one comes before)</span>
          )}
          <Button onClick={() => setChangingDay((is) => !is)} aria-expanded={isChangingDay}>
            another day
          </Button>
        </p>
        {(isChangingDay || fault?.field === "nextDay") && (
          <DayField
            label="Come back on"
            day={typed.nextDay === "" ? decision.nextDay : typed.nextDay}
            onDay={(nextDay) => set((before) => ({ ...before, nextDay }))}
            fault={day.ok ? undefined : day.problem.sentence}
            from={today}
            to={addDays(today, 800)}
          />
        )}
        {lid === "lifted" && <AheadOfMeal visit={visit} />}
        {lid === "lifted" && <Outlook visit={visit} />}
        {decision.cautions.length > 0 && lid === "lifted" && (
          <ul className={styles.cautions}>
            {decision.cautions.map((caution) => (
              <li key={caution}>{sayCaution(caution)}</li>
            ))}
          </ul>
        )}
        {lid === "lifted" && (
          <BesideFields
            label="A note"
            typed={typed}
            onTyped={(change) => set((before) => ({ ...before, ...change }))}
          />
        )}
      </div>
      <div className={styles.close}>
        <Button
          variant="contained"
          size="large"
          disabled={isSaving}
          onClick={() => void visit.close(isAllAtOnce ? "asProposed" : "asTicked")}
        >
          {lid === "closed" ? "Keep what I saw" : isAllAtOnce ? "All done: close the lid" : "Close the lid"}
        </Button>
        {fault && (
          <p role="alert" className={styles.fault}>
            {fault.sentence} Nothing was saved yet; what you typed is still here.
          </p>
        )}
        {toDo.length > 0 && isAllAtOnce && (
          <Button disabled={isSaving} onClick={() => void visit.close("asTicked")}>
            only note what I saw
          </Button>
        )}
        {toDo.length > 0 && !isAllAtOnce && ticked < toDo.length && (
          <Button onClick={() => set((before) => ticking(before, toDo))}>all done as proposed</Button>
        )}
      </div>
    </section>
  );
}
