import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Contents } from "../bin/matter";
import { added, dryKg, NOTHING, worked } from "../bin/matter";
import { applyEntry, harvestedDryKg } from "../bin/replay";
import type { BinState } from "../bin/state";
import { EMPTY_BIN } from "../bin/state";
import { dateOfDayNumber, dayNumber, daysBetween } from "../calendar/day";
import { amountKg, beddingPartMatter, feedPartMatter, liquidL } from "../log/amount";
import { effectiveEntries } from "../log/effective";
import { HARVEST_MOISTURE, MOIST_KG_PER_L, STARTER_MOISTURE } from "../matter/figures";

/** What comes in and goes out of a bin. Worms are counted live and stand apart: they are no dry matter of the bed. */
export const FLOWS = [
  "food", "bedding", "starter", "minerals", "water", "fromBins", "castings", "contents", "toBins", "liquid", "wormsIn", "wormsOut", "unlogged",
] as const; // prettier-ignore
export type FlowKind = (typeof FLOWS)[number];
export interface Flow {
  readonly day: LocalDate;
  readonly of: FlowKind;
  /** As it was weighed or measured, kg; worms live. */
  readonly wetKg: number;
  /** Dry matter that came (above nought) or went; castings as they were weighed, all else by the fold's own books, so that they close. */
  readonly dryKg: number;
}

/** All that lies in a bin, compartments together: what is worked in a day is a share of what is there, so that a sum does for its parts. */
const lyingIn = ({ contents }: Pick<BinState, "contents">): Contents =>
  Object.values(contents).reduce(added, NOTHING);
/** Dry matter that lies in a bin on a day, what was breathed off since the last entry taken off. */
const standingDryKg = (state: BinState, day: LocalDate): number =>
  dryKg(worked(lyingIn(state), daysBetween(state.contentsOn ?? day, day)));

/** A bin's log as flows, and what stands in it at the dawn of any day. Never throws for what a log says. */
export interface Books {
  /** Of a span of days, in the order of the log. Both days belong to it. */
  readonly flowsIn: (from: LocalDate, to: LocalDate) => readonly Flow[];
  /** Dry kg. */
  readonly standingAt: (day: LocalDate) => number;
}

/** Numbers of one flow, side by side: its day, its place in `FLOWS`, `wetKg`, `dryKg`. */
const FLOW_COLUMNS = 4;
/** Numbers of one stand: the day after whose last entry it lay so, the day it was reckoned for, then dry kg of bedding, food and castings. */
const STAND_COLUMNS = 5;
/**
 * Books as plain data, to be kept beside the log they were made of. Ten years are thousands of flows, of which a reckoning asks for a
 * few months: as bare numbers, row after row in the order of the log, a store gives them back in no time. Days are counted as
 * `dayNumber` counts them.
 */
export interface KeptBooks {
  readonly flows: Float64Array;
  /** What lay in the bin after the last entry of a day; a day that changed nothing has none. */
  readonly stands: Float64Array;
}

/** A bin's log folded once: its state, as `replay` has it, and its books. Plain data. */
export interface BookedFold {
  readonly state: BinState;
  readonly books: KeptBooks;
}
export const NO_BOOKS: KeptBooks = { flows: new Float64Array(), stands: new Float64Array() };
const NOTHING_YET: BookedFold = { state: EMPTY_BIN, books: NO_BOOKS };
/** Folds rows onto what came before them: they must all be later, by day and order, than what was folded. Never throws. */
export function bookedFold(rows: Iterable<Entry>, before: BookedFold = NOTHING_YET): BookedFold {
  const flows = [...before.books.flows];
  const stands = [...before.books.stands];
  let { state } = before;
  for (const entry of effectiveEntries(rows)) {
    const dry = standingDryKg(state, entry.day);
    const weighedDryKg = entry.kind === "harvested" ? harvestedDryKg(state, entry) : 0;
    state = applyEntry(state, entry);
    const day = dayNumber(entry.day);
    for (const { of: kind, wetKg, dryKg } of flowsOf(
      entry,
      standingDryKg(state, entry.day) - dry,
      weighedDryKg,
    ))
      flows.push(day, FLOWS.indexOf(kind), wetKg, dryKg);
    const { beddingDryKg, foodDryKg, castingsDryKg } = lyingIn(state);
    const stand = [dayNumber(state.contentsOn ?? entry.day), beddingDryKg, foodDryKg, castingsDryKg];
    const last = stands.length - STAND_COLUMNS;
    if (stands[last] === day) stands.splice(last);
    else if (stand.every((value, nth) => stands[last + 1 + nth] === value)) continue;
    stands.push(day, ...stand);
  }
  return { state, books: { flows: Float64Array.from(flows), stands: Float64Array.from(stands) } };
}
/** The first of the rows, each as wide as said and begun with its day, whose day is not before this one. */
function rowFrom(table: Float64Array, columns: number, day: number): number {
  let low = 0;
  let high = table.length / columns;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (table[middle * columns]! < day) low = middle + 1;
    else high = middle;
  }
  return low;
}
/** Kept books opened. Never throws. */
export const opened = ({ flows, stands }: KeptBooks): Books => ({
  flowsIn: (from, to) => {
    const end = rowFrom(flows, FLOW_COLUMNS, dayNumber(to) + 1);
    const found: Flow[] = [];
    for (let row = rowFrom(flows, FLOW_COLUMNS, dayNumber(from)); row < end; row += 1) {
      const at = row * FLOW_COLUMNS;
      const day = dateOfDayNumber(flows[at]!);
      found.push({ day, of: FLOWS[flows[at + 1]!]!, wetKg: flows[at + 2]!, dryKg: flows[at + 3]! });
    }
    return found;
  },
  standingAt: (day) => {
    const at = (rowFrom(stands, STAND_COLUMNS, dayNumber(day)) - 1) * STAND_COLUMNS;
    if (at < 0) return 0;
    const lay = { beddingDryKg: stands[at + 2]!, foodDryKg: stands[at + 3]!, castingsDryKg: stands[at + 4]! };
    return dryKg(worked(lay, dayNumber(day) - stands[at + 1]!));
  },
});
export const booksOf = (rows: Iterable<Entry>): Books => opened(bookedFold(rows).books);

/** Of one entry: how it is called, what it weighed, and by how much the dry matter in the bin changed. */
function flowsOf(entry: Entry, change: number, weighedDryKg: number): readonly Flow[] {
  const flow = (of: FlowKind, wetKg: number, dry = change): readonly Flow[] =>
    Math.abs(wetKg) > 0 || Math.abs(dry) > 1e-12 ? [{ day: entry.day, of, wetKg, dryKg: dry }] : [];
  const asLifted = Math.max(0, -change) / (1 - HARVEST_MOISTURE);
  switch (entry.kind) {
    case "fed":
      return flow("food", sum(entry.parts.map((part) => feedPartMatter(part).wetKg)));
    case "bedded":
      return flow("bedding", sum(entry.parts.map((part) => beddingPartMatter(part).wetKg)));
    case "seeded":
      return flow("starter", amountKg(entry.amount, { densityKgPerL: MOIST_KG_PER_L }));
    case "dosed":
      return flow("minerals", amountKg(entry.amount, { densityKgPerL: 1 }));
    case "watered":
      return flow("water", liquidL(entry.amount), 0);
    case "drained":
      return entry.amount ? flow("liquid", liquidL(entry.amount), 0) : [];
    // What stands in a bin when its log begins is an opening stock; found less than was thought, the rest has gone.
    case "found":
      return change >= 0 ? flow("starter", change / (1 - STARTER_MOISTURE)) : flow("contents", asLifted);
    case "received":
      return flow(
        entry.fromBinId ? "fromBins" : "starter",
        amountKg(entry.amount, { densityKgPerL: MOIST_KG_PER_L }) || change / (1 - STARTER_MOISTURE),
      );
    case "harvested":
      // As it was weighed: what the log had not brought in comes in beside it.
      return [
        ...flow("castings", entry.grossKg - entry.tareKg, -weighedDryKg),
        ...(change + weighedDryKg > 1e-9 ? flow("unlogged", 0, change + weighedDryKg) : []),
      ];
    case "removed":
      if (entry.what === "liquid") return entry.amount ? flow("liquid", liquidL(entry.amount), 0) : [];
      return flow(
        entry.to === "bin" ? "toBins" : "contents",
        entry.amount ? amountKg(entry.amount, { densityKgPerL: MOIST_KG_PER_L }) : asLifted,
      );
    case "split":
    case "tipped":
      return flow(entry.toBinId ? "toBins" : "contents", asLifted);
    case "emptied":
      return flow("contents", asLifted);
    case "stocked":
      return flow(
        "wormsIn",
        sum(entry.worms.map(({ amount }) => ("massKg" in amount ? amount.massKg : 0))),
        0,
      );
    case "wormsTaken":
      return flow("wormsOut", "massKg" in entry.amount ? entry.amount.massKg : 0, 0);
    default:
      // A set-up changed or a wedge moved: nothing comes or goes, and if the fold says otherwise it is told.
      return Math.abs(change) > 1e-9 ? flow("contents", 0) : [];
  }
}
const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);
