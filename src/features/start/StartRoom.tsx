"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { DayField } from "@/ui/field/DayField";
import { surfaceM2 } from "@/core/bin/system";
import { firstBeddingL } from "@/core/planning/propose";
import { addDays, ago, dayAndMonth, daysBetween, spokenDay, weekdayName } from "@/core/calendar/day";
import { calendarFile } from "@/core/startUp/ics";
import { isShortened, moved } from "@/core/startUp/timetable";
import { startsToday } from "@/core/round/dated";
import type { NewRow } from "@/persistence/write";
import { ofBin } from "@/session/author";
import { sayStep, USUAL_INTERVAL_DAYS } from "@/core/startUp/words";
import type { Timetable } from "@/records/timetable";
import { nextInstant } from "@/session/clock";
import { saveFile } from "@/ui/saveFile";
import { useGuarded } from "@/ui/useGuarded";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import room from "@/ui/room.module.css";
import { localDate } from "@/vocabulary/fields";
import type { StartStep } from "@/vocabulary/startUp";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import styles from "./Start.module.css";

/** The start of a bin, step by step on its days. */
export function StartRoom() {
  const { timetables } = useSession();
  const onDemo = useDemo();
  const id = useSearchParams().get("id");
  const timetable = timetables.find((one) => one.id === id) ?? (id ? undefined : timetables[0]);
  return timetable ? (
    <main className={room.room} data-usable="true">
      <Steps key={timetable.id} timetable={timetable} />
    </main>
  ) : (
    <FirstScreen
      title="The first weeks"
      says="Of a bin that is planned here every step has its day: bedding, worms, the first meal, the first look."
      of="weeks"
      begin={
        <Button variant="contained" component={Link} href="/plan">
          Plan a bin
        </Button>
      }
      onDemo={onDemo}
    />
  );
}

function Steps({ timetable }: { readonly timetable: Timetable }) {
  const { today, units, author, keep, bins, batchesToday } = useSession();
  const {
    steps,
    wormsKg,
    intervalDays = USUAL_INTERVAL_DAYS,
  } = useMemo(
    () => startsToday([timetable], bins ?? [], batchesToday ?? [])[0]!,
    [timetable, bins, batchesToday],
  );
  const bin = bins?.find(({ bin: one }) => one.id === timetable.binId);
  const { guarded } = useGuarded();
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const open = steps.filter(({ doneOn }) => !doneOn);
  const next = open[0];
  // One after another, each from what stands: two quick presses both count.
  const last = useRef(Promise.resolve());
  const revise = (
    label: string,
    change: (steps: Timetable["steps"]) => Timetable["steps"],
    more: (steps: Timetable["steps"]) => Promise<readonly NewRow[]> = () => Promise.resolve([]),
  ) => {
    last.current = last.current.then(async () => {
      const now = await author.standing("timetables", timetable);
      const steps = change(now.steps);
      await keep(`${timetable.name}: ${label}`, [
        author.revised("timetables", now, { steps }),
        ...(await more(steps)),
      ]);
    });
    return last.current;
  };
  /** The visit waits for the first meal as long as this sheet does. */
  const settlingAs = async (steps: Timetable["steps"]): Promise<readonly NewRow[]> => {
    const dayOf = (key: StartStep) => steps.find((step) => step.key === key)?.day;
    const [came, meal] = [dayOf("receiveWorms"), dayOf("firstMeal")];
    if (!bin || !came || !meal || bin.state.firsts.fed !== undefined) return [];
    const settlesDays = Math.min(60, Math.max(0, daysBetween(came, meal)));
    const own = bin.state.setup?.own;
    if (settlesDays === own?.settlesDays) return [];
    return author.entries(ofBin(bin.bin.id), today, [
      { kind: "altered", changes: { own: { ...own, settlesDays } } },
    ]);
  };
  const move = (key: StartStep, text: string) => {
    const day = localDate.safeParse(text);
    if (!day.success) return setFaults({ [key]: "This is not a day of the calendar." });
    const at = steps.findIndex((step) => step.key === key);
    const before = steps.slice(0, at).findLast((step) => !step.doneOn && step.day > day.data);
    if (before)
      return setFaults({
        [key]: `That is before “${sayStep(before.key, { wormsKg: 0, units }).title}” on ${dayAndMonth(before.day, today)}: move that one first.`,
      });
    setFaults({});
    if (day.data === steps[at]!.day) return;
    // Enter and leaving the field are one move.
    void guarded(() => revise("dates moved", (steps) => moved(steps, key, day.data), settlingAs));
  };
  const tick = (key: StartStep, isDone: boolean) =>
    void revise(isDone ? "a step done" : "a step open again", (steps) =>
      steps.map((step) => {
        if (step.key !== key) return step;
        const { doneOn: _before, ...rest } = step;
        return isDone ? { ...rest, doneOn: today } : rest;
      }),
    );
  const calendar = () =>
    saveFile(
      `${timetable.name.toLowerCase().replace(/[^a-z0-9]+/g, "-")}-start.ics`,
      "text/calendar",
      calendarFile(
        open.map(({ key, day }) => ({
          id: `${timetable.id}-${key}`,
          day,
          title: `${timetable.name}: ${sayStep(key, { wormsKg, units }).title.toLowerCase()}`,
          text: sayStep(key, { wormsKg, units, intervalDays }).how,
        })),
        nextInstant(),
      ),
    );
  return (
    <article className={styles.start}>
      <h1 className={room.title}>{timetable.name}: the first weeks</h1>
      <p className={room.lead}>
        {next
          ? `Next ${spokenDay(next.day, today)}: ${sayStep(next.key, { wormsKg, units }).title.toLowerCase()}.`
          : "All done: the Round leads on from here."}{" "}
        {isShortened(steps) &&
          "There are fewer days than bedding wants to ripen: plain, soaked, it is fit at once. "}
        Move a day and everything after it that is not done moves along.
      </p>
      <ol className={styles.steps}>
        {steps.map((step, at) => {
          const words = sayStep(step.key, { wormsKg, units, intervalDays });
          const gap = at > 0 ? daysBetween(steps[at - 1]!.day, step.day) : 0;
          return (
            <li
              key={step.key}
              data-done={step.doneOn !== undefined}
              data-due={!step.doneOn && step.day <= today}
              style={{ marginTop: Math.min(34, gap * 2) }}
            >
              <span className={styles.day}>
                <b>{dayAndMonth(step.day, today)}</b>
                <span>{weekdayName(step.day)}</span>
              </span>
              <Checkbox
                checked={step.doneOn !== undefined}
                disabled={step.isByLog === true}
                onChange={({ target }) => tick(step.key, target.checked)}
                slotProps={{ input: { "aria-label": `${words.title}: done` } }}
              />
              <div>
                <h2>{words.title}</h2>
                <p>{words.how}</p>
                <StepLink step={step.key} timetable={timetable} />
                {faults[step.key] && (
                  <p className={styles.fault} role="alert">
                    {faults[step.key]}
                  </p>
                )}
                {step.doneOn && (
                  <p className={styles.quiet}>
                    done {ago(step.doneOn, today)}
                    {step.isByLog && ", as the log says"}
                  </p>
                )}
              </div>
              {!step.doneOn && (
                <div className={styles.move} data-print="hide">
                  <MovedDay
                    key={step.day}
                    label={`Day of: ${words.title}`}
                    day={step.day}
                    to={addDays(today, 1_500)}
                    // What a move says to the bin is known once the bins are.
                    isFixed={!bins}
                    onMove={(day) => move(step.key, day)}
                  />
                </div>
              )}
            </li>
          );
        })}
      </ol>
      <p className={styles.actions} data-print="hide">
        <Button variant="outlined" onClick={calendar}>
          Save for my calendar
        </Button>
        <Button onClick={() => window.print()}>print the sheet</Button>
        <Button
          onClick={() =>
            void keep(`${timetable.name}: timetable put away`, [
              author.revised("timetables", timetable, { deleted: true }),
            ])
          }
        >
          put the timetable away
        </Button>
      </p>
    </article>
  );
}

/** Where in the app the step is done. */
function StepLink({ step, timetable }: { readonly step: StartStep; readonly timetable: Timetable }) {
  const { bins } = useSession();
  const { ask } = useErrands();
  const bin = bins?.find(({ bin: one }) => one.id === timetable.binId);
  const setup = bin?.state.setup;
  // As much as this bin begins with; the bench is asked for nothing before it is set up.
  const litres = setup && Math.ceil(firstBeddingL(surfaceM2(setup), setup.compartments[0]!.heightM));
  if (step === "mixBedding" || step === "turnBedding")
    return (
      <Link href={step === "turnBedding" ? "/store" : litres ? `/mix?litres=${litres}` : "/mix"}>
        {step === "mixBedding" ? "to the mix bench" : "to the store"}
      </Link>
    );
  if (!bin) return null;
  if (step === "receiveWorms") return <Link href={`/stock?bin=${bin.bin.id}`}>weigh or count them in</Link>;
  if (step === "fillBin" || step === "firstMeal")
    return (
      <Button
        size="small"
        onClick={() => ask({ of: "slip", slip: step === "fillBin" ? "bedded" : "fed", binId: bin.bin.id })}
      >
        {step === "fillBin" ? "note the bedding" : "note the meal"}
      </Button>
    );
  if (step === "firstSqueeze" || step === "firstLook")
    return <Link href={`/visit?id=${bin.bin.id}`}>lift the lid</Link>;
  return null;
}

/** The day of a step, moved once another stands there whole. */
function MovedDay({
  day,
  onMove,
  ...field
}: {
  readonly label: string;
  readonly day: string;
  readonly to: string;
  readonly isFixed: boolean;
  readonly onMove: (day: string) => void;
}) {
  const [typed, setTyped] = useState(day);
  return (
    <div
      onBlur={({ currentTarget, relatedTarget }) => {
        // From the day on to the month of the same field nothing is settled yet.
        if (!currentTarget.contains(relatedTarget)) onMove(typed);
      }}
    >
      <DayField {...field} isBare day={typed} onDay={setTyped} onSettled={onMove} />
    </div>
  );
}
