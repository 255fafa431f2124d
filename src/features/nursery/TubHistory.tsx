"use client";
import { addDays, daysBetween, shortDay } from "@/core/calendar/day";
import { areaOfTub, courseOf, THIN_KG_PER_M2 } from "@/core/nursery/cohorts";
import type { TubToday } from "@/core/nursery/due";
import { sayEstimate, sayStand, sayTub, sayTubProblem } from "@/core/nursery/words";
import { formatArea, formatCount, formatMass, formatStocking } from "@/core/quantity/format";
import { sayEntry } from "@/core/words/entry";
import { readAct } from "@/persistence/read";
import type { Entry } from "@/records/entry";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { Chart } from "@/ui/chart/Chart";
import { linesChart } from "@/ui/chart/linesChart";
import { LogLines } from "@/ui/LogLines";
import { useColours } from "@/ui/theme/useColours";
import { useGuarded } from "@/ui/useGuarded";
import { useMemo } from "react";
import styles from "./Nursery.module.css";

const stages = ["cocoons", "hatchlings", "growing", "grown"] as const;

/** One tub or tray: where it stands, its cycles, where its brood came from, and its log, each line of which can be corrected or struck out. */
export function TubHistory({ one, all }: { readonly one: TubToday; readonly all: readonly TubToday[] }) {
  const { db, today, units, author, keep } = useSession();
  const { ask } = useErrands();
  const { guarded, isBusy } = useGuarded();
  const { tub, state } = one;
  const log = useBinLog(tub.id)?.entries;
  const colours = useColours();
  const course = useMemo(() => courseOf(one), [one]);
  const ahead = useMemo(() => {
    const { brood } = one.state;
    if (!course || !brood) return [];
    const until = addDays(one.brood?.grownOn ?? today, 28);
    const weeks = Math.max(1, Math.ceil(daysBetween(brood.filledOn, until < today ? today : until) / 7));
    return Array.from({ length: weeks + 1 }, (_, week) => course.on(addDays(brood.filledOn, 7 * week)));
  }, [course, one, today]);
  const stand = course?.on(today);
  const nameOf = (id: string) =>
    all.find(({ tub: other }) => other.id === id)?.tub.name ?? "one that is gone";
  // A job over many is struck out for this one alone, with what it wrote of it into a tray.
  const strike = async (entry: Entry) => {
    const ids = all.map(({ tub: { id } }) => id as string);
    const act = entry.actId ? await readAct(db, entry.actId, ids, entry.day) : [entry];
    const own = act.filter(
      (row) =>
        row.subject.id === (tub.id as string) ||
        (row.kind === "trayFilled" && row.fromId === (tub.id as string)),
    );
    await keep(
      `${tub.name}: ${sayEntry(entry, units).verb}, struck out`,
      (own.length > 0 ? own : [entry]).map((row) => author.revised("entries", row, { deleted: true })),
    );
  };
  return (
    <section aria-labelledby="history" className={styles.history}>
      <h3 id="history">
        {tub.name} <span className={styles.quiet}>{sayTub(one, today)}</span>
      </h3>
      {state.problems.map((problem) => (
        <p key={`${problem.entryId}/${problem.code}`} className={styles.late}>
          {sayTubProblem(problem, today)}
        </p>
      ))}
      {stand && course && state.stage === "brood" && (
        <>
          <p>
            By now about {sayStand(stand)}: {formatMass(stand.liveG / 1000, units)} on{" "}
            {formatArea(areaOfTub(tub), units)}, {formatStocking(stand.liveG / 1000 / areaOfTub(tub), units)}.
            Young feed well side by side up to {formatStocking(THIN_KG_PER_M2, units)}.
          </p>
          <Chart
            option={linesChart({
              series: stages.map((of) => ({
                name: of,
                points: ahead.map((one) => [one.day, Math.round(one[of])] as const),
              })),
              unit: "heads",
              colours,
              isNamedAtPeak: true,
            })}
            height={220}
            label="Cocoons, hatchlings, growing and grown worms of this tray, from its filling on"
          />
        </>
      )}
      {state.brood && <p>Its brood came from {state.brood.fromIds.map(nameOf).join(", ")}.</p>}
      {state.cycles.some(({ clearedOn }) => clearedOn) && (
        <p>
          {state.cycles
            .filter(({ clearedOn }) => clearedOn)
            .map(
              ({ setOn, clearedOn, grownIn, grownOut, cocoons }) =>
                `${shortDay(setOn)} to ${shortDay(clearedOn!)}: ${formatCount(grownIn)} in${grownOut === undefined ? "" : `, ${formatCount(grownOut)} out`}${cocoons ? `, ${sayEstimate(cocoons)} cocoons` : ", not counted"}`,
            )
            .join("; ")}
          .
        </p>
      )}
      {log && (
        <LogLines
          entries={log}
          today={today}
          units={units}
          isBusy={isBusy}
          onCorrect={(entry) =>
            ask({
              of: "correct",
              entry,
              subject: { name: tub.name, firstDay: tub.madeOn },
              together: [],
            })
          }
          onStrike={(entry) => void guarded(() => strike(entry))}
        />
      )}
    </section>
  );
}
