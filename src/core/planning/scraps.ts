import type { Plan } from "@/records/plan";

export interface ScrapRate {
  readonly kgPerDay: number;
  readonly low: number;
  readonly high: number;
  readonly knownBy: "weighed" | "guessed";
  /** Days that count. */
  readonly days: number;
}

/** Households and trades, kg of plant scraps a day. Rough: a kitchen differs by a factor of two from its neighbour. */
export const GUESSES = [
  { id: "one", words: "one person", kgPerDay: 0.12 },
  { id: "two", words: "two people", kgPerDay: 0.25 },
  { id: "family", words: "four people who cook", kgPerDay: 0.5 },
  { id: "shared", words: "a shared house of eight", kgPerDay: 0.9 },
  { id: "cafe", words: "a small café", kgPerDay: 3 },
  { id: "grocer", words: "a greengrocer’s trimmings", kgPerDay: 8 },
] as const;

/**
 * Scraps of a usual day. Weighed days are averaged; days away are left out, and so are days nobody weighed, rather than
 * counted as nought. The range is twice the standard error with a floor of 15 %, or a factor of two for a guess.
 */
export function scrapRate(plan: Pick<Plan, "scraps" | "guessedKgPerDay">): ScrapRate | undefined {
  const weighed = plan.scraps.filter(({ isAway }) => !isAway).map(({ massKg }) => massKg);
  if (weighed.length >= 3) {
    const mean = weighed.reduce((sum, one) => sum + one, 0) / weighed.length;
    if (mean === 0) return undefined;
    const spread = Math.sqrt(weighed.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (weighed.length - 1));
    const error = Math.max(0.15 * mean, (2 * spread) / Math.sqrt(weighed.length));
    return {
      kgPerDay: mean,
      low: Math.max(mean / 3, mean - error),
      high: mean + error,
      knownBy: "weighed",
      days: weighed.length,
    };
  }
  const guess = plan.guessedKgPerDay;
  if (guess === undefined || guess === 0) return undefined;
  return { kgPerDay: guess, low: guess / 2, high: guess * 2, knownBy: "guessed", days: weighed.length };
}
