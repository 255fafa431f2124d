"use client";
import Link from "next/link";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { codeOf } from "@/core/bin/code";
import { dayAndMonth, shortDay, weekdayName } from "@/core/calendar/day";
import { sayStep } from "@/core/decision/words";
import { dueDay } from "@/core/round/due";
import type { BinToday, Task } from "@/core/round/round";
import { planRound } from "@/core/round/round";
import { carryLines, sayLength, sayTask, sayTools } from "@/core/round/words";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import { useState } from "react";
import room from "@/ui/room.module.css";
import styles from "./Paper.module.css";

const SheetEntry = dynamic(() => import("./SheetEntry").then((module) => module.SheetEntry), { ssr: false });

const VIEWS = [
  { value: "print", label: "to print" },
  { value: "enter", label: "to type in afterwards" },
] as const;

/** The round on paper: what to carry, each bin with its steps and lines to write on; and the same typed in afterwards. */
export function SheetRoom() {
  const { bins, rooms, today, units } = useSession();
  const onDemo = useDemo();
  const [view, setView] = useState<(typeof VIEWS)[number]["value"]>("print");
  if (!bins) return <main className={`${room.room} ${styles.paper}`} aria-busy="true" />;
  if (bins.length === 0)
    return (
      <FirstScreen
        title="The round on paper"
        says="Today’s round to print and take along: each bin with its verb, its amount and boxes to tick."
        of="sheet"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  const round = planRound(bins, today);
  const taskOf = new Map<string, Task>(round.tasks.map((task) => [task.binId, task]));
  const carried = [
    ...carryLines(round.carry, units).map(({ what, amount }) => `${amount} ${what.toLowerCase()}`),
    sayTools(round.carry).toLowerCase(),
  ];
  const due = bins.filter(({ bin }) => taskOf.has(bin.id));
  const quiet = bins.filter(({ bin, state }) => !taskOf.has(bin.id) && state.setup && !state.setup.retired);
  const byRoom = rooms
    .map(({ id, name }) => ({ id, name, ones: due.filter(({ state }) => state.setup?.roomId === id) }))
    .filter(({ ones }) => ones.length > 0);
  return (
    <main className={`${room.room} ${styles.paper}`} data-usable="true">
      <div className={styles.head} data-print="hide">
        <h1 className={room.title}>The round on paper</h1>
        {view === "print" && (
          <Button variant="contained" onClick={() => window.print()}>
            Print the round
          </Button>
        )}
      </div>
      <div className={styles.view} data-print="hide">
        <Choice
          title="Shown"
          name="sheet"
          options={VIEWS}
          chosen={view}
          onChoose={(chosen) => chosen && setView(chosen)}
        />
      </div>
      {view === "enter" ? (
        <SheetEntry bins={bins} due={new Set(taskOf.keys())} />
      ) : (
        <article className={styles.sheet}>
          <h2>
            {weekdayName(today)}, {dayAndMonth(today)} {today.slice(0, 4)}
          </h2>
          <p>
            {due.length === 0
              ? "Nothing is due today."
              : `${due.length} ${due.length === 1 ? "bin" : "bins"}, ${sayLength(round.minutes)}. To carry: ${carried.join(", ")}.`}
          </p>
          {byRoom.map(({ id, name, ones }) => (
            <section key={id}>
              <h3>{name}</h3>
              <table className={styles.table}>
                <thead>
                  <tr>
                    <th>done</th>
                    <th>Bin</th>
                    <th>What to do</th>
                    <th>left</th>
                    <th>squeeze</th>
                    <th>smell</th>
                    <th>given</th>
                  </tr>
                </thead>
                <tbody>
                  {ones.map((one) => (
                    <SheetLines key={one.bin.id} one={one} task={taskOf.get(one.bin.id)!} />
                  ))}
                </tbody>
              </table>
            </section>
          ))}
          {quiet.length > 0 && (
            <p className={styles.quiet}>
              Not today:{" "}
              {quiet
                .map(({ bin, state }) => {
                  const back = dueDay(state, today);
                  return back ? `${bin.name} (${shortDay(back)})` : bin.name;
                })
                .join(", ")}
              .
            </p>
          )}
          <p className={styles.quiet}>
            Left: none, little, half, most. Squeeze: dust, no drop, 1–2, many, stream. Smell: earthy, sour,
            rotten, sharp. Tick what was done as it stands, write what was different.
          </p>
        </article>
      )}
    </main>
  );
}

function SheetLines({ one, task }: { readonly one: BinToday; readonly task: Task }) {
  const { units, measures } = useSession();
  const { verb } = sayTask(task, units);
  const steps = one.decision.steps.map((step) => {
    const { before, amount, after } = sayStep(step, measures);
    return [before, amount, after].filter(Boolean).join(" ");
  });
  return (
    <tr>
      <td>
        <span className={styles.box} />
      </td>
      <td>
        <b>{one.bin.name}</b>
        <span className={styles.smallCode}>{codeOf(one.bin.id)}</span>
      </td>
      <td>
        {steps.length > 0 ? (
          <ul className={styles.steps}>
            {steps.map((step, at) => (
              <li key={at}>
                <span className={styles.smallBox} /> {step}
              </li>
            ))}
          </ul>
        ) : (
          verb
        )}
      </td>
      <td className={styles.blank} />
      <td className={styles.blank} />
      <td className={styles.blank} />
      <td className={styles.blank} />
    </tr>
  );
}
