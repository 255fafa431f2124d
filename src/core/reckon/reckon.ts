import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import type { Books, FlowKind } from "./flows";

const SIDES: Readonly<Record<FlowKind, "in" | "out" | "worms">> = {
  food: "in", bedding: "in", starter: "in", minerals: "in", water: "in", fromBins: "in",
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

/**
 * What went in and what came of it over some bins, from one day to another. What went from bin to bin of these cancels as
 * far as both logs say the same. Never throws; a span that ends before it begins is that of its first day.
 */
export function reckon(books: readonly Books[], from: LocalDate, to: LocalDate): Reckoning {
  const end = addDays(to < from ? from : to, 1);
  const flows = books.flatMap((one) => one.flows.filter(({ day }) => day >= from && day < end));
  const total = (of: FlowKind): Side => {
    const own = flows.filter((one) => one.of === of);
    return {
      of,
      wetKg: own.reduce((all, one) => all + one.wetKg, 0),
      dryKg: own.reduce((all, one) => all + one.dryKg, 0),
    };
  };
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
    to: to < from ? from : to,
    openingDryKg,
    standingDryKg,
    in: into,
    out,
    breathedDryKg: openingDryKg + dry(into) - dry(out) - standingDryKg,
    wormsInKg: total("wormsIn").wetKg,
    wormsOutKg: total("wormsOut").wetKg,
    castingsPerFood: food > 0 ? total("castings").wetKg / food : undefined,
    months: monthsOf(flows, from, to < from ? from : to),
  };
}

function monthsOf(
  flows: readonly Books["flows"][number][],
  from: LocalDate,
  to: LocalDate,
): readonly Month[] {
  const months: Month[] = [];
  const last = firstOf(to);
  for (let month = firstOf(from); month <= last; month = firstOf(addDays(month, 32))) {
    const key = month.slice(0, 7);
    const sum = (of: FlowKind) =>
      flows.reduce((all, one) => (one.of === of && one.day.startsWith(key) ? all + one.wetKg : all), 0);
    months.push({
      month,
      foodKg: sum("food"),
      beddingKg: sum("bedding"),
      castingsKg: sum("castings"),
    });
  }
  return months;
}
const firstOf = (day: LocalDate): LocalDate => `${day.slice(0, 8)}01` as LocalDate;
