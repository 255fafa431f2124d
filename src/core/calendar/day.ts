import type { Instant, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";

/*
 * Days are texts; this file alone turns them into numbers, in UTC, where each day has 24 hours. Nothing here reads a
 * clock. `localDateAt` is the only reader of a time zone.
 */

const MS_PER_DAY = 86_400_000;

/** Days that were asked for before, both ways: a fold over a long log asks for each of them many times. No more than there are. */
const numbers = new Map<string, number>();
const texts = new Map<number, LocalDate>();

/** Days since 1970-01-01. */
export function dayNumber(date: LocalDate): number {
  const known = numbers.get(date);
  if (known !== undefined) return known;
  const days = Date.parse(`${date}T00:00:00Z`) / MS_PER_DAY;
  if (localDate.safeParse(date).success) numbers.set(date, days);
  return days;
}

/** The day so many days after 1970-01-01. @throws RangeError outside the years 1900 to 2199. */
export function dateOfDayNumber(days: number): LocalDate {
  const known = texts.get(days);
  if (known !== undefined) return known;
  const text = new Date(days * MS_PER_DAY).toISOString().slice(0, 10);
  const parsed = localDate.safeParse(text);
  if (!parsed.success)
    throw new RangeError(`dateOfDayNumber: days must fall in the years 1900 to 2199, got ${days}`);
  texts.set(days, parsed.data);
  return parsed.data;
}

export const addDays = (date: LocalDate, days: number): LocalDate =>
  dateOfDayNumber(dayNumber(date) + Math.round(days));

/** Whole calendar days from the first day to the second; negative if the second is earlier. */
export const daysBetween = (from: LocalDate, to: LocalDate): number => dayNumber(to) - dayNumber(from);

/** The same day of the year before; of 29 February the 28th. */
export const yearBefore = (date: LocalDate): LocalDate =>
  `${String(Number(date.slice(0, 4)) - 1).padStart(4, "0")}-${date.endsWith("-02-29") ? "02-28" : date.slice(5)}` as LocalDate;

/** 1 on 1 January. */
export const dayOfYear = (date: LocalDate): number =>
  dayNumber(date) - Date.parse(`${date.slice(0, 4)}-01-01T00:00:00Z`) / MS_PER_DAY + 1;

/** The calendar day that a clock on the wall shows at that moment; zone of the machine unless another is named. */
export function localDateAt(instant: Date, timeZone?: string): LocalDate {
  const parts = new Intl.DateTimeFormat("en-CA", {
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    ...(timeZone === undefined ? {} : { timeZone }),
  }).formatToParts(instant);
  const part = (type: string) => parts.find((candidate) => candidate.type === type)?.value ?? "";
  return localDate.parse(`${part("year")}-${part("month")}-${part("day")}`);
}

/** The day on the wall at a recorded moment. */
export const localDateOf = (at: string): LocalDate => localDateAt(new Date(at));

export const instantOf = (milliseconds: number): Instant => new Date(milliseconds).toISOString() as Instant;

const WEEKDAYS = ["Sunday", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday"] as const;
const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
] as const;

export const weekdayName = (date: LocalDate): string => WEEKDAYS[(((dayNumber(date) + 4) % 7) + 7) % 7]!;
const dayOfMonth = (date: LocalDate): number => Number(date.slice(8, 10));
export const monthName = (date: LocalDate): string => MONTHS[Number(date.slice(5, 7)) - 1]!;

/** "23 November"; with the year when it is not the year one is in. */
export const dayAndMonth = (date: LocalDate, today?: LocalDate): string =>
  `${dayOfMonth(date)} ${monthName(date)}${today && today.slice(0, 4) !== date.slice(0, 4) ? ` ${date.slice(0, 4)}` : ""}`;

export const shortDay = (date: LocalDate): string => `${dayOfMonth(date)} ${monthName(date).slice(0, 3)}`;

/** From one day to another as briefly as may be: "26–30 Nov", "29 Nov – 5 Dec", "26 Nov" where it is one day. */
export function shortSpan(from: LocalDate, to: LocalDate): string {
  if (from === to) return shortDay(from);
  return from.slice(0, 7) === to.slice(0, 7)
    ? `${dayOfMonth(from)}–${shortDay(to)}`
    : `${shortDay(from)} – ${shortDay(to)}`;
}

/** A day as one says it at the bin: "today", "tomorrow", "Thursday", "Friday 4 December". */
export function spokenDay(date: LocalDate, today: LocalDate): string {
  const ahead = daysBetween(today, date);
  if (ahead === 0) return "today";
  if (ahead === 1) return "tomorrow";
  if (ahead === -1) return "yesterday";
  if (ahead > 1 && ahead < 7) return weekdayName(date);
  return `${weekdayName(date)} ${dayAndMonth(date, today)}`;
}

/** "3 days ago", "about 5 weeks ago", "about 7 months ago". */
export function ago(date: LocalDate, today: LocalDate): string {
  const days = daysBetween(date, today);
  if (days <= 0) return days === 0 ? "today" : spokenDay(date, today);
  if (days === 1) return "yesterday";
  return `${span(days)} ago`;
}

/** A length of time in the unit one would say it in. */
export function span(days: number): string {
  const plural = (n: number, unit: string) => `${n} ${unit}${n === 1 ? "" : "s"}`;
  if (days < 21) return plural(Math.round(days), "day");
  if (days < 70) return `about ${plural(Math.round(days / 7), "week")}`;
  if (days < 700) return `about ${plural(Math.round(days / 30.44), "month")}`;
  return `about ${plural(Math.round(days / 365.25), "year")}`;
}
