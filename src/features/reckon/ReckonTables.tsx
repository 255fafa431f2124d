import { monthName } from "@/core/calendar/day";
import { formatMass } from "@/core/quantity/format";
import type { Reckoning } from "@/core/reckon/reckon";
import { monthBefore, wetOf } from "@/core/reckon/reckon";
import { FLOW_WORDS } from "@/core/reckon/words";
import styles from "./Reckon.module.css";

/** Food, bedding and castings by month, as weighed. */
export function Months({
  one,
  before,
  units,
}: {
  readonly one: Reckoning;
  /** The same months a year before, where there were any. */
  readonly before: Reckoning | undefined;
  readonly units: Parameters<typeof formatMass>[1];
}) {
  return (
    <details className={styles.table}>
      <summary>The same as a table</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">Month</th>
            <th scope="col">{FLOW_WORDS.food}</th>
            <th scope="col">{FLOW_WORDS.bedding}</th>
            <th scope="col">{FLOW_WORDS.castings}</th>
            <th scope="col">{FLOW_WORDS.castings}, a year before</th>
          </tr>
        </thead>
        <tbody>
          {one.months.map(({ month, foodKg, beddingKg, castingsKg }) => (
            <tr key={month}>
              <th scope="row">
                {monthName(month)} {month.slice(0, 4)}
              </th>
              {[foodKg, beddingKg, castingsKg, (before && monthBefore(before, month)?.castingsKg) ?? 0].map(
                (kg, at) => (
                  <td key={at}>{kg > 0 ? formatMass(kg, units, "bucket") : "–"}</td>
                ),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

interface GroupRow {
  readonly name: string;
  readonly areaM2: number;
  readonly one: Reckoning;
  readonly before: Reckoning | undefined;
}
/** One line each: what it ate and gave, for its food and for its ground, and in the same days a year before. */
export function Groups({
  rows,
  units,
  years,
}: {
  readonly rows: readonly GroupRow[];
  readonly units: Parameters<typeof formatMass>[1];
  readonly years: number;
}) {
  const most = Math.max(0.001, ...rows.map(({ one }) => wetOf(one, "castings")));
  const isOld = rows.some(({ before }) => before && wetOf(before, "castings") > 0);
  const sorted = rows.toSorted((a, b) => wetOf(b.one, "castings") - wetOf(a.one, "castings"));
  return (
    <>
      <h2>Each by itself</h2>
      <table className={styles.groups}>
        <thead>
          <tr>
            <th scope="col">&nbsp;</th>
            <th scope="col">food</th>
            <th scope="col">castings</th>
            <th scope="col">for each of food</th>
            <th scope="col">a year and m²</th>
            {isOld && <th scope="col">a year before</th>}
          </tr>
        </thead>
        <tbody>
          {sorted.map(({ name, areaM2: ground, one, before }) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{formatMass(wetOf(one, "food"), units, "bucket")}</td>
              <td>
                <span className={styles.bar} style={{ width: `${(70 * wetOf(one, "castings")) / most}%` }} />
                {wetOf(one, "castings") > 0 ? formatMass(wetOf(one, "castings"), units, "bucket") : "–"}
              </td>
              <td>{!one.castingsPerFood ? "–" : one.castingsPerFood.toFixed(2)}</td>
              <td>
                {ground > 0 && wetOf(one, "castings") > 0
                  ? formatMass(wetOf(one, "castings") / ground / Math.max(years, 1 / 365), units, "bucket")
                  : "–"}
              </td>
              {isOld && (
                <td>
                  {before && wetOf(before, "castings") > 0
                    ? formatMass(wetOf(before, "castings"), units, "bucket")
                    : "–"}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
