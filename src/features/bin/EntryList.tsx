"use client";
import { useGuarded } from "@/ui/useGuarded";
import { ago, dayAndMonth, weekdayName } from "@/core/calendar/day";
import { sayEntry } from "@/core/words/entry";
import type { BinToday } from "@/core/round/round";
import { readAct } from "@/persistence/read";
import type { Entry } from "@/records/entry";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import MoreHoriz from "@mui/icons-material/MoreHoriz";
import Link from "next/link";
import { useMemo, useState } from "react";
import styles from "./Bin.module.css";

const DAYS_AT_ONCE = 12;
const PROBLEM_WORDS = {
  "log/harvest-above-contents": "more was harvested than the log put in",
  "log/worms-taken-above-stock": "more worms were taken than ever lived here",
  "log/no-setup": "the set-up is not whole",
} as const;

/** The log, newest first: each line can be corrected or struck out; nothing is erased. */
export function EntryList({
  one,
  entries,
  broken,
}: {
  readonly one: BinToday;
  readonly entries: readonly Entry[];
  readonly broken: number;
}) {
  const { today } = useSession();
  const [shown, setShown] = useState(DAYS_AT_ONCE);
  const { ask } = useErrands();
  const days = useMemo(() => {
    const byDay = new Map<Entry["day"], Entry[]>();
    for (const entry of entries) byDay.set(entry.day, [...(byDay.get(entry.day) ?? []), entry]);
    return [...byDay].toReversed();
  }, [entries]);
  const problems = new Map<string, string>(
    one.state.problems.map((problem) => [problem.entryId, PROBLEM_WORDS[problem.code]]),
  );
  return (
    <section className={styles.log} aria-labelledby="log">
      <h2 id="log">The log</h2>
      {broken > 0 && (
        <p className={styles.problem}>
          {broken} {broken === 1 ? "entry" : "entries"} of this bin cannot be read and{" "}
          {broken === 1 ? "is" : "are"} left out. <Link href="/records">Look at them</Link>
        </p>
      )}
      <ol className={styles.days}>
        {days.slice(0, shown).map(([day, ofDay]) => (
          <li key={day} className={styles.day}>
            <p className={styles.date}>
              <b>{dayAndMonth(day, today)}</b>
              <span>
                {weekdayName(day)}, {ago(day, today)}
              </span>
            </p>
            <ul className={styles.entries}>
              {ofDay.map((entry) => (
                <EntryLine
                  key={entry.id}
                  entry={entry}
                  one={one}
                  problem={problems.get(entry.id)}
                  onCorrect={() =>
                    ask({
                      of: "correct",
                      entry,
                      subject: one.bin,
                      setup: one.state.setup,
                      together: entries.filter((other) => entry.visitId && other.visitId === entry.visitId),
                    })
                  }
                />
              ))}
            </ul>
          </li>
        ))}
      </ol>
      {days.length > shown && (
        <Button onClick={() => setShown((before) => before + 4 * DAYS_AT_ONCE)}>
          older days ({days.length - shown} more)
        </Button>
      )}
    </section>
  );
}

function EntryLine({
  entry,
  one,
  problem,
  onCorrect,
}: {
  readonly entry: Entry;
  readonly one: BinToday;
  readonly problem: string | undefined;
  readonly onCorrect: () => void;
}) {
  const { db, bins, batches, lots, units, author, keep } = useSession();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const words = sayEntry(entry, units);
  // Without it nothing could be drawn, expected or proposed.
  const saysWhatItIs = entry.kind === "altered" && entry.changes.system !== undefined;
  const { guarded } = useGuarded();
  const close = () => setAnchor(null);
  const strike = async () => {
    close();
    // What was written in two logs at once goes from both.
    const whole = entry.actId
      ? await readAct(
          db,
          entry.actId,
          [...(bins ?? []).map(({ bin }) => bin.id), ...[...batches, ...lots].map(({ id }) => id)],
          entry.day,
        )
      : [];
    await keep(
      `${one.bin.name}: ${words.verb}, struck out`,
      (whole.length > 0 ? whole : [entry]).map((row) => author.revised("entries", row, { deleted: true })),
    );
  };
  return (
    <li className={styles.entry}>
      <span className={styles.verb}>{words.verb}</span>
      <span className={styles.what}>
        {words.rest}
        {entry.note && <span className={styles.note}> “{entry.note}”</span>}
        {entry.revision > 1 && <span className={styles.note}> corrected</span>}
        {problem && <span className={styles.misfit}> does not fit: {problem}</span>}
      </span>
      <IconButton
        size="small"
        aria-label={`Change: ${words.verb} ${words.rest}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <MoreHoriz fontSize="small" />
      </IconButton>
      {anchor && (
        <Menu open anchorEl={anchor} onClose={close} onKeyDown={(event) => event.stopPropagation()}>
          {/* Half of an act corrected alone would leave two logs that disagree: it is struck out whole and written anew. */}
          {!entry.actId && (
            <MenuItem
              onClick={() => {
                close();
                onCorrect();
              }}
            >
              Correct it
            </MenuItem>
          )}
          {saysWhatItIs ? (
            <MenuItem disabled>It says what the bin is, and stays</MenuItem>
          ) : (
            <MenuItem onClick={() => void guarded(strike)}>
              {entry.actId ? "Strike it out, in every log it stands in" : "Strike it out"}
            </MenuItem>
          )}
        </Menu>
      )}
    </li>
  );
}
