import type { Surprise } from "@/core/expectation/expectation";
import type { Because } from "@/vocabulary/readings";
import type { Entry, Reading } from "@/records/entry";

/** What a reading speaks of, so that an answer to a surprise finds it: "squeeze", "squeeze c3", "foodLeft 3", "depth". */
export function subjectOf(of: {
  readonly of: string;
  readonly place?: number | undefined;
  readonly compartmentId?: string | undefined;
}): string {
  const what = of.of === "fillDepth" ? "depth" : of.of;
  if (of.place !== undefined) return `${what} ${of.place}`;
  return of.of === "squeeze" && of.compartmentId !== undefined ? `${what} ${of.compartmentId}` : what;
}

/**
 * What may have happened, in the words of what was read: warmth by sun and heaters, water by what wets or dries, rain only under
 * the sky. Never throws.
 */
export function becauseWords({ of, isMore }: Surprise, underSky: boolean): Record<Because, string> {
  const wetted = underSky ? "rain, a leak" : "a leak, a drip";
  const isMatter = of === "foodLeft" || of === "handful" || of === "ripeness" || of === "smell";
  const isWarmth = of === "warmth" || of === "temperature";
  const [less, more] = isMatter
    ? [`${wetted} did it`, `${wetted} did it`]
    : isWarmth
      ? ["a cold spell, heating off", "sun, a heater, a hot spell"]
      : ["a draught, lid ajar", `${wetted}, a spill`];
  return {
    water: isMore ? more : less,
    others: isMore ? "someone put in" : "someone took out",
    slip: "my hand slipped",
    so: "it is so",
  };
}

/** The entry with an answer written into the readings a surprise speaks of; undefined where it has none of them. */
export function answered(entry: Entry, surprise: Surprise, because: Because): Entry | undefined {
  if (entry.kind !== "looked") return undefined;
  const subject = subjectOf(surprise);
  const speaksOf = (reading: Reading): boolean =>
    subjectOf({
      ...reading,
      place: reading.of === "foodLeft" ? (reading.place ?? entry.place) : reading.place,
      compartmentId: reading.compartment ?? entry.compartment,
    }) === subject;
  if (!entry.readings.some(speaksOf)) return undefined;
  return {
    ...entry,
    readings: entry.readings.map((reading) => (speaksOf(reading) ? { ...reading, because } : reading)),
  };
}
