import type { Expectation } from "../expectation/expectation";
import { squeezeInterval, squeezeMoisture } from "../moisture/squeeze";
import type { Seen } from "../practice/practice";

/** Moisture the decision computes with: a probe, else the fist, sharpened by what was expected where they overlap. */
export function moistureToday(seen: Seen, expectation: Expectation): number {
  // The twin has weighed today's readings already, the keeper's fist among them.
  if (expectation.twin?.hasReadToday) return expectation.moisture.middle;
  if (seen.moisture !== undefined) return seen.moisture;
  if (seen.squeeze === undefined) return expectation.moisture.middle;
  const { low, high } = squeezeInterval(seen.squeeze);
  const middle = squeezeMoisture(seen.squeeze);
  const expected = expectation.moisture.middle;
  // Half the weight to the expectation, but never out of what the fist allows.
  return Math.min(
    high,
    Math.max(low, expected >= low && expected <= high ? (middle + expected) / 2 : middle),
  );
}
