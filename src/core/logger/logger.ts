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
/** What a whole file came to. */
export interface Logged {
  readonly days: readonly LoggedDay[];
  readonly rows: number;
  /** Rows that say nothing: no moment, no figure. */
  readonly unread: number;
  /** Rows whose figure no cellar has, −40 to 80 °C. */
  readonly wild: number;
  /** Rows that stand earlier than the one before them: a clock put back, or two loggers in one file. */
  readonly backward: number;
  /** Days in between on which it wrote nothing. */
  readonly missingDays: number;
}

const WILD_C = { low: -40, high: 80 } as const;

/** Takes rows as they come and sums them by day, so that a file of any length needs no more room than its days. */
export interface LoggerSum {
  readonly take: (row: readonly string[]) => void;
  readonly result: () => Logged;
}
export function loggerSum({ time, temperature, humidity, unit, order }: LoggerColumns): LoggerSum {
  const days = new Map<
    LocalDate,
    { sum: number; low: number; high: number; wet: number; wets: number; readings: number }
  >();
  let [rows, unread, wild, backward] = [0, 0, 0, 0];
  let last: { day: LocalDate; s: number } | undefined;
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
      if (last && (moment.day < last.day || (moment.day === last.day && moment.s < last.s))) backward += 1;
      last = moment;
      const of = days.get(moment.day) ?? {
        sum: 0,
        low: Infinity,
        high: -Infinity,
        wet: 0,
        wets: 0,
        readings: 0,
      };
      const wet = humidity === undefined ? undefined : numberIn(row[humidity]);
      const isWet = wet !== undefined && wet >= 0 && wet <= 100;
      days.set(moment.day, {
        sum: of.sum + valueC,
        low: Math.min(of.low, valueC),
        high: Math.max(of.high, valueC),
        wet: of.wet + (isWet ? wet / 100 : 0),
        wets: of.wets + (isWet ? 1 : 0),
        readings: of.readings + 1,
      });
    },
    result: () => {
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
      return { days: found, rows, unread, wild, backward, missingDays: whole - found.length };
    },
  };
}
