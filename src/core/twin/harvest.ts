import type { Ensemble } from "./ensemble";
import { P } from "./parameters";
import { beddingOf, castingsOf, foodOf } from "./state";

/** Index of the compartment one harvests from: the lowest of a stack, the far end of a line. */
export const harvestIndex = ({ bin }: Ensemble): number =>
  bin.lie === "line" ? bin.compartments.length - 1 : 0;

/** Share of what rots that is finished; mineral matter left out. Source: process model 8. */
export function ripenessOf(s: Float64Array): number {
  const cast = castingsOf(s);
  const organic = cast + beddingOf(s) + foodOf(s);
  return organic > 0 ? cast / organic : 0;
}
/** Ripe by half and at least an eighth of the room: worth the work. Source: process model 8. */
export const isWorthwhile = (s: Float64Array, litres: number): boolean =>
  ripenessOf(s) >= 0.5 && castingsOf(s) / P.rhoCast >= 0.12 * litres;
