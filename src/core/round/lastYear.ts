import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Squeeze } from "@/vocabulary/readings";
import { addDays, daysBetween } from "../calendar/day";
import { feedPartMatter, liquidL } from "../log/amount";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatTemperature, formatVolume } from "../quantity/format";
import { SQUEEZE_WORDS } from "../words/readings";

/** What a log tells of the same week of an earlier year. */
export interface WeekBefore {
  readonly yearsAgo: number;
  readonly fedKg: number;
  readonly wateredL: number;
  readonly harvestedKg: number;
  readonly squeeze?: Squeeze;
  readonly temperatureC?: number;
  /** Signs that were seen, and troubles that were noted, by the id of the sign. */
  readonly signs: readonly string[];
  readonly helped: readonly string[];
  readonly notes: readonly string[];
}
const AROUND_DAYS = 4;
const MOST_YEARS = 3;
/** A trouble that began that week was over within so long. */
const HELPED_WITHIN = 45;

/** The same day of an earlier year; of 29 February the day before. */
function yearsBefore(day: LocalDate, years: number): LocalDate {
  const year = Number(day.slice(0, 4)) - years;
  const rest = day.slice(4) === "-02-29" ? "-02-28" : day.slice(4);
  return `${year}${rest}` as LocalDate;
}

/** The weeks about this day of earlier years in which anything was written, latest first. `log`: as it counts. Never throws. */
export function weeksBefore(log: readonly Entry[], today: LocalDate): readonly WeekBefore[] {
  return Array.from({ length: MOST_YEARS }, (_, at) => at + 1).flatMap((yearsAgo): WeekBefore[] => {
    const middle = yearsBefore(today, yearsAgo);
    const of = log.filter(({ day }) => Math.abs(daysBetween(middle, day)) <= AROUND_DAYS);
    if (of.length === 0) return [];
    const readings = of.flatMap((entry) => (entry.kind === "looked" ? entry.readings : []));
    const squeeze = readings.findLast((reading) => reading.of === "squeeze");
    const temperature = readings.findLast((reading) => reading.of === "temperature");
    const troubles = of.flatMap((entry) => (entry.kind === "diagnosed" ? [entry] : []));
    const ids = new Set<string>(troubles.map(({ id }) => id));
    const until = addDays(middle, HELPED_WITHIN);
    return [
      {
        yearsAgo,
        fedKg: sum(
          of.flatMap((entry) =>
            entry.kind === "fed" ? entry.parts.map((part) => feedPartMatter(part).wetKg) : [],
          ),
        ),
        wateredL: sum(of.flatMap((entry) => (entry.kind === "watered" ? [liquidL(entry.amount)] : []))),
        harvestedKg: sum(
          of.flatMap((entry) => (entry.kind === "harvested" ? [entry.grossKg - entry.tareKg] : [])),
        ),
        ...(squeeze?.of === "squeeze" ? { squeeze: squeeze.squeeze } : {}),
        ...(temperature?.of === "temperature" ? { temperatureC: temperature.temperatureC } : {}),
        signs: [
          ...new Set([
            ...troubles.flatMap(({ signs }) => signs),
            ...readings.flatMap((reading) =>
              reading.of === "sign" && reading.isPresent ? [reading.sign as string] : [],
            ),
          ]),
        ],
        helped: log.flatMap((entry) =>
          entry.kind === "followedUp" && ids.has(entry.troubleId) && entry.helped && entry.day <= until
            ? [entry.helped]
            : [],
        ),
        notes: of.flatMap((entry) =>
          entry.kind === "noted" ? [entry.text] : entry.note ? [entry.note] : [],
        ),
      },
    ];
  });
}
const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);
const MOST_NOTES = 2;

/** In one sentence: what went in, how it felt, what was seen, what helped; undefined where it tells nothing. Never throws. */
export function sayWeekBefore(week: WeekBefore, units: UnitSystem): string | undefined {
  const said = [
    ...(week.fedKg > 0 ? [`fed ${formatMass(week.fedKg, units, "bucket")}`] : []),
    ...(week.wateredL > 0 ? [`watered ${formatVolume(week.wateredL, units)}`] : []),
    ...(week.harvestedKg > 0 ? [`harvested ${formatMass(week.harvestedKg, units, "bucket")}`] : []),
    ...(week.squeeze ? [`squeeze ${SQUEEZE_WORDS[week.squeeze]}`] : []),
    ...(week.temperatureC === undefined ? [] : [formatTemperature(week.temperatureC, units)]),
    ...(week.signs.length > 0
      ? [`seen: ${week.signs.map((sign) => sign.replace(/-/g, " ")).join(", ")}`]
      : []),
    ...week.helped.map((what) => `what helped: ${what}`),
    ...week.notes
      .slice(0, MOST_NOTES)
      .map((note) => `“${note.length > 90 ? `${note.slice(0, 88)}…` : note}”`),
  ];
  return said.length === 0 ? undefined : said.join("; ");
}
