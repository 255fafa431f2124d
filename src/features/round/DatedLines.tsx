"use client";
import { spokenDay } from "@/core/calendar/day";
import { datedTasks, nextStart, startsToday } from "@/core/round/dated";
import { useSession } from "@/session/session";
import Link from "next/link";
import styles from "./Slate.module.css";

/** On the slate beside the bins: steps of a start, batches to turn and to measure, castings to look after, troubles not over. */
export function DatedLines() {
  const { timetables, today, units, bins, batchesToday: batches, lotsToday: lots } = useSession();
  const starts = startsToday(timetables, bins ?? [], batches ?? []);
  const tasks = datedTasks(starts, batches ?? [], today, units, lots, bins);
  const ahead = nextStart(starts, today);
  if (tasks.length === 0)
    return ahead ? (
      <p className={styles.sum}>
        <Link href={`/start?id=${ahead.id}`} className={styles.ahead}>
          {ahead.name}: {ahead.title.toLowerCase()}, {spokenDay(ahead.day, today)}
        </Link>
      </p>
    ) : null;
  return (
    <>
      <h3 className={styles.part}>Beside the bins</h3>
      <ul className={styles.tasks}>
        {tasks.map(({ key, name, verb, why, overdueDays, to }) => (
          <li key={key} className={styles.task}>
            <Link className={styles.line} href={to.room === "store" ? "/store" : `/${to.room}?id=${to.id}`}>
              <span className={styles.box} aria-hidden="true" />
              <span>
                <b>{name}</b> {verb}
              </span>
              <span />
              <span className={styles.why}>
                {why}
                {overdueDays > 0 && ` ${overdueDays} ${overdueDays === 1 ? "day" : "days"} late.`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
