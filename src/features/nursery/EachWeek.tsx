"use client";
import { addDays } from "@/core/calendar/day";
import type { steadyFor } from "@/core/nursery/steady";
import { sayNoSteady, saySteady } from "@/core/nursery/words";
import { DEFAULT_UNIT, formatCount, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { steadyChart } from "@/ui/chart/steadyChart";
import { DayField } from "@/ui/field/DayField";
import { QuantityField } from "@/ui/field/QuantityField";
import { useColours } from "@/ui/theme/useColours";
import type { StockingDesk } from "@/workers/stocking.client";
import { useGuarded } from "@/ui/useGuarded";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import type { LikeTub } from "./likeTub";
import styles from "./Nursery.module.css";
import { useStocking } from "./useStocking";

const NOTHING = { kg: "", from: "" };
/** Promised for so long at once: a quarter of a year can be foreseen. */
const WEEKS = 13;

const askSteady = (desk: StockingDesk, ...question: Parameters<typeof steadyFor>) => desk.steady(...question);

/** A steady supply: how many tubs in which rhythm, when it begins, and what each week takes. */
export function EachWeek({ like, have }: { readonly like: LikeTub; readonly have: number }) {
  const { db, units, today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const colours = useColours();
  const draft = useDraft(db, "nursery/steady", NOTHING);
  const { kg, from } = draft.typed;
  const set = (change: Partial<typeof NOTHING>) => draft.set((before) => ({ ...before, ...change }));
  const unit = units === "us" ? DEFAULT_UNIT.us.mass : "kg";
  const typedKg = kg.trim() === "" ? undefined : parseQuantity(kg, "mass", unit);
  const kgPerWeek = typedKg?.ok ? typedKg.value : undefined;
  const day = localDate.safeParse(from).data;
  const { answer, failure } = useStocking(
    askSteady,
    kgPerWeek !== undefined && day !== undefined
      ? ([{ kgPerWeek, from: day }, like.size, like.species, like.climate, today] as Parameters<
          typeof steadyFor
        >)
      : undefined,
  );
  const option = useMemo(
    () =>
      answer?.ok && kgPerWeek !== undefined
        ? steadyChart(answer.value.weeks, kgPerWeek, units, colours)
        : undefined,
    [answer, kgPerWeek, units, colours],
  );
  const promise = () =>
    guarded(async () => {
      if (!answer?.ok || day === undefined || kgPerWeek === undefined) return;
      const first = answer.value.firstOn > day ? answer.value.firstOn : day;
      const kept = await keep(
        `${WEEKS} weeks promised`,
        Array.from({ length: WEEKS }, (_, nth) =>
          author.first("orders", {
            name: `Week ${nth + 1} of ${WEEKS}`,
            purpose: "sale",
            speciesId: like.species.id,
            amount: { massKg: Number(kgPerWeek.toFixed(3)), measuredBy: "guessed" },
            orderedOn: today,
            dueOn: addDays(first, 7 * nth),
          }),
        ),
      );
      if (kept.ok) draft.set(() => NOTHING);
    });
  const more = answer?.ok ? answer.value.tubs - have : 0;
  return (
    <>
      <div className={styles.fields}>
        <QuantityField
          label="Grown worms a week"
          dimension="mass"
          unit={unit}
          typed={kg}
          onTyped={(next) => set({ kg: next })}
          helper="to sell, to give, to feed"
        />
        <DayField label="From" day={from} onDay={(next) => set({ from: next })} from={addDays(today, 1)} />
      </div>
      {failure !== undefined && <p role="alert">It could not be worked out ({failure}).</p>}
      {answer &&
        kgPerWeek !== undefined &&
        day !== undefined &&
        (answer.ok ? (
          <>
            <ul className={styles.verdicts}>
              {saySteady(answer.value, { kgPerWeek, from: day }, units, today).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            {option && (
              <Chart
                option={option}
                height={230}
                label={`Grown worms a week from tubs set today, with their range, against the ${formatMass(kgPerWeek, units, "bucket")} wanted`}
              />
            )}
            <p className={styles.quiet}>
              {have > 0 &&
                (more > 0
                  ? `${formatCount(have)} stand here: ${formatCount(more)} more to set. `
                  : `${formatCount(have)} stand here: they are enough. `)}
              {have > 0 &&
                "These days are of tubs set today; what those that stand bring before is drawn under Promised. "}
              Promised, the first {WEEKS} weeks are orders below, reserved and held against what grows up.
              What is sold alive is under rules of your place: ask before you begin.
            </p>
            <Button variant="outlined" disabled={isBusy} onClick={() => void promise()}>
              promise the first {WEEKS} weeks
            </Button>
          </>
        ) : (
          <p role="status">{sayNoSteady(answer.problem, units)}</p>
        ))}
    </>
  );
}
