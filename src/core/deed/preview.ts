import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { applyEntry } from "../bin/replay";
import { compartmentOf } from "../bin/held";
import { castingsShare, dryKg, NOTHING } from "../bin/matter";
import { putIn } from "../bin/shift";
import type { BinState } from "../bin/state";
import { fromFedEnd } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import { amountKg, beddingPartMatter, feedPartMatter, liquidL } from "../log/amount";
import type { DeedBin, DeedLine } from "./facts";
import { partsOf } from "./parts";

/** A bin as it will be the moment after: what is drawn, and what is said of each part. Not kept, not learned from. */
export type Previewed = Pick<DeedBin, "state" | "expectation">;

/** The bin after a deed's facts, by sums alone: the model is asked once it is kept. Never throws. */
export function previewed(here: DeedBin, lines: readonly DeedLine[], today: LocalDate): Previewed {
  const { expectation } = here;
  const parts = partsOf(here.state, expectation, today);
  let state: BinState = {
    ...here.state,
    contentsOn: today,
    contents: Object.fromEntries(
      parts.map(({ compartment: { id }, ageDays }) => [
        id,
        { ...(expectation.contents[id] ?? NOTHING), ...(ageDays === undefined ? {} : { ageDays }) },
      ]),
    ),
    worms: { ...here.state.worms, massKg: expectation.wormsKg.middle },
  };
  let waterL: Readonly<Record<string, number>> = Object.fromEntries(
    parts.map((part) => [part.compartment.id, part.wetKg - part.dryKg]),
  );
  const { twin } = expectation;
  let shares: Readonly<Record<string, number>> = Object.fromEntries(
    (twin?.compartments ?? []).map(({ id, wormShare }) => [id, wormShare]),
  );
  for (const { binId, fact } of lines) {
    if (binId !== here.binId) continue;
    const entry = { ...fact, id: "preview", day: today } as unknown as Entry;
    const after = applyEntry(state, entry);
    waterL = watersAfter(waterL, state, after, entry);
    if (entry.kind === "advanced") shares = movedOn(shares, state, entry.fraction);
    state = after;
  }
  // Worms stay where there is something to live in.
  const inhabited = (id: string) => (dryKg(state.contents[id] ?? NOTHING) > 0 ? (shares[id] ?? 0) : 0);
  const everywhere = (state.setup?.compartments ?? []).reduce((sum, { id }) => sum + inhabited(id), 0);
  const compartments = (state.setup?.compartments ?? []).map(({ id }) => {
    const held = state.contents[id] ?? NOTHING;
    const water = waterL[id] ?? 0;
    const moisture = water > 0 ? water / (water + dryKg(held)) : 0;
    const isSame = dryKg(held) === dryKg(here.state.contents[id] ?? NOTHING);
    const known = twin?.compartments.find((one) => one.id === id);
    const ripe = isSame && known ? known.ripeness.middle : castingsShare(held);
    return {
      id,
      moisture: { low: moisture, middle: moisture, high: moisture },
      ripeness: { low: ripe, middle: ripe, high: ripe },
      wormShare: everywhere > 0 ? inhabited(id) / everywhere : 0,
    };
  });
  const after: Expectation = {
    ...expectation,
    contents: state.contents,
    wormsKg: { low: state.worms.massKg, middle: state.worms.massKg, high: state.worms.massKg },
    // Rules of thumb know one moisture for all of it, the model one for each part.
    moisture: twin ? (compartments.find(({ id }) => id === compartmentOf(state, {}))?.moisture ?? expectation.moisture) : inAll(state, waterL) ?? expectation.moisture,
    places: placesAfter(expectation, state),
  }; // prettier-ignore
  return { state, expectation: twin ? { ...after, twin: { ...twin, compartments } } : after };
}

function inAll({ contents }: BinState, waterL: Readonly<Record<string, number>>) {
  const water = Object.values(waterL).reduce((sum, litres) => sum + litres, 0);
  const dry = Object.values(contents).reduce((sum, held) => sum + dryKg(held), 0);
  const moisture = water > 0 ? water / (water + dry) : 0;
  return dry > 0 ? { low: moisture, middle: moisture, high: moisture } : undefined;
}

/** Meals lie where their parts went; what was taken out whole lies nowhere. */
function placesAfter(expectation: Expectation, state: BinState): Expectation["places"] {
  return Object.values(state.places).flatMap((place) => {
    const before = expectation.places.find(
      (one) => one.place === place.place && one.fedOn === place.fedOn && one.fedOn !== undefined,
    );
    const left = before?.left ?? { low: 0.9, middle: 1, high: 1 };
    const gone = { low: 0, middle: 0, high: 0 };
    return place.fedOn && place.massKg > 0
      ? [
          {
            compartmentId: place.compartmentId,
            place: place.place,
            fedOn: place.fedOn,
            massKg: place.massKg,
            left,
            goneInDays: gone,
          },
        ]
      : [];
  });
}

/** Of each part a share goes one on towards the harvest; at the end it stays. */
function movedOn(
  before: Readonly<Record<string, number>>,
  { setup }: BinState,
  fraction: number,
): Readonly<Record<string, number>> {
  const order = setup ? fromFedEnd(setup) : [];
  return Object.fromEntries(
    order.map(({ id }, at) => {
      const goes = at === order.length - 1 ? 0 : fraction;
      const comes = at === 0 ? 0 : fraction * (before[order[at - 1]!.id] ?? 0);
      return [id, (before[id] ?? 0) * (1 - goes) + comes];
    }),
  );
}

/** Water goes with what it is in, and comes with what comes. */
function watersAfter(
  before: Readonly<Record<string, number>>,
  state: BinState,
  after: BinState,
  entry: Entry,
): Readonly<Record<string, number>> {
  const came = (litres: number) => {
    const id = compartmentOf(after, entry);
    return id ? { ...before, [id]: (before[id] ?? 0) + litres } : before;
  };
  switch (entry.kind) {
    case "advanced":
      return movedOn(before, state, entry.fraction);
    case "removed":
    case "split":
    case "tipped":
    case "emptied":
    case "harvested":
      return Object.fromEntries(
        Object.entries(before).map(([id, water]) => {
          const was = dryKg(state.contents[id] ?? NOTHING);
          return [id, was > 0 ? (water * dryKg(after.contents[id] ?? NOTHING)) / was : 0];
        }),
      );
    case "watered":
      return came(liquidL(entry.amount));
    case "received":
      return came(putIn(entry).waterL);
    case "bedded":
      return came(
        entry.parts.map(beddingPartMatter).reduce((sum, { wetKg, dryKg: dry }) => sum + wetKg - dry, 0),
      );
    case "fed":
      return came(
        entry.parts.map(feedPartMatter).reduce((sum, { wetKg, dryKg: dry }) => sum + wetKg - dry, 0),
      );
    case "seeded":
      return came(amountKg(entry.amount, { densityKgPerL: 0.7 }) * (entry.moisture ?? 0.65));
    default:
      return before;
  }
}
