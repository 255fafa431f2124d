import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";

export interface CountedSample {
  readonly sampleKg: number;
  readonly counted: number;
  readonly wholeKg: number;
}
export interface CountEstimate {
  readonly count: number;
  /** 19 of 20 counts of another handful would lie within. */
  readonly low: number;
  readonly high: number;
  readonly meanG: number;
}
export type BadSample = { readonly code: "sample/nothing" } | { readonly code: "sample/larger-than-whole" };

/**
 * Worms in all from a weighed and counted handful. The range is that of chance in the count (± 2 √n) and of uneven
 * mixing (another 10 %): a handful is never a fair draw.
 */
export function countBySample({
  sampleKg,
  counted,
  wholeKg,
}: CountedSample): Outcome<CountEstimate, BadSample> {
  if (!(sampleKg > 0) || !(counted > 0) || !(wholeKg > 0)) return refused({ code: "sample/nothing" });
  if (sampleKg > wholeKg * 1.001) return refused({ code: "sample/larger-than-whole" });
  const count = (counted * wholeKg) / sampleKg;
  const isAll = sampleKg >= wholeKg * 0.999;
  const error = isAll ? 0 : Math.sqrt(4 / counted + 0.01);
  return done({
    count,
    low: Math.max(counted, count * (1 - error)),
    high: count * (1 + error),
    meanG: (sampleKg * 1000) / counted,
  });
}
