"use client";
import { shortDay } from "@/core/calendar/day";
import type { TubToday } from "@/core/nursery/due";
import { sayEstimate, sayTub, sayTubProblem } from "@/core/nursery/words";
import { formatCount } from "@/core/quantity/format";
import { sayEntry } from "@/core/words/entry";
import { readAct } from "@/persistence/read";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { LogLines } from "@/ui/LogLines";
import { useGuarded } from "@/ui/useGuarded";
import styles from "./Nursery.module.css";

/** One tub or tray: where it stands, its cycles, where its brood came from, and its log, each line of which can be struck out. */
export function TubHistory({ one, all }: { readonly one: TubToday; readonly all: readonly TubToday[] }) {
  const { db, today, units, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const { tub, state } = one;
  const log = useBinLog(tub.id)?.entries;
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
          onStrike={(entry) => void guarded(() => strike(entry))}
        />
      )}
    </section>
  );
}
