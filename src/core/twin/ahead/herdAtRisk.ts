import { AT } from "../engine/state";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { sleep } from "../ensemble/sleep";
import { weightsOf } from "../learning/learn";

/** Fewer than so many of the grown worms of four weeks ago. */
const TOO_FEW = 2 / 3;
const AHEAD_DAYS = 28;

/**
 * Chance that fewer than two thirds of the grown worms of four weeks ago live, now and at some day within four weeks if
 * nothing is done. Counted by losses, so that what was taken out, stocked or grown up hides and alarms nothing.
 */
export function herdAtRisk(ensemble: Ensemble): { readonly now: number; readonly soon: number } {
  const weights = weightsOf(ensemble);
  const chance = (one: Ensemble): Float64Array =>
    Float64Array.from(one.lines, (line) => (survival(line) < TOO_FEW ? 1 : 0));
  const sum = (flags: Float64Array) => flags.reduce((all, flag, member) => all + flag * weights[member]!, 0);
  const now = chance(ensemble);
  const one = copied(ensemble);
  const ever = now.slice();
  for (let day = 1; day <= AHEAD_DAYS; day += 1) {
    sleep(one);
    if (day % 7 === 0) chance(one).forEach((flag, member) => (ever[member] = Math.max(ever[member]!, flag)));
  }
  return { now: sum(now), soon: sum(ever) };
}

/** Of the grown worms of four weeks ago, the share that lives, over all compartments. */
function survival(line: readonly Float64Array[]): number {
  let living = 0;
  let were = 0;
  let everDiedG = 0;
  for (const s of line) {
    const lost = Math.min(12, Math.max(0, s[AT.LS]! - s[AT.LS4]!));
    living += s[AT.NA]!;
    everDiedG += s[AT.DEAD]!;
    were += s[AT.NA]! * Math.exp(lost);
  }
  // Gone for longer than four weeks is gone too.
  if (living < 1 && everDiedG > 1) return 0;
  return were > 0 ? living / were : 1;
}
