import type { Entry } from "@/records/entry";
import type { CompartmentId } from "@/vocabulary/fields";
import { dryKg } from "./matter";
import type { BinState } from "./state";
import { fedCompartment } from "./system";

/* What a state holds, and where in it an entry falls. */

export function compartmentOf(state: BinState, entry: Pick<Entry, "compartment">): CompartmentId | undefined {
  return entry.compartment ?? (state.setup ? fedCompartment(state.setup).id : undefined);
}

/** Dry matter in all compartments, kg. */
export const totalDryKg = (state: BinState): number =>
  Object.values(state.contents).reduce((sum, contents) => sum + dryKg(contents), 0);
