"use client";
import type { TubToday } from "@/core/nursery/due";
import { cycleUnderWay } from "@/core/nursery/state";
import { daysBetween } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import type { LocalDate } from "@/vocabulary/fields";
import { memo } from "react";

const WIDE = 96;
const HIGH = 62;
const [BED_X, BED_Y, BED_W, BED_H] = [4, 34, 88, 24] as const;
const MOST_MARKS = 22;

interface Ring {
  readonly share: number;
  readonly days: number;
  readonly isLate: boolean;
}
/** How far a tub is in its cycle, a brood on its way to be grown. */
function ringOf({ state, brood }: TubToday, today: LocalDate): Ring | undefined {
  const cycle = cycleUnderWay(state);
  const from = cycle?.setOn ?? state.brood?.laidFrom;
  const until = cycle?.dueOn ?? brood?.grownOn;
  if (!from || !until) return undefined;
  const whole = Math.max(1, daysBetween(from, until));
  const days = daysBetween(today, until);
  return { share: Math.min(1, Math.max(0, daysBetween(from, today) / whole)), days, isLate: days < 0 };
}

/** A shallow tub cut open, and the ring of its cycle that fills: worms in a breeding tub, cocoons or young in a tray. */
export const TubFigure = memo(function TubFigure({
  one,
  today,
}: {
  readonly one: TubToday;
  readonly today: LocalDate;
}) {
  const { tub, state, brood } = one;
  const ring = ringOf(one, today);
  const chance = seeded(tub.id);
  const cycle = cycleUnderWay(state);
  const isHatched = brood?.meanOn !== undefined && brood.meanOn <= today;
  const marks = cycle
    ? Math.min(MOST_MARKS, Math.round(cycle.grownIn / 18))
    : state.brood
      ? Math.max(4, Math.round(MOST_MARKS * state.brood.held))
      : 0;
  const r = 13;
  const round = 2 * Math.PI * r;
  return (
    <svg
      viewBox={ring ? `0 0 ${WIDE} ${HIGH}` : `0 ${BED_Y - 2} ${WIDE} ${HIGH - BED_Y + 2}`}
      width={WIDE}
      height={ring ? HIGH : HIGH - BED_Y + 2}
      aria-hidden="true"
    >
      {state.stage !== "empty" && (
        <rect
          x={BED_X + 2}
          y={BED_Y + 5}
          width={BED_W - 4}
          height={BED_H - 6}
          fill={cycle ? "var(--working)" : "var(--bedding)"}
        />
      )}
      {Array.from({ length: marks }, (_, at) => {
        const x = BED_X + 8 + chance() * (BED_W - 20);
        const y = BED_Y + 9 + chance() * (BED_H - 15);
        return cycle ? (
          <path key={at} d={`M${x} ${y} q3 -4 6 0 t5 0`} fill="none" stroke="var(--worm)" strokeWidth="1.8" />
        ) : isHatched ? (
          <path key={at} d={`M${x} ${y} q2 -2 4 0`} fill="none" stroke="var(--worm)" strokeWidth="1.2" />
        ) : (
          <ellipse key={at} cx={x} cy={y} rx="2.2" ry="1.5" fill="var(--beddingMark)" />
        );
      })}
      <path
        d={`M${BED_X} ${BED_Y} V${BED_Y + BED_H - 2} q0 2 2 2 H${BED_X + BED_W - 2} q2 0 2 -2 V${BED_Y}`}
        fill="none"
        stroke="var(--rim)"
        strokeWidth="2"
        strokeDasharray={tub.role === "tray" ? "5 2" : undefined}
      />
      {ring && (
        <g transform={`translate(${WIDE / 2} 16)`}>
          <circle r={r} fill="var(--bench)" stroke="var(--hairline)" strokeWidth="3" />
          <circle
            r={r}
            fill="none"
            stroke={ring.isLate ? "var(--clay)" : ring.days <= 2 ? "var(--straw)" : "var(--moss)"}
            strokeWidth="3.5"
            strokeDasharray={`${round * ring.share} ${round}`}
            transform="rotate(-90)"
          />
          <text
            y="4.5"
            textAnchor="middle"
            fontSize="12"
            fontWeight="700"
            fill={ring.isLate ? "var(--clay)" : "var(--ink)"}
          >
            {ring.isLate ? `+${-ring.days}` : ring.days}
          </text>
        </g>
      )}
    </svg>
  );
});
