import { FIST_SPREAD } from "../ensemble/members";

/*
 * One hand squeezes all bins of a cellar. What each bin has learned of it alone is told to the others, as a reading of
 * the fist that is weighed on the day one asks: no bin's past rests on another bin's log, so that a standing stays good and
 * the order in which bins are worked out changes nothing.
 */

/** An offset of the squeeze scale, in moisture: middle and standard deviation. */
export interface Fist {
  readonly offset: number;
  readonly spread: number;
}
/** What one bin's own log says of its keeper's fist. */
export interface OwnFist extends Fist {
  readonly squeezes: number;
}

/** A bin with fewer squeezes has nothing to tell; more than the best few tell the same again. */
const LEAST_SQUEEZES = 8;
const MOST_WITNESSES = 4;
/** No bin is surer of a hand than this, and bins err alike: together they count half. */
const SUREST = 0.015;
const ALIKE = 0.5;
/** Finer differences are not worth a new forecast. */
const GRAIN = 0.005;

interface Squeezed {
  readonly binId: string;
  readonly squeezes: number;
}
/** By squeezes and then by id: the same few on every device. */
const bySqueezes = <W extends Squeezed>(all: readonly W[], most: number): W[] =>
  all
    .filter(({ squeezes }) => squeezes >= LEAST_SQUEEZES)
    .toSorted((a, b) => b.squeezes - a.squeezes || (a.binId < b.binId ? -1 : 1))
    .slice(0, most);
/** The bins that are heard of by one of them. */
export const otherBinsFists = <W extends Squeezed>(binId: string, all: readonly W[]): W[] =>
  bySqueezes(
    all.filter((one) => one.binId !== binId),
    MOST_WITNESSES,
  );
/** The bins that any other hears: none is heard by itself, so one more than each of them hears. */
export const witnessesIn = <W extends Squeezed>(all: readonly W[]): W[] =>
  bySqueezes(all, MOST_WITNESSES + 1);

/** What the other bins of a cellar know of the hand that squeezes them all; undefined while they know nothing. */
export function sharedFist(
  binId: string,
  all: readonly (OwnFist & { readonly binId: string })[],
): Fist | undefined {
  let precision = 0;
  let sum = 0;
  for (const { offset, spread } of otherBinsFists(binId, all)) {
    // What each learned is what it knows beyond what was assumed of any hand: none, give or take FIST_SPREAD.
    const known = 1 / Math.max(SUREST, spread) ** 2;
    const learned = known - 1 / FIST_SPREAD ** 2;
    if (learned <= 0) continue;
    precision += learned;
    sum += known * offset;
  }
  if (precision <= 0) return undefined;
  const inGrains = (value: number) => GRAIN * Math.round(value / GRAIN);
  return {
    offset: inGrains(sum / precision),
    spread: Math.max(SUREST, inGrains(1 / Math.sqrt(ALIKE * precision))),
  };
}
