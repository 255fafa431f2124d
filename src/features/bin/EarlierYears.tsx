"use client";
import { sayWeekBefore, weeksBefore } from "@/core/round/lastYear";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { useMemo } from "react";
import styles from "./Bin.module.css";

/** What this week was like in earlier years, where the log goes back so far. */
export function EarlierYears({ entries }: { readonly entries: readonly Entry[] }) {
  const { today, units } = useSession();
  const weeks = useMemo(() => weeksBefore(entries, today), [entries, today]);
  return weeks.map((week) => {
    const said = sayWeekBefore(week, units);
    return (
      said && (
        <p key={week.yearsAgo} className={styles.facts}>
          <b>{week.yearsAgo === 1 ? "This week last year" : `${week.yearsAgo} years ago`}:</b> {said}.
        </p>
      )
    );
  });
}
