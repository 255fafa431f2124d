import type { BinState } from "../bin/state";
import { dryKg } from "../bin/matter";

/** Moisture where nothing was ever read: damp bedding. */
const USUAL_MOISTURE = 0.76;

/** Wet mass of all a bin holds, as its log says, worms apart. kg. */
export function contentsKg(state: BinState): number {
  const dry = Object.values(state.contents).reduce((sum, contents) => sum + dryKg(contents), 0);
  return dry / (1 - Math.min(0.95, state.moisture?.value ?? USUAL_MOISTURE));
}
