"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { addDays } from "@/core/calendar/day";
import type { BoardRow, TubTask } from "@/core/nursery/due";
import { jobsOf } from "@/core/nursery/due";
import { cycleUnderWay } from "@/core/nursery/state";
import { sayJob, sayOverdue, sayTub, TASK_WORDS } from "@/core/nursery/words";
import { useSession } from "@/session/session";
import { CellarGrid } from "@/ui/grid/CellarGrid";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Board } from "./Board";
import { EnoughPanel } from "./EnoughPanel";
import { HowWellPanel } from "./HowWellPanel";
import { JobDialog } from "./JobDialog";
import { NewTubs } from "./NewTubs";
import { OrdersPanel } from "./OrdersPanel";
import { ParcelPanel } from "./ParcelPanel";
import { SplitPanel } from "./SplitPanel";
import { TubHistory } from "./TubHistory";
import styles from "./Nursery.module.css";
import type { NurseryJob } from "./readJob";
import { WettingClock } from "./WettingClock";
import { useNurseryAct } from "./useNurseryAct";

const BY: Readonly<Record<TubTask, NurseryJob>> = {
  set: "set",
  dry: "tend",
  clear: "clear",
  look: "count",
  bait: "tend",
  thin: "thin",
  moveOn: "end",
};
const JOBS: readonly (readonly [NurseryJob, string])[] = [
  ["set", "set"],
  ["clear", "sieve or clear"],
  ["count", "count"],
  ["tend", "bed, water, feed"],
  ["thin", "thin out"],
  ["day", "another day"],
  ["end", "move on, or end"],
];

/** The nursery: what is due today as single jobs, the board by weeks, how well it breeds, and enough by a day. */
export function NurseryRoom() {
  const { rooms, tubsToday, orders, today, say } = useSession();
  const [packing, setPacking] = useState<string>();
  const write = useNurseryAct();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [asked, setAsked] = useState<{ readonly job: NurseryJob; readonly ids: readonly string[] }>();
  const onDemo = useDemo();
  const [isNew, setNew] = useState(false);
  const [view, setView] = useState<"board" | "list">("board");
  const jobs = useMemo(() => jobsOf(tubsToday ?? [], today), [tubsToday, today]);
  if (!tubsToday) return <main className={room.room} aria-busy="true" />;
  if (tubsToday.length === 0 && rooms.length === 0)
    return (
      <FirstScreen
        title="Nursery"
        says="Breeding tubs run by the clock: worms in, cocoons out, trays that hatch. The board says whose turn it is."
        of="tubs"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  const standing = tubsToday.filter(({ state }) => state.stage !== "ended");
  const inHand = asked && tubsToday.filter(({ tub }) => asked.ids.includes(tub.id));
  const alone = chosen.length === 1 ? tubsToday.find(({ tub }) => tub.id === chosen[0]) : undefined;
  const move = (row: BoardRow, byDays: number) => {
    if (byDays === 0) return;
    const lines = row.tubs.flatMap(({ tub, state, due }) => {
      const dueOn = cycleUnderWay(state)?.dueOn ?? (tub.role === "tub" ? due?.on : undefined);
      return dueOn
        ? [{ tubId: tub.id, fact: { kind: "tubDue" as const, dueOn: addDays(dueOn, byDays) } }]
        : [];
    });
    if (lines.some(({ fact }) => fact.dueOn < today)) {
      say({ tone: "problem", text: `${row.name} would be due in the past: it stays where it is.` });
      return;
    }
    if (lines.length > 0) void write(`${row.name} moved by ${Math.abs(byDays)} days`, { lines, trays: [] });
  };
  const late = standing.flatMap((one) => sayOverdue(one, today) ?? []);
  return (
    <main className={room.room} data-usable="true">
      <div className={styles.head}>
        <h1 className={room.title}>Nursery</h1>
        <Button variant={standing.length === 0 ? "contained" : "outlined"} onClick={() => setNew(true)}>
          new tubs
        </Button>
      </div>
      <p className={room.lead}>
        Tubs that breed and trays that hatch, each a filling ring; what is due is one job for all.
      </p>
      {standing.length === 0 ? (
        <p className={styles.quiet}>
          No breeding tub stands here. Four shallow tubs, set a week apart, give a steady supply; one may be
          enough to fill a friend’s bin in a year.
        </p>
      ) : (
        <>
          <section aria-labelledby="today" className={styles.jobs}>
            <h2 id="today" className={styles.title}>
              Today
            </h2>
            {jobs.length === 0 && <p>Nothing is due in the nursery today.</p>}
            <ul>
              {jobs.map((job) => (
                <li key={job.task}>
                  <span>
                    <b>{upper(sayJob(job))}</b>{" "}
                    <span className={styles.quiet}>{TASK_WORDS[job.task].how}</span>
                  </span>
                  <Button
                    variant="contained"
                    onClick={() => setAsked({ job: BY[job.task], ids: job.tubs.map(({ tub }) => tub.id) })}
                  >
                    do it
                  </Button>
                </li>
              ))}
            </ul>
            {late.length > 0 && <p className={styles.late}>{[...new Set(late)].slice(0, 3).join(" ")}</p>}
          </section>
          {!asked && <WettingClock isQuiet />}
          <div>
            <div className={styles.bar}>
              <span>{chosen.length > 0 ? `${chosen.length} chosen:` : "Choose tubs to work with them:"}</span>
              {JOBS.map(([job, words]) => (
                <Button
                  key={job}
                  size="small"
                  disabled={chosen.length === 0}
                  onClick={() => setAsked({ job, ids: chosen })}
                >
                  {words}
                </Button>
              ))}
              {chosen.length > 0 && (
                <>
                  <Button size="small" component={Link} href={`/labels?ids=${chosen.join(",")}`}>
                    labels
                  </Button>
                  <Button size="small" onClick={() => setChosen([])}>
                    none
                  </Button>
                </>
              )}
              <Button size="small" onClick={() => setView((now) => (now === "board" ? "list" : "board"))}>
                {view === "board" ? "as a list" : "as a board"}
              </Button>
            </div>
            {view === "board" ? (
              <Board tubs={standing} chosen={chosen} onChosen={setChosen} onMoved={move} />
            ) : (
              <CellarGrid
                label="Tubs and trays"
                rows={standing.map((one) => ({
                  id: one.tub.id,
                  name: one.tub.name,
                  row: one.tub.row ?? "",
                  is: sayTub(one, today),
                  due: one.due ? `${one.due.on} ${TASK_WORDS[one.due.task].verb}` : "",
                }))}
                columns={[
                  { field: "name", headerName: "Tub", flex: 0.8, minWidth: 120 },
                  { field: "row", headerName: "Row", width: 90 },
                  { field: "due", headerName: "Next", flex: 0.8, minWidth: 150 },
                  { field: "is", headerName: "Stands", flex: 1.6, minWidth: 220 },
                ]}
                chosen={chosen}
                onChosen={setChosen}
                height={460}
              />
            )}
          </div>
          {alone && <TubHistory one={alone} all={tubsToday} />}
          <HowWellPanel tubs={tubsToday} />
        </>
      )}
      <EnoughPanel tubs={standing} />
      <OrdersPanel
        tubs={tubsToday}
        onPack={(order) => {
          setPacking(order.id);
          document.getElementById("parcel")?.scrollIntoView({ block: "center" });
        }}
      />
      <SplitPanel />
      <ParcelPanel
        tubs={standing}
        order={orders?.find(({ id, closed }) => id === packing && !closed)}
        onPacked={() => setPacking(undefined)}
      />
      {inHand && asked && <JobDialog job={asked.job} tubs={inHand} onClose={() => setAsked(undefined)} />}
      {isNew && (
        <NewTubs
          roomId={standing.find(({ tub }) => tub.role === "tub")?.tub.roomId}
          firstNumber={tubsToday.filter(({ tub }) => tub.role === "tub").length + 1}
          onClose={() => setNew(false)}
        />
      )}
    </main>
  );
}

const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
