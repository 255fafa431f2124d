"use client";
import { ago, dayAndMonth } from "@/core/calendar/day";
import type { UnitSystem } from "@/core/quantity/format";
import { sayEntry } from "@/core/words/entry";
import type { LocalDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import styles from "./LogLines.module.css";

type Entry = Parameters<typeof sayEntry>[0];

/** A log in lines, the newest first, each to be corrected or struck out. */
export function LogLines({
  entries,
  today,
  units,
  isBusy,
  onCorrect,
  onStrike,
}: {
  readonly entries: readonly Entry[];
  readonly today: LocalDate;
  readonly units: UnitSystem;
  readonly isBusy: boolean;
  readonly onCorrect: (entry: Entry) => void;
  readonly onStrike: (entry: Entry) => void;
}) {
  return (
    <ol className={styles.log}>
      {entries.toReversed().map((entry) => {
        const words = sayEntry(entry, units);
        return (
          <li key={entry.id}>
            <span className={styles.day}>{dayAndMonth(entry.day, today)}</span>
            <span>
              <b>{words.verb}</b> {words.rest}
              {entry.note && <span className={styles.note}> “{entry.note}”</span>}
            </span>
            <Button
              size="small"
              aria-label={`Correct: ${words.verb}, ${ago(entry.day, today)}`}
              onClick={() => onCorrect(entry)}
            >
              correct
            </Button>
            <Button
              size="small"
              disabled={isBusy}
              aria-label={`Strike out: ${words.verb}, ${ago(entry.day, today)}`}
              onClick={() => onStrike(entry)}
            >
              strike out
            </Button>
          </li>
        );
      })}
    </ol>
  );
}
