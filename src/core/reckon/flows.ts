import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { dryKg, worked } from "../bin/matter";
import { applyEntry } from "../bin/replay";
import type { BinState } from "../bin/state";
import { EMPTY_BIN } from "../bin/state";
import { daysBetween } from "../calendar/day";
import { amountKg, beddingPartMatter, feedPartMatter, liquidL } from "../log/amount";
import { effectiveEntries } from "../log/effective";
import { HARVEST_MOISTURE, MOIST_KG_PER_L, STARTER_MOISTURE } from "../matter/figures";

/** What comes in and goes out of a bin. Worms are counted live and stand apart: they are no dry matter of the bed. */
export const FLOWS = [
  "food", "bedding", "starter", "minerals", "water", "fromBins", "castings", "contents", "toBins", "liquid", "wormsIn", "wormsOut",
] as const; // prettier-ignore
export type FlowKind = (typeof FLOWS)[number];
export interface Flow {
  readonly day: LocalDate;
  readonly of: FlowKind;
  /** As it was weighed or measured, kg; worms live. */
  readonly wetKg: number;
  /** Dry matter that came (above nought) or went, by the fold's own books, so that they close. */
  readonly dryKg: number;
}

/** What lay in a bin, as the fold has it. */
type Stand = Pick<BinState, "contents" | "contentsOn">;
/** Dry matter that lies in a bin on a day, what was breathed off since the last entry taken off. */
function standingDryKg({ contents, contentsOn }: Stand, day: LocalDate): number {
  const days = contentsOn ? Math.max(0, daysBetween(contentsOn, day)) : 0;
  return Object.values(contents).reduce((sum, held) => sum + dryKg(worked(held, days)), 0);
}

/** A bin's log as flows, and what stands in it at the dawn of any day. Never throws for what a log says. */
export interface Books {
  readonly flows: readonly Flow[];
  readonly standingAt: (day: LocalDate) => number;
}
/**
 * Books as plain data, to be kept beside the log they were made of. What lay in a bin after the last entry of a day is text, since of
 * ten years of days a reckoning asks for two; a day that changed nothing has none.
 */
export interface KeptBooks {
  readonly flows: readonly Flow[];
  readonly stands: readonly (readonly [day: LocalDate, stand: string])[];
}

/** A bin's log folded once: its state, as `replay` has it, and its books. Plain data. */
export interface BookedFold {
  readonly state: BinState;
  readonly books: KeptBooks;
}
const NOTHING_YET: BookedFold = { state: EMPTY_BIN, books: { flows: [], stands: [] } };
/** Folds rows onto what came before them: they must all be later, by day and order, than what was folded. Never throws. */
export function bookedFold(rows: Iterable<Entry>, before: BookedFold = NOTHING_YET): BookedFold {
  const flows = [...before.books.flows];
  const stands = [...before.books.stands];
  let { state } = before;
  for (const entry of effectiveEntries(rows)) {
    const dry = standingDryKg(state, entry.day);
    state = applyEntry(state, entry);
    flows.push(...flowsOf(entry, standingDryKg(state, entry.day) - dry));
    const { contents, contentsOn } = state;
    const stand = JSON.stringify({ contents, contentsOn } satisfies { [K in keyof Stand]: unknown });
    if (stands.at(-1)?.[0] === entry.day) stands[stands.length - 1] = [entry.day, stand];
    else if (stands.at(-1)?.[1] !== stand) stands.push([entry.day, stand]);
  }
  return { state, books: { flows, stands } };
}
/** Kept books opened. Never throws. */
export const opened = ({ flows, stands }: KeptBooks): Books => ({
  flows,
  standingAt: (day) => {
    const known = stands.findLast(([of]) => of < day);
    return known ? standingDryKg(JSON.parse(known[1]) as Stand, day) : 0;
  },
});
export const booksOf = (rows: Iterable<Entry>): Books => opened(bookedFold(rows).books);

/** Of one entry: how it is called, what it weighed, and by how much the dry matter in the bin changed. */
function flowsOf(entry: Entry, change: number): readonly Flow[] {
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
    case "received":
      return flow(
        entry.fromBinId ? "fromBins" : "starter",
        amountKg(entry.amount, { densityKgPerL: MOIST_KG_PER_L }) || change / (1 - STARTER_MOISTURE),
      );
    case "harvested":
      return flow("castings", entry.grossKg - entry.tareKg);
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
