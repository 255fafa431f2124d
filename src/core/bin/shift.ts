import { cameOf } from "./mixture";
import type { Entry, EntryOf, Holds } from "@/records/entry";
import type { PutIn } from "@/vocabulary/deeds";
import { amountKg } from "../log/amount";
import { HARVEST_MOISTURE, MOIST_KG_PER_L } from "../matter/figures";
import { totalDryKg } from "./held";
import { moister, taken } from "./intake";
import { depthM, dryKg, NOTHING, scaled } from "./matter";
import type { BinState } from "./state";
import { fedCompartment, harvestCompartment } from "./system";

/* What goes over the rim, out of a bin or into it, that is neither food nor harvest. */

/** Parts an entry takes from: the one it names, the end it speaks of, or all. */
function partsMeant(state: BinState, entry: EntryOf<"removed"> | EntryOf<"split">): readonly string[] {
  if (entry.compartment) return [entry.compartment];
  const from = entry.kind === "removed" ? entry.from : undefined;
  if (from && state.setup)
    return [(from === "top" ? fedCompartment(state.setup) : harvestCompartment(state.setup)).id];
  return Object.keys(state.contents);
}

/** Share of those parts that an entry takes out, 0 to 1. */
function shareTaken(state: BinState, entry: EntryOf<"removed">, parts: readonly string[]): number {
  if (entry.fraction !== undefined) return entry.fraction;
  const held = parts.map((id) => state.contents[id] ?? NOTHING);
  if (entry.depthM !== undefined) {
    const depths = parts.map((id, at) => {
      const compartment = state.setup?.compartments.find((one) => one.id === id);
      return compartment ? depthM(held[at]!, compartment) : 0;
    });
    const deepest = Math.max(0, ...depths);
    return deepest > 0 ? Math.min(1, entry.depthM / deepest) : 0;
  }
  const there = held.reduce((sum, one) => sum + dryKg(one), 0);
  const wet = entry.amount ? amountKg(entry.amount, { densityKgPerL: MOIST_KG_PER_L }) : 0;
  return there === 0 ? 0 : Math.min(0.98, (wet * (1 - HARVEST_MOISTURE)) / there);
}

/** Contents out of a part, a depth, or the whole. */
export function contentsOut(state: BinState, entry: EntryOf<"removed">): BinState {
  const parts = partsMeant(state, entry);
  return without(state, parts, shareTaken(state, entry, parts), entry.withWorms === true);
}

/** A share of everything in a part or the whole goes, worms along; the whole of the whole leaves an empty bin. */
export function shareOut(state: BinState, entry: EntryOf<"split"> | EntryOf<"tipped">): BinState {
  const parts = entry.compartment ? [entry.compartment] : Object.keys(state.contents);
  if (entry.fraction >= 0.999 && !entry.compartment) return cleared(state, entry.day, false);
  return without(state, parts, entry.fraction, true);
}

/** Everything out; the grown worms stay where the keeper picked them out. */
export function cleared(state: BinState, day: Entry["day"], keepsWorms: boolean): BinState {
  const { cover: _gone, moisture: _dry, over: _taken, ...rest } = state;
  return {
    ...rest,
    contents: {},
    places: {},
    heard: {},
    emptiedOn: day,
    ...(keepsWorms ? {} : { worms: { ...state.worms, massKg: 0 } }),
  };
}

/** One part emptied: its places hold nothing any more, its worms went to the others. */
export const partCleared = (state: BinState, id: string): BinState => ({
  ...without(state, [id], 1, false),
  places: Object.fromEntries(
    Object.entries(state.places).filter(([, { compartmentId }]) => compartmentId !== id),
  ),
});

function without(state: BinState, parts: readonly string[], share: number, withWorms: boolean): BinState {
  const all = totalDryKg(state);
  const there = parts.reduce((sum, id) => sum + dryKg(state.contents[id] ?? NOTHING), 0);
  const gone = all === 0 ? 0 : (share * there) / all;
  const { moisture } = state;
  return {
    ...state,
    contents: Object.fromEntries(
      Object.entries(state.contents).map(([id, held]) => [
        id,
        parts.includes(id) ? scaled(held, 1 - share) : held,
      ]),
    ),
    places: Object.fromEntries(
      Object.entries(state.places).map(([key, place]) => [
        key,
        parts.includes(place.compartmentId) ? { ...place, massKg: place.massKg * (1 - share) } : place,
      ]),
    ),
    ...(withWorms ? { worms: { ...state.worms, massKg: state.worms.massKg * (1 - gone) } } : {}),
    ...(moisture
      ? {
          moisture: {
            ...moisture,
            dryKg: moisture.dryKg * (1 - gone),
            waterInL: moisture.waterInL * (1 - gone),
            dryInKg: moisture.dryInKg * (1 - gone),
          },
        }
      : {}),
  };
}

/** What such stuff usually is, by dry mass, where no bin of the keeper's gave it. Judgement. */
const USUALLY: Readonly<Record<PutIn, Omit<Holds, "adultKg" | "growingKg" | "youngKg">>> = {
  contents: { beddingDryKg: 0.5, foodDryKg: 0.08, castingsDryKg: 0.42, moisture: 0.75 },
  worked: { beddingDryKg: 0.6, foodDryKg: 0.02, castingsDryKg: 0.38, moisture: 0.72 },
  overs: { beddingDryKg: 0.7, foodDryKg: 0.05, castingsDryKg: 0.25, moisture: 0.6 },
  castings: { beddingDryKg: 0.05, foodDryKg: 0, castingsDryKg: 0.95, moisture: 0.65 },
};

/** Dry kilograms of matter, litres of water, live kilograms of worms by stage. */
export interface Came {
  readonly beddingDryKg: number;
  readonly foodDryKg: number;
  readonly castingsDryKg: number;
  readonly waterL: number;
  readonly youngKg: number;
  readonly growingKg: number;
  readonly adultKg: number;
  readonly cocoonCount: number;
}

/**
 * What was put in, in kilograms: as the giver was known where it was, scaled to what was weighed; else as such stuff
 * usually is. Never throws; nothing put in is nothing.
 */
export function putIn({ what, amount, holds }: Pick<EntryOf<"received">, "what" | "amount" | "holds">): Came {
  const made = holds ?? USUALLY[what];
  const dry = made.beddingDryKg + made.foodDryKg + made.castingsDryKg;
  const isByVolume = "volumeL" in amount;
  const wetKg = amountKg(amount, { densityKgPerL: MOIST_KG_PER_L });
  // Litres are the rougher word: of a bin that is known its own sum stands.
  const dryIn = holds && isByVolume ? dry : wetKg * (1 - made.moisture);
  const by = dry > 0 ? dryIn / dry : 0;
  return {
    beddingDryKg: made.beddingDryKg * by,
    foodDryKg: made.foodDryKg * by,
    castingsDryKg: made.castingsDryKg * by,
    waterL: (dryIn * made.moisture) / (1 - made.moisture),
    youngKg: holds?.youngKg ?? 0,
    growingKg: holds?.growingKg ?? 0,
    adultKg: holds?.adultKg ?? 0,
    cocoonCount: holds?.cocoonCount ?? 0,
  };
}

/** What was in a bin before is in this one now, as what it was. */
export function received(state: BinState, entry: EntryOf<"received">): BinState {
  const came = putIn(entry);
  const { beddingDryKg, foodDryKg, castingsDryKg } = came;
  const after =
    beddingDryKg + foodDryKg + castingsDryKg > 0
      ? taken(state, entry, { beddingDryKg, foodDryKg, castingsDryKg }, came.waterL)
      : moister(state, 0, 0);
  const wormsKg = came.youngKg + came.growingKg + came.adultKg;
  if (wormsKg === 0) return after;
  const { worms } = after;
  return {
    ...after,
    worms: {
      massKg: worms.massKg + wormsKg,
      speciesId: worms.massKg > wormsKg || !entry.speciesId ? worms.speciesId : entry.speciesId,
      since: worms.since ?? entry.day,
      ...cameOf(worms, [{ speciesId: entry.speciesId ?? worms.speciesId, massKg: wormsKg }]),
    },
  };
}
