"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { dayAndMonth, spokenDay } from "@/core/calendar/day";
import { fedCompartment } from "@/core/bin/system";
import { looked } from "@/core/bin/readings";
import { RIGHT_LOOKS } from "@/core/bin/watch";
import type { Practice } from "@/core/practice/practice";
import { practiceOf, seenIn } from "@/core/practice/practice";
import type { RescuePlan } from "@/core/rescue/rescue";
import { rescuePlan } from "@/core/rescue/rescue";
import { rescueSoFar } from "@/core/rescue/soFar";
import { rescueSteps, sayBalance, sayNoRescue, sayRescueSoFar, sayStage } from "@/core/rescue/words";
import type { BinToday } from "@/core/round/round";
import { SQUEEZE_WORDS } from "@/core/words/readings";
import type { Reading } from "@/records/entry";
import { newId, ofBin } from "@/session/author";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useRefined } from "@/session/useRefined";
import { useBinLog } from "@/session/useBinLog";
import { Choice } from "@/ui/choice/Choice";
import { Fist } from "@/ui/marks/Fist";
import room from "@/ui/room.module.css";
import { useGuarded } from "@/ui/useGuarded";
import type { Squeeze } from "@/vocabulary/readings";
import { SQUEEZES } from "@/vocabulary/readings";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import styles from "./Rescue.module.css";
import { RescueAhead } from "./RescueAhead";

/** A bed that has turned to mud, brought back over days and followed until the squeeze is right twice. */
export function RescueRoom() {
  const { bins } = useSession();
  const params = useSearchParams();
  const onDemo = useDemo();
  if (!bins) return <main className={room.room} aria-busy="true" />;
  if (bins.length === 0)
    return (
      <FirstScreen
        title="Rescue from mud"
        says="A bed turned to mud comes back in days: let the water out, lay in what drinks, wait, and squeeze again."
        of="mud"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  const one = bins.find(({ bin }) => bin.id === params.get("id"));
  const practice = one && practiceOf(one.state);
  if (!one || !practice)
    return (
      <main className={room.room} data-usable="true">
        <h1 className={room.title}>Rescue from mud</h1>
        <p className={room.lead}>Which bin is too wet?</p>
        <ul>
          {bins
            .filter(({ state }) => state.setup && !state.setup.retired)
            .map(({ bin }) => (
              <li key={bin.id}>
                <Link href={`/rescue?id=${bin.id}`}>{bin.name}</Link>
              </li>
            ))}
        </ul>
      </main>
    );
  return <Bench key={one.bin.id} one={one} practice={practice} />;
}

function Bench({ one, practice }: { readonly one: BinToday; readonly practice: Practice }) {
  const { today, units, author, keep } = useSession();
  const { choose } = useErrands();
  const { guarded, isBusy } = useGuarded();
  const { bin, state } = one;
  const log = useBinLog(bin.id);
  useEffect(() => choose(bin.id), [bin.id, choose]);
  const fed = fedCompartment(practice.setup).id;
  const kept = state.seen?.day === today ? state.seen.readings : [];
  const keptSqueeze = seenIn(kept, fed).squeeze;
  const [felt, setFelt] = useState<Squeeze>();
  const squeeze = felt ?? keptSqueeze;
  const inHand: readonly Reading[] = felt && felt !== keptSqueeze ? [{ of: "squeeze", squeeze: felt }] : [];
  // As at a visit: the forecast hears the squeeze in hand before anything is built on it.
  const { expectation } = useRefined(bin.id, one.expectation, inHand);
  const known: Practice =
    inHand.length > 0 ? { ...practice, state: looked(state, { day: today, lid: "lifted", readings: inHand }) } : practice; // prettier-ignore
  const seen = seenIn([...kept, ...inHand], fed);
  const answer = rescuePlan(expectation, known, seen, today);
  const { rescue } = state;
  const tell = (is: "begun" | "left") =>
    guarded(async () => {
      const act = { actId: newId() };
      await keep(
        `${bin.name}: rescue ${is === "begun" ? "begun" : "left off"}`,
        await author.entries(ofBin(bin.id), today, [
          { kind: "rescue", is, ...(is === "begun" && inHand.length > 0 ? act : {}) },
          ...(is === "begun" && inHand.length > 0
            ? [{ kind: "looked" as const, lid: "lifted" as const, readings: [...inHand], ...act }]
            : []),
        ]),
      );
    });
  return (
    <main className={room.room} data-usable="true">
      <h1 className={room.title}>
        Rescue <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link> from mud
      </h1>
      {rescue && (
        <p className={styles.under} role="status">
          <b>Under way since {dayAndMonth(rescue.since, today)}.</b> The squeeze was right on{" "}
          {rescue.rightOn.length} of {RIGHT_LOOKS} looks.{" "}
          {rescue.lookOn <= today ? "Look today" : `Look again ${spokenDay(rescue.lookOn, today)}`}: the visit
          asks for the stage of that day.{" "}
          {log &&
            sayRescueSoFar(
              rescueSoFar(log.entries, rescue.since),
              answer.ok ? answer.value : undefined,
              units,
            )}{" "}
          <Link href={`/visit?id=${bin.id}`}>Lift the lid</Link>{" "}
          <Button size="small" disabled={isBusy} onClick={() => void tell("left")}>
            leave it off
          </Button>
        </p>
      )}
      <div className={styles.felt}>
        <Choice
          title="Squeeze a handful from the middle"
          name="squeeze"
          options={SQUEEZES.map((value) => ({
            value,
            label: SQUEEZE_WORDS[value],
            mark: <Fist squeeze={value} />,
          }))}
          chosen={squeeze}
          onChoose={setFelt}
        />
      </div>
      {squeeze === undefined && (
        <p className={styles.quiet}>Without a squeeze of today the plan rests on the forecast alone.</p>
      )}
      {answer.ok ? (
        <>
          <Plan plan={answer.value} isStanding={seen.signs.has("standing-liquid")} practice={practice} />
          {!rescue && (
            <p>
              <Button variant="contained" disabled={isBusy} onClick={() => void tell("begun")}>
                begin the rescue
              </Button>{" "}
              <span className={styles.quiet}>
                It then stands on the slate every second day until it is over.
              </span>
            </p>
          )}
          <RescueAhead
            binId={bin.id}
            outShare={Math.min(0.9, answer.value.outL / answer.value.balance.bedL)}
            beddingKg={answer.value.beddingKg}
            targetMoisture={answer.value.targetMoisture}
          />
        </>
      ) : (
        <p className={styles.no}>
          {sayNoRescue(answer.problem, units)}{" "}
          {answer.problem.code === "rescue/soaks-up" && (
            <Link href={`/visit?id=${bin.id}`}>Lift the lid</Link>
          )}
          {answer.problem.code === "rescue/out-of-reach" && (
            <Link href={`/bin?id=${bin.id}`}>Empty and refill it</Link>
          )}
        </p>
      )}
    </main>
  );
}

function Plan({
  plan,
  isStanding,
  practice,
}: {
  readonly plan: RescuePlan;
  readonly isStanding: boolean;
  readonly practice: Practice;
}) {
  const { units, today } = useSession();
  return (
    <>
      <WaterBar plan={plan} />
      <p className={styles.balance}>{sayBalance(plan, units)}</p>
      <h2 className={styles.title}>Stage by stage</h2>
      <ol className={styles.stages}>
        {plan.stages.map((stage) => (
          <li key={stage.day}>
            <span className={styles.level} aria-hidden="true">
              <i style={{ height: `${100 * stage.moistureAfter}%` }} />
            </span>
            {sayStage(stage, units, today)}
          </li>
        ))}
      </ol>
      <h2 className={styles.title}>How it is done</h2>
      <ul className={styles.how}>
        {rescueSteps(plan, practice.setup.drainage, isStanding, units).map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ul>
    </>
  );
}

/** The water that is too much, as one bar: what card can take in the room there is, and what has to leave with the bed. */
function WaterBar({ plan: { balance } }: { readonly plan: RescuePlan }) {
  const share = balance.excessL > 0 ? Math.min(1, balance.soakableL / balance.excessL) : 0;
  return (
    <svg
      className={styles.bar}
      viewBox="0 0 600 56"
      role="img"
      aria-label={`Of the water that is too much, ${Math.round(100 * share)} % finds card to soak it up; the rest has to leave`}
    >
      <rect x="1" y="8" width="598" height="28" fill="var(--air)" stroke="var(--rim)" strokeWidth="2" />
      <rect x="2" y="9" width={Math.max(0, 596 * share)} height="26" fill="var(--bedding)" />
      {Array.from({ length: 24 }, (_, at) => (
        <path
          key={at}
          d={`M${12 + at * 25} 27 q6 -9 12 0 q6 9 12 0`}
          fill="none"
          stroke={(12 + at * 25) / 600 < share ? "var(--beddingMark)" : "var(--water)"}
          strokeWidth="2"
        />
      ))}
      <text x="2" y="53" fill="var(--quiet)" fontSize="14">
        card takes it
      </text>
      <text x="598" y="53" textAnchor="end" fill="var(--quiet)" fontSize="14">
        has to leave
      </text>
    </svg>
  );
}
