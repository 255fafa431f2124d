"use client";
import { historyOf } from "@/core/bin/history";
import { addDays, dayAndMonth } from "@/core/calendar/day";
import { practiceOf, targetMoisture } from "@/core/decision/practice";
import { formatMass, formatPercentRange } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { binChart } from "@/ui/chart/binChart";
import { CELLAR, DAYLIGHT } from "@/ui/theme/colours";
import { useColorScheme } from "@mui/material/styles";
import { useMemo } from "react";
import styles from "./Bin.module.css";

/** Half a year of moisture and meals. */
const SHOWN_DAYS = 190;

export function BinHistory({ one, entries }: { readonly one: BinToday; readonly entries: readonly Entry[] }) {
  const { units, today } = useSession();
  const { mode, systemMode } = useColorScheme();
  const colours = (mode === "system" ? systemMode : mode) === "light" ? DAYLIGHT : CELLAR;
  const from = addDays(today, -SHOWN_DAYS);
  const history = useMemo(() => historyOf(entries.filter((entry) => entry.day >= from)), [entries, from]);
  const practice = practiceOf(one.state);
  const target = useMemo(() => (practice ? targetMoisture(practice) : { low: 0.7, high: 0.8 }), [practice]);
  const option = useMemo(
    () => binChart({ history, target, from, to: addDays(today, 3), units, colours }),
    [history, target, from, today, units, colours],
  );
  return (
    <section className={styles.chart} aria-label="Moisture and feeding over time">
      {history.moisture.length === 0 && history.meals.length === 0 ? (
        <p className={styles.quiet}>The time line fills as you squeeze and feed.</p>
      ) : (
        <>
          <Chart
            option={option}
            height={276}
            label={`Moisture read, meals and harvests of ${one.bin.name} since ${dayAndMonth(from)}`}
          />
          <details className={styles.table}>
            <summary>The same as a table</summary>
            <table>
              <thead>
                <tr>
                  <th scope="col">Day</th>
                  <th scope="col">Moisture</th>
                  <th scope="col">Fed</th>
                  <th scope="col">Harvested</th>
                </tr>
              </thead>
              <tbody>
                {[
                  ...new Set(
                    [...history.moisture, ...history.meals, ...history.harvests].map((row) => row.day),
                  ),
                ]
                  .sort()
                  .reverse()
                  .map((day) => {
                    const moist = history.moisture.find((row) => row.day === day);
                    const fed = history.meals.find((row) => row.day === day);
                    const harvest = history.harvests.find((row) => row.day === day);
                    return (
                      <tr key={day}>
                        <th scope="row">{dayAndMonth(day, today)}</th>
                        <td>{moist ? formatPercentRange(moist.low, moist.high) : ""}</td>
                        <td>{fed ? formatMass(fed.massKg, units) : ""}</td>
                        <td>{harvest ? formatMass(harvest.massKg, units, "bucket") : ""}</td>
                      </tr>
                    );
                  })}
              </tbody>
            </table>
          </details>
        </>
      )}
    </section>
  );
}
