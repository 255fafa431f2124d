"use client";
import { surfaceM2 } from "@/core/bin/system";
import { addDays, dayAndMonth, daysBetween } from "@/core/calendar/day";
import { TEMPERATE } from "@/core/expectation/climate";
import { comingHarvests } from "@/core/harvest/coming";
import { formatMass, formatMassRange } from "@/core/quantity/format";
import type { Reckoning } from "@/core/reckon/reckon";
import { wetOf } from "@/core/reckon/reckon";
import type { Target } from "@/core/reckon/target";
import { targetStands } from "@/core/reckon/target";
import { sayChange } from "@/core/reckon/words";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import type { ReckonDesk } from "@/workers/reckon.client";
import Button from "@mui/material/Button";
import { useId } from "react";
import styles from "./Reckon.module.css";
import { askReckon, useAnswer } from "./useReckoning";

/** Food of so many days says what a bin is given now. */
const LATELY_DAYS = 90;

/** Each kept target: what is in, what the forecasts add, what is missing and what would gain most. */
export function Targets({
  desk,
  bins,
  targets,
  onDrop,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly bins: readonly BinToday[];
  readonly targets: readonly Target[];
  readonly onDrop: (at: number) => void;
}) {
  const { today } = useSession();
  const lately = useAnswer(desk, askReckon, [
    bins.map(({ bin }) => [bin.id as string]),
    addDays(today, 1 - LATELY_DAYS),
    today,
  ] as const).answer;
  if (targets.length === 0) return null;
  return (
    <section aria-labelledby="targets">
      <h2 id="targets">Targets</h2>
      <ul className={styles.targets}>
        {targets.map((target, at) => (
          <li key={`${target.name}/${target.from}/${target.by}/${target.massKg}`}>
            <TargetLine desk={desk} bins={bins} target={target} lately={lately} onDrop={() => onDrop(at)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function TargetLine({
  desk,
  bins,
  target,
  lately,
  onDrop,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly bins: readonly BinToday[];
  readonly target: Target;
  readonly lately: readonly Reckoning[] | undefined;
  readonly onDrop: () => void;
}) {
  const { today, units, rooms } = useSession();
  const asOf = today < target.by ? today : target.by;
  const ids = bins.map(({ bin }) => bin.id as string);
  const answer = useAnswer(
    desk,
    askReckon,
    asOf < target.from ? undefined : ([[ids], target.from, asOf] as const),
  ).answer?.[0];
  if (!answer && asOf >= target.from) return <p role="status">Adding up {target.name}</p>;
  const inUse = bins.filter(({ state }) => state.setup && !state.setup.retired && !state.setup.resting);
  const stands = targetStands(
    target,
    answer ? wetOf(answer, "castings") : 0,
    comingHarvests(
      inUse.map(({ bin, state, expectation }) => ({
        binId: bin.id,
        name: bin.name,
        system: state.setup!.system,
        expectation,
      })),
    ),
    inUse.map(({ bin, state, expectation }) => {
      const own = lately?.[bins.findIndex((one) => one.bin.id === bin.id)];
      const isOld = state.firsts.fed !== undefined && daysBetween(state.firsts.fed, today) >= LATELY_DAYS;
      return {
        binId: bin.id,
        name: bin.name,
        system: state.setup!.system,
        areaM2: surfaceM2(state.setup!),
        climate: rooms.find(({ id }) => id === state.setup!.roomId)?.climate ?? TEMPERATE,
        ...(own && isOld ? { fedKgPerDay: wetOf(own, "food") / LATELY_DAYS } : {}),
        ...(expectation.twin ? { wormsKg: expectation.wormsKg.middle } : {}),
        isFeedingBed: state.setup!.school === "breeder-tub",
        isPureed: Object.values(state.places).some(({ preparation }) => preparation === "pureed"),
      };
    }),
    answer?.castingsPerFood,
    today,
  );
  const kg = (value: number) => formatMass(value, units, "bucket");
  const { low, middle, high } = stands.willKg;
  const isOver = today >= target.by;
  return (
    <>
      <p>
        <b>
          {target.name}: {kg(target.massKg)}
        </b>{" "}
        by {dayAndMonth(target.by, today)}. {kg(stands.doneKg)} in
        {isOver
          ? stands.shortKg > 0
            ? `, ${kg(stands.shortKg)} short.`
            : ": reached."
          : `, ${kg(stands.paceKg)} by now on a straight line; with the harvests to come ${high - low < 0.05 ? kg(middle) : formatMassRange(low, high, units)}.`}
        <Button size="small" aria-label={`Drop the target ${target.name}`} onClick={onDrop}>
          drop it
        </Button>
      </p>
      <TargetBar target={target} stands={stands} />
      {!isOver && stands.shortKg === 0 && (
        <p className={styles.note}>
          {stands.doneKg >= target.massKg ? "It is reached." : "It will be reached, by the forecasts."}
        </p>
      )}
      {stands.changes.length > 0 && (
        <>
          <p className={styles.note}>
            About {kg(stands.shortKg)} short. What would gain most, by years lived at such warmth under this
            advice:
          </p>
          <ul className={styles.changes}>
            {stands.changes.map((change) => (
              <li key={change.of}>{sayChange(change, units, today)}</li>
            ))}
          </ul>
        </>
      )}
      {!isOver && stands.shortKg > 0 && stands.changes.length === 0 && (
        <p className={styles.note}>
          About {kg(stands.shortKg)} short, and nothing one could change now would bring much by that day.
        </p>
      )}
    </>
  );
}

const LONG = 640;
/** What is in, solid; what may come, hatched from low to high; the pace of today as a notch, the target as a post. */
function TargetBar({
  target,
  stands: { doneKg, paceKg, willKg },
}: {
  readonly target: Target;
  readonly stands: ReturnType<typeof targetStands>;
}) {
  const { units } = useSession();
  const hatch = useId();
  const most = Math.max(target.massKg, willKg.high) * 1.05;
  const x = (kg: number) => (kg / most) * (LONG - 12) + 2;
  return (
    <svg
      viewBox={`0 0 ${LONG} 44`}
      width="100%"
      style={{ maxWidth: LONG }}
      role="img"
      aria-label={`${formatMass(doneKg, units, "bucket")} of ${formatMass(target.massKg, units, "bucket")} in`}
    >
      <defs>
        <pattern id={hatch} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke="var(--straw)" strokeWidth="2.4" />
        </pattern>
      </defs>
      <path d={`M2 38H${LONG - 8}`} stroke="var(--hairline)" />
      <rect
        x={x(willKg.low)}
        y="12"
        width={Math.max(0, x(willKg.high) - x(willKg.low))}
        height="18"
        fill={`url(#${hatch})`}
      />
      <rect x="2" y="10" width={Math.max(0, x(doneKg) - 2)} height="22" fill="var(--moss)" />
      <path d={`M${x(willKg.middle)} 6V36`} stroke="var(--straw)" strokeWidth="3" />
      <path d={`M${x(paceKg) - 5} 44L${x(paceKg)} 36L${x(paceKg) + 5} 44Z`} fill="var(--quiet)" />
      <path d={`M${x(target.massKg)} 2V38`} stroke="var(--ink)" strokeWidth="2.5" />
      <path
        d={`M${x(target.massKg)} 2L${x(target.massKg) - 12} 6L${x(target.massKg)} 11Z`}
        fill="var(--ink)"
      />
    </svg>
  );
}
