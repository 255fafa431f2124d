import type { Entry, EntryOf, Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import { squeezeInterval, squeezeMoisture } from "../moisture/squeeze";
import { compartmentOf, totalDryKg } from "./held";
import type { BinState, Feeding } from "./state";
import { heardKey, isAlarm, placeKey, WATCHED_DAYS } from "./state";
import { fedCompartment, harvestCompartment } from "./system";
import { heardByRescue } from "./watch";

/** What a deed has made old among the readings of its day: food where one fed or took out, moisture where one wetted or bedded. */
export function outdated(before: BinState, entry: Entry): BinState {
  const state = lighter(before, entry);
  if (state.seen === undefined) return state;
  const gone = (reading: Reading): boolean => {
    switch (entry.kind) {
      case "fed":
      case "removed":
        return (
          reading.of === "foodLeft" && (entry.place === undefined || (reading.place ?? 1) === entry.place)
        );
      case "watered":
      case "bedded":
      case "drained":
      case "received":
        return (
          reading.of === "squeeze" ||
          reading.of === "moisture" ||
          (reading.of === "sign" && (reading.sign === "standing-liquid" || reading.sign === "dry-edges"))
        );
      case "emptied":
        return true;
      default:
        return false;
    }
  };
  const kept = state.seen.readings.filter((reading) => !gone(reading));
  return kept.length === state.seen.readings.length
    ? state
    : { ...state, seen: { ...state.seen, readings: kept } };
}

/** What was taken out explains a weight that fell. */
function lighter(state: BinState, { kind }: Entry): BinState {
  if (!state.weight || !TAKES_OUT.has(kind)) return state;
  const { weight: _weight, ...rest } = state;
  return rest;
}
const TAKES_OUT: ReadonlySet<Entry["kind"]> = new Set([
  "removed",
  "harvested",
  "drained",
  "wormsTaken",
  "split",
  "tipped",
  "emptied",
  "rotated",
  "received",
]);

/** What of a look the state is changed by: an entry, or readings in hand. */
type Look = Pick<EntryOf<"looked">, "day" | "lid" | "compartment" | "place" | "nextDay"> & {
  readonly readings: readonly Reading[];
};

/** What one look changes in a state: each reading in turn, alarms anew, the day to come back. */
export function looked(state: BinState, entry: Look): BinState {
  let after: BinState = {
    ...state,
    visits: state.visits + (entry.lid === "lifted" ? 1 : 0),
    readings: state.readings + entry.readings.length,
    lastLook: { day: entry.day, lid: entry.lid },
    alarms: [],
    ...(entry.nextDay ? { nextDay: entry.nextDay } : {}),
  };
  // What the keeper calls a slip stays in the log and is not believed.
  const believed = entry.readings.filter(({ because }) => because !== "slip");
  for (const reading of believed) after = read(after, entry, reading);
  const squeezes = state.squeezes + believed.filter(({ of }) => of === "squeeze").length;
  const earlier = state.seen?.day === entry.day ? state.seen.readings : [];
  const placed = believed.map((reading) => ({
    ...reading,
    ...(reading.compartment === undefined && entry.compartment ? { compartment: entry.compartment } : {}),
    ...(reading.place === undefined && entry.place ? { place: entry.place } : {}),
  }));
  const gone = after.feedings.filter(({ left }) => left === "none" || left === "little").length;
  return heardByRescue(
    {
      ...watched(after, entry, believed),
      squeezes,
      ...(gone >= GONE_MEALS && !after.firsts.twoGone
        ? { firsts: { ...after.firsts, twoGone: entry.day } }
        : {}),
      heard: heardAfter(state, entry, placed),
      seen: { day: entry.day, readings: [...earlier, ...placed] },
    },
    entry.lid === "lifted" ? { day: entry.day, readings: placed } : undefined,
  );
}

/** What kills within days, and may not be over though the lid is closed again; rodents are another matter. */
const callsForWatch = (reading: Reading): boolean =>
  isAlarm(reading) && !(reading.of === "sign" && reading.sign === "rodent-signs");
/** Fewer live there now than were thought, and nobody knows how many. */
const tellsOfLoss = (reading: Reading): boolean =>
  reading.of === "sign" &&
  reading.isPresent &&
  (reading.sign === "mass-escape" || reading.sign === "worms-limp-dead");
/** A bin stands under watch from an alarm on, until a look some days later finds it earthy and no alarm. */
function watched(state: BinState, { day }: Look, readings: readonly Reading[]): BinState {
  const isFlood =
    readings.some((one) => one.of === "sign" && one.sign === "standing-liquid" && one.isPresent) &&
    readings.some((one) => one.of === "squeeze" && one.squeeze === "stream");
  if (isFlood || readings.some(callsForWatch))
    return {
      ...state,
      watch: { since: day },
      ...(readings.some(tellsOfLoss) && state.feedings.length > 0
        ? {
            feedings: state.feedings.map((one, at, all) =>
              at === all.length - 1 ? { ...one, fled: true } : one,
            ),
          }
        : {}),
    };
  const { watch, ...rest } = state;
  const isEarthy = readings.some((one) => one.of === "smell" && one.smell === "earthy");
  return watch && isEarthy && daysBetween(watch.since, day) >= WATCHED_DAYS ? rest : state;
}

/** Meals seen gone from which on a bin is past its start. */
export const GONE_MEALS = 2;

/** Readings that are of one part, each under its own key; what lies at a place is kept there. */
function heardAfter(state: BinState, { day }: Look, placed: readonly Reading[]): BinState["heard"] {
  if (!state.setup) return state.heard;
  const fed = fedCompartment(state.setup).id;
  const ripe = harvestCompartment(state.setup).id;
  const heard = { ...state.heard };
  for (const reading of placed) {
    const isOfPart =
      reading.of === "squeeze" ||
      reading.of === "moisture" ||
      reading.of === "ripeness" ||
      reading.of === "temperature";
    if (!isOfPart) continue;
    const compartmentId = reading.compartment ?? (reading.of === "ripeness" ? ripe : fed);
    heard[heardKey(reading.of, compartmentId)] = { day, compartmentId, reading };
  }
  return heard;
}

/** Moisture is put right where one feeds; what another part says is not said of it. */
const isElsewhere = ({ setup }: BinState, compartment: string | undefined): boolean =>
  compartment !== undefined && setup !== undefined && compartment !== fedCompartment(setup).id;

function read(state: BinState, entry: Look, reading: Reading): BinState {
  const after = isAlarm(reading)
    ? {
        ...state,
        alarms: [
          ...state.alarms,
          { day: entry.day, sign: reading.of === "sign" ? reading.sign : reading.of },
        ],
      }
    : state;
  switch (reading.of) {
    case "squeeze": {
      if (isElsewhere(state, reading.compartment ?? entry.compartment)) return after;
      const { low, high } = squeezeInterval(reading.squeeze);
      return moistureRead(after, entry.day, {
        value: squeezeMoisture(reading.squeeze),
        low,
        high,
        knownBy: "squeeze",
        squeeze: reading.squeeze,
      });
    }
    case "moisture": {
      if (isElsewhere(state, reading.compartment ?? entry.compartment)) return after;
      const spread = reading.instrument === "ovenDried" ? 0.02 : 0.08;
      return moistureRead(after, entry.day, {
        value: reading.moisture,
        low: Math.max(0, reading.moisture - spread),
        high: Math.min(0.98, reading.moisture + spread),
        knownBy: "probe",
      });
    }
    case "temperature":
      return {
        ...after,
        temperature: {
          day: entry.day,
          valueC: reading.temperatureC,
          spreadK: reading.instrument === "surfaceThermometer" ? 2.5 : 1.2,
        },
      };
    case "smell":
      return {
        ...after,
        smell: { day: entry.day, smell: reading.smell },
        feedings: judged(after.feedings, { smelled: reading.smell, smelledOn: entry.day }),
      };
    case "foodLeft": {
      const compartmentId = reading.compartment ?? compartmentOf(after, entry);
      if (!compartmentId) return after;
      const place = reading.place ?? entry.place ?? 1;
      const key = placeKey(compartmentId, place);
      const known = after.places[key] ?? { compartmentId, place, massKg: 0, preparation: "chopped" as const };
      const places = {
        ...after.places,
        [key]: { ...known, seen: { day: entry.day, foodLeft: reading.foodLeft } },
      };
      // What lies there is the newest meal of that place; the latest look is the last word on it.
      const newest = after.feedings.findLastIndex(
        (feeding) => feeding.compartmentId === compartmentId && feeding.place === place,
      );
      const feedings = after.feedings.map((feeding, at) =>
        at === newest ? { ...feeding, left: reading.foodLeft, leftOn: entry.day } : feeding,
      );
      return { ...after, places, feedings };
    }
    case "weight":
      return {
        ...after,
        weight: {
          day: entry.day,
          kg: reading.massKg,
          ...(after.weight ? { beforeKg: after.weight.kg } : {}),
        },
      };
    case "warmth":
    case "fillDepth":
    case "handful":
    case "ripeness":
    case "fillMark":
    case "sign":
      return after;
  }
}

const judged = (
  feedings: readonly Feeding[],
  seen: Required<Pick<Feeding, "smelled" | "smelledOn">>,
): Feeding[] =>
  feedings.map((feeding, at) =>
    at === feedings.length - 1 && feeding.smelled === undefined ? { ...feeding, ...seen } : feeding,
  );

function moistureRead(
  state: BinState,
  day: LocalDate,
  known: {
    value: number;
    low: number;
    high: number;
    knownBy: "squeeze" | "probe";
    squeeze?: NonNullable<BinState["moisture"]>["squeeze"];
  },
): BinState {
  const { squeeze, ...rest } = known;
  return {
    ...state,
    moisture: {
      ...rest,
      ...(squeeze ? { squeeze } : {}),
      day,
      dryKg: totalDryKg(state),
      waterInL: 0,
      dryInKg: 0,
    },
  };
}
