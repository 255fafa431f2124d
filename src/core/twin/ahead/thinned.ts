import type { Ensemble } from "../ensemble/ensemble";
import { copied, standing } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";

/** Of what is to come, so many members tell the chance of one in ten and the ends of a band: as many as the years under advice were lived with. */
const LOOKED_AHEAD = 96;
/** The members by which the days to come are asked about, each counting alike; a copy. */
export const aheadOf = (ensemble: Ensemble): Ensemble => thinned(ensemble, LOOKED_AHEAD);

/**
 * So many members drawn evenly along the weight, each counting alike; a copy that may go its own way. An ensemble that
 * has no more than that is copied as it is. Never throws.
 */
export function thinned(from: Ensemble, size: number): Ensemble {
  if (from.size <= size) return copied(from);
  const { bin, views, marks } = from;
  const count = bin.compartments.length;
  const weights = weightsOf(from);
  const stride = views[0]![0]!.length;
  const state = new Float64Array(size * count * stride);
  let member = 0;
  let reached = weights[0]!;
  for (let drawn = 0; drawn < size; drawn += 1) {
    while (member < from.size - 1 && reached < (drawn + 0.5) / size) reached += weights[(member += 1)]!;
    for (let at = 0; at < count; at += 1) state.set(views[at]![member]!, (drawn * count + at) * stride);
  }
  return standing({
    ...from,
    size,
    state,
    logWeights: new Float64Array(size),
    marks: marks.map((slots) => [...slots]),
  });
}
