import type { Ensemble } from "../ensemble/ensemble";
import { spreadOf, weightsOf } from "../learning/learn";
import type { Script } from "./script";
import type { Fist, OwnFist } from "../learning/sharedFist";
import { AT } from "../engine/state";

export const squeezesIn = ({ days }: Script): number =>
  days.reduce(
    (sum, day) => sum + day.observations.filter(({ reading }) => reading.of === "squeeze").length,
    0,
  );

/** Of an ensemble that has heard of no other bin. */
export function ownFist(ensemble: Ensemble, script: Script): OwnFist {
  const { mean, spread } = spreadOf(ensemble, weightsOf(ensemble), (s) => s[AT.FIST]!);
  return { offset: mean, spread, squeezes: squeezesIn(script) };
}

/** Weighs every member by what the other bins say of the hand. Changes the ensemble's weights. */
export function takeUpFist({ lines, logWeights }: Ensemble, { offset, spread }: Fist): void {
  lines.forEach((line, member) => {
    const z = (line[0]![AT.FIST]! - offset) / spread;
    logWeights[member]! -= 0.5 * z * z;
  });
}
