"use client";
import { daysBetween, spokenDay, weekdayName } from "@/core/calendar/day";
import { sayReason } from "@/core/decision/words";
import type { UnitSystem } from "@/core/quantity/format";
import { formatMass, formatVolume } from "@/core/quantity/format";
import { dueDay } from "@/core/round/due";
import type { BinToday, Carry, Task } from "@/core/round/round";
import type { RoundLine } from "@/core/round/lines";
import { roundLines } from "@/core/round/lines";
import { planRound } from "@/core/round/round";
import { carryLines, sayLength, sayTask, sayTools } from "@/core/round/words";
import { harvestNear } from "@/core/expectation/harvestNear";
import { useErrands } from "@/session/errand";
import type { Profile } from "@/core/picture/profile";
import { useSession, useTwinWork } from "@/session/session";
import { SmallBin } from "@/ui/Rack";
import { useViewport } from "@/ui/useViewport";
import { outdoorsOf } from "@/core/weather/outdoors";
import type { LocalDate } from "@/vocabulary/fields";
import dynamic from "next/dynamic";
import Link from "next/link";
import type { ReactNode } from "react";
import { memo, useMemo, useState } from "react";
import styles from "./Slate.module.css";
import { profileToday } from "./rackBins";
import { useBackupAge } from "./useBackupAge";

/** Loaded when a bin is ripe. */
const Ripe = dynamic(() => import("./Ripe").then((module) => module.Ripe), { ssr: false });
/** Loaded when there is a start or a batch: most rounds have neither. */
const DatedLines = dynamic(() => import("./DatedLines").then((module) => module.DatedLines), { ssr: false });

/** Loaded when a household was planned for. */
const TooMuch = dynamic(() => import("./TooMuch").then((module) => module.TooMuch), { ssr: false });

function Back({ due }: { readonly due: LocalDate | undefined }) {
  const { today } = useSession();
  return due ? `Back ${spokenDay(due, today)}` : "";
}

/** A list of so many lines is drawn; a longer one is read. */
const MOST_DRAWN = 12;
const DRAWN_PX = 50;

/** The slate: what to do today, in walking order, and what to carry down. */
export function Slate() {
  const { bins, rooms, today, units, timetables, batches, lots, tubs, plans, settings } = useSession();
  const { chosen, ask } = useErrands();
  const { isNarrow } = useViewport();
  const round = useMemo(() => planRound(bins ?? [], today), [bins, today]);
  const ripe = (bins ?? []).filter(({ expectation }) => harvestNear(expectation) !== undefined);
  const doneToday = (bins ?? []).filter(({ state }) => state.lastLook?.day === today);
  if (!bins || bins.length === 0) return null;
  // On a phone the list is what one sees of the bins: each stands drawn beside its line.
  const isDrawn = isNarrow && round.tasks.length <= MOST_DRAWN;
  const profileOf = (binId: string) => {
    const one = isDrawn ? bins.find(({ bin }) => bin.id === binId) : undefined;
    return one && profileToday(one, today);
  };
  const nameOf = new Map<string, string>(bins.map(({ bin }) => [bin.id, bin.name]));
  const sections = roundLines(round.tasks, bins, rooms);
  const taskLine = (task: Task) => (
    <TaskLine
      key={task.binId}
      binId={task.binId}
      name={nameOf.get(task.binId) ?? ""}
      {...sayTask(task, units)}
      why={sayWhy(task, units, today)}
      isChosen={chosen === task.binId}
      profile={profileOf(task.binId)}
    />
  );
  const lineOf = (line: RoundLine) =>
    line.of === "one" ? (
      taskLine(line.task)
    ) : (
      <SeveralLine key={`${line.kind}/${line.name}`} line={line} units={units}>
        {line.tasks.map(taskLine)}
      </SeveralLine>
    );
  return (
    <aside className={styles.slate} aria-label="The slate">
      <h2 className={styles.title} id="do-now" tabIndex={-1}>
        {weekdayName(today)}’s round
      </h2>
      <p className={styles.sum}>
        {round.tasks.length === 0
          ? `Nothing is due today.${round.nextDay ? ` Next: ${spokenDay(round.nextDay, today)}.` : ""}`
          : `${round.tasks.length} ${round.tasks.length === 1 ? "bin" : "bins"}, ${sayLength(round.minutes)}`}
      </p>
      {sections.slice(0, -1).map(({ roomId, room, lines }) => (
        <section key={roomId}>
          {room !== "" && <h3 className={styles.room}>{room}</h3>}
          <ol className={styles.tasks}>{lines.map(lineOf)}</ol>
        </section>
      ))}
      {sections.length > 1 && <h3 className={styles.room}>{sections.at(-1)!.room}</h3>}
      <ol className={styles.tasks}>
        {(sections.at(-1)?.lines ?? []).map(lineOf)}
        {doneToday.map(({ bin, state }) => (
          <li key={bin.id} className={styles.done}>
            <Link href={`/bin?id=${bin.id}`} className={styles.line}>
              <span className={styles.box} aria-hidden="true">
                ✓
              </span>
              <span>
                <b>{bin.name}</b> done
              </span>
              <span className={styles.why}>
                <Back due={dueDay(state, today)} />
              </span>
            </Link>
          </li>
        ))}
      </ol>
      {ripe.length > 0 && <Ripe bins={ripe} today={today} units={units} />}
      <ComingForecasts bins={bins} />
      {(timetables.length > 0 ||
        batches.length > 0 ||
        lots.length > 0 ||
        tubs.length > 0 ||
        (settings?.busy?.length ?? 0) > 0 ||
        outdoorsOf(settings?.outdoors, rooms) !== undefined ||
        bins?.some(({ state: { troubles, setup, guards } }) => troubles ?? guards ?? setup?.ahead)) && (
        <DatedLines />
      )}
      {plans.length > 0 && <TooMuch />}
      {round.tasks.length > 0 && <ToCarry carry={round.carry} units={units} />}
      {bins.length > 1 && (
        <p className={styles.tools}>
          <Link href="/sheet">on paper</Link> ·{" "}
          <button
            type="button"
            className={styles.many}
            onClick={() => ask({ of: "many", binIds: round.tasks.map(({ binId }) => binId) })}
          >
            several at once
          </button>
        </p>
      )}
      <BackupReminder />
    </aside>
  );
}

const sayWhy = ({ step, overdueDays }: Task, units: UnitSystem, today: LocalDate): string =>
  [
    step && sayReason(step.why, { units, today }),
    overdueDays > 0 && `${overdueDays} ${overdueDays === 1 ? "day" : "days"} late.`,
  ]
    .filter(Boolean)
    .join(" ");

/** Drawn again only where its words are new: with a hundred bins all of them would hold the screen. */
const TaskLine = memo(function TaskLine({
  binId,
  name,
  verb,
  amount,
  why,
  isChosen,
  profile,
}: {
  readonly binId: string;
  readonly name: string;
  readonly verb: string;
  readonly amount: string;
  readonly why: string;
  readonly isChosen: boolean;
  readonly profile: Profile | undefined;
}) {
  return (
    <li className={styles.task}>
      <Link
        href={`/visit?id=${binId}`}
        className={styles.line}
        data-drawn={profile !== undefined}
        aria-current={isChosen ? "true" : undefined}
      >
        {profile ? (
          <span className={styles.drawn} aria-hidden="true">
            <SmallBin profile={profile} width={DRAWN_PX} />
          </span>
        ) : (
          <span className={styles.box} aria-hidden="true" />
        )}
        <span>
          <b>{name}</b> {verb}
        </span>
        <span className={styles.amount}>{amount}</span>
        <span className={styles.why}>{why}</span>
      </Link>
    </li>
  );
});

/** What several of one group want alike: done for all at once, or unfolded to be done one by one. */
function SeveralLine({
  line: { name, kind, tasks, totalKg, totalL },
  units,
  children,
}: {
  readonly line: Extract<RoundLine, { of: "several" }>;
  readonly units: UnitSystem;
  readonly children: ReactNode;
}) {
  const { ask } = useErrands();
  const [isOpen, setOpen] = useState(false);
  const deed = kind === "feed" || kind === "water" ? kind : undefined;
  const amount = [
    totalKg > 0 ? formatMass(totalKg, units, "bucket") : "",
    totalL > 0 ? formatVolume(totalL, units) : "",
  ].filter(Boolean);
  return (
    <li className={styles.several}>
      <div className={styles.line}>
        <span className={styles.box} aria-hidden="true" />
        <span>
          <b>{name}</b> {sayTask(tasks[0]!, units).verb} {tasks.length}
        </span>
        <span className={styles.amount}>{amount.join(" + ")}</span>
        <span className={styles.why}>
          {deed && (
            <button
              type="button"
              className={styles.many}
              onClick={() => ask({ of: "many", binIds: tasks.map(({ binId }) => binId), deed })}
            >
              all at once
            </button>
          )}
          <button
            type="button"
            className={styles.many}
            aria-expanded={isOpen}
            onClick={() => setOpen((is) => !is)}
          >
            {isOpen ? "fold" : "one by one"}
          </button>
        </span>
      </div>
      {isOpen && <ol className={styles.tasks}>{children}</ol>}
    </li>
  );
}

/** So far it is with the forecasts; what stands in until then is said. */
function ComingForecasts({ bins }: { readonly bins: readonly BinToday[] }) {
  const work = useTwinWork();
  if (!work) return null;
  const earlier = bins.filter(({ expectation }) => expectation.madeOn !== undefined).length;
  return (
    <p className={styles.twinWork} role="status" data-twin-work>
      Working out what comes: {work.done} of {work.of} bins.
      {earlier > 0 &&
        ` ${earlier === 1 ? "One bin stands" : `${earlier} bins stand`} by the last day’s forecast until then.`}
    </p>
  );
}

function ToCarry({ carry, units }: { readonly carry: Carry; readonly units: UnitSystem }) {
  return (
    <section className={styles.carry}>
      <h3 className={styles.carryTitle}>To carry</h3>
      <dl className={styles.carryList}>
        {carryLines(carry, units).map(({ what, amount }) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd>{amount}</dd>
          </div>
        ))}
      </dl>
      <p className={styles.tools}>{sayTools(carry)}</p>
    </section>
  );
}

function BackupReminder() {
  const { today } = useSession();
  const age = useBackupAge();
  if (!age) return null;
  return (
    <p className={styles.backup}>
      {age.archivedOn
        ? `The last archive is ${daysBetween(age.archivedOn, today)} days old.`
        : "There is no archive of this cellar yet."}{" "}
      <Link href="/records">Save one</Link>
    </p>
  );
}
