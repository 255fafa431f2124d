import type { Climate } from "@/records/room";
import { dayOfYear } from "../calendar/day";
import type { LoggedDay } from "./logger";

/** So many days of it tell a whole year's wave; fewer only how far off the year is that was thought. */
const WHOLE_YEAR_DAYS = 270;
const LEAST_DAYS = 5;
const bounded = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/**
 * A room's year by what was logged in it: from most of a year mean, swing and hottest day by least squares; from less the mean alone
 * is moved, the rest kept as it was. Undefined below five days. Humidity where it was logged. Never throws.
 */
export function climateBy(days: readonly LoggedDay[], before: Climate): Climate | undefined {
  if (days.length < LEAST_DAYS) return undefined;
  const wave = (day: LoggedDay) => (2 * Math.PI * dayOfYear(day.day)) / 365.25;
  const wets = days.flatMap(({ humidity }) => humidity ?? []);
  const humidity = wets.length > 0 ? wets.reduce((sum, one) => sum + one, 0) / wets.length : before.humidity;
  if (days.length < WHOLE_YEAR_DAYS) {
    const peak = (2 * Math.PI * before.hottestDay) / 365.25;
    const off =
      days.reduce(
        (sum, day) => sum + day.meanC - (before.meanC + before.swingK * Math.cos(wave(day) - peak)),
        0,
      ) / days.length;
    return { ...before, meanC: bounded(before.meanC + off, -30, 45), humidity };
  }
  // Mean, cosine and sine: three sums of a normal equation.
  const rows = days.map((day) => [1, Math.cos(wave(day)), Math.sin(wave(day)), day.meanC] as const);
  const [mean, cos, sin] = solved(rows);
  const swing = Math.hypot(cos, sin);
  const peak = ((Math.atan2(sin, cos) / (2 * Math.PI)) * 365.25 + 365.25) % 365.25;
  return {
    ...before,
    meanC: bounded(mean, -30, 45),
    swingK: bounded(swing, 0, 40),
    hottestDay: bounded(Math.round(peak), 1, 366),
    humidity,
  };
}

/** Least squares in three unknowns, by elimination. */
function solved(rows: readonly (readonly [number, number, number, number])[]): [number, number, number] {
  const m = [0, 1, 2].map((i) =>
    [0, 1, 2, 3].map((j) => rows.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
  );
  for (let i = 0; i < 3; i += 1)
    for (let k = 0; k < 3; k += 1) {
      if (k === i) continue;
      const factor = m[k]![i]! / m[i]![i]!;
      for (let j = i; j < 4; j += 1) m[k]![j]! -= factor * m[i]![j]!;
    }
  return [m[0]![3]! / m[0]![0]!, m[1]![3]! / m[1]![1]!, m[2]![3]! / m[2]![2]!];
}
