"use client";
import { dayAndMonth } from "@/core/calendar/day";
import { materialOf, shortName } from "@/core/catalogue/material";
import { effectiveEntries } from "@/core/log/effective";
import { eatenBefore } from "@/core/lot/trace";
import { formatMass, formatWeighed } from "@/core/quantity/format";
import { sayEntry } from "@/core/words/entry";
import { readAct, readLog } from "@/persistence/read";
import type { Entry } from "@/records/entry";
import type { LotToday } from "@/session/batches";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { useStored } from "@/session/useStored";
import { LogLines } from "@/ui/LogLines";
import { useGuarded } from "@/ui/useGuarded";
import Link from "next/link";
import styles from "./Lots.module.css";

const MOST_EATEN = 6;

/** A lot's way: what its bins had eaten, what was done to it, and where it went. Each line can be corrected or struck out. */
export function LotHistory({ one }: { readonly one: LotToday }) {
  const { db, bins, lotsToday, units, today, author, keep } = useSession();
  const { ask } = useErrands();
  const { guarded, isBusy } = useGuarded();
  const { lot } = one;
  const log = useBinLog(lot.id)?.entries;
  const from = useStored(
    () =>
      Promise.all(
        lot.from.map(async ({ binId, massKg }) => {
          const { rows } = await readLog(db, binId);
          const isThere = effectiveEntries(rows).some(
            (entry) => entry.kind === "harvested" && entry.day === lot.madeOn,
          );
          return { binId, massKg, isThere, eaten: eatenBefore(rows, lot.madeOn) };
        }),
      ),
    [db, lot],
  );
  const strike = async (entry: Entry) => {
    // What was written in two logs at once goes from both.
    const ids = [...(bins ?? []).map(({ bin }) => bin.id), ...(lotsToday ?? []).map((other) => other.lot.id)];
    const whole = entry.actId ? await readAct(db, entry.actId, ids, entry.day) : [];
    await keep(
      `${lot.name}: ${sayEntry(entry, units).verb}, struck out`,
      (whole.length > 0 ? whole : [entry]).map((row) => author.revised("entries", row, { deleted: true })),
    );
  };
  return (
    <div className={styles.history}>
      {from?.map(({ binId, massKg, isThere, eaten }) => {
        const bin = bins?.find((other) => other.bin.id === binId)?.bin;
        return (
          <p key={binId}>
            {formatWeighed(massKg, units)} from{" "}
            {bin ? <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link> : "a bin that is gone"},{" "}
            {dayAndMonth(lot.madeOn, today)}. {!isThere && "Its harvest is not in that bin’s log any more. "}
            {eaten.parts.length > 0 &&
              `Since ${dayAndMonth(eaten.since, today)} it had eaten ${eaten.parts
                .slice(0, MOST_EATEN)
                .map(
                  (part) =>
                    `${formatMass(part.massKg, units, "bucket")} ${shortName(materialOf(part.use, part.materialId))}`,
                )
                .join(
                  ", ",
                )}${eaten.parts.length > MOST_EATEN ? ` and ${eaten.parts.length - MOST_EATEN} more` : ""}.`}
          </p>
        );
      })}
      {log && log.length > 0 && (
        <LogLines
          entries={log}
          today={today}
          units={units}
          isBusy={isBusy}
          onCorrect={(entry) =>
            ask({
              of: "correct",
              entry,
              subject: { name: lot.name, firstDay: lot.madeOn },
              together: [],
            })
          }
          onStrike={(entry) => void guarded(() => strike(entry))}
        />
      )}
      {log?.length === 0 && <p className={styles.quiet}>Nothing was done to it yet.</p>}
    </div>
  );
}
