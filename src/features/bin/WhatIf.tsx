"use client";
import { useGuarded } from "@/ui/useGuarded";
import { ofBin } from "@/session/author";
import type { StandingPlan } from "@/core/bin/planAhead";
import { aheadWithPlan, standingPlan } from "@/core/bin/planAhead";
import { addDays, shortDay } from "@/core/calendar/day";
import { formatMass, formatPercent } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import type { Course } from "@/core/twin/ahead/course";
import type { WhatIf as Change } from "@/core/twin/ahead/usualPlan";
import type { TwinDay } from "@/core/twin/learning/readDay";
import type { BinSetup } from "@/records/setup";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import styles from "./Course.module.css";

export interface Question {
  readonly id: string;
  readonly words: string;
  readonly change: Change;
  /** Kept as the plan of the bin: only what lies ahead can be a plan, not what would be done today. */
  readonly isPlan: boolean;
}

/** Changes one may ask about: smaller meals, an absence, another room, dry card, a split. */
function useQuestions(one: BinToday): readonly Question[] {
  const { today, rooms, units } = useSession();
  const card = Math.max(0.1, 0.04 * one.expectation.fedMassKg.middle);
  return [
    { id: "half", words: "feed half", change: { mealShare: 0.5 }, isPlan: true },
    { id: "more", words: "feed half as much again", change: { mealShare: 1.5 }, isPlan: true },
    {
      id: "away",
      words: "go away for three weeks",
      change: { away: { from: today, until: addDays(today, 21) } },
      isPlan: true,
    },
    ...rooms
      .filter((room) => room.id !== one.state.setup?.roomId)
      .slice(0, 3)
      .map((room) => ({
        id: room.id,
        words: `move it to ${room.name}`,
        change: { roomId: room.id },
        isPlan: false,
      })),
    {
      id: "card",
      words: `add ${formatMass(card, units)} of dry card`,
      change: { dryCardKg: card },
      isPlan: false,
    },
    { id: "split", words: "split it in half", change: { splitShare: 0.5 }, isPlan: false },
  ];
}

/** Two futures side by side: as planned and otherwise, in words beside the drawing; one of them may be kept as the plan. */
export function WhatIf({
  one,
  course,
  asked,
  onAsk,
}: {
  readonly one: BinToday;
  readonly course: Course | undefined;
  readonly asked: Question | undefined;
  readonly onAsk: (question: Question | undefined) => void;
}) {
  const { today, author, keep, units } = useSession();
  const questions = useQuestions(one);
  const standing = standingPlan(one.state.setup, today);
  const { guarded } = useGuarded();
  const store = (label: string, ahead: NonNullable<BinSetup["ahead"]>) =>
    guarded(async () => {
      const rows = await author.entries(ofBin(one.bin.id), today, [
        { kind: "altered", changes: { ahead: aheadWithPlan(one.state.setup?.ahead, ahead) } },
      ]);
      const done = await keep(`${one.bin.name}: ${label}`, rows);
      if (done.ok) onAsk(undefined);
    });
  return (
    <section className={styles.whatIf} aria-labelledby="what-if">
      <h2 id="what-if">What if you…</h2>
      <div className={styles.questions} role="group" aria-label="What if">
        {questions.map((question) => (
          <Button
            key={question.id}
            aria-pressed={asked?.id === question.id}
            variant={asked?.id === question.id ? "contained" : "text"}
            onClick={() => onAsk(asked?.id === question.id ? undefined : question)}
          >
            {question.words}
          </Button>
        ))}
      </div>
      {standing && (
        <p className={styles.answer}>
          Kept as the plan: {sayPlan(standing)}.{" "}
          <Button size="small" onClick={() => void store("back to the usual plan", {})}>
            back to the usual
          </Button>
        </p>
      )}
      {asked && course?.otherwise && (
        <p className={styles.answer} role="status">
          If you {asked.words}: in {HORIZON} days {compared(course.ahead, course.otherwise, units)}{" "}
          {asked.isPlan && (
            <Button
              size="small"
              variant="outlined"
              onClick={() => void store(`plan: ${asked.words}`, planOf(asked.change))}
            >
              keep this as the plan
            </Button>
          )}
        </p>
      )}
      {asked && !course?.otherwise && <p className={styles.working}>Working out both futures…</p>}
    </section>
  );
}

const planOf = ({ mealShare, away }: Change) => ({
  ...(mealShare === undefined ? {} : { mealShare }),
  ...(away ? { awayFrom: away.from, awayUntil: away.until } : {}),
});
const sayPlan = ({ mealShare, away }: StandingPlan): string =>
  [
    ...(mealShare === undefined ? [] : [`meals of ${formatPercent(mealShare)} of the usual`]),
    ...(away ? [`no one comes from ${shortDay(away.from)} to ${shortDay(away.until)}`] : []),
  ].join(", ");

/** How far ahead the two futures are told apart in words; the drawing shows every day. */
const HORIZON = 28;
function compared(
  planned: readonly TwinDay[],
  otherwise: readonly TwinDay[],
  units: Parameters<typeof formatMass>[1],
): string {
  const a = planned[Math.min(HORIZON, planned.length - 1)]!;
  const b = otherwise[Math.min(HORIZON, otherwise.length - 1)]!;
  const worst = (days: readonly TwinDay[]) =>
    Math.max(...days.slice(0, HORIZON + 1).map((day) => day.trouble));
  const risk = (value: number) => (value < 0.005 ? "under 1 in 100" : `${Math.round(100 * value)} in 100`);
  const kg = (value: number) => formatMass(value, units, "bucket");
  const rows = [
    ["moisture", formatPercent(b.moisture.middle), formatPercent(a.moisture.middle)],
    ["worms", kg(b.wormsKg.middle), kg(a.wormsKg.middle)],
    ["castings", kg(b.castingsKg.middle), kg(a.castingsKg.middle)],
    ["chance of trouble on the worst day", risk(worst(otherwise)), risk(worst(planned))],
  ] as const;
  const told = rows.filter(([, changed, plan]) => changed !== plan);
  return told.length === 0
    ? "hardly anything differs."
    : `${told.map(([what, changed, plan]) => `${what} ${changed} instead of ${plan}`).join(", ")}.`;
}
