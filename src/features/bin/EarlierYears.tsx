"use client";
import { sayWeekBefore, weeksBefore } from "@/core/round/lastYear";
import { aheadLastYear, saySeason, yearBack } from "@/core/round/yearBack";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { useMemo } from "react";
import styles from "./Bin.module.css";

/** What the coming weeks brought a year ago, and the last year by season. */
export function YearBack({ entries }: { readonly entries: readonly Entry[] }) {
  const { today, units } = useSession();
  const ahead = useMemo(() => aheadLastYear(entries, today), [entries, today]);
  const seasons = useMemo(() => yearBack(entries, today), [entries, today]);
  return (
    <>
      {ahead && (
        <p className={styles.facts}>
          <b>From now on, last year:</b> {ahead}.
        </p>
      )}
      {seasons.length > 1 && (
        <details className={styles.facts}>
          <summary>The last year by season</summary>
          <ul>
            {seasons.map((one) => (
              <li key={one.season}>
                <b>{one.season}</b>: {saySeason(one, units)}.
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

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
