import type { FlowKind } from "./flows";
import type { Reckoning } from "./reckon";
import type { LocalDate } from "@/vocabulary/fields";
import { dayAndMonth } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { formatMass } from "../quantity/format";
import type { Compared, ComparedBy } from "./compare";
import { LEAST_DAYS, LEAST_HARVESTS } from "./compare";
import type { Change } from "./target";

export const FLOW_WORDS: Readonly<Record<FlowKind, string>> = {
  food: "food",
  bedding: "bedding",
  starter: "castings and bedding put in",
  minerals: "grit, lime and the like",
  water: "water",
  fromBins: "from other bins",
  unlogged: "more than the log knew",
  castings: "castings",
  contents: "contents taken out",
  toBins: "to other bins",
  liquid: "liquid",
  wormsIn: "worms",
  wormsOut: "worms",
};

const kg = (value: number): string => value.toFixed(3);
/** The reckoning as a table: a line a post, wet and dry kilograms, then a line a month. */
export const reckoningRows = (one: Reckoning): readonly (readonly string[])[] => [
  ["from", one.from, "to", one.to],
  ["side", "what", "wet kg", "dry kg"],
  ["opening", "in the bins", "", kg(one.openingDryKg)],
  ...one.in.map(({ of, wetKg, dryKg }) => ["in", FLOW_WORDS[of], kg(wetKg), kg(dryKg)]),
  ...one.out.map(({ of, wetKg, dryKg }) => ["out", FLOW_WORDS[of], kg(wetKg), kg(dryKg)]),
  ["standing", "in the bins", "", kg(one.standingDryKg)],
  ["gone", "breathed off", "", kg(one.breathedDryKg)],
  ["month", "food, wet kg", "bedding, wet kg", "castings, wet kg"],
  ...one.months.map(({ month, foodKg, beddingKg, castingsKg }) => [
    month.slice(0, 7),
    kg(foodKg),
    kg(beddingKg),
    kg(castingsKg),
  ]),
];

/** A change that would bring a target nearer, with its gain. Never throws. */
export function sayChange(change: Change, units: UnitSystem, today: LocalDate): string {
  const gain = `about ${formatMass(change.gainKg, units, "bucket")} more by then`;
  switch (change.of) {
    case "anotherBin":
      return `Another bin like ${change.like}, begun now: ${gain}, the first about ${dayAndMonth(change.firstOn, today)}.`;
    case "warmer":
      return `${change.name} ${units === "us" ? `${Math.round(change.byK * 1.8)} °F` : `${change.byK} °C`} warmer (another place, foam round it): ${gain}.`;
    case "moreFood":
      return `${formatMass(7 * change.kgPerDay, units, "bucket")} more food a week for ${change.name}, as it is eaten: ${gain}.`;
    case "pureed":
      return `Food puréed for ${change.name}, in thin layers with dry bedding for its water: ${gain}.`;
    case "feedingBed":
      return `${change.name} bedded with what feeds (aged manure, half-done compost, only where it is cool by now) instead of card and leaf mould: ${gain}.`;
    case "moreWorms":
      return `${formatMass(change.wormsKg, units, "bucket")} more worms into ${change.name}, fed as they ask for it: ${gain}.`;
  }
}

const BY_WORDS: Readonly<Record<ComparedBy, string>> = {
  food: "castings for each of food",
  ground: "a square metre and year",
  day: "a year",
};
/** An honest word on whether one gives more than the other. Never throws. */
export function sayCompared(
  found: Compared,
  by: ComparedBy,
  a: string,
  b: string,
  units: UnitSystem,
): string {
  if (found.is === "tooShort")
    return `Too little to say anything: it takes ${LEAST_HARVESTS} harvests of each and ${LEAST_DAYS} days; ${a} has ${found.harvests[0]}, ${b} ${found.harvests[1]}, in ${found.days} days.`;
  const say = (value: number): string =>
    by === "food" ? Math.abs(value).toFixed(2) : formatMass(Math.abs(value), units, "bucket");
  const [more, less] = found.difference >= 0 ? [a, b] : [b, a];
  const [low, high] = [found.low, found.high].map(Math.abs).toSorted((x, y) => x - y) as [number, number];
  const values = `${a} ${say(found.a)}, ${b} ${say(found.b)} ${BY_WORDS[by]}`;
  if (found.isReal)
    return `${values}. ${more} gives more, by ${say(low)} to ${say(high)}: chance alone hardly does that. What else differs between them (room, food, age) may be why.`;
  return `${values}. ${say(found.difference) === say(0) ? "Nothing parts them" : `${more} looks better than ${less}`}, and chance alone may do that.${found.wouldTakeDays === undefined ? " At this pace it would not be told within five years." : ` If it stays so, about ${monthsOf(found.wouldTakeDays)} of such books would tell.`}`;
}
const monthsOf = (days: number): string => {
  const months = Math.round(days / 30.4);
  return months < 24 ? `${months} months` : `${Math.round(months / 12)} years`;
};
