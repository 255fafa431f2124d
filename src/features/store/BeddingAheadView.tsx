"use client";
import { beddingAhead } from "@/core/round/beddingAhead";
import { dayAndMonth, shortDay, spokenDay } from "@/core/calendar/day";
import { formatMass } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { useMemo } from "react";
import styles from "./Store.module.css";

/** Bedding the coming weeks will use, drawn week by week, and how far the store goes. */
export function BeddingAheadView() {
  const { bins, batchesToday, today, units } = useSession();
  const ahead = useMemo(
    () => beddingAhead(bins ?? [], batchesToday ?? [], today),
    [bins, batchesToday, today],
  );
  const most = Math.max(...ahead.weeks.map(({ usualKg, refillsKg }) => usualKg + refillsKg));
  if (!(most > 0.01)) return null;
  const usual = ahead.weeks[0]!.usualKg;
  return (
    <section className={styles.ahead} aria-labelledby="ahead">
      <h2 id="ahead">Bedding in the coming weeks</h2>
      <p>
        {usual > 0.01 && <>Your bins use about {formatMass(usual, units)} a week, dry. </>}
        {ahead.lastsUntil && ahead.storedKg > 0.02 && ahead.startBy && (
          <>
            The store lasts until about {dayAndMonth(ahead.lastsUntil, today)}:{" "}
            <b>
              begin the next batch {ahead.startBy <= today ? "now" : `by ${spokenDay(ahead.startBy, today)}`}
            </b>
            .
          </>
        )}
        {ahead.storedKg <= 0.02 && "Nothing ripe is in the store: plain card, soaked, is fit at once."}
        {!ahead.lastsUntil && ahead.storedKg > 0.02 && "The store has enough for all of them."}
      </p>
      <ol className={styles.weeks}>
        {ahead.weeks.map(({ from, usualKg, refillsKg }) => (
          <li key={from}>
            <span className={styles.week} aria-hidden="true">
              <i style={{ height: `${(100 * refillsKg) / most}%` }} />
              <b style={{ height: `${(100 * usualKg) / most}%` }} />
            </span>
            <span>{shortDay(from)}</span>
            <span>{usualKg + refillsKg > 0.005 ? formatMass(usualKg + refillsKg, units) : "none"}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
