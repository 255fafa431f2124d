import type { CompartmentId } from "@/vocabulary/fields";
import type { BinState, Feeding } from "./state";
import { placeKey } from "./state";
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

/**
 * The places worth a look today, the most telling first: the one whose turn it is, where a meal lies there; the one of
 * which nobody has yet seen what became of its meal, longest ago first; the last one fed. None where nothing was fed.
 */
export function placesToAsk(state: BinState): Place[] {
  const next = nextPlace(state);
  const isFed = (place: Place) =>
    state.places[placeKey(place.compartmentId, place.place)]?.fedOn !== undefined;
  const newest = state.feedings.filter(
    (feeding, at) =>
      !state.feedings.some(
        (other, later) =>
          later > at && other.place === feeding.place && other.compartmentId === feeding.compartmentId,
      ),
  );
  const unknown = newest.find(({ left }) => left !== "none" && left !== "little");
  const last = lastFeeding(state);
  const asked = [
    ...(next && isFed(next) ? [next] : []),
    ...(unknown ? [unknown] : []),
    ...(last ? [last] : []),
  ];
  return asked
    .filter(
      (one, at) =>
        asked.findIndex((other) => other.place === one.place && other.compartmentId === one.compartmentId) ===
        at,
    )
    .map(({ compartmentId, place }) => ({ compartmentId, place }));
}
