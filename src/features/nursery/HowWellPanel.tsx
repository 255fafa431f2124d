"use client";
import type { TubToday } from "@/core/nursery/due";
import { GROUPED_BY, othernessOf, yieldGroups } from "@/core/nursery/explain";
import { howWell } from "@/core/nursery/howWell";
import { howLived, livedGroups } from "@/core/nursery/lived";
import { formatPercent } from "@/core/quantity/format";
import { sayLived, sayVerdict, sayWhy } from "@/core/nursery/words";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { funnelChart } from "@/ui/chart/funnelChart";
import { useColours } from "@/ui/theme/useColours";
import { useMemo } from "react";
import { GroupRows } from "./GroupRows";
import styles from "./Nursery.module.css";

/** Which tubs breed well, and whether it is chance: every counted cycle within the funnel that chance alone would make. */
export function HowWellPanel({ tubs }: { readonly tubs: readonly TubToday[] }) {
  const { units } = useSession();
  const colours = useColours();
  const found = useMemo(() => howWell(tubs), [tubs]);
  const option = useMemo(() => funnelChart(found, colours), [found, colours]);
  const other = found.tubs.filter(({ is }) => is === "less" || is === "more");
  const lived = useMemo(() => howLived(tubs), [tubs]);
  const isSouth = tubs.some(({ climate: { hottestDay } }) => hottestDay < 100 || hottestDay > 300);
  const groups = useMemo(
    () =>
      GROUPED_BY.flatMap((by) => {
        const of = yieldGroups(found, by, isSouth);
        return of
          ? [
              {
                by,
                of: of.map(({ ofAll, rate, cycles, ...one }) => ({
                  ...one,
                  times: ofAll,
                  said: `${rate.toFixed(2)} over ${cycles} ${cycles === 1 ? "cycle" : "cycles"}`,
                })),
              },
            ]
          : [];
      }),
    [found, isSouth],
  );
  const livedBy = useMemo(
    () =>
      GROUPED_BY.flatMap((by) => {
        const of = livedGroups(lived.trays, by, isSouth);
        return of
          ? [
              {
                by,
                of: of.map(({ ofExpected, trays, ...one }) => ({
                  ...one,
                  times: ofExpected,
                  said: `${formatPercent(ofExpected.middle)} of what was expected, over ${trays} ${trays === 1 ? "tray" : "trays"}`,
                })),
              },
            ]
          : [];
      }),
    [lived, isSouth],
  );
  const expected = found.points.reduce((sum, { expected: { middle } }) => sum + middle, 0) / Math.max(1, found.points.length); // prettier-ignore
  return (
    <section aria-labelledby="well">
      <h2 id="well" className={styles.title}>
        How well they breed
      </h2>
      {found.points.length === 0 ? (
        <p className={styles.quiet}>
          {found.uncounted > 0
            ? `${found.uncounted} cleared ${found.uncounted === 1 ? "cycle was" : "cycles were"} not counted: how many worms came back is known, what they laid is not. One weighed scoop a tub is enough.`
            : "Nothing was counted yet. One weighed scoop a tub on sieving day is enough; without it the rhythm runs on all the same."}
        </p>
      ) : (
        <>
          <p>
            {found.rate.toFixed(2)} cocoons a grown worm and week in the middle, over {found.points.length}{" "}
            counted cycles; for this warmth about {expected.toFixed(2)} would be expected
            {found.uncounted > 0 && `. ${found.uncounted} more were not counted`}.
            {lived.grownBack !== undefined &&
              ` Of the grown worms set, ${formatPercent(lived.grownBack)} came back, over ${lived.cycles} ${lived.cycles === 1 ? "cycle" : "cycles"}.`}
          </p>
          {other.length === 0 ? (
            <p>
              <b>All tubs lie within chance:</b> none has to be accused, none copied.
            </p>
          ) : (
            <ul className={styles.verdicts}>
              {other.map((one) => (
                <li key={one.tubId} data-is={one.is}>
                  <b>{one.name}</b>: {sayVerdict(one)} {sayWhy(one.is, othernessOf(one.tubId, tubs), units)}
                </li>
              ))}
            </ul>
          )}
          <Chart
            option={option}
            height={300}
            label="Cocoons a worm and week of every counted cycle, by how many worm-weeks it was laid in, within the limits of chance"
          />
          <p className={styles.quiet}>
            Each mark is one counted cycle; a tub is judged by all of its cycles together. Between the inner
            lines lie 19 of 20 sound tubs, between the outer nearly all.
          </p>
          {groups.length > 0 && (
            <div className={styles.groups}>
              {groups.map(({ by, of }) => (
                <GroupRows key={by} by={by} groups={of} />
              ))}
            </div>
          )}
          {lived.trays.length > 0 && (
            <>
              <h3>What hatched and lived of it</h3>
              <ul className={styles.verdicts}>
                {lived.trays.map((one) => (
                  <li key={one.tubId} data-is={one.is === "fewer" ? "less" : undefined}>
                    <b>{one.name}</b>: {sayLived(one)}
                  </li>
                ))}
              </ul>
              {livedBy.length > 0 && (
                <div className={styles.groups}>
                  {livedBy.map(({ by, of }) => (
                    <GroupRows key={by} by={by} groups={of} />
                  ))}
                </div>
              )}
            </>
          )}
        </>
      )}
    </section>
  );
}
