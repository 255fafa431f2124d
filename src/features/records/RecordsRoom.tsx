"use client";
import Link from "next/link";
import { useStored } from "@/session/useStored";
import { dayAndMonth, localDateOf, spokenDay } from "@/core/calendar/day";
import { sayRecord } from "@/core/words/record";
import type { Parted } from "@/archive/conflicts";
import type { MergeSummary } from "@/archive/merge";
import { sayLogChange, sayNamedChanges } from "@/archive/words";
import { useSession } from "@/session/session";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import { useGuarded } from "@/ui/useGuarded";
import { useId } from "react";
import { BrokenRows } from "./BrokenRows";
import { Changes } from "./Changes";
import styles from "./Records.module.css";
import { useArchive } from "./useArchive";

/** With thin spaces, as the figures of this app are written. */
const counted = (rows: number): string => rows.toLocaleString("en").replace(/,/g, "\u202f");

/** How the keeper's work is kept: saving it as a file, bringing one in, what cannot be read, what was done last. */
export function RecordsRoom() {
  const { db, open, bins } = useSession();
  const { isPacking, save, importing, open: openFile, accept, bringBack, leave } = useArchive();
  const { guarded } = useGuarded();
  const fileField = useId();
  const device = useStored(() => db.device.toArray(), [db]);
  const entryCount = useStored(() => db.entries.count(), [db]);
  const isEmpty = entryCount === 0 && bins?.length === 0;
  const archivedAt = device?.find((fact) => fact.key === "archivedAt")?.value;
  const persistence = device?.find((fact) => fact.key === "persistence")?.value;
  const archivedOn = archivedAt && localDate.safeParse(archivedAt.slice(0, 10));
  return (
    <main className={styles.records} data-usable={device !== undefined}>
      <h1>Records</h1>
      <p className={styles.lead}>
        {isEmpty ? (
          "Nothing is written yet. What you write stays in this browser; one file takes all of it to another device."
        ) : (
          <>
            {entryCount === undefined
              ? ""
              : `${counted(entryCount)} rows of log for ${bins?.length ?? 0} ${bins?.length === 1 ? "bin" : "bins"}, `}
            in this browser on this device and nowhere else.{" "}
            <Link href="/reckon">Reckon what came of it</Link>
          </>
        )}
      </p>
      <div className={styles.two}>
        {!isEmpty && (
          <section>
            <h2>Save an archive</h2>
            <p>
              One file with everything: bins, rooms, every entry with its corrections. Plain text that any
              program can read.
            </p>
            <p className={styles.quiet}>
              {open === "demo" ? "This is the demo cellar; its archive is for looking at. " : ""}
              {archivedOn && archivedOn.success
                ? `Last saved ${dayAndMonth(archivedOn.data)}.`
                : "Not saved yet."}
            </p>
            <Button variant="contained" disabled={isPacking} onClick={() => void save()}>
              {isPacking ? "Packing" : "Save the archive"}
            </Button>
            {persistence === "refused" && (
              <p className={styles.warn}>
                This browser has not promised to keep the data when space runs short. Save archives often;
                installing the app or adding a bookmark often changes its mind.
              </p>
            )}
            {persistence === "granted" && (
              <p className={styles.quiet}>
                The browser has promised to keep this cellar until you clear it yourself.
              </p>
            )}
          </section>
        )}
        <section>
          <h2>Bring one in</h2>
          <p>
            From another device or an older copy. What is new is added; nothing here is lost. You see what
            will change first.
          </p>
          <label htmlFor={fileField} className={styles.file}>
            Choose an archive file
            <input
              id={fileField}
              type="file"
              accept=".json,application/json"
              disabled={importing.status === "reading" || importing.status === "writing"}
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = "";
                if (file) void openFile(file);
              }}
            />
          </label>
          <div aria-live="polite">
            {importing.status === "reading" && <p>Reading and checking every row</p>}
            {importing.status === "writing" && (
              <p>
                Writing{" "}
                {importing.of > 0 &&
                  `${counted(importing.written)} of ${counted(importing.of)} rows. Nothing is changed until all are there.`}
              </p>
            )}
            {importing.status === "refused" && (
              <p role="alert" className={styles.warn}>
                <b>{importing.fileName}:</b> {importing.sentence}
              </p>
            )}
            {importing.status === "preview" && (
              <Preview
                summary={importing.summary}
                parted={importing.parted}
                onAccept={() => void accept()}
                onBringBack={() => void guarded(bringBack)}
                onLeave={leave}
              />
            )}
          </div>
        </section>
      </div>
      <BrokenRows />
      <Changes />
    </main>
  );
}

function Preview({
  summary,
  parted,
  onAccept,
  onBringBack,
  onLeave,
}: {
  readonly summary: MergeSummary;
  readonly parted: Parted;
  readonly onBringBack: () => void;
  readonly onAccept: () => void;
  readonly onLeave: () => void;
}) {
  const { together, asked, struckOut } = parted;
  const { freshCount, alreadyHere, named, logs, firstDay, lastDay, setAside, healed } = summary;
  // What comes with a new bin is its log, said by the bin.
  const logsHere = logs.filter(({ name }) => !named.some((one) => one.is === "new" && one.name === name));
  const total = Object.values(freshCount).reduce((sum, count) => sum + count, 0);
  const day = (text: string | undefined) => (text === undefined ? "" : dayAndMonth(localDate.parse(text)));
  return (
    <div className={styles.preview}>
      {total + setAside === 0 ? (
        <p>Everything in this archive is here already. Importing it would change nothing.</p>
      ) : (
        <ul>
          <li>
            <b>{counted(freshCount.entries)}</b> new {freshCount.entries === 1 ? "row" : "rows"} of log
            {firstDay &&
              lastDay &&
              `, ${firstDay === lastDay ? "of " : ""}${day(firstDay)} ${firstDay.slice(0, 4)}`}
            {firstDay && lastDay && firstDay !== lastDay && ` to ${day(lastDay)} ${lastDay.slice(0, 4)}`}
          </li>
          {sayNamedChanges(named).map((said) => (
            <li key={said}>{said}</li>
          ))}
          {logsHere.map((log, at) => (
            <li key={at}>{sayLogChange(log)}</li>
          ))}
          {freshCount.settings + freshCount.cellars > 0 && (
            <li>its settings and walking order, where they are newer</li>
          )}
          {healed > 0 && (
            <li>
              {counted(healed)} {healed === 1 ? "row" : "rows"} that cannot be read here{" "}
              {healed === 1 ? "is" : "are"} made whole again
            </li>
          )}
          {together.length > 0 && (
            <li>
              {counted(together.length)} changed here and in the file, on different lines: both changes stand
            </li>
          )}
          {asked.length > 0 && (
            <li>
              {counted(asked.length)} changed here and in the file on the same line: you are asked before
              anything is written
            </li>
          )}
          <li>{counted(alreadyHere)} rows are here already</li>
          {setAside > 0 && (
            <li>
              {counted(setAside)} {setAside === 1 ? "row" : "rows"} this app cannot read (a newer one may have
              written {setAside === 1 ? "it) is" : "them) are"} kept aside whole and{" "}
              {setAside === 1 ? "goes" : "go"} along in each archive
            </li>
          )}
        </ul>
      )}
      {struckOut.length > 0 && <StruckOutHere struckOut={struckOut} onBringBack={onBringBack} />}
      <div className={styles.actions}>
        {total + setAside > 0 && (
          <Button variant="contained" onClick={onAccept}>
            Add them
          </Button>
        )}
        <Button onClick={onLeave}>leave it</Button>
      </div>
    </div>
  );
}

const MOST_TOLD = 12;
/** What the file has and was struck out here since: what it was, since when, and one press that has it stand again. */
function StruckOutHere({
  struckOut,
  onBringBack,
}: {
  readonly struckOut: Parted["struckOut"];
  readonly onBringBack: () => void;
}) {
  const { units, today } = useSession();
  return (
    <div className={styles.struck}>
      <p>
        <b>In the file, but struck out here: {counted(struckOut.length)}</b>
      </p>
      <ul>
        {struckOut.slice(0, MOST_TOLD).map(({ kind, row, struck }) => (
          <li key={row.id}>
            {sayRecord(kind, row, units)}, struck out {spokenDay(localDateOf(struck.recordedAt), today)}
          </li>
        ))}
        {struckOut.length > MOST_TOLD && <li>and {counted(struckOut.length - MOST_TOLD)} more</li>}
      </ul>
      <Button variant="outlined" onClick={onBringBack}>
        Bring these back
      </Button>
    </div>
  );
}
