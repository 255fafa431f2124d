import { addDays, monthName } from "@/core/calendar/day";
import type { Proposal } from "@/core/planning/propose";
import type { UnitSystem } from "@/core/quantity/format";
import { formatMass } from "@/core/quantity/format";
import type { LocalDate } from "@/vocabulary/fields";
import styles from "./Plan.module.css";

const WIDTH = 200;
const HEIGHT = 52;
const STEP = WIDTH / 12;

/** What a bin takes a day in each month of its first year, as a span and its middle, under the line of what is made. */
export function TakenBars({
  one,
  madeKg,
  units,
  today,
}: {
  readonly one: Proposal;
  readonly madeKg: number;
  readonly units: UnitSystem;
  readonly today: LocalDate;
}) {
  const y = (kg: number) => HEIGHT - (HEIGHT - 3) * Math.min(1, madeKg > 0 ? kg / madeKg : 0);
  const first = one.takenKgPerDay[0]![1];
  const last = one.takenKgPerDay[11]![1];
  const letters = one.takenKgPerDay.map((_, month) =>
    monthName(addDays(today, Math.round((month + 0.5) * 30.44))).charAt(0),
  );
  const said = `${one.count > 1 ? "Together they take" : "Takes"} about ${formatMass(first, units)} a day in the first month, ${formatMass(last, units)} in the twelfth`;
  return (
    <figure className={styles.taken}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT + 16}`}
        role="img"
        aria-label={`${said}, of ${formatMass(madeKg, units)}.`}
      >
        <line x1={0} x2={WIDTH} y1={3} y2={3} className={styles.made} />
        {one.takenKgPerDay.map(([low, middle, high], month) => (
          <g key={month}>
            <rect
              x={month * STEP + 3}
              width={STEP - 6}
              y={y(high)}
              height={Math.max(1, y(low) - y(high))}
              className={styles.span}
            />
            <line
              x1={month * STEP + 2}
              x2={(month + 1) * STEP - 2}
              y1={y(middle)}
              y2={y(middle)}
              className={styles.middle}
            />
            <text x={(month + 0.5) * STEP} y={HEIGHT + 13} textAnchor="middle">
              {letters[month]}
            </text>
          </g>
        ))}
        <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} className={styles.ground} />
      </svg>
      <figcaption>{said}; the dashed line is all there is.</figcaption>
    </figure>
  );
}
