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
  for (const { binId, fact } of lines) {
    if (binId !== here.binId) continue;
    const entry = { ...fact, id: "preview", day: today } as unknown as Entry;
    const after = applyEntry(state, entry);
    waterL = watersAfter(waterL, state, after, entry);
    state = after;
  }
  const { twin } = expectation;
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
      wormShare: known?.wormShare ?? 0,
    };
  });
  const after: Expectation = {
    ...expectation,
    contents: state.contents,
    wormsKg: { low: state.worms.massKg, middle: state.worms.massKg, high: state.worms.massKg },
    moisture: compartments.find(({ id }) => id === compartmentOf(state, {}))?.moisture ?? expectation.moisture,
    places: placesAfter(expectation, state),
  }; // prettier-ignore
  return { state, expectation: twin ? { ...after, twin: { ...twin, compartments } } : after };
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
    case "advanced": {
      const order = state.setup ? fromFedEnd(state.setup) : [];
      return Object.fromEntries(
        order.map(({ id }, at) => {
          const goes = at === order.length - 1 ? 0 : entry.fraction;
          const comes = at === 0 ? 0 : entry.fraction * (before[order[at - 1]!.id] ?? 0);
          return [id, (before[id] ?? 0) * (1 - goes) + comes];
        }),
      );
    }
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
