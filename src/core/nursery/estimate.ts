/** A number of living things with the ends of what is likely, 10 to 90 %. */
export interface Estimate {
  readonly count: number;
  readonly lowCount: number;
  readonly highCount: number;
}

/** Cocoons lie in clumps: a scoop differs from the next by so much beyond what counting alone would give. Judgement. */
const CLUMPED = 0.15;
/** Somebody who counts all of it overlooks some. */
const OVERLOOKED = 0.03;
const TEN_PERCENT = 1.2816;

/**
 * What a count in a share of the whole says of the whole: the count over the share, with its range; nought counted says no more than so
 * many may be there. Never throws. @param share above 0 to 1.
 * Source: Poisson count with clumping (negative binomial by its variance).
 */
export function estimated(count: number, share: number): Estimate {
  if (share >= 1) {
    const off = OVERLOOKED * count * TEN_PERCENT;
    return { count, lowCount: Math.round(count - off), highCount: Math.round(count + off) };
  }
  const spread = Math.sqrt(count + (CLUMPED * count) ** 2);
  const low = Math.max(0, count - TEN_PERCENT * spread) / share;
  // Of none counted, up to 2.3 may have been missed in nine of ten scoops.
  const high = (count === 0 ? 2.3 : count + TEN_PERCENT * spread) / share;
  return { count: Math.round(count / share), lowCount: Math.round(low), highCount: Math.round(high) };
}

/** A share of what was estimated, ends and all. Never throws. */
export const shareOf = ({ count, lowCount, highCount }: Estimate, share: number): Estimate => ({
  count: Math.round(count * share),
  lowCount: Math.round(lowCount * share),
  highCount: Math.round(highCount * share),
});
/** Counts of several, added up; their errors are their own, so the ends come nearer. Never throws. */
export function together(all: readonly Estimate[]): Estimate {
  const count = all.reduce((sum, one) => sum + one.count, 0);
  const below = Math.sqrt(all.reduce((sum, one) => sum + (one.count - one.lowCount) ** 2, 0));
  const above = Math.sqrt(all.reduce((sum, one) => sum + (one.highCount - one.count) ** 2, 0));
  return { count, lowCount: Math.max(0, Math.round(count - below)), highCount: Math.round(count + above) };
}
