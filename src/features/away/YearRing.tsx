import type { Settings } from "@/records/settings";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import { dayOfYear } from "@/core/calendar/day";
import styles from "./Away.module.css";

const MONTHS = ["J", "F", "M", "A", "M", "J", "J", "A", "S", "O", "N", "D"];
const YEAR = 365;
const RADIUS = 62;

/** The year as a ring, January on top: today’s hand, and an arc for each time with little time, the one being typed dashed. */
export function YearRing({
  busy,
  typed,
  today,
}: {
  readonly busy: NonNullable<Settings["busy"]>;
  readonly typed: { readonly from: string; readonly until: string };
  readonly today: LocalDate;
}) {
  const [from, until] = [localDate.safeParse(typed.from), localDate.safeParse(typed.until)];
  const hand = at(turn(today), 84);
  return (
    <svg viewBox="-100 -100 200 200" className={styles.ring} aria-hidden="true">
      <circle r={RADIUS} fill="none" stroke="var(--hairline)" strokeWidth="16" />
      {busy.map((one, nth) => (
        <path
          key={`${one.name}${nth}`}
          d={arc(turn(`2026-${one.from}`), turn(`2026-${one.until}`))}
          fill="none"
          stroke="var(--straw)"
          strokeWidth="16"
        />
      ))}
      {from.success && until.success && (
        <path
          d={arc(turn(from.data), turn(until.data))}
          fill="none"
          stroke="var(--straw)"
          strokeWidth="16"
          strokeDasharray="3 4"
        />
      )}
      {MONTHS.map((letter, month) => {
        const [x, y] = at((month + 0.5) / 12, 88);
        return (
          <text key={month} x={x} y={y}>
            {letter}
          </text>
        );
      })}
      <path d={`M0 0L${hand.map((part) => 0.9 * part).join(" ")}`} stroke="var(--clay)" strokeWidth="2.5" />
      <circle r="4" fill="var(--clay)" />
    </svg>
  );
}

/** How far round the year a day lies, 0 to 1. */
const turn = (day: string): number => {
  const read = localDate.safeParse(day);
  return read.success ? Math.min(1, dayOfYear(read.data) / YEAR) : 0;
};
const at = (share: number, radius: number): readonly [number, number] => [
  radius * Math.sin(2 * Math.PI * share),
  -radius * Math.cos(2 * Math.PI * share),
];
/** From one share of the round to another, over the year’s end where it has to. */
function arc(from: number, until: number): string {
  const length = (until - from + 1) % 1 || 1 / YEAR;
  return `M${at(from, RADIUS).join(" ")}A${RADIUS} ${RADIUS} 0 ${length > 0.5 ? 1 : 0} 1 ${at(from + length, RADIUS).join(" ")}`;
}
