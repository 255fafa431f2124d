import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import { seeded } from "../chance/seeded";
import type { Books } from "./flows";

/** What two bins, or two groups of them, are held against each other by. */
export const COMPARED_BY = ["food", "ground", "day"] as const;
/** Wet castings for a wet kilogram of food, for a square metre and a year, or for a year. */
export type ComparedBy = (typeof COMPARED_BY)[number];

export interface Side {
  readonly books: readonly Books[];
  /** Ground they have together, m²; only of use where they are compared by it. */
  readonly areaM2: number;
}
export type Compared =
  | {
      /** Too little was seen of one of them to say anything. */
      readonly is: "tooShort";
      readonly harvests: readonly [number, number];
      readonly days: number;
    }
  | {
      readonly is: "compared";
      readonly a: number;
      readonly b: number;
      /** a less b, and where 95 of 100 such pairs of histories would have it. */
      readonly difference: number;
      readonly low: number;
      readonly high: number;
      /** Nought lies outside that span: chance alone hardly does it. */
      readonly isReal: boolean;
      /** Days it has run, and about how many it would take to tell, if the difference stays as it looks; absent where that is never. */
      readonly days: number;
      readonly wouldTakeDays?: number;
    };

export const LEAST_HARVESTS = 4;
export const LEAST_DAYS = 120;
/** Longer than this nobody waits, days. */
const LONGEST_DAYS = 5 * 365;

/** From one harvest to the next: what was eaten for it, and what it gave. */
interface Cycle {
  readonly castingsKg: number;
  readonly foodKg: number;
  readonly days: number;
}

/**
 * Whether one gives more than the other, or chance does. Harvests come in lumps, so what is counted are whole cycles from
 * harvest to harvest with the food and the days they took (a renewal reward, a ratio of sums); the span holds 95 of 100 such
 * pairs, widened for few cycles. What was fed since the last harvest is not counted yet. Which is named first changes the sign
 * only. Never throws.
 * @see Cochran: Sampling Techniques, ratio estimators.
 */
export function compare(a: Side, b: Side, by: ComparedBy, from: LocalDate, to: LocalDate): Compared {
  const days = Math.max(0, daysBetween(from, to) + 1);
  const [ofA, ofB] = [cyclesOf(a, from, to), cyclesOf(b, from, to)];
  const [worthA, worthB] = [worth(a, ofA, by), worth(b, ofB, by)];
  const fewest = Math.min(ofA.length, ofB.length);
  if (days < LEAST_DAYS || fewest < LEAST_HARVESTS || worthA === undefined || worthB === undefined)
    return { is: "tooShort", harvests: [ofA.length, ofB.length], days };
  const spread = Math.hypot(spreadOf(a, ofA, by, worthA), spreadOf(b, ofB, by, worthB));
  const difference = worthA - worthB;
  // Few cycles show less spread than there is.
  const half = 1.96 * (1 + 3 / fewest) * spread;
  const isReal = Math.abs(difference) > half;
  // The span narrows with the root of time.
  const would = difference === 0 ? Infinity : days * (half / Math.abs(difference)) ** 2;
  return {
    is: "compared",
    a: worthA,
    b: worthB,
    difference,
    low: difference - half,
    high: difference + half,
    isReal,
    days,
    ...(isReal || would > LONGEST_DAYS ? {} : { wouldTakeDays: Math.max(days + 30, Math.ceil(would)) }),
  };
}

function worth({ areaM2 }: Side, cycles: readonly Cycle[], by: ComparedBy): number | undefined {
  let castings = 0;
  let under = 0;
  for (const one of cycles) {
    castings += one.castingsKg;
    under += underOf(one, by, areaM2);
  }
  return under > 0 ? castings / under : undefined;
}
const underOf = ({ foodKg, days }: Cycle, by: ComparedBy, areaM2: number): number =>
  by === "food" ? foodKg : by === "ground" ? (areaM2 * days) / 365 : days / 365;

/** Standard deviation of such a ratio of sums, linearised. */
function spreadOf({ areaM2 }: Side, cycles: readonly Cycle[], by: ComparedBy, ratio: number): number {
  let squares = 0;
  let under = 0;
  for (const one of cycles) {
    const its = underOf(one, by, areaM2);
    squares += (one.castingsKg - ratio * its) ** 2;
    under += its;
  }
  return Math.sqrt((squares * cycles.length) / (cycles.length - 1)) / under;
}

/** Harvests of one day are one. Of several bins each has its own cycles; ground and days count for each by its share. */
function cyclesOf({ books }: Side, from: LocalDate, to: LocalDate): readonly Cycle[] {
  return books.flatMap((one) => {
    const cycles: Cycle[] = [];
    let since = { foodKg: 0, day: from };
    one.flowsIn(from, to).forEach(({ of, day, wetKg }) => {
      if (of === "food") since = { ...since, foodKg: since.foodKg + wetKg };
      if (of !== "castings") return;
      const last = cycles.at(-1);
      if (last && since.day === day) {
        cycles[cycles.length - 1] = { ...last, castingsKg: last.castingsKg + wetKg };
        return;
      }
      cycles.push({
        castingsKg: wetKg,
        foodKg: since.foodKg,
        days: daysBetween(since.day, day) / books.length,
      });
      since = { foodKg: 0, day };
    });
    return cycles;
  });
}

/** Days from the day something was put in until it was gone, as it was seen; two preparations are compared by them. */
export type GoneSpans = readonly { readonly low: number; readonly high: number }[];
export interface Faster {
  readonly aDays: number;
  readonly bDays: number;
  /** Of a hundred ways to deal these meals out to the two by chance, how many part them as far. */
  readonly byChance: number;
  readonly isReal: boolean;
}
export const LEAST_MEALS = 4;
const DEALS = 2000;
/**
 * Whether food is gone sooner one way than another: the meals are dealt out anew to both, two thousand times, and it is counted
 * how often chance parts them as far. Undefined for fewer than four meals of either. Never throws.
 */
export function compareGone(a: GoneSpans, b: GoneSpans): Faster | undefined {
  if (Math.min(a.length, b.length) < LEAST_MEALS) return undefined;
  const all = [...a, ...b].map(({ low, high }) => (low + high) / 2);
  const mean = (some: readonly number[]) => some.reduce((sum, one) => sum + one, 0) / some.length;
  const apart = (some: readonly number[]) =>
    Math.abs(mean(some.slice(0, a.length)) - mean(some.slice(a.length)));
  const seen = apart(all);
  const chance = seeded(`gone/${a.length}/${b.length}`);
  let asFar = 0;
  for (let nth = 0; nth < DEALS; nth += 1) {
    const dealt = [...all];
    for (let at = dealt.length - 1; at > 0; at -= 1) {
      const other = Math.floor(chance() * (at + 1));
      [dealt[at], dealt[other]] = [dealt[other]!, dealt[at]!];
    }
    if (apart(dealt) >= seen - 1e-9) asFar += 1;
  }
  const byChance = Math.round((100 * asFar) / DEALS);
  return {
    aDays: mean(all.slice(0, a.length)),
    bDays: mean(all.slice(a.length)),
    byChance,
    isReal: byChance < 5,
  };
}
