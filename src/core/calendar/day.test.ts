import fc from "fast-check";
import { localDate, type LocalDate } from "@/vocabulary/fields";
import {
  addDays,
  ago,
  dayNumber,
  dayOfYear,
  daysBetween,
  localDateAt,
  span,
  shortSpan,
  spokenDay,
  weekdayName,
} from "./day";

const day = (text: string) => localDate.parse(text);
const anyDay = fc.integer({ min: -20_000, max: 60_000 }).map((n) => addDays(day("1970-01-01"), n));
const ZONES = ["UTC", "America/New_York", "Europe/Berlin", "Pacific/Apia", "America/Sao_Paulo"];

test.each([
  ["2026-03-28", 1, "2026-03-29", "clocks go forward in Europe"],
  ["2026-03-29", 1, "2026-03-30", "the 23-hour day"],
  ["2026-10-24", 2, "2026-10-26", "the 25-hour day lies between"],
  ["2026-11-01", -1, "2026-10-31", "clocks go back in America"],
  ["2028-02-28", 1, "2028-02-29", "a leap day"],
  ["2027-02-28", 1, "2027-03-01", "no leap day"],
  ["2026-12-31", 1, "2027-01-01", "year's end"],
] as [string, number, string, string][])("%s plus %i day(s) is %s: %s", (from, days, to) => {
  expect(addDays(day(from), days)).toBe(to);
  expect(daysBetween(day(from), day(to))).toBe(days);
});

test("a day that is not in the calendar is refused", () => {
  for (const text of ["2026-02-29", "2026-04-31", "2026-13-01", "26-01-01", "2100-02-29"]) {
    expect(localDate.safeParse(text).success).toBe(false);
  }
});

test("adding days and counting them agree, whatever the machine's zone", () => {
  fc.assert(
    fc.property(anyDay, fc.integer({ min: -4_000, max: 4_000 }), (date, n) => {
      const later = addDays(date, n);
      return daysBetween(date, later) === n && (n <= 0 || later > date) && addDays(later, -n) === date;
    }),
  );
});

test("a keeper in any zone gets the day on their own wall, at every hour of a clock change", () => {
  for (const timeZone of ZONES) {
    const seen = new Set<LocalDate>();
    for (let hour = 0; hour < 24 * 3; hour += 0.5) {
      const instant = new Date(Date.parse("2026-10-24T00:00:00Z") + hour * 3_600_000);
      const date = localDateAt(instant, timeZone);
      const wall = new Intl.DateTimeFormat("en-GB", { timeZone, day: "2-digit" }).format(instant);
      expect(date.slice(8)).toBe(wall);
      seen.add(date);
    }
    const days = [...seen].sort();
    days.slice(1).forEach((date, at) => expect(daysBetween(days[at]!, date)).toBe(1));
  }
});

test("weekdays and day of year follow the calendar", () => {
  expect(weekdayName(day("2026-11-23"))).toBe("Monday");
  expect(weekdayName(day("1969-12-31"))).toBe("Wednesday");
  expect(dayOfYear(day("2028-12-31"))).toBe(366);
  expect(dayNumber(day("1970-01-02"))).toBe(1);
});

test("days are said as one says them", () => {
  const today = day("2026-11-23");
  expect(spokenDay(day("2026-11-26"), today)).toBe("Thursday");
  expect(spokenDay(day("2026-12-04"), today)).toBe("Friday 4 December");
  expect(spokenDay(day("2027-01-04"), today)).toBe("Monday 4 January 2027");
  expect(shortSpan(day("2026-11-26"), day("2026-11-30"))).toBe("26–30 Nov");
  expect(shortSpan(day("2026-11-29"), day("2026-12-05"))).toBe("29 Nov – 5 Dec");
  expect(shortSpan(day("2026-12-05"), day("2026-12-05"))).toBe("5 Dec");
  expect(ago(day("2026-11-22"), today)).toBe("yesterday");
  expect(ago(day("2026-11-02"), today)).toBe("about 3 weeks ago");
  expect(span(1)).toBe("1 day");
});
