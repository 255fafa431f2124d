import { herdOf, tenderest } from "../bin/mixture";
import { SEEN_SHARE } from "../matter/figures";
import type { BinSetup } from "@/records/setup";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Cover } from "@/vocabulary/setup";
import { addDays, daysBetween } from "../calendar/day";
import { schoolOf } from "../catalogue/school";
import type { Contents } from "../bin/matter";
import { bufferL, castingsShare, dryKg, NOTHING, settledVolumes, worked } from "../bin/matter";
import type { BinState, MoistureRecord, PlaceState } from "../bin/state";
import { fedCompartment, harvestCompartment, surfaceM2, volumeOfL } from "../bin/system";
import { capacity, clearingDays } from "../ration/ration";
import { airTemperatureC, saturationKpa } from "./climate";
import type { Band, Engine, Expectation, PlaceExpectation } from "./expectation";

/**
 * Rules of thumb with honest bands: the last reading carried on by mass balance, food gone over its clearing time,
 * the herd growing towards what the surface carries. It stands where the process model will stand.
 */
export const simpleEngine: Engine = {
  expect: (state, climate, day) => Promise.resolve(simpleExpectation(state, climate, day)),
};

export function simpleExpectation(state: BinState, climate: Climate, day: LocalDate): Expectation {
  const temperatureC = temperature(state, climate, day);
  const moisture = expectedMoisture(state, climate, day);
  const wormsKg = herd(state, temperatureC.middle, day);
  const contents = contentsOn(state, day);
  const fed = (state.setup && contents[fedCompartment(state.setup).id]) ?? NOTHING;
  const castingsDry = Object.values(contents).reduce((sum, one) => sum + one.castingsDryKg, 0);
  const ripe = state.setup ? castingsShare(contents[harvestCompartment(state.setup).id] ?? NOTHING) : 0;
  const places = expectedPlaces(state, wormsKg, temperatureC.middle, moisture.middle, day);
  const wet = (share: number) => share / (1 - Math.min(0.95, moisture.middle));
  return {
    engine: "simple-1",
    day,
    moisture,
    temperatureC,
    wormsKg,
    places,
    castingsKg: band(wet(castingsDry) * 0.7, wet(castingsDry), wet(castingsDry) * 1.3),
    ripeness: band(Math.max(0, ripe - 0.15), ripe, Math.min(1, ripe + 0.15)),
    fedMassKg: band(wet(dryKg(fed)) * 0.85, wet(dryKg(fed)), wet(dryKg(fed)) * 1.15),
    beddingL: bufferL(fed),
    contents,
    freeL: state.setup ? roomIn(fedCompartment(state.setup), contents) : 0,
    troubleRisk: trouble(state, moisture, temperatureC, places),
    sureness:
      state.readings < 3
        ? "guess"
        : state.readings < 20 || moisture.high - moisture.low > 0.14
          ? "fair"
          : "good",
    wouldHelp:
      moisture.high - moisture.low > 0.1
        ? "squeeze"
        : places.some((place) => place.left.high - place.left.low > 0.4)
          ? "foodLeft"
          : "temperature",
  };
}

/** Contents of each compartment carried on to a day after the last entry. */
function contentsOn(state: BinState, day: LocalDate): Record<string, Contents> {
  const days = state.contentsOn ? Math.max(0, daysBetween(state.contentsOn, day)) : 0;
  return Object.fromEntries(
    Object.entries(state.contents).map(([id, contents]) => [id, worked(contents, days)]),
  );
}

/** Up to a hand's breadth below the rim. */
function roomIn(compartment: BinSetup["compartments"][number], contents: Record<string, Contents>): number {
  const litres = settledVolumes(contents[compartment.id] ?? NOTHING);
  return Math.max(0, 0.9 * volumeOfL(compartment) - litres.beddingL - litres.foodL - litres.castingsL);
}

function temperature(state: BinState, climate: Climate, day: LocalDate): Band {
  const air = airTemperatureC(climate, day);
  const read = state.temperature;
  if (!read) return band(air - 2.5, air + 0.5, air + 3.5);
  // What a reading showed above or below the room's usual fades over a fortnight.
  const weight = Math.exp(-Math.max(0, daysBetween(read.day, day)) / 14);
  const middle = air + 0.5 + (read.valueC - airTemperatureC(climate, read.day) - 0.5) * weight;
  const spread = read.spreadK * weight + 3 * (1 - weight);
  return band(middle - spread, middle, middle + spread);
}

/** Drying through a cover against bare bedding; grams a square metre loses per day and kPa. Source: process model 5.1, 5.6. */
const COVER_FACTOR: Record<Cover, number> = {
  open: 1,
  breathable: 0.55,
  vented: 0.35,
  looseLid: 0.2,
  tightLid: 0.06,
  wetBlanket: 0.3,
};
const DRYING_G_M2_DAY_KPA = 750;

function dryingKgPerDay(setup: BinSetup, climate: Climate, day: LocalDate): number {
  const saturation = saturationKpa(airTemperatureC(climate, day));
  return (
    (DRYING_G_M2_DAY_KPA / 1000) *
    surfaceM2(setup) *
    COVER_FACTOR[setup.cover] *
    saturation *
    (1 - climate.humidity)
  );
}

/** What is left in dry mass for each kilogram that went in, a fortnight on: the rest is breathed off and its water stays. */
const KEPT_OF_FOOD = 0.6;
/** Above this the mass cannot hold it and a drained bin lets it go. Source: process model 5.1, castings and card at field capacity. */
const HOLDS = 0.82;

function expectedMoisture(state: BinState, climate: Climate, day: LocalDate): Band {
  const known = state.moisture;
  if (!known || !state.setup) return band(0.6, 0.75, 0.88);
  const days = Math.max(0, daysBetween(known.day, day));
  const half = days === 0 ? undefined : addDays(known.day, Math.round(days / 2));
  const lost = half ? dryingKgPerDay(state.setup, climate, half) * days : 0;
  const middle = carried(known, lost, state.setup);
  const low = carried({ ...known, value: known.low }, lost * 1.5, state.setup);
  const high = carried({ ...known, value: known.high }, lost * 0.6, state.setup);
  // Habits we do not know of (a drip, a draught, a wetter bag of scraps) widen the band by a quarter point a day.
  const unknown = Math.min(0.1, 0.0025 * days);
  return band(
    Math.max(0.2, Math.min(low, middle) - unknown),
    middle,
    Math.min(0.95, Math.max(high, middle) + unknown),
  );
}

function carried(known: MoistureRecord, lostL: number, setup: BinSetup): number {
  const dry = Math.max(0.05, known.dryKg + known.dryInKg * KEPT_OF_FOOD);
  const water = Math.max(0.4 * dry, (known.dryKg * known.value) / (1 - known.value) + known.waterInL - lostL);
  const moisture = water / (water + dry);
  const drains = setup.drainage === "free" || setup.drainage === "sump";
  return drains && moisture > HOLDS
    ? HOLDS + (Math.min(moisture, 0.95) - HOLDS) * 0.35
    : Math.min(0.95, moisture);
}

/** Kilograms of worms a square metre carries without crowding. Source: process model 12.2, production. */
const CARRIES_KG_M2 = 5;
/** Doubling time at 20 °C; a cold bin breeds slower. Source: process model 12.18. */
const DOUBLING_DAYS = 77;

function herd(state: BinState, temperatureC: number, day: LocalDate): Band {
  const { massKg, since } = state.worms;
  if (massKg === 0 || !since || !state.setup) return band(0, massKg, 0);
  const room = Math.max(massKg, surfaceM2(state.setup) * CARRIES_KG_M2);
  const days = Math.max(0, daysBetween(since, day) - 30);
  const doubling = DOUBLING_DAYS * 1.19 ** ((20 - Math.min(25, temperatureC)) / 5);
  const growth = 2 ** (days / doubling);
  const middle = (room * massKg * growth) / (room + massKg * (growth - 1));
  const spread = Math.min(0.5, 0.15 + days / 1000);
  return band(middle * (1 - spread), middle, middle * (1 + spread));
}

function expectedPlaces(
  state: BinState,
  worms: Band,
  temperatureC: number,
  moisture: number,
  day: LocalDate,
): PlaceExpectation[] {
  const ageDays = state.worms.since ? daysBetween(state.worms.since, day) : 0;
  const eats = capacity({
    wormsKg: worms.middle,
    ...herdOf(state.worms),
    temperatureC,
    moisture,
    ageDays,
  }).kgPerDay;
  return Object.values(state.places).map((place) => expectedPlace(place, eats, temperatureC, ageDays, day));
}

function expectedPlace(
  place: PlaceState,
  eatsKgPerDay: number,
  temperatureC: number,
  ageDays: number,
  day: LocalDate,
): PlaceExpectation {
  const clears = clearingDays(place.preparation, temperatureC, ageDays);
  // A meal larger than the herd eats in that time takes longer, up to a season.
  const byAppetite = eatsKgPerDay > 0 ? place.massKg / eatsKgPerDay : place.massKg > 0 ? 120 : 0;
  const takes = Math.min(120, Math.max(clears, byAppetite));
  const { seen } = place;
  const start = seen ? SEEN_SHARE[seen.foodLeft] : place.fedOn ? 1 : 0;
  const since = seen ? daysBetween(seen.day, day) : place.fedOn ? daysBetween(place.fedOn, day) : 0;
  const leftAfter = (pace: number) => Math.max(0, Math.min(1, start - Math.max(0, since) / (takes * pace)));
  const goneAfter = (pace: number) => Math.max(0, (start - 0.1) * takes * pace - Math.max(0, since));
  return {
    compartmentId: place.compartmentId,
    place: place.place,
    ...(place.fedOn ? { fedOn: place.fedOn } : {}),
    massKg: place.massKg,
    left: band(leftAfter(0.7), leftAfter(1), leftAfter(1.5)),
    goneInDays: band(goneAfter(0.7), goneAfter(1), goneAfter(1.5)),
  };
}

function trouble(
  state: BinState,
  moisture: Band,
  temperatureC: Band,
  places: readonly PlaceExpectation[],
): Band {
  const school = state.setup ? schoolOf(state.setup.school) : undefined;
  const species = tenderest(state.worms);
  const soaked = school ? clamp((moisture.middle - school.moistureHigh - 0.04) / 0.08) : 0;
  const parched = school ? clamp((school.moistureLow - 0.08 - moisture.middle) / 0.1) : 0;
  const hot = clamp((temperatureC.middle - (species.heatDeathC - 7)) / 6);
  const piled = places.filter((place) => place.left.middle > 0.5).length >= 3 ? 0.4 : 0;
  const told = state.alarms.length > 0 ? 0.8 : state.smell && state.smell.smell !== "earthy" ? 0.5 : 0;
  const middle = Math.max(0.03, soaked, parched, hot, piled, told);
  return band(middle * 0.6, middle, Math.min(1, middle * 1.4 + 0.05));
}

const clamp = (value: number): number => Math.min(1, Math.max(0, value));
const band = (low: number, middle: number, high: number): Band => ({
  low: Math.min(low, middle),
  middle,
  high: Math.max(high, middle),
});
