import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { effectiveEntries } from "../log/effective";
import type { Books } from "./flows";

/** A bin from its first day, or from the day an experiment with it began: what went in, came out and stands, week by week. Dry kilograms but for the scale. */
export interface Course {
  readonly points: readonly {
    readonly day: LocalDate;
    /** Since then. */
    readonly foodDryKg: number;
    readonly beddingDryKg: number;
    readonly outDryKg: number;
    readonly standingDryKg: number;
  }[];
  /** The whole bin on a scale, wet, less its own weight. */
  readonly weighings: readonly { readonly day: LocalDate; readonly wetKg: number }[];
  /** Of the amounts that went in or came out, those that were weighed, and all. */
  readonly weighed: number;
  readonly amounts: number;
}

const WEEK = 7;
const MOST_POINTS = 160;

/**
 * Weekly, or more seldom where that were more than the eye can tell, to the day `until`. `since`: from that day on, as an
 * experiment is; what lay there before it then only stands. Undefined for a log without a day, and where it ends before it
 * begins. Never throws.
 */
export function courseOf(
  rows: Iterable<Entry>,
  books: Books,
  until: LocalDate,
  since?: LocalDate,
): Course | undefined {
  const whole = effectiveEntries(rows).filter(({ day }) => day <= until);
  const begun = whole[0]?.day;
  if (begun === undefined) return undefined;
  const first = since !== undefined && since > begun ? since : begun;
  if (first > until) return undefined;
  const entries = whole.filter(({ day }) => day >= first);
  const days = daysBetween(first, until);
  const step = Math.max(WEEK, Math.ceil(days / MOST_POINTS));
  const at = Array.from({ length: Math.floor(days / step) + 1 }, (_, nth) => addDays(first, nth * step));
  if (at.at(-1) !== until) at.push(until);
  const flows = books.flowsIn(first, until);
  const summed = (of: ReadonlySet<string>, day: LocalDate) =>
    flows.reduce((kg, one) => (of.has(one.of) && one.day <= day ? kg + Math.abs(one.dryKg) : kg), 0);
  const amounts = entries.flatMap(measuredBy);
  return {
    points: at.map((day) => ({
      day,
      foodDryKg: summed(FOOD, day),
      beddingDryKg: summed(BEDDING, day),
      outDryKg: summed(OUT, day),
      standingDryKg: books.standingAt(addDays(day, 1)),
    })),
    weighings: entries.flatMap(weighing),
    weighed: amounts.filter((by) => by === "weighed").length,
    amounts: amounts.length,
  };
}
const FOOD = new Set(["food"]);
const BEDDING = new Set(["bedding", "starter", "minerals", "fromBins"]);
const OUT = new Set(["castings", "contents", "toBins"]);

function weighing(entry: Entry): Course["weighings"] {
  if (entry.kind === "weighed") return [{ day: entry.day, wetKg: entry.grossKg - entry.tareKg }];
  if (entry.kind !== "looked") return [];
  return entry.readings.flatMap((reading) =>
    reading.of === "weight" && reading.because !== "slip" ? [{ day: entry.day, wetKg: reading.massKg }] : [],
  );
}
function measuredBy(entry: Entry): readonly string[] {
  switch (entry.kind) {
    case "fed":
    case "bedded":
      return entry.parts.map(({ amount }) => amount.measuredBy);
    case "seeded":
    case "dosed":
    case "received":
      return [entry.amount.measuredBy];
    case "removed":
      return [entry.amount?.measuredBy ?? "guessed"];
    // Gross and tare are read off a scale.
    case "harvested":
      return ["weighed"];
    default:
      return [];
  }
}
