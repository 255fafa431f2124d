"use client";
import { profileOf } from "@/core/picture/profile";
import { spokenDay } from "@/core/calendar/day";
import { isPending } from "@/core/decision/pending";
import { sayReason, sayStep } from "@/core/decision/words";
import { formatPercentRange, formatTemperatureRange } from "@/core/quantity/format";
import { dueDay } from "@/core/round/due";
import { figureNotes } from "@/core/round/figureNotes";
import type { BinToday } from "@/core/round/round";
import { planRound } from "@/core/round/round";
import type { SlipKind } from "@/session/errand";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useFavoured } from "@/session/useFavoured";
import { BinFigure } from "@/ui/BinFigure";
import { useViewport } from "@/ui/useViewport";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useMemo } from "react";
import styles from "./RoundRoom.module.css";

const SLIPS: readonly (readonly [SlipKind, string, string])[] = [
  ["fed", "Feed", "f"],
  ["watered", "Water", "w"],
  ["bedded", "Bedding", "b"],
  ["measured", "Measure", "m"],
  ["turned", "Loosen", "t"],
  ["harvested", "Harvest", "h"],
  ["noted", "Note", "n"],
];

/** The bin in hand: what we expect inside, what is likely to do, and the lid to lift. */
export function BinBench({ one }: { readonly one: BinToday }) {
  const { units, measures, today } = useSession();
  const { ask } = useErrands();
  const room = useViewport();
  useFavoured(one.bin.id);
  const { bin, state, expectation, decision } = one;
  const isDue = planRound([one], today).tasks.length > 0;
  const isDone = !isDue && state.lastLook?.day === today;
  const due = dueDay(state, today);
  const profile = useMemo(
    () => profileOf(bin.id, state, expectation, today),
    [bin.id, state, expectation, today],
  );
  const notes = useMemo(() => figureNotes(one, units, today), [one, units, today]);
  return (
    <section className={styles.bench} aria-labelledby="in-hand">
      <div className={styles.head}>
        <h2 className={styles.name} id="in-hand">
          <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
        </h2>
        <p className={styles.expected}>
          expected: {formatPercentRange(expectation.moisture.low, expectation.moisture.high)} moist,{" "}
          {formatTemperatureRange(expectation.temperatureC.low, expectation.temperatureC.high, units)}
          {expectation.sureness === "guess" && ", a guess so far"}
          {expectation.madeOn && `, by the forecast of ${spokenDay(expectation.madeOn, today)}`}
        </p>
      </div>
      {profile ? (
        <div className={styles.cut}>
          <BinFigure
            profile={profile}
            notes={notes}
            units={units}
            mostWidth={room.isNarrow ? room.width - 60 : 480}
            mostHeight={room.isNarrow ? 200 : 235}
            label={`${bin.name}, cut open`}
          />
        </div>
      ) : (
        <p className={styles.problem}>
          {one.fault === undefined
            ? "The log does not say what this bin is. Open it and set it up again, or look at its entries."
            : "This bin could not be worked out; its log is whole. The other bins go on as ever."}
        </p>
      )}
      {state.problems.length > 0 && (
        <p className={styles.problem}>
          {state.problems.length} {state.problems.length === 1 ? "entry does" : "entries do"} not fit the rest
          of the log. <Link href={`/bin?id=${bin.id}`}>See which</Link>
        </p>
      )}
      <div className={styles.actions}>
        <Button variant="contained" component={Link} href={`/visit?id=${bin.id}`}>
          Lift the lid
        </Button>
        <Button component={Link} href={`/visit?id=${bin.id}&quiet=1`}>
          quiet check, lid closed
        </Button>
      </div>
      <div className={styles.below}>
        <div>
          <h2>{isDue ? "Likely today" : isDone ? "Done today" : "If the lid were lifted today"}</h2>
          <ol className={styles.steps}>
            {(isDone ? [] : decision.steps.slice(0, 4)).map((step, at) => {
              const words = sayStep(step, measures);
              return (
                <li key={`${step.kind}${at}`}>
                  {words.before} {words.amount && <b>{words.amount}</b>} {words.after}
                </li>
              );
            })}
          </ol>
          <p className={styles.why}>
            {!isDone && decision.steps[0] && sayReason(decision.steps[0].why, { units, today })}{" "}
            {isPending(decision)
              ? ""
              : isDue
                ? `Back ${spokenDay(decision.nextDay, today)}.`
                : due && `${isDone ? "Back" : "Nothing is due before"} ${spokenDay(due, today)}.`}
          </p>
        </div>
        <div>
          <h2>Without a visit</h2>
          <ul className={styles.slips}>
            {SLIPS.map(([slip, word, key]) => (
              <li key={slip}>
                <Button onClick={() => ask({ of: "slip", slip, binId: bin.id })}>
                  {word}
                  <kbd aria-hidden="true">{key}</kbd>
                </Button>
              </li>
            ))}
          </ul>
        </div>
      </div>
    </section>
  );
}
