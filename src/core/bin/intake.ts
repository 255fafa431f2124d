import type { Entry } from "@/records/entry";
import type { CompartmentId } from "@/vocabulary/fields";
import { compartmentOf } from "./held";
import type { Contents } from "./matter";
import { added, dryKg, NOTHING } from "./matter";
import type { BinState } from "./state";

/** What came in with an entry lies in its part from now on, with the water that came along. It is new there. */
export function taken(
  state: BinState,
  entry: Pick<Entry, "compartment">,
  contents: Contents,
  waterL: number,
): BinState {
  const compartmentId = compartmentOf(state, entry) ?? ("c1" as CompartmentId);
  const after = {
    ...state,
    contents: {
      ...state.contents,
      [compartmentId]: added(state.contents[compartmentId] ?? NOTHING, { ageDays: 0, ...contents }),
    },
  };
  return moister(after, waterL, dryKg(contents));
}

/** Water and dry matter that came in since the last reading; before any reading, the bedding itself is the first word. */
export function moister(state: BinState, waterL: number, dryInKg: number): BinState {
  if (state.moisture && state.moisture.knownBy !== "bedding") {
    return {
      ...state,
      moisture: {
        ...state.moisture,
        waterInL: state.moisture.waterInL + waterL,
        dryInKg: state.moisture.dryInKg + dryInKg,
      },
    };
  }
  const before = state.moisture;
  const water = (before ? (before.dryKg * before.value) / (1 - before.value) : 0) + waterL;
  const dry = (before?.dryKg ?? 0) + dryInKg;
  if (dry <= 0 || !state.lastDay) return state;
  const value = Math.min(0.95, water / (water + dry));
  return {
    ...state,
    moisture: {
      day: state.lastDay,
      value,
      low: Math.max(0, value - 0.08),
      high: Math.min(0.97, value + 0.08),
      knownBy: "bedding",
      dryKg: dry,
      waterInL: 0,
      dryInKg: 0,
    },
  };
}
