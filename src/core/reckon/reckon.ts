import type { LocalDate } from "@/vocabulary/fields";
import { addDays, yearBefore } from "../calendar/day";
import type { Books, Flow, FlowKind } from "./flows";

const SIDES: Readonly<Record<FlowKind, "in" | "out" | "worms">> = {
  food: "in", bedding: "in", starter: "in", minerals: "in", water: "in", fromBins: "in", unlogged: "in",
  castings: "out", contents: "out", toBins: "out", liquid: "out",
  wormsIn: "worms", wormsOut: "worms",
}; // prettier-ignore

export interface Side {
  readonly of: FlowKind;
  readonly wetKg: number;
  readonly dryKg: number;
}
/** A span of days in books that close: opening + in = out + standing + breathed off, dry, to the last digit. */
export interface Reckoning {
  /** Both days belong to it. */
  readonly from: LocalDate;
  readonly to: LocalDate;
  /** Dry kilograms in the bins at the dawn of `from` and after `to`. */
  readonly openingDryKg: number;
  readonly standingDryKg: number;
  readonly in: readonly Side[];
  readonly out: readonly Side[];
  /** What neither came out nor stands: carbon that the herd and its microbes breathed off. Dry kg. */
  readonly breathedDryKg: number;
  readonly wormsInKg: number;
  readonly wormsOutKg: number;
  /** Wet castings for a wet kilogram of food; undefined where nothing was fed. */
  readonly castingsPerFood: number | undefined;
  readonly months: readonly Month[];
}
/** Wet kilograms of one post; nought where there was none. */
export const wetOf = (one: Pick<Reckoning, "in" | "out">, of: FlowKind): number =>
  [...one.in, ...one.out].find((side) => side.of === of)?.wetKg ?? 0;
/** Wet kilograms of one calendar month. */
export interface Month {
  /** First day of it. */
  readonly month: LocalDate;
  readonly foodKg: number;
  readonly beddingKg: number;
  readonly castingsKg: number;
}

/** The same month of the year before, out of a reckoning of it. */
export const monthBefore = ({ months }: Reckoning, month: LocalDate): Month | undefined =>
  months.find((one) => one.month === yearBefore(month));

/**
 * What went in and what came of it over some bins, from one day to another. What went from bin to bin of these cancels as
 * far as both logs say the same. Never throws; a span that ends before it begins is that of its first day.
 */
export function reckon(books: readonly Books[], from: LocalDate, to: LocalDate): Reckoning {
  const last = to < from ? from : to;
  const end = addDays(last, 1);
  const flows = books.flatMap((one) => one.flowsIn(from, last));
  const sums = new Map<FlowKind, { wetKg: number; dryKg: number }>();
  for (const { of, wetKg, dryKg } of flows) {
    const sum = sums.get(of) ?? { wetKg: 0, dryKg: 0 };
    sum.wetKg += wetKg;
    sum.dryKg += dryKg;
    sums.set(of, sum);
  }
  const total = (of: FlowKind): Side => ({ of, wetKg: 0, dryKg: 0, ...sums.get(of) });
  const kinds = (side: "in" | "out") =>
    (Object.keys(SIDES) as FlowKind[])
      .filter((of) => SIDES[of] === side)
      .map(total)
      .filter(({ wetKg, dryKg }) => Math.abs(wetKg) > 1e-9 || Math.abs(dryKg) > 1e-9);
  const into = kinds("in");
  const out = kinds("out").map((one) => ({ ...one, dryKg: -one.dryKg }));
  const openingDryKg = books.reduce((all, one) => all + one.standingAt(from), 0);
  const standingDryKg = books.reduce((all, one) => all + one.standingAt(end), 0);
  const dry = (some: readonly Side[]) => some.reduce((all, one) => all + one.dryKg, 0);
  const food = total("food").wetKg;
  return {
    from,
    to: last,
    openingDryKg,
    standingDryKg,
    in: into,
    out,
    breathedDryKg: openingDryKg + dry(into) - dry(out) - standingDryKg,
    wormsInKg: total("wormsIn").wetKg,
    wormsOutKg: total("wormsOut").wetKg,
    castingsPerFood: food > 0 ? total("castings").wetKg / food : undefined,
    months: monthsOf(flows, from, last),
  };
}

/** Each flow once: ten years have 120 months. */
function monthsOf(flows: readonly Flow[], from: LocalDate, to: LocalDate): readonly Month[] {
  const sums = new Map<string, { foodKg: number; beddingKg: number; castingsKg: number }>();
  const last = firstOf(to);
  for (let month = firstOf(from); month <= last; month = firstOf(addDays(month, 32)))
    sums.set(month, { foodKg: 0, beddingKg: 0, castingsKg: 0 });
  for (const { of, day, wetKg } of flows) {
    const sum = sums.get(firstOf(day))!;
    if (of === "food") sum.foodKg += wetKg;
    else if (of === "bedding") sum.beddingKg += wetKg;
    else if (of === "castings") sum.castingsKg += wetKg;
  }
  return [...sums].map(([month, sum]) => ({ month: month as LocalDate, ...sum }));
}
const firstOf = (day: LocalDate): LocalDate => `${day.slice(0, 8)}01` as LocalDate;
