import { laidBy } from "../bin/beddingHere";
import { foundStanding } from "./found";
import { FOOD_KG_PER_L, HARVEST_MOISTURE, MOIST_KG_PER_L, STARTER_MOISTURE } from "../matter/figures";
import type { Entry, EntryOf } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { amendmentKgPerL, amendmentKind, DRY_FEED_MOISTURE, isSievedOut } from "../catalogue/amendment";
import { schoolOf } from "../catalogue/school";
import { speciesOf } from "../catalogue/species";
import { amountKg, beddingPartMatter, feedPartMatter, liquidL } from "../log/amount";
import { effectiveEntries } from "../log/effective";
import { compartmentOf } from "./held";
import { moister, taken } from "./intake";
import { COVER_KG_PER_L, coverLeftL } from "./cover";
import { remembered } from "./feedings";
import { aheadWithHarvest } from "./planAhead";
import { leftOutAt, stillLeftOut } from "./leftOut";
import { added, advancedAlong, dryKg, NOTHING, scaled, worked } from "./matter";
import { looked, outdated } from "./readings";
import type { BinState, Feeding, LogProblem, PlaceState } from "./state";
import { EMPTY_BIN, placeKey } from "./state";
import { setupAfter } from "./setupAfter";
import { guarded, rescued } from "./watch";
import { cameOf } from "./mixture";
import { cleared, contentsOut, partCleared, received, shareOut } from "./shift";
import { fedCompartment, fromFedEnd, harvestCompartment } from "./system";

/** The state of a bin: a fold over what counts in its log. Rows may come in any order. */
export const replay = (rows: Iterable<Entry>): BinState => replayOn(EMPTY_BIN, rows);
/** A state with what was written since: rows that are all later, by day and order, than what it was folded of. */
export const replayOn = (state: BinState, rows: Iterable<Entry>): BinState =>
  effectiveEntries(rows).reduce(applyEntry, state);

/** One entry on. Never throws on a fact: what does not fit adds a problem and the replay goes on. */
export function applyEntry(before: BinState, entry: Entry): BinState {
  const { leftOut, ...after } = applied(before, entry);
  const still =
    entry.kind === "looked" && entry.lid === "lifted" ? leftOutAt(entry) : stillLeftOut(leftOut, entry);
  return still ? { ...after, leftOut: still } : after;
}

function applied(before: BinState, entry: Entry): BinState {
  const state = begun(outdated(arrived(before, entry), entry), entry);
  switch (entry.kind) {
    case "altered":
      return altered(state, entry);
    case "stocked":
      return stocked(state, entry);
    case "seeded": {
      const wetKg = amountKg(entry.amount, { densityKgPerL: MOIST_KG_PER_L });
      const moisture = entry.moisture ?? STARTER_MOISTURE;
      return taken(state, entry, { ...NOTHING, castingsDryKg: wetKg * (1 - moisture) }, wetKg * moisture);
    }
    case "bedded": {
      const parts = entry.parts.map(beddingPartMatter);
      const wetKg = sum(parts.map((part) => part.wetKg));
      const dry = sum(parts.map((part) => part.dryKg));
      const after = taken(state, entry, { ...NOTHING, beddingDryKg: dry }, wetKg - dry);
      return {
        ...after,
        ...(entry.isCover ? { cover: coveredAfter(state, entry) } : {}),
        laid: laidBy(state.laid, entry),
        beddings: [...(state.beddings ?? []), { day: entry.day, dryKg: dry }].slice(-12),
        totals: {
          ...after.totals,
          beddedKg: after.totals.beddedKg + wetKg,
          beddedDryKg: after.totals.beddedDryKg + dry,
        },
      };
    }
    case "fed":
      return fed(state, entry);
    case "watered": {
      const waterL = liquidL(entry.amount);
      return {
        ...moister(state, waterL, 0),
        totals: { ...state.totals, wateredL: state.totals.wateredL + waterL },
      };
    }
    case "dosed":
      return dosed(state, entry);
    case "looked":
      return looked(state, entry);
    case "drained": {
      const drainedL = entry.amount ? liquidL(entry.amount) : 0;
      return {
        ...state,
        drainedOn: entry.day,
        totals: { ...state.totals, drainedL: state.totals.drainedL + drainedL },
      };
    }
    case "harvested":
      return harvested(state, entry);
    case "removed":
      return removed(state, entry);
    case "wormsTaken":
      return wormsTaken(state, entry);
    case "split":
    case "tipped":
      return shareOut(state, entry);
    case "received":
      return received(state, entry);
    case "advanced":
      return alongLine(state, entry.fraction);
    case "emptied":
      return entry.compartment
        ? partCleared(state, entry.compartment)
        : cleared(state, entry.day, entry.keepsWorms !== false);
    case "covered":
      return covered(state, entry);
    case "found":
      return foundStanding(state, entry);
    case "added":
    case "rotated": {
      const setup = setupAfter(state.setup, entry);
      return setup ? carriedUp({ ...state, setup }, state.setup, entry.liftedFraction ?? 0) : state;
    }
    case "diagnosed": {
      const { id, day, signs, causes, lookOn } = entry;
      return {
        ...state,
        troubles: [...(state.troubles ?? []), { entryId: id, since: day, signs, causes, lookOn }],
      };
    }
    case "followedUp":
      return followedUp(state, entry);
    case "turned":
    case "weighed":
    case "noted":
    // Of lots, never of bins.
    case "staged":
    case "sieved":
    case "bagged":
    case "unbagged":
    case "parted":
    // Of the accounts.
    case "booked":
    // Of tubs and trays.
    case "tubSet":
    case "tubDue":
    case "tubCleared":
    case "tubCounted":
    case "trayFilled":
    case "thinned":
    case "tubEnded":
      return state;
    case "guarded":
      return guarded(state, entry);
    case "rescue":
      return rescued(state, entry);
  }
}

/** Gone or a mistake, a trouble is over; else it is looked at again. One that never was changes nothing. */
function followedUp(state: BinState, { troubleId, outcome, lookOn }: EntryOf<"followedUp">): BinState {
  const { troubles, ...rest } = state;
  if (!troubles) return state;
  const still = troubles.flatMap((one) =>
    one.entryId !== troubleId
      ? [one]
      : outcome === "gone" || outcome === "mistaken"
        ? []
        : [lookOn ? { ...one, lookOn } : one],
  );
  return still.length > 0 ? { ...rest, troubles: still } : rest;
}

/** Everything moves on towards the harvest; a meal goes where most of its part went. */
/** What was fed until then gives a share to the part that has come on top. */
function carriedUp(state: BinState, before: BinState["setup"], share: number): BinState {
  if (share <= 0 || !before || !state.setup) return state;
  const [from, to] = [fedCompartment(before).id, fedCompartment(state.setup).id];
  const held = state.contents[from];
  if (from === to || !held) return state;
  return {
    ...state,
    contents: {
      ...state.contents,
      [from]: scaled(held, 1 - share),
      [to]: added(state.contents[to] ?? NOTHING, scaled(held, share)),
    },
  };
}

function alongLine(state: BinState, fraction: number): BinState {
  if (!state.setup) return state;
  const order = fromFedEnd(state.setup);
  const contents = Object.fromEntries(
    advancedAlong(order, new Map(Object.entries(state.contents)), fraction),
  );
  if (fraction <= 0.5) return { ...state, contents };
  const next = new Map(order.map(({ id }, at) => [id, order[Math.min(at + 1, order.length - 1)]!.id]));
  const places: Record<string, PlaceState> = {};
  for (const place of Object.values(state.places)) {
    const compartmentId = next.get(place.compartmentId) ?? place.compartmentId;
    const key = placeKey(compartmentId, place.place);
    // Where two come together, the later meal stands for both.
    if (!places[key] || (places[key].fedOn ?? "") < (place.fedOn ?? ""))
      places[key] = { ...place, compartmentId };
  }
  return { ...state, contents, places };
}

/** What is filled or stocked is in use again, whatever was said of it before. */
function inUse(state: BinState, isBegun: boolean): BinState {
  if (!isBegun || !state.setup?.retired) return state;
  const { retired: _before, ...setup } = state.setup;
  return { ...state, setup };
}

/** The day of each first, kept once it is there. */
function begun(before: BinState, entry: Entry): BinState {
  const { emptiedOn: _refilled, ...refilled } = before;
  const isFilled = entry.kind === "bedded" || entry.kind === "seeded" || entry.kind === "received";
  const state = inUse(before.emptiedOn && isFilled ? refilled : before, isFilled || entry.kind === "stocked");
  const { firsts } = state;
  if ((entry.kind === "bedded" || entry.kind === "received") && !firsts.bedded)
    return { ...state, firsts: { ...firsts, bedded: entry.day } };
  if (entry.kind === "fed" && !firsts.fed) return { ...state, firsts: { ...firsts, fed: entry.day } };
  if (entry.kind !== "looked" || !state.worms.since || (firsts.squeezed && firsts.looked)) return state;
  const isSqueezed = entry.readings.some(({ of }) => of === "squeeze" || of === "moisture");
  return {
    ...state,
    firsts: {
      ...(isSqueezed ? { squeezed: entry.day } : {}),
      ...(entry.lid === "lifted" ? { looked: entry.day } : {}),
      ...firsts,
    },
  };
}

function coveredAfter(state: BinState, entry: EntryOf<"bedded">): NonNullable<BinState["cover"]> {
  const litres = sum(
    entry.parts.map(({ amount }) => ("volumeL" in amount ? amount.volumeL : amount.massKg / COVER_KG_PER_L)),
  );
  return { litres: coverLeftL(state, entry.day) + litres, day: entry.day };
}

/** Time passes until the day of the entry. */
function arrived(state: BinState, entry: Entry): BinState {
  const days = state.contentsOn ? daysBetween(state.contentsOn, entry.day) : 0;
  return {
    ...state,
    entryCount: state.entryCount + 1,
    firstDay: state.firstDay ?? entry.day,
    lastDay: entry.day,
    contentsOn: entry.day,
    contents: days > 0 ? mapValues(state.contents, (contents) => worked(contents, days)) : state.contents,
  };
}

function altered(state: BinState, entry: EntryOf<"altered">): BinState {
  const after = setupAfter(state.setup, entry);
  if (after === undefined || after === state.setup) return problem(state, entry, "log/no-setup");
  const { restingUntil, ...setup } = after;
  if (!setup.resting || restingUntil === undefined) return { ...state, setup };
  return { ...state, setup: { ...setup, restingUntil }, nextDay: restingUntil };
}

function stocked(state: BinState, entry: EntryOf<"stocked">): BinState {
  const lots = entry.worms.map(({ speciesId, amount }) => {
    // A mixed-age lot weighs less a head: young count for a seventh of an adult (process model, section 6).
    const immature = entry.immatureFraction ?? 0.3;
    const meanKg = (speciesOf(speciesId).adultG / 1000) * (1 - immature + immature * 0.25);
    return {
      speciesId,
      massKg: "count" in amount ? amount.count * meanKg : amountKg(amount, { densityKgPerL: 1 }),
    };
  });
  const dominant = lots.reduce((most, lot) => (lot.massKg > most.massKg ? lot : most));
  const massKg = sum(lots.map((lot) => lot.massKg));
  return {
    ...state,
    worms: {
      massKg: state.worms.massKg + massKg,
      speciesId: state.worms.massKg > dominant.massKg ? state.worms.speciesId : dominant.speciesId,
      since: state.worms.since ?? entry.day,
      ...cameOf(state.worms, lots),
    },
  };
}

function fed(state: BinState, entry: EntryOf<"fed">): BinState {
  const parts = entry.parts.map((part) => ({ part, ...feedPartMatter(part) }));
  const massKg = sum(parts.map((part) => part.wetKg));
  const dry = sum(parts.map((part) => part.dryKg));
  const largest = parts.reduce((most, part) => (part.wetKg > most.wetKg ? part : most));
  const after = taken(state, entry, { ...NOTHING, foodDryKg: dry }, massKg - dry);
  const compartmentId = compartmentOf(state, entry);
  const meal = { lastMeal: entry.parts };
  const totals = {
    ...after.totals,
    fedKg: after.totals.fedKg + massKg,
    fedDryKg: after.totals.fedDryKg + dry,
  };
  if (!compartmentId) return { ...after, ...meal, totals };
  const place = entry.place ?? 1;
  const key = placeKey(compartmentId, place);
  const before = state.places[key];
  const sameDay = before?.fedOn === entry.day;
  const placed: PlaceState = {
    compartmentId,
    place,
    fedOn: entry.day,
    massKg: massKg + (sameDay ? before.massKg : 0),
    preparation: largest.part.preparation,
  };
  const feeding: Feeding = {
    day: entry.day,
    massKg,
    compartmentId,
    place,
    ...(largest.part.preparation === "chopped" ? {} : { preparation: largest.part.preparation }),
  };
  const usual = state.setup ? schoolOf(state.setup.school).usualIntervalDays : 7;
  return {
    ...after,
    ...meal,
    totals,
    places: { ...after.places, [key]: placed },
    feedings: remembered(after.feedings, feeding),
    // Unless the look of the same visit has set the keeper's own date.
    ...(isDatedToday(state, entry.day) ? {} : { nextDay: addDays(entry.day, usual) }),
  };
}

const isDatedToday = (state: BinState, day: LocalDate): boolean =>
  state.lastLook?.day === day && state.nextDay !== undefined && state.nextDay > day;

/**
 * Dry matter of a harvest as it was weighed, kg: by its own moisture, else by the bin's as it was last read, else by that of
 * castings as they usually come out. Nought or more. Never throws.
 */
export const harvestedDryKg = (
  { moisture }: Pick<BinState, "moisture">,
  entry: EntryOf<"harvested">,
): number =>
  Math.max(0, entry.grossKg - entry.tareKg) * (1 - (entry.moisture ?? moisture?.value ?? HARVEST_MOISTURE));

/** At most so much of the castings, and of what had not been counted as castings yet, leaves in a harvest. */
const OF_CASTINGS = 0.98;
const OF_REST = 0.9;
function harvested(state: BinState, entry: EntryOf<"harvested">): BinState {
  const wantedDry = harvestedDryKg(state, entry);
  const asked = entry.compartment ?? (state.setup ? harvestCompartment(state.setup).id : undefined);
  const held = Object.entries(state.contents);
  const isAsked = (id: string) => asked === undefined || id === asked || held.length === 1;
  const parts = held.filter(([id]) => isAsked(id)).map(([, one]) => one);
  const castings = sum(parts.map(({ castingsDryKg }) => castingsDryKg));
  const lying = sum(parts.map(dryKg));
  const ofCastings = castings > 0 ? Math.min(OF_CASTINGS, wantedDry / castings) : 0;
  // More castings than were reckoned: what was taken for bedding and food had become castings.
  const beyond = wantedDry - ofCastings * castings;
  const ofRest = lying > castings ? Math.max(0, Math.min(OF_REST, beyond / (lying - castings))) : 0;
  const contents = Object.fromEntries(
    held.map(([id, one]) => [
      id,
      isAsked(id)
        ? {
            beddingDryKg: one.beddingDryKg * (1 - ofRest),
            foodDryKg: one.foodDryKg * (1 - ofRest),
            castingsDryKg: one.castingsDryKg * (1 - ofCastings),
          }
        : one,
    ]),
  );
  const after: BinState = {
    ...state,
    ...wishMet(state, entry.day),
    contents,
    harvestedOn: entry.day,
    totals: { ...state.totals, harvestedKg: state.totals.harvestedKg + entry.grossKg - entry.tareKg },
  };
  // What of it is castings this rough sum does not know well (the twin does): more than all that lies there cannot be.
  return wantedDry > 1.2 * lying + 0.3 ? problem(after, entry, "log/harvest-above-contents") : after;
}

/** A harvest of about the day it was wanted for is that one. */
const ABOUT_DAYS = 7;
function wishMet({ setup }: BinState, day: LocalDate): Pick<BinState, "setup"> {
  const { harvestOn } = setup?.ahead ?? {};
  if (!setup || harvestOn === undefined || daysBetween(day, harvestOn) > ABOUT_DAYS) return {};
  return { setup: { ...setup, ahead: aheadWithHarvest(setup.ahead) } };
}

function removed(state: BinState, entry: EntryOf<"removed">): BinState {
  if (entry.what === "food") return foodTaken(state, entry);
  if (entry.what === "minerals") return sieved(state, entry);
  if (entry.what !== "contents") return state;
  return contentsOut(state, entry);
}

/** A lid changes what the bin is; what lies on the bed is remembered beside it. */
function covered(state: BinState, entry: EntryOf<"covered">): BinState {
  const setup = setupAfter(state.setup, entry);
  const { over: before, ...rest } = state;
  const over = entry.over ? { ...entry.over, day: entry.day } : before;
  return {
    ...rest,
    ...(setup ? { setup } : {}),
    ...(over && over.what !== "nothing" ? { over } : {}),
  };
}

/** An addition is what it is: grit, food, castings, bedding, or a mineral that stays. */
function dosed(state: BinState, entry: EntryOf<"dosed">): BinState {
  const massKg = amountKg(entry.amount, { densityKgPerL: amendmentKgPerL(entry.materialId) });
  switch (amendmentKind(entry.materialId)) {
    case "feed": {
      const dry = massKg * (1 - DRY_FEED_MOISTURE);
      return taken(state, entry, { ...NOTHING, foodDryKg: dry }, massKg - dry);
    }
    case "bedding": {
      const dry = massKg * (1 - DRY_FEED_MOISTURE);
      return taken(state, entry, { ...NOTHING, beddingDryKg: dry }, massKg - dry);
    }
    case "castings": {
      const dry = massKg * (1 - STARTER_MOISTURE);
      return taken(state, entry, { ...NOTHING, castingsDryKg: dry }, massKg - dry);
    }
    case "mineral":
      return minerals(state, entry.materialId, massKg);
    case "grit":
      return { ...minerals(state, entry.materialId, massKg), gritOn: entry.day };
    case "lime":
      return { ...state, gritOn: entry.day };
    case "trace":
      return state;
  }
}
const minerals = (state: BinState, materialId: string, massKg: number): BinState => ({
  ...state,
  minerals: { ...state.minerals, [materialId]: (state.minerals?.[materialId] ?? 0) + massKg },
});

/** What was sieved out: so much of each mineral, or all of what can be. */
function sieved(state: BinState, entry: EntryOf<"removed">): BinState {
  const coarse = Object.entries(state.minerals ?? {}).filter(([id]) => isSievedOut(id));
  const there = sum(coarse.map(([, kg]) => kg));
  const wanted = entry.amount ? amountKg(entry.amount, { densityKgPerL: 1 }) : there;
  const share = there > 0 ? Math.min(1, wanted / there) : 0;
  return {
    ...state,
    minerals: { ...state.minerals, ...Object.fromEntries(coarse.map(([id, kg]) => [id, kg * (1 - share)])) },
  };
}

/**
 * Food out again: of one place, of a compartment, or of the whole bin where neither is named; unweighed it is all that
 * lay there.
 */
function foodTaken(state: BinState, entry: EntryOf<"removed">): BinState {
  const at = entry.compartment ?? (entry.place === undefined ? undefined : compartmentOf(state, entry));
  const isMeant = (place: PlaceState): boolean =>
    (at === undefined || place.compartmentId === at) &&
    (entry.place === undefined || place.place === entry.place);
  const lying = Object.values(state.places);
  const massOf = (some: readonly PlaceState[]) => sum(some.map(({ massKg }) => massKg));
  const meant = lying.filter(isMeant);
  const wetKg = entry.amount && amountKg(entry.amount, { densityKgPerL: FOOD_KG_PER_L });
  const share = wetKg === undefined || massOf(meant) === 0 ? 1 : Math.min(1, wetKg / massOf(meant));
  const contents = Object.fromEntries(
    Object.entries(state.contents).map(([id, held]) => {
      const here = lying.filter(({ compartmentId }) => compartmentId === id);
      const whole = massOf(here);
      const out = whole === 0 ? 0 : (share * massOf(here.filter(isMeant))) / whole;
      return [id, { ...held, foodDryKg: held.foodDryKg * (1 - out) }];
    }),
  );
  const places = mapValues(state.places, (place): PlaceState => {
    if (!isMeant(place)) return place;
    return share === 1
      ? { ...place, seen: { day: entry.day, foodLeft: "none" } }
      : { ...place, massKg: place.massKg * (1 - share) };
  });
  return { ...state, contents, places };
}

function wormsTaken(state: BinState, entry: EntryOf<"wormsTaken">): BinState {
  const massKg =
    "count" in entry.amount
      ? (entry.amount.count * speciesOf(state.worms.speciesId).adultG) / 1000
      : entry.amount.massKg;
  const after = {
    ...state,
    worms: { ...state.worms, massKg: Math.max(0, state.worms.massKg - massKg) },
    totals: { ...state.totals, wormsOutKg: state.totals.wormsOutKg + massKg },
  };
  // A herd grows: only far more than was ever stocked is a contradiction.
  return massKg > 5 * state.worms.massKg + 0.2 ? problem(after, entry, "log/worms-taken-above-stock") : after;
}

const problem = (state: BinState, entry: Entry, code: LogProblem["code"]): BinState => ({
  ...state,
  problems: [...state.problems, { code, entryId: entry.id, day: entry.day }],
});

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
const mapValues = <V, W>(record: Readonly<Record<string, V>>, change: (value: V) => W): Record<string, W> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value)]));
