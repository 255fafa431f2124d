import { beddingOf, castingsOf, foodOf } from "./state";

/** Share of what rots that is finished; mineral matter left out. Source: process model 8. */
export function ripenessOf(s: Float64Array): number {
  const cast = castingsOf(s);
  const organic = cast + beddingOf(s) + foodOf(s);
  return organic > 0 ? cast / organic : 0;
}
