import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";

/*
 * What a temperature logger wrote, as a table: which column is what, days out of moments, and what does not fit. It knows no file
 * and no clock; times are taken as they are written, where the logger stood.
 */

/** In which order day and month stand. */
export const DAY_ORDERS = ["yearFirst", "dayFirst", "monthFirst"] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];
export interface LoggerColumns {
  readonly time: number;
  readonly temperature: number;
  readonly humidity?: number;
  readonly unit: "C" | "F";
  readonly order: DayOrder;
}
/** A guess, to be confirmed: and why the unit should be looked at, where it should. */
export interface LoggerGuess {
  readonly columns: LoggerColumns;
  readonly doubt?: "unit" | "dayOrder";
}
export type LoggerProblem =
  | { readonly code: "logger/empty" }
  | { readonly code: "logger/no-time" }
  | { readonly code: "logger/no-temperature" };

const TIME_WORDS = /time|date|stamp|zeit|datum|fecha|heure/i;
const TEMPERATURE_WORDS = /temp|°\s?[cf]|celsius|fahrenheit/i;
const HUMIDITY_WORDS = /humid|rh\b|%/i;
/** So many rows are looked at to guess. */
const LOOKED_AT = 400;

const NUMBER = /^\s*([+-]?\d+(?:[.,]\d+)?)\s*(?:°?\s?[CF]|%)?\s*$/i;
const numberIn = (cell: string | undefined): number | undefined => {
  const match = NUMBER.exec(cell ?? "");
  return match ? Number(match[1]!.replace(",", ".")) : undefined;
};

const MOMENT =
  /^\D{0,4}(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})(?:[T ,]+(\d{1,2}):(\d{2})(?::(\d{2}))?\s*(am|pm)?)?/i;
/** The parts of a moment as they stand; undefined where it is none. */
function partsOf(cell: string | undefined) {
  const match = MOMENT.exec(cell ?? "");
  if (!match) return undefined;
  const [, a, b, c, hour = "0", minute = "0", second = "0", half] = match;
  const hours = (Number(hour) % (half ? 12 : 24)) + (half?.toLowerCase() === "pm" ? 12 : 0);
  return { a: Number(a), b: Number(b), c: Number(c), s: hours * 3600 + Number(minute) * 60 + Number(second) };
}

/** The day a cell names and the seconds into it, in an order of parts; undefined where it names none. Never throws. */
export function momentIn(
  cell: string | undefined,
  order: DayOrder,
): { readonly day: LocalDate; readonly s: number } | undefined {
  const parts = partsOf(cell);
  if (!parts) return undefined;
  const { a, b, c, s } = parts;
  const [year, month, date] = a > 31 ? [a, b, c] : order === "monthFirst" ? [c, a, b] : [c, b, a];
  const full = year < 100 ? 2000 + year : year;
  const read = localDate.safeParse(
    `${full}-${String(month).padStart(2, "0")}-${String(date).padStart(2, "0")}`,
  );
  return read.success ? { day: read.data, s } : undefined;
}

/**
 * Which column holds the time, the temperature and the humidity, by their heads and by what stands in them. Doubt is told: a
 * temperature that could be either unit, days that could be either order. Never throws.
 */
export function guessColumns(rows: readonly (readonly string[])[]): Outcome<LoggerGuess, LoggerProblem> {
  if (rows.length < 2) return refused({ code: "logger/empty" });
  const head = rows[0]!;
  const some = rows.slice(1, LOOKED_AT);
  const width = Math.max(...rows.slice(0, LOOKED_AT).map(({ length }) => length));
  const columns = Array.from({ length: width }, (_, at) => at);
  const share = (at: number, isIt: (cell: string | undefined) => boolean) =>
    some.filter((row) => isIt(row[at])).length / some.length;
  const times = columns.filter((at) => share(at, (cell) => partsOf(cell) !== undefined) > 0.6);
  const time = times.find((at) => TIME_WORDS.test(head[at] ?? "")) ?? times[0];
  if (time === undefined) return refused({ code: "logger/no-time" });
  const numeric = columns.filter(
    (at) => at !== time && !times.includes(at) && share(at, (cell) => numberIn(cell) !== undefined) > 0.6,
  );
  const humidity = numeric.find(
    (at) => HUMIDITY_WORDS.test(head[at] ?? "") && !TEMPERATURE_WORDS.test(head[at] ?? ""),
  );
  const temperature =
    numeric.find((at) => TEMPERATURE_WORDS.test(head[at] ?? "") && at !== humidity) ??
    numeric.find((at) => at !== humidity && some.some((row) => !Number.isInteger(numberIn(row[at]) ?? 0)));
  if (temperature === undefined) return refused({ code: "logger/no-temperature" });
  const values = some.flatMap((row) => numberIn(row[temperature]) ?? []).toSorted((a, b) => a - b);
  const middle = values[Math.floor(values.length / 2)] ?? 0;
  const said = head[temperature] ?? "";
  const named = /°?\s?F\b|fahrenheit/i.test(said) ? "F" : /°?\s?C\b|celsius/i.test(said) ? "C" : undefined;
  // A cellar of 45 and more by the Celsius scale kills everything; below it either may be meant.
  const unit = named ?? (middle > 40 ? "F" : "C");
  const doubtful =
    (unit === "C" && middle > 40) || (unit === "F" && middle < 25) || (named === undefined && middle > 32);
  const dated = some.flatMap((row) => partsOf(row[time]) ?? []);
  const isYearFirst = dated.some(({ a }) => a > 31);
  const isMonthFirst = dated.some(({ b }) => b > 12);
  // With dots between them the day stands first, wherever it is written so.
  const isDayFirst =
    dated.some(({ a }) => a > 12) ||
    some.some((row) => /^\s*\d{1,2}\.\d{1,2}\.\d{2,4}/.test(row[time] ?? ""));
  const order: DayOrder = isYearFirst ? "yearFirst" : isMonthFirst ? "monthFirst" : "dayFirst";
  return done({
    columns: { time, temperature, ...(humidity === undefined ? {} : { humidity }), unit, order },
    ...(doubtful
      ? { doubt: "unit" as const }
      : !isYearFirst && !isMonthFirst && !isDayFirst
        ? { doubt: "dayOrder" as const }
        : {}),
  });
}

/** One day of a logger. */
export interface LoggedDay {
  readonly day: LocalDate;
  readonly meanC: number;
  readonly lowC: number;
  readonly highC: number;
  /** Fraction; where it was logged. */
  readonly humidity?: number;
  readonly readings: number;
}
/** The rows of one clock: in order, summed by day. */
export interface LoggedClock {
  readonly days: readonly LoggedDay[];
  readonly rows: number;
  /** Days in between on which it wrote nothing. */
  readonly missingDays: number;
}
/** What a whole file came to. */
export interface Logged {
  /**
   * One for each clock that wrote it, the most rows first: two loggers in one file, whether one behind the other or row by
   * row, or one whose clock was put back by more than an hour. Of more than `MOST_CLOCKS` the last take what is left.
   */
  readonly clocks: readonly LoggedClock[];
  readonly rows: number;
  /** Rows that say nothing: no moment, no figure. */
  readonly unread: number;
  /** Rows whose figure no cellar has, −40 to 80 °C. */
  readonly wild: number;
}
const MOST_CLOCKS = 6;
/** Summer time ends; nobody calls that another clock. */
const PUT_BACK_S = 3600;

const WILD_C = { low: -40, high: 80 } as const;

/** Takes rows as they come and sums them by day, so that a file of any length needs no more room than its days. */
export interface LoggerSum {
  readonly take: (row: readonly string[]) => void;
  readonly result: () => Logged;
}
export function loggerSum({ time, temperature, humidity, unit, order }: LoggerColumns): LoggerSum {
  const clocks: Clock[] = [];
  let wroteLast: Clock | undefined;
  let [rows, unread, wild] = [0, 0, 0];
  return {
    take: (row) => {
      rows += 1;
      const moment = momentIn(row[time], order);
      const value = numberIn(row[temperature]);
      if (!moment || value === undefined) {
        unread += 1;
        return;
      }
      const valueC = unit === "F" ? ((value - 32) * 5) / 9 : value;
      if (valueC < WILD_C.low || valueC > WILD_C.high) {
        wild += 1;
        return;
      }
      const wet = humidity === undefined ? undefined : numberIn(row[humidity]);
      wroteLast = clockOf(clocks, moment, wroteLast);
      addTo(
        wroteLast,
        moment.day,
        valueC,
        wet !== undefined && wet >= 0 && wet <= 100 ? wet / 100 : undefined,
      );
    },
    result: () => ({
      clocks: clocks.map(summed).toSorted((a, b) => b.rows - a.rows),
      rows,
      unread,
      wild,
    }),
  };
}

interface DaySum {
  sum: number;
  low: number;
  high: number;
  wet: number;
  wets: number;
  readings: number;
}
interface Moment {
  readonly day: LocalDate;
  readonly s: number;
}
interface Clock {
  /** 1 written as time goes, −1 the newest first; 0 until it has gone an hour either way. */
  way: -1 | 0 | 1;
  readonly first: Moment;
  last: Moment;
  /** Between its last two rows. */
  stepS: number;
  rows: number;
  readonly days: Map<LocalDate, DaySum>;
}
const DAY_S = 86_400;
/** A second row further off than this is of another clock. */
const FIRST_STEP_S = 7 * DAY_S;

const secondsFrom = (from: Moment, to: Moment): number =>
  (from.day === to.day ? 0 : DAY_S * daysBetween(from.day, to.day)) + to.s - from.s;

/** The clock a row belongs to: the one that wrote last if this is its next step, or the one that stood nearest before it, or else a new one. */
function clockOf(clocks: Clock[], moment: Moment, wroteLast: Clock | undefined): Clock {
  let nearest: Clock | undefined;
  let nearestS = Infinity;
  for (const clock of clocks) {
    const sinceS = secondsFrom(clock.last, moment);
    const isNext = clock.way === 0 ? Math.abs(sinceS) <= FIRST_STEP_S : clock.way * sinceS >= -PUT_BACK_S;
    const isItsStep = clock === wroteLast && Math.abs(sinceS) <= 1.5 * clock.stepS;
    const offS = isItsStep ? 0 : Math.abs(sinceS) + 1;
    if (isNext && offS < nearestS) {
      nearest = clock;
      nearestS = offS;
    }
  }
  if (!nearest && clocks.length < MOST_CLOCKS) {
    nearest = { way: 0, first: moment, last: moment, stepS: 0, rows: 0, days: new Map() };
    clocks.push(nearest);
  }
  nearest ??= clocks.at(-1)!;
  const goneS = secondsFrom(nearest.first, moment);
  if (nearest.way === 0 && Math.abs(goneS) > PUT_BACK_S) nearest.way = goneS < 0 ? -1 : 1;
  nearest.stepS = Math.abs(secondsFrom(nearest.last, moment)) || nearest.stepS;
  nearest.last = moment;
  return nearest;
}

function addTo(clock: Clock, day: LocalDate, valueC: number, wet: number | undefined): void {
  const of = clock.days.get(day) ?? { sum: 0, low: Infinity, high: -Infinity, wet: 0, wets: 0, readings: 0 };
  of.sum += valueC;
  of.low = Math.min(of.low, valueC);
  of.high = Math.max(of.high, valueC);
  of.wet += wet ?? 0;
  of.wets += wet === undefined ? 0 : 1;
  of.readings += 1;
  clock.days.set(day, of);
  clock.rows += 1;
}

function summed({ days, rows }: Clock): LoggedClock {
  const found = [...days]
    .map(([day, { sum, low, high, wet, wets, readings }]): LoggedDay => ({
      day,
      meanC: sum / readings,
      lowC: low,
      highC: high,
      readings,
      ...(wets > 0 ? { humidity: wet / wets } : {}),
    }))
    .toSorted((a, b) => (a.day < b.day ? -1 : 1));
  const [first, final] = [found[0], found.at(-1)];
  const whole = first && final ? daysBetween(first.day, final.day) + 1 : 0;
  return { days: found, rows, missingDays: whole - found.length };
}
