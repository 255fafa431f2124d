"use client";
import { spokenDay } from "@/core/calendar/day";
import { datedTasks, nextStart } from "@/core/round/dated";
import { useBatches } from "@/session/batches";
import { useSession } from "@/session/session";
import Link from "next/link";
import styles from "./Slate.module.css";

/** On the slate beside the bins: steps of a start, batches to turn and to measure. */
export function DatedLines() {
  const { timetables, today, units } = useSession();
  const batches = useBatches();
  const tasks = datedTasks(timetables, batches ?? [], today, units);
  const ahead = nextStart(timetables, today);
  if (tasks.length === 0)
    return ahead ? (
      <p className={styles.sum}>
        <Link href={`/start?id=${ahead.id}`} className={styles.ahead}>
          {ahead.name}: {ahead.title.toLowerCase()}, {spokenDay(ahead.day, today)}
        </Link>
      </p>
    ) : null;
  return (
    <ul className={styles.tasks}>
      {tasks.map((task) => (
        <li key={task.key} className={styles.task}>
          <Link
            className={styles.line}
            href={task.to.room === "start" ? `/start?id=${task.to.id}` : "/store"}
          >
            <span className={styles.box} aria-hidden="true" />
            <span>
              <b>{task.name}</b> {task.verb}
            </span>
            <span />
            <span className={styles.why}>
              {task.why}
              {task.overdueDays > 0 &&
                ` ${task.overdueDays} ${task.overdueDays === 1 ? "day" : "days"} late.`}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
