"use client";
import { binVolumeL, systemOf } from "@/core/bin/system";
import { addDays, dayAndMonth, shortDay, spokenDay } from "@/core/calendar/day";
import { schoolOf } from "@/core/catalogue/school";
import { partsOf } from "@/core/deed/parts";
import { sayPart } from "@/core/deed/words";
import { sayReason, sayStep } from "@/core/decision/words";
import { profileOf } from "@/core/picture/profile";
import { formatMass, formatPercentRange, formatTemperatureRange, formatVolume } from "@/core/quantity/format";
import { dueDay } from "@/core/round/due";
import { figureNotes } from "@/core/round/figureNotes";
import type { BinToday } from "@/core/round/round";
import { planRound } from "@/core/round/round";
import { sayStanding } from "@/core/round/words";
import { sayEntry } from "@/core/words/entry";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { BinFigure } from "@/ui/BinFigure";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import room from "@/ui/room.module.css";
import styles from "./Friend.module.css";
import { useBinLog } from "@/session/useBinLog";

/** So much of the log whoever looks at it needs. */
const WEEKS = 6;

/** One bin on one page, for whoever helps or looks in: how it stands, what was done and read lately, what worries. */
export function FriendRoom() {
  const { bins } = useSession();
  const params = useSearchParams();
  if (!bins) return <main className={`${room.room} ${styles.page}`} aria-busy="true" />;
  const one = bins.find(({ bin }) => bin.id === params.get("id"));
  return one ? (
    <FriendPage one={one} />
  ) : (
    <main className={`${room.room} ${styles.page}`} data-usable="true">
      <h1 className={room.title}>No such bin</h1>
      <p>
        The address names a bin that is not in this cellar. <Link href="/bins">To all bins</Link>
      </p>
    </main>
  );
}

function FriendPage({ one }: { readonly one: BinToday }) {
  const { rooms, units, measures, today } = useSession();
  const { bin, state, expectation, decision } = one;
  const log = useBinLog(bin.id);
  const setup = state.setup;
  const profile = profileOf(bin.id, state, expectation, today);
  const task = planRound([one], today).tasks[0];
  const due = dueDay(state, today);
  const since = addDays(today, -7 * WEEKS);
  const lately = (log?.entries ?? []).filter(({ day }) => day >= since);
  const parts = partsOf(state, expectation, today);
  const warnings = expectation.twin?.warnings ?? [];
  return (
    <main className={`${room.room} ${styles.page}`} data-usable={log !== undefined}>
      <div className={styles.head}>
        <h1 className={room.title}>{bin.name}</h1>
        <Button variant="contained" onClick={() => window.print()} data-print="hide">
          Print or save this page
        </Button>
      </div>
      <p className={styles.quiet}>
        {setup
          ? `${systemOf(setup.system).name} of ${formatVolume(binVolumeL(setup), units)}, ${rooms.find(({ id }) => id === setup.roomId)?.name ?? "somewhere"}, kept as ${schoolOf(setup.school).name.toLowerCase()}, since ${dayAndMonth(bin.firstDay)} ${bin.firstDay.slice(0, 4)}.`
          : "Its set-up cannot be read."}{" "}
        As of {dayAndMonth(today)} {today.slice(0, 4)}.
      </p>
      {profile && (
        <BinFigure
          profile={profile}
          label={`${bin.name}, cut open`}
          notes={figureNotes(one, units, today)}
          units={units}
          mostWidth={560}
          mostHeight={310}
        />
      )}
      <div className={styles.two}>
        <section>
          <h2>How it stands</h2>
          <ul>
            {task && <li>{sayStanding(one, task, today)}</li>}
            <li>
              {formatPercentRange(expectation.moisture.low, expectation.moisture.high)} moist, likely{" "}
              {formatTemperatureRange(expectation.temperatureC.low, expectation.temperatureC.high, units)},
              about {formatMass(expectation.wormsKg.middle, units, "bucket")} of worms
            </li>
            {parts.map((part, at) => (
              <li key={part.compartment.id}>
                {parts.length > 1 ? (part.compartment.name ?? `part ${at + 1}`) : "in it"}:{" "}
                {sayPart(part, units)}
              </li>
            ))}
            {due && (
              <li>
                Next visit: {due < today ? "due since " : ""}
                {spokenDay(due, today)}
              </li>
            )}
          </ul>
        </section>
        <section>
          <h2>What worries</h2>
          <ul>
            {state.alarms.length === 0 && warnings.length === 0 && decision.verdict !== "actNow" ? (
              <li>Nothing today.</li>
            ) : (
              decision.steps
                .slice(0, 3)
                .map((step, at) => <li key={at}>{sayReason(step.why, { units, today })}</li>)
            )}
          </ul>
          <h2>What is to be done</h2>
          <ul>
            {!task && (
              <li>Nothing{due && due > today ? ` before ${spokenDay(due, today)}` : " that cannot wait"}.</li>
            )}
            {(task ? decision.steps : []).map((step, at) => {
              const { before, amount, after } = sayStep(step, measures);
              return <li key={at}>{[before, amount, after].filter(Boolean).join(" ")}</li>;
            })}
          </ul>
        </section>
      </div>
      <section>
        <h2>The last {WEEKS} weeks</h2>
        {lately.length === 0 && <p className={styles.quiet}>Nothing was noted.</p>}
        <table className={styles.log}>
          <tbody>
            {byDay(lately).map(([day, entries]) => (
              <tr key={day}>
                <th scope="row">{shortDay(day)}</th>
                <td>
                  {entries
                    .map((entry) => {
                      const { verb, rest } = sayEntry(entry, units);
                      return [entry.kind === "looked" ? `${verb}:` : verb, rest, entry.note]
                        .filter(Boolean)
                        .join(" ");
                    })
                    .join("; ")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </main>
  );
}

function byDay(entries: readonly Entry[]): [Entry["day"], Entry[]][] {
  const days = new Map<Entry["day"], Entry[]>();
  for (const entry of entries) days.set(entry.day, [...(days.get(entry.day) ?? []), entry]);
  return [...days].toReversed();
}
