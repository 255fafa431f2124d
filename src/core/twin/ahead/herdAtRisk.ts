import { adultsOf, AT } from "../engine/state";
import type { Ensemble } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import type { Watcher } from "./unfed";
import { watchedUnfed } from "./unfed";

/** Fewer than so many of the grown worms of four weeks ago. */
const TOO_FEW = 2 / 3;
const AHEAD_DAYS = 28;

export interface HerdAtRisk {
  readonly now: number;
  readonly soon: number;
}

/**
 * Chance that fewer than two thirds of the grown worms of four weeks ago live, now and at some day within four weeks if
 * nothing is done. Counted by losses, so that what was taken out, stocked or grown up hides and alarms nothing.
 */
export const herdAtRisk = (ensemble: Ensemble): HerdAtRisk =>
  watchedUnfed(ensemble, AHEAD_DAYS, herdWatch(ensemble));

/** The same for one who walks through the days anyway. */
export function herdWatch(from: Ensemble): Watcher<HerdAtRisk> {
  const weights = weightsOf(from);
  const isLow = ({ lines }: Ensemble): Float64Array =>
    Float64Array.from(lines, (line) => (survival(line) < TOO_FEW ? 1 : 0));
  const chance = (flags: Float64Array) =>
    flags.reduce((all, flag, member) => all + flag * weights[member]!, 0);
  const now = isLow(from);
  const ever = now.slice();
  return {
    wantsMore: (one, day) => {
      if (day > 0 && day % 7 === 0)
        isLow(one).forEach((flag, member) => (ever[member] = Math.max(ever[member]!, flag)));
      return day < AHEAD_DAYS;
    },
    found: () => ({ now: chance(now), soon: chance(ever) }),
  };
}

/** Of the grown worms of four weeks ago, the share that lives, over all compartments. */
function survival(line: readonly Float64Array[]): number {
  let living = 0;
  let were = 0;
  let everDiedG = 0;
  for (const s of line) {
    const lost = Math.min(12, Math.max(0, s[AT.LS]! - s[AT.LS4]!));
    living += adultsOf(s);
    everDiedG += s[AT.DEAD]!;
    were += adultsOf(s) * Math.exp(lost);
  }
  // Gone for longer than four weeks is gone too.
  if (living < 1 && everDiedG > 1) return 0;
  return were > 0 ? living / were : 1;
}
