"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { addDays, dayAndMonth, spokenDay } from "@/core/calendar/day";
import { decide } from "@/core/decision/decide";
import { sayStep } from "@/core/decision/words";
import { practiceOf } from "@/core/practice/practice";
import type { BinToday } from "@/core/round/round";
import type { TroubleContext } from "@/core/trouble/context";
import type { RankedCause } from "@/core/trouble/diagnose";
import { diagnose, secondTrouble } from "@/core/trouble/diagnose";
import { causeOf, signOf } from "@/core/trouble/knowledge";
import { heardOver, knownOf } from "@/core/trouble/known";
import { readingsOf, signsIn } from "@/core/trouble/readings";
import { sayEvidence, signName } from "@/core/trouble/words";
import { inUnits } from "@/core/words/inUnits";
import { newId, ofBin } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { DayField } from "@/ui/field/DayField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, unread, useTypedForm } from "@/ui/form/useTypedForm";
import room from "@/ui/room.module.css";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useMemo } from "react";
import { FollowUps } from "./FollowUps";
import { IsItDead } from "./IsItDead";
import { SignPicker } from "./SignPicker";
import styles from "./Trouble.module.css";

/** Something is wrong: what is noticed, what may be behind it, what to do now, and the day to look again. */
export function TroubleRoom() {
  const { bins } = useSession();
  const params = useSearchParams();
  const onDemo = useDemo();
  const one = bins?.find(({ bin }) => bin.id === params.get("id"));
  if (!bins) return <main className={room.room} aria-busy="true" />;
  if (bins.length === 0)
    return (
      <FirstScreen
        title="Something is wrong"
        says="Tick what you see, smell and feel. It says what is most likely wrong and what to do first."
        of="signs"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  if (!one?.state.setup)
    return (
      <main className={room.room} data-usable="true">
        <h1 className={room.title}>Something is wrong</h1>
        <p className={room.lead}>With which bin?</p>
        <ul className={styles.bins}>
          {bins
            .filter(({ state }) => state.setup && !state.setup.retired)
            .map(({ bin, state }) => (
              <li key={bin.id}>
                <Link href={`/trouble?id=${bin.id}`}>{bin.name}</Link>
                {state.troubles && <span> {state.troubles.length} open</span>}
              </li>
            ))}
        </ul>
      </main>
    );
  return <Bench key={one.bin.id} one={one} />;
}

/** Causes a bed drowns of. */
const MUD: ReadonlySet<string> = new Set(["too-wet", "poor-drainage", "blocked-tap"]);

interface TroubleTyped {
  readonly signs: readonly string[];
  readonly absent: readonly string[];
  readonly lookOn: string;
}

function Bench({ one }: { readonly one: BinToday }) {
  const { db, today, units, author, keep } = useSession();
  const { choose } = useErrands();
  const { bin, state, expectation } = one;
  useEffect(() => choose(bin.id), [bin.id, choose]);
  const log = useBinLog(bin.id);
  // What today's visit found is not asked again.
  const seenToday = useMemo(
    () => (state.seen?.day === today ? signsIn(state.seen.readings) : []),
    [state.seen, today],
  );
  const draft = useDraft<TroubleTyped>(db, `trouble/${bin.id}`, { signs: seenToday, absent: [], lookOn: "" });
  const { signs, absent } = draft.typed;
  const set = (change: Partial<TroubleTyped>) => draft.set((before) => ({ ...before, ...change }));
  const byLog = useMemo(
    () => knownOf(state, expectation, log?.entries ?? [], today),
    [state, expectation, log, today],
  );
  // What was just seen goes before what was forecast of it.
  const known = useMemo(() => heardOver(byLog, signs), [byLog, signs]);
  const found = useMemo(() => diagnose(signs, absent, known), [signs, absent, known]);
  const second = useMemo(() => secondTrouble(signs, absent, known), [signs, absent, known]);
  const first = found.ranked[0]!;
  const usualDay = addDays(today, causeOf(first.causeId).followUpDays);
  const { faults, isBusy, kept } = useTypedForm(draft.typed, ({ lookOn }) => {
    const day = localDate.safeParse(lookOn === "" ? usualDay : lookOn);
    return day.success && day.data > today
      ? readAs(day.data, {})
      : unread({ lookOn: "A day that is still to come." });
  });
  const save = kept(async (lookOn) => {
    const readings = readingsOf(signs, absent);
    const act = { actId: newId() };
    const done = await keep(
      `${bin.name}: trouble noted, look again ${spokenDay(lookOn, today)}`,
      await author.entries(ofBin(bin.id), today, [
        ...(readings.length > 0
          ? [{ kind: "looked" as const, lid: "lifted" as const, readings, ...act }]
          : []),
        {
          kind: "diagnosed",
          signs: [...signs],
          ...(absent.length > 0 ? { absent: [...absent] } : {}),
          causes: [
            ...new Set([
              first.causeId,
              ...(second ? [second.cause.causeId] : []),
              ...found.ranked.map(({ causeId }) => causeId),
            ]),
          ].slice(0, 4),
          lookOn,
          ...(readings.length > 0 ? act : {}),
        },
      ]),
    );
    if (done.ok) await draft.clear();
  });
  const isUrgent = signs.some((id) => signOf(id)?.severity === 3);
  const look = found.alsoLookFor;
  return (
    <main className={room.room} data-usable={draft.isLoaded && log !== undefined}>
      <h1 className={room.title}>
        Something is wrong with <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
      </h1>
      {(state.troubles?.length ?? 0) > 0 && <FollowUps one={one} log={log?.entries ?? []} />}
      <IsItDead one={one} />
      <div className={styles.sheet}>
        <section aria-labelledby="noticed">
          <h2 id="noticed">What do you notice?</h2>
          <SignPicker
            seen={signs}
            absent={absent}
            onChange={(next) => set({ signs: next.seen, absent: next.absent })}
          />
          {signs.length > 0 && (
            <a href="#behind" className={styles.jump} data-urgent={isUrgent}>
              {isUrgent ? "First aid now" : causeOf(first.causeId).name}: see what to do
            </a>
          )}
        </section>
        <section aria-labelledby="behind" aria-live="polite">
          <h2 id="behind">What may be behind it</h2>
          {signs.length === 0 ? (
            <p className={styles.quiet}>Tick what you see, smell or feel: each tick is weighed at once.</p>
          ) : (
            <>
              {isUrgent && <p className={styles.urgent}>First aid now, before all else:</p>}
              <ol className={styles.aid} data-urgent={isUrgent}>
                {found.firstAid.map((step) => (
                  <li key={step}>{inUnits(step, units)}</li>
                ))}
              </ol>
              <ol className={styles.causes}>
                {found.ranked
                  .filter(({ causeId }) => causeId !== second?.cause.causeId)
                  .map((cause, at) => (
                    <Cause
                      key={cause.causeId}
                      cause={cause}
                      known={known}
                      absent={absent}
                      isFirst={at === 0}
                    />
                  ))}
              </ol>
              {second && (
                <section aria-labelledby="beside" className={styles.second}>
                  <h3 id="beside">And a second trouble beside it</h3>
                  <p className={styles.quiet}>
                    What points there rather than to “{causeOf(first.causeId).name}”:{" "}
                    {second.signs.map((id) => signName(id, units)).join(", ")}.
                  </p>
                  <ol className={styles.causes}>
                    <Cause cause={second.cause} known={known} absent={absent} isFirst />
                  </ol>
                </section>
              )}
              {MUD.has(first.causeId) && (
                <p>
                  If a squeeze runs: <Link href={`/rescue?id=${bin.id}`}>plan its rescue over days</Link>
                </p>
              )}
              {look !== undefined && (
                <p className={styles.further}>
                  One look would tell the first two apart: <b>{signName(look, units)}</b>?{" "}
                  <Button onClick={() => set({ signs: [...signs, look] })}>it is so</Button>
                  <Button onClick={() => set({ absent: [...absent, look] })}>it is not</Button>
                </p>
              )}
              <Steps one={one} signs={signs} absent={absent} />
              <KeptForm className={styles.keep} onSave={save}>
                <DayField
                  label="Look again on"
                  day={draft.typed.lookOn === "" ? usualDay : draft.typed.lookOn}
                  onDay={(lookOn) => set({ lookOn })}
                  fault={faults.lookOn}
                  from={addDays(today, 1)}
                />
                <Button type="submit" variant="contained" disabled={isBusy}>
                  Keep it open until then
                </Button>
              </KeptForm>
              <p className={styles.quiet}>
                Likelihoods are practice and judgement, not counted cases. If many worms die or you feel
                unwell near the bin, ask someone who knows.
              </p>
            </>
          )}
        </section>
      </div>
    </main>
  );
}

/** One cause: how likely, what speaks for and against it, and for the first what to do in the next days. */
function Cause({
  cause,
  known,
  absent,
  isFirst,
}: {
  readonly cause: RankedCause;
  readonly known: TroubleContext;
  readonly absent: readonly string[];
  readonly isFirst: boolean;
}) {
  const { units } = useSession();
  const page = causeOf(cause.causeId);
  const said = (isFor: boolean) =>
    cause.evidence
      .filter(({ weight }) => weight > 0 === isFor)
      .slice(0, 4)
      .map((evidence) => sayEvidence(evidence, known, absent, units))
      .join("; ");
  const [pro, con] = [said(true), said(false)];
  return (
    <li className={styles.cause} data-first={isFirst}>
      <h3>
        {page.name} <span className={styles.likely}>{cause.likelihood}</span>
      </h3>
      {pro && <p>For it: {pro}.</p>}
      {con && <p className={styles.quiet}>Against it: {con}.</p>}
      <details open={isFirst}>
        <summary>What to do about it</summary>
        <p className={styles.quiet}>{inUnits(page.mechanism, units)}</p>
        <ol>
          {page.cure.map((step) => (
            <li key={step}>{inUnits(step, units)}</li>
          ))}
        </ol>
        {page.doNot.length > 0 && <p className={styles.not}>{inUnits(page.doNot.join(". "), units)}.</p>}
        <p className={styles.quiet}>
          {inUnits(page.safety, units)}{" "}
          <Link href={`/guide?page=cause/${cause.causeId}`}>More in the Guide</Link>
        </p>
      </details>
    </li>
  );
}

/** What a visit would ask for with these readings, in this bin's own amounts. */
function Steps({
  one,
  signs,
  absent,
}: {
  readonly one: BinToday;
  readonly signs: readonly string[];
  readonly absent: readonly string[];
}) {
  const { today, measures } = useSession();
  const practice = practiceOf(one.state);
  const readings = readingsOf(signs, absent);
  if (!practice || readings.length === 0) return null;
  const { steps, nextDay } = decide(one.expectation, practice, readings, today);
  if (steps.length === 0) return null;
  return (
    <div className={styles.steps}>
      <h3>In {one.bin.name} today</h3>
      <ul>
        {steps.slice(0, 5).map((step) => {
          const { before, amount, after } = sayStep(step, measures);
          return (
            <li key={`${step.kind}/${step.place ?? ""}/${step.compartmentId ?? ""}`}>
              {before} {amount && <b>{amount}</b>} {after}
            </li>
          );
        })}
      </ul>
      <p className={styles.quiet}>
        By the same rules as a visit, which would look again {dayAndMonth(nextDay, today)}.{" "}
        <Link href={`/visit?id=${one.bin.id}`}>Do it at a visit</Link>
      </p>
    </div>
  );
}
