import type { CompartmentId } from "@/vocabulary/fields";
import type { BinState, Feeding } from "./state";
import { fedCompartment } from "./system";

export interface Place {
  readonly compartmentId: CompartmentId;
  readonly place: number;
}

/** Where the last meal went, if it went where one feeds today. */
export function lastFeeding(state: BinState): Feeding | undefined {
  return state.feedings.at(-1);
}

/** The place whose turn it is: the one after the last meal, clockwise or in line; the first in a new compartment. */
export function nextPlace(state: BinState): Place | undefined {
  if (!state.setup) return undefined;
  const compartment = fedCompartment(state.setup);
  const last = state.feedings.findLast((feeding) => feeding.compartmentId === compartment.id);
  const place = last === undefined ? 1 : (last.place % compartment.placeCount) + 1;
  return { compartmentId: compartment.id, place };
}
