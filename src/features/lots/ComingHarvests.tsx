"use client";
import { AmountField } from "@/ui/field/AmountField";
import { aheadWithHarvest, wantedHarvest } from "@/core/bin/planAhead";
import { addDays, dayAndMonth, daysBetween, monthName, shortDay } from "@/core/calendar/day";
import { TEMPERATE } from "@/core/expectation/climate";
import type { Coming, Wanted, WantedStep } from "@/core/harvest/coming";
import { comingHarvests, wantedBy, wishesOf } from "@/core/harvest/coming";
import type { EarlyLift } from "@/core/harvest/early";
import { takenEarly } from "@/core/harvest/early";
import { harvestPlan, waysOf } from "@/core/harvest/harvestPlan";
import { sayEarly } from "@/core/harvest/words";
import { drying, isTooDamp, MOIST_FOR } from "@/core/lot/drying";
import { HARVEST_MOISTURE, MOIST_KG_PER_L } from "@/core/matter/figures";
import { formatMass, formatMassRange } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import { ofBin } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { useViewport } from "@/ui/useViewport";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import { useGuarded } from "@/ui/useGuarded";
import Button from "@mui/material/Button";
import Link from "next/link";
import styles from "./Coming.module.css";
import { readMass } from "@/core/quantity/readAmount";

const WEEKS = 26;
const STEP_WORDS: Readonly<Record<WantedStep, string>> = {
  stopFeeding: "stop feeding",
  stopWatering: "stop watering",
  bait: "bait beside it",
  lift: "lift and spread it",
};

/** The harvests of the next half year on one line of time, and what to do when for castings wanted by a day. */
export function ComingHarvests() {
  const { db, bins, rooms, today, units, measures, author, keep } = useSession();
  const { guarded } = useGuarded();
  const draft = useDraft(db, "castings-wanted", { amount: "", day: "" });
  const { typed } = draft;
  const coming = comingHarvests(
    (bins ?? []).flatMap(({ bin, state, expectation }) =>
      state.setup && !state.setup.retired && !state.setup.resting
        ? [{ binId: bin.id, name: bin.name, system: state.setup.system, expectation }]
        : [],
    ),
  );
  const read = readMass(typed.amount, "bulk", measures, MOIST_KG_PER_L);
  const wantedKg = read.ok ? read.value.massKg : 0;
  const by = localDate.safeParse(typed.day);
  const dries = drying(
    { massKg: 10, moisture: HARVEST_MOISTURE, litreKg: MOIST_KG_PER_L },
    MOIST_FOR.sieve,
    rooms[0]?.climate ?? TEMPERATE,
    today,
  );
  const dryDays = isTooDamp(dries) ? 14 : Math.ceil((dries.days.low + dries.days.high) / 2);
  const isPast = by.success && by.data <= today;
  const plan =
    wantedKg > 0 && by.success && !isPast
      ? wantedBy(coming, wantedKg, daysBetween(today, by.data), dryDays)
      : undefined;
  const early =
    plan && plan.shortKg > 0 && by.success
      ? earlyOf(bins ?? [], plan, daysBetween(today, by.data) - dryDays, today)
      : [];
  const kept = (bins ?? []).flatMap(({ bin, state }) => {
    const wanted = wantedHarvest(state, today);
    return wanted ? [{ bin, state, wanted }] : [];
  });
  /** One act: each of these bins is told what is meant, or that it is not any more. */
  const tell = (label: string, wishes: ReadonlyMap<string, Parameters<typeof aheadWithHarvest>[1]>) =>
    guarded(async () => {
      const rows = await Promise.all(
        (bins ?? [])
          .filter(({ bin }) => wishes.has(bin.id))
          .map(({ bin, state }) =>
            author.entries(ofBin(bin.id), today, [
              {
                kind: "altered",
                changes: { ahead: aheadWithHarvest(state.setup?.ahead, wishes.get(bin.id)) },
              },
            ]),
          ),
      );
      const done = await keep(label, rows.flat());
      if (done.ok) await draft.clear();
    });
  if (coming.length === 0 && kept.length === 0) return null;
  return (
    <section className={styles.coming} aria-labelledby="coming">
      <h2 id="coming">Coming harvests</h2>
      <TimeLine coming={coming} />
      <div className={styles.wanted}>
        <AmountField
          label="Castings wanted"
          of="bulk"
          typed={typed.amount}
          onTyped={(amount) => draft.set((before) => ({ ...before, amount }))}
        />
        <DayField
          label="By"
          day={typed.day}
          onDay={(day) => draft.set((before) => ({ ...before, day }))}
          fault={isPast ? "That day is past." : undefined}
          from={today}
        />
      </div>
      {plan && (
        <div className={styles.plan} aria-live="polite">
          <p>
            {plan.shortKg === 0 ? (
              <>
                <b>Enough by then:</b> {formatMassRange(plan.sumKg.low, plan.sumKg.high, units)}, dried{" "}
                {dryDays} days.
              </>
            ) : (
              <>
                <b>About {formatMass(plan.shortKg, units, "bucket")} short.</b>{" "}
                {plan.enoughInDays === undefined
                  ? "These bins will not give so much within a year: another bin, or less."
                  : `All bins together will have it by about ${dayAndMonth(addDays(today, plan.enoughInDays), today)}. Lifted unripe it holds food, worms and cocoons, and sours in store.`}
              </>
            )}
          </p>
          <ol>
            {plan.lifts.map(({ binId, name, kg, steps }) => (
              <li key={binId}>
                <Link href={`/harvest?id=${binId}`}>{name}</Link>, {formatMassRange(kg.low, kg.high, units)}:{" "}
                {steps
                  .map(({ step, inDays, isLate }) =>
                    isLate && step !== "lift"
                      ? `${STEP_WORDS[step]} now`
                      : `${STEP_WORDS[step]} ${dayAndMonth(addDays(today, inDays), today)}`,
                  )
                  .join(", ")}
                .
              </li>
            ))}
          </ol>
          {early.length > 0 && (
            <>
              <p>What taking early would cost, lifted in time to dry:</p>
              <ul>
                {early.map(({ binId, name, lift }) => (
                  <li key={binId}>{sayEarly(name, lift, units, today)}</li>
                ))}
              </ul>
            </>
          )}
          {plan.lifts.length > 0 && (
            <Button
              variant="contained"
              onClick={() =>
                void tell(
                  `castings wanted by ${dayAndMonth(by.success ? by.data : today, today)}`,
                  new Map(wishesOf(plan, today).map(({ binId, wanted }) => [binId, wanted])),
                )
              }
            >
              put these days on the slate
            </Button>
          )}
        </div>
      )}
      {kept.length > 0 && (
        <div className={styles.plan}>
          <p>
            <b>On the slate:</b>{" "}
            {kept
              .map(
                ({ bin, wanted: { on, noFoodFrom, noWaterFrom } }) =>
                  `${bin.name}, lifted ${dayAndMonth(on, today)}${[
                    ...(noFoodFrom ? [`no food from ${dayAndMonth(noFoodFrom, today)}`] : []),
                    ...(noWaterFrom ? [`no water from ${dayAndMonth(noWaterFrom, today)}`] : []),
                  ]
                    .map((words) => `, ${words}`)
                    .join("")}`,
              )
              .join("; ")}
            . Slate, bin and visit go by it until it is lifted.
          </p>
          <Button
            onClick={() =>
              void tell("no harvest wanted any more", new Map(kept.map(({ bin }) => [bin.id, undefined])))
            }
          >
            take it off the slate
          </Button>
        </div>
      )}
    </section>
  );
}

/** So many are named: who is short of more than these give has no use for it. */
const MOST_EARLY = 3;
/** Bins that are not ripe by then, as they would have to be taken: by their best way, those first that give most. */
function earlyOf(
  bins: readonly BinToday[],
  { lifts, shortKg }: Wanted,
  inDays: number,
  today: LocalDate,
): readonly { readonly binId: string; readonly name: string; readonly lift: EarlyLift }[] {
  if (inDays < 0) return [];
  return bins
    .flatMap(({ bin, state, expectation }) => {
      const herd = expectation.twin?.herd;
      const plan = harvestPlan(state, expectation, today);
      const isLifted = lifts.some(({ binId }) => binId === bin.id);
      if (!herd || !plan || isLifted || !state.setup || state.setup.retired || state.setup.resting) return [];
      const [offer] = waysOf(plan, state.setup.system, {
        isUrgent: true,
        wantsWorms: true,
        noLifting: false,
      });
      const part = expectation.twin?.compartments.find(({ id }) => id === plan.compartment);
      const all = { wormsKg: expectation.wormsKg.middle, cocoons: herd.cocoons };
      const lift = offer && takenEarly(plan, offer, all, part?.wormShare ?? 1, shortKg, inDays);
      return lift ? [{ binId: bin.id, name: bin.name, lift }] : [];
    })
    .toSorted((a, b) => b.lift.kg - a.lift.kg)
    .slice(0, MOST_EARLY);
}

/** A row a bin: from when it may be ripe to when it will be, with what it gives. */
function TimeLine({ coming }: { readonly coming: readonly Coming[] }) {
  const { today, units } = useSession();
  const { isNarrow, width } = useViewport();
  const all = isNarrow ? width - 32 : 940;
  const left = isNarrow ? 84 : 130;
  const row = 30;
  const days = WEEKS * 7;
  const x = (day: number) =>
    left + (Math.min(days, Math.max(0, day)) / days) * (all - left - (isNarrow ? 8 : 90));
  const months = Array.from({ length: 7 }, (_, at) => {
    const first = localDate.parse(
      `${Number(today.slice(0, 4)) + Math.floor((Number(today.slice(5, 7)) - 1 + at) / 12)}-${String(((Number(today.slice(5, 7)) - 1 + at) % 12) + 1).padStart(2, "0")}-01`,
    );
    return { first, inDays: daysBetween(today, first) };
  }).filter(({ inDays }) => inDays >= 0 && inDays <= days);
  const shown = coming.filter(({ inDays }) => inDays.middle <= days);
  const height = 26 + row * shown.length;
  return (
    <svg
      viewBox={`0 0 ${all} ${height}`}
      width="100%"
      style={{ maxWidth: all }}
      role="img"
      aria-label={shown
        .map(
          ({ name, inDays, kg }) =>
            `${name}: ${formatMass(kg.middle, units, "bucket")} about ${shortDay(addDays(today, Math.round(inDays.middle)))}`,
        )
        .join("; ")}
    >
      {months.map(({ first, inDays }) => (
        <g key={first}>
          <path d={`M${x(inDays)} 20V${height}`} stroke="var(--hairline)" />
          <text x={x(inDays) + 3} y="14" className={styles.tick}>
            {monthName(first).slice(0, 3)}
          </text>
        </g>
      ))}
      <path d={`M${x(0)} 20V${height}`} stroke="var(--straw)" strokeWidth="2" />
      {shown.map(({ binId, name, inDays, kg }, at) => {
        const y = 26 + row * at + row / 2;
        const middle = x(inDays.middle);
        return (
          <g key={binId}>
            <text x="0" y={y + 5} className={styles.name}>
              {name.length > (isNarrow ? 9 : 15) ? `${name.slice(0, isNarrow ? 8 : 14)}…` : name}
            </text>
            <path
              d={`M${x(inDays.low)} ${y}H${x(inDays.high)}`}
              stroke="var(--castingsMark)"
              strokeWidth="9"
              strokeLinecap="round"
              opacity="0.45"
            />
            <circle cx={middle} cy={y} r="6" fill={inDays.middle <= 0 ? "var(--moss)" : "var(--straw)"} />
            <text x={Math.max(middle, x(inDays.high)) + 12} y={y + 5} className={styles.tick}>
              {isNarrow && middle > all * 0.7 ? "" : formatMass(kg.middle, units, "bucket")}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
