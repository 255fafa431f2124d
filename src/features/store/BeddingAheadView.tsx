"use client";
import { beddingAhead } from "@/core/round/beddingAhead";
import { dayAndMonth, shortDay, spokenDay } from "@/core/calendar/day";
import { formatMass } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { useMemo } from "react";
import styles from "./Store.module.css";

/** Bedding the coming weeks will use, drawn week by week, and how far the store goes. */
export function BeddingAheadView() {
  const { bins, batchesToday, rooms, today, units } = useSession();
  const ahead = useMemo(
    () =>
      beddingAhead(
        bins ?? [],
        batchesToday ?? [],
        today,
        ({ state }) => rooms.find(({ id }) => id === state.setup?.roomId)?.climate,
      ),
    [bins, batchesToday, rooms, today],
  );
  const weekKg = ahead.weeks.map(({ mealsKg, refillsKg }) => mealsKg + refillsKg);
  const most = Math.max(...weekKg);
  if (!(most > 0.01)) return null;
  return (
    <section className={styles.ahead} aria-labelledby="ahead">
      <h2 id="ahead">Bedding in the coming weeks</h2>
      <p>
        The coming meals and harvests take about{" "}
        {formatMass(
          weekKg.reduce((sum, kg) => sum + kg, 0),
          units,
        )}
        , dry, in eight weeks.{" "}
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
        {ahead.weeks.map(({ from, mealsKg, refillsKg }) => (
          <li key={from}>
            <span className={styles.week} aria-hidden="true">
              <i style={{ height: `${(100 * refillsKg) / most}%` }} />
              <b style={{ height: `${(100 * mealsKg) / most}%` }} />
            </span>
            <span>{shortDay(from)}</span>
            <span>{mealsKg + refillsKg > 0.005 ? formatMass(mealsKg + refillsKg, units) : "none"}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
