"use client";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import { daysBetween, spokenDay } from "@/core/calendar/day";
import styles from "./Shell.module.css";

/** Says that this is the demo, so that nobody keeps a year of work in it by mistake. */
export function DemoBar() {
  const { open, switchTo, restartDemo, bins, today } = useSession();
  if (open !== "demo") return null;
  const lastDay = bins
    ?.flatMap((one) => one.state.lastDay ?? [])
    .sort()
    .at(-1);
  const isStale = lastDay !== undefined && daysBetween(lastDay, today) > 8;
  return (
    <aside className={styles.demo} aria-label="Demo cellar">
      <span>
        The demo cellar: made up, and kept apart from yours.
        {isStale && ` Its log ends ${spokenDay(lastDay, today)}.`}
      </span>
      <Button onClick={() => void restartDemo()}>Start it afresh for today</Button>
      <Button onClick={() => void switchTo("own")}>Go to my own cellar</Button>
    </aside>
  );
}
