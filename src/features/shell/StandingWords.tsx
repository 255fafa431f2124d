"use client";
import { daysBetween, spokenDay } from "@/core/calendar/day";
import { useSession } from "@/session/session";
import { onTwinHealth, twinsAil } from "@/workers/health";
import Button from "@mui/material/Button";
import { useSyncExternalStore } from "react";
import styles from "./Shell.module.css";

/** What stands at the top of every room as long as it is so, the gravest first. */
export function StandingWords() {
  const { lost, bins, today } = useSession();
  const isAiling = useSyncExternalStore(onTwinHealth, twinsAil, () => false);
  const newest = bins
    ?.flatMap(({ state }) => state.lastDay ?? [])
    .toSorted()
    .at(-1);
  const isBehind = newest !== undefined && daysBetween(today, newest) > 0;
  return (
    <>
      {lost && (
        <aside className={styles.lost} role="alert">
          <span>
            {lost === "newer"
              ? "A newer version of the app has opened this cellar in another tab. This tab keeps nothing any more, so that nothing is bent; what you typed comes back when it is loaded again."
              : "The browser’s store was cleared or closed while the app was open. Nothing can be kept from here; what you see is only on the screen. Load the page again, and bring in your last archive if the cellar is empty."}
          </span>
          <Button onClick={() => window.location.reload()}>Load it again</Button>
        </aside>
      )}
      {isBehind && (
        <aside className={styles.standing} role="status">
          <span>
            This device says it is {spokenDay(today, today)}, but the newest entry is of{" "}
            {spokenDay(newest, today)}. Is its clock right? What you keep now would lie before that.
          </span>
        </aside>
      )}
      {isAiling && (
        <aside className={styles.standing} role="status">
          <span>
            The forecasts cannot be worked out at the moment: rules of thumb stand in. It is tried again by
            itself; your log is not touched by it.
          </span>
        </aside>
      )}
    </>
  );
}
