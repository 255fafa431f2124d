import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Container } from "./containers";
import { DEFAULT_UNIT } from "./format";
import type { Asks, Measures, Quantity, UnreadableQuantity } from "./parse";
import { readQuantity } from "./parse";
import { sayUnreadable } from "./words";

/** So much of something, as it was known and as it was typed. */
export type ReadAmount =
  | { readonly massKg: number; readonly measuredBy: "weighed" | "guessed"; readonly typed: string }
  | { readonly volumeL: number; readonly measuredBy: "volume" | "guessed"; readonly typed: string };
export interface UnreadAmount {
  readonly code: "amount/unreadable";
  readonly sentence: string;
}

/**
 * What a bare number means of it: scraps, bedding and doses by small weights, castings, heaps and a week's food by the
 * scale of a bucket, water by litres or quarts. Weight and volume do for all of them.
 */
export type AmountOf = "small" | "bulk" | "liquid";
export interface Beside {
  /** Ground it lies on: a depth is a volume. */
  readonly areaM2?: number | undefined;
  /** Pieces of it that may be counted. */
  readonly pieces?: readonly Container[] | undefined;
  /** One is asked for, so nought is none. */
  readonly isSome?: boolean;
}

/** What a field for so much of something takes. */
export const asksFor = (of: AmountOf, { units }: Measures, { areaM2 }: Beside = {}): Asks => ({
  takes: of === "liquid" ? ["volume", "mass"] : ["mass", "volume"],
  bare: DEFAULT_UNIT[units][of === "liquid" ? "volume" : of === "bulk" ? "mass" : "smallMass"],
  areaM2,
});
export const withPieces = (measures: Measures, pieces: readonly Container[] = []): Measures =>
  pieces.length === 0 ? measures : { ...measures, containers: [...measures.containers, ...pieces] };

/**
 * An amount by weight, by volume, by container, by count or by depth, as `readQuantity` reads it. Refused with the sentence
 * that says what is wrong. Never throws.
 */
export function readAmount(
  typed: string,
  of: AmountOf,
  measures: Measures,
  beside: Beside = {},
): Outcome<ReadAmount, UnreadAmount> {
  const read = readQuantity(typed, asksFor(of, measures, beside), withPieces(measures, beside.pieces));
  if (!read.ok) return unreadable(read.problem);
  const { dimension, value, isGuess } = read.value;
  if (beside.isSome && value === 0)
    return refused({ code: "amount/unreadable", sentence: "Nothing is not an amount: write how much." });
  return done(
    dimension === "mass"
      ? { massKg: value, measuredBy: isGuess ? "guessed" : "weighed", typed: typed.trim() }
      : { volumeL: value, measuredBy: isGuess ? "guessed" : "volume", typed: typed.trim() },
  );
}

/**
 * The same as a weight, where a log wants kilograms: litres weigh what a litre of it does. With the vessels named, and
 * whether it was weighed. Never throws.
 */
export function readMass(
  typed: string,
  of: AmountOf,
  measures: Measures,
  kgPerL: number,
): Outcome<Quantity & { readonly massKg: number; readonly isWeighed: boolean }, UnreadAmount> {
  const read = readQuantity(typed, asksFor(of, measures), measures);
  if (!read.ok) return unreadable(read.problem);
  const isWeighed = read.value.dimension === "mass";
  return done({ ...read.value, massKg: read.value.value * (isWeighed ? 1 : kgPerL), isWeighed });
}

const unreadable = (problem: UnreadableQuantity) =>
  refused<UnreadAmount>({
    code: "amount/unreadable",
    sentence: problem.code === "quantity/empty" ? "Write how much." : sayUnreadable(problem),
  });
