import type { LoggedClock, LoggedDay } from "@/core/logger/logger";
import type { Entry } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { LocalDate } from "@/vocabulary/fields";

/** The newest so many days of a logger go into a log: a year and a bit. */
const MOST_DAYS = 400;

/** What of a logger is new to a bin's log, and what of it is not taken. */
export interface LoggerShare {
  readonly days: readonly LoggedDay[];
  readonly before: number;
  readonly ahead: number;
  readonly known: number;
  readonly tooMany: number;
}

/**
 * The days a bin's log gets: since it was there, not ahead of today, and not those on which a thermometer was read already, so that a
 * file read twice is written once. Never throws.
 */
export function shareOf(
  logged: Pick<LoggedClock, "days">,
  log: readonly Entry[],
  firstDay: LocalDate,
  today: LocalDate,
): LoggerShare {
  const known = new Set(
    log.flatMap((entry) =>
      entry.kind === "looked" && entry.readings.some(({ of }) => of === "temperature") ? [entry.day] : [],
    ),
  );
  const lived = logged.days.filter(({ day }) => day >= firstDay && day <= today);
  const fresh = lived.filter(({ day }) => !known.has(day));
  return {
    days: fresh.slice(-MOST_DAYS),
    before: logged.days.filter(({ day }) => day < firstDay).length,
    ahead: logged.days.filter(({ day }) => day > today).length,
    known: lived.length - fresh.length,
    tooMany: Math.max(0, fresh.length - MOST_DAYS),
  };
}

/** One day of a logger as a quiet reading in the bed. */
export const readingOf = ({ meanC, lowC, highC, readings }: LoggedDay): FactAbout<"bin"> => ({
  kind: "looked",
  lid: "closed",
  readings: [
    { of: "temperature", temperatureC: Number(meanC.toFixed(2)), instrument: "probe", spot: "middle" },
  ],
  note: `Logger, ${readings} ${readings === 1 ? "reading" : "readings"}, ${lowC.toFixed(1)} to ${highC.toFixed(1)} °C.`,
});
