import type { System } from "@/vocabulary/setup";
import table from "./underAdvice.json";

/** Low, middle, high of the truths that were tried. */
export type Span = readonly [low: number, middle: number, high: number];
export interface WarmthRow {
  /** Scraps taken a day on a square metre, in each of the first twelve months. */
  readonly takenKgPerM2Day: readonly Span[];
  /** Castings of the first year as harvested, on a square metre. */
  readonly castingsKgPerM2: Span;
  /** Day from which they are worth lifting. */
  readonly ripeOnDay: Span;
}
export type YearChange = "pureed" | "moreWorms" | "feedingBed";
export interface UnderAdvice {
  readonly byWarmth: readonly WarmthRow[];
  /** So many times the first year's castings, at 20 °C: with all scraps puréed, with twice the worms to begin with, with bedding that feeds. */
  readonly changed?: { readonly [change in YearChange]: Span };
}

/** Warmths the years were lived at, °C. */
export const TABLE_WARMTHS_C = [8, 12, 16, 20, 24, 28] as const;
const TABLE = table as unknown as Readonly<Record<System, UnderAdvice>>;

/** What a bin took, gave and when, under this app's advice, by month of a year. */
export interface FirstYear {
  /** Kilograms a day on a square metre, by month from the start. */
  readonly takenKgPerM2Day: readonly Span[];
  readonly castingsKgPerM2: Span;
  readonly ripeOnDay: Span;
}

/**
 * A first year under advice for a kind of bin in a room of such months, by linear interpolation between the warmths that
 * were lived (`npm run plan:tables`); beyond them the nearest holds. Never throws.
 * @param monthsC mean of each of the twelve months from the start, °C.
 */
export function firstYear(system: System, monthsC: readonly number[]): FirstYear {
  const rows = TABLE[system].byWarmth;
  const taken = monthsC.map((at, month) =>
    between(
      at,
      rows.map((row) => row.takenKgPerM2Day[month]!),
    ),
  );
  const meanC = monthsC.reduce((sum, at) => sum + at, 0) / monthsC.length;
  return {
    takenKgPerM2Day: taken,
    castingsKgPerM2: between(
      meanC,
      rows.map((row) => row.castingsKgPerM2),
    ),
    ripeOnDay: between(
      meanC,
      rows.map((row) => row.ripeOnDay),
    ),
  };
}

function between(atC: number, spans: readonly Span[]): Span {
  const last = TABLE_WARMTHS_C.length - 1;
  const above = TABLE_WARMTHS_C.findIndex((warmth) => warmth >= atC);
  if (above === 0) return spans[0]!;
  if (above < 0) return spans[last]!;
  const [cool, warm] = [TABLE_WARMTHS_C[above - 1]!, TABLE_WARMTHS_C[above]!];
  const share = (atC - cool) / (warm - cool);
  const [a, b] = [spans[above - 1]!, spans[above]!];
  const mix = (n: 0 | 1 | 2) => a[n] * (1 - share) + b[n] * share;
  return [mix(0), mix(1), mix(2)];
}

/** Months of the first year from which on a bin takes what it will. */
const RUNNING_FROM = 8;
/** Scraps a day a square metre takes once it runs, over the year of such a room, kg. Above nought. Never throws. */
export function steadyKgPerM2Day(system: System, monthsC: readonly number[]): number {
  const rows = TABLE[system].byWarmth;
  const running = rows.map(({ takenKgPerM2Day }): Span => {
    const late = takenKgPerM2Day.slice(RUNNING_FROM);
    const mean = (n: 0 | 1 | 2) => late.reduce((sum, span) => sum + span[n], 0) / late.length;
    return [mean(0), mean(1), mean(2)];
  });
  const kg = monthsC.reduce((sum, at) => sum + between(at, running)[1], 0) / monthsC.length;
  return Math.max(LEAST_KG_PER_M2_DAY, kg);
}
const LEAST_KG_PER_M2_DAY = 0.02;

/** What a change makes of a kind of bin's first year of castings, so many times; a kind whose year was not lived so gains nothing. Never throws. */
export const changedBy = (system: System, change: YearChange): Span =>
  TABLE[system].changed?.[change] ?? [1, 1, 1];
