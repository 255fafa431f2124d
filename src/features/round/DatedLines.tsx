"use client";
import { busyTasks } from "@/core/away/words";
import { spokenDay } from "@/core/calendar/day";
import { datedTasks, nextStart, startsToday } from "@/core/round/dated";
import { jobsOf } from "@/core/nursery/due";
import { nurseryTasks, orderTasks } from "@/core/nursery/words";
import { weatherTasks } from "@/core/weather/words";
import { useSession } from "@/session/session";
import { useWeather } from "@/session/weather";
import Link from "next/link";
import styles from "./Slate.module.css";

const WITHOUT_ID: ReadonlySet<string> = new Set(["store", "weather", "nursery", "away"]);

/** On the slate beside the bins: steps of a start, batches to turn and to measure, castings to look after, troubles not over. */
export function DatedLines() {
  const {
    timetables,
    today,
    units,
    bins,
    batchesToday: batches,
    lotsToday: lots,
    tubsToday,
    orders,
    settings,
  } = useSession();
  const starts = startsToday(timetables, bins ?? [], batches ?? []);
  const weather = useWeather();
  const nursery = nurseryTasks(jobsOf(tubsToday ?? [], today)).map((one) => ({
    ...one,
    name: "Nursery:",
    to: { room: "nursery" as const, id: "" },
    overdueDays: 0,
  }));
  const promised = orderTasks(orders ?? [], today, units).map((one) => ({
    ...one,
    name: "Nursery:",
    to: { room: "nursery" as const, id: "" },
  }));
  const tasks = [
    ...nursery,
    ...promised,
    ...busyTasks(settings?.busy ?? [], bins ?? [], today),
    ...weatherTasks(weather?.spells ?? [], weather?.ended ?? [], bins ?? [], today),
    ...datedTasks(starts, batches ?? [], today, units, lots, bins),
  ];
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
            <Link
              className={styles.line}
              href={WITHOUT_ID.has(to.room) ? `/${to.room}` : `/${to.room}?id=${to.id}`}
            >
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
