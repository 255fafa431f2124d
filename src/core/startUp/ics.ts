import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";

export interface CalendarDay {
  readonly id: string;
  readonly day: LocalDate;
  readonly title: string;
  readonly text: string;
}

/** Text of RFC 5545: backslash, comma, semicolon and line ends are escaped. */
const escaped = (text: string): string =>
  text
    .replace(/\\/g, "\\\\")
    .replace(/([,;])/g, "\\$1")
    .replace(/\r\n?|\n/g, "\\n")
    // Other control characters have no place in a line of text.
    .replace(/(?!\t)\p{Cc}/gu, "");

/** Lines longer than 75 octets are folded; a fold never splits a character. */
function folded(line: string): string {
  const lines: string[] = [];
  let current = "";
  let octets = 0;
  for (const character of line) {
    const size = octetsOf(character);
    if (octets + size > (lines.length === 0 ? 75 : 74)) {
      lines.push(current);
      current = "";
      octets = 0;
    }
    current += character;
    octets += size;
  }
  return [...lines, current].join("\r\n ");
}

/** Octets of one character in UTF-8. */
function octetsOf(character: string): number {
  const code = character.codePointAt(0)!;
  return code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
}

const compact = (day: LocalDate): string => day.replace(/-/g, "");

/**
 * Whole-day events as an iCalendar file (RFC 5545). Ids are stable, so importing again moves an event instead of
 * doubling it.
 * @param stampedAt moment of export, ISO text ending in Z.
 */
export function calendarFile(days: readonly CalendarDay[], stampedAt: string): string {
  const stamp = stampedAt.replace(/[-:]/g, "").replace(/\.\d+Z$/, "Z");
  const lines = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Brown Cellar//Start-up timetable//EN",
    "CALSCALE:GREGORIAN",
    ...days.flatMap(({ id, day, title, text }) => [
      "BEGIN:VEVENT",
      `UID:${id}@brown-cellar`,
      `DTSTAMP:${stamp}`,
      `DTSTART;VALUE=DATE:${compact(day)}`,
      `DTEND;VALUE=DATE:${compact(addDays(day, 1))}`,
      `SUMMARY:${escaped(title)}`,
      `DESCRIPTION:${escaped(text)}`,
      "TRANSP:TRANSPARENT",
      "END:VEVENT",
    ]),
    "END:VCALENDAR",
  ];
  return `${lines.map(folded).join("\r\n")}\r\n`;
}
