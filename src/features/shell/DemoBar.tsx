"use client";
import { useStored } from "@/session/useStored";
import { daysBetween, spokenDay } from "@/core/calendar/day";
import { useSession } from "@/session/session";
import { useGuarded } from "@/ui/useGuarded";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import { useState } from "react";
import styles from "./Shell.module.css";

/** Loaded when it is asked: the first screen has no dialog. */
const AfreshDialog = dynamic(() => import("./AfreshDialog").then((module) => module.AfreshDialog), {
  ssr: false,
});

/** Says that this is the demo, so that nobody keeps a year of work in it by mistake. */
export function DemoBar() {
  const { open } = useSession();
  return open === "demo" ? <InTheDemo /> : null;
}

function InTheDemo() {
  const { db, switchTo, restartDemo, bins, today } = useSession();
  const changed = useStored(() => db.changes.where("isUndone").equals(0).count(), [db]);
  const [isAsking, setAsking] = useState(false);
  const { guarded, isBusy } = useGuarded();
  const lastDay = bins
    ?.flatMap((one) => one.state.lastDay ?? [])
    .sort()
    .at(-1);
  const isStale = lastDay !== undefined && daysBetween(lastDay, today) > 8;
  const restart = () => {
    setAsking(false);
    void guarded(restartDemo);
  };
  return (
    <aside className={styles.demo} aria-label="Demo cellar">
      <span>
        The demo cellar: made up, and kept apart from yours.
        {isStale && ` Its log ends ${spokenDay(lastDay, today)}.`}
      </span>
      <Button
        disabled={changed === undefined || isBusy}
        onClick={() => (changed === 0 ? restart() : setAsking(true))}
      >
        {isBusy ? "Making it afresh" : "Start it afresh for today"}
      </Button>
      <Button onClick={() => void switchTo("own")}>Go to my own cellar</Button>
      {isAsking && changed !== undefined && (
        <AfreshDialog changed={changed} onClose={() => setAsking(false)} onRestart={restart} />
      )}
    </aside>
  );
}
