import type { Entry, Reading } from "@/records/entry";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { replay } from "../bin/replay";
import type { BinState } from "../bin/state";
import { placeKey } from "../bin/state";
import { bufferL, NOTHING } from "../bin/matter";
import { fedCompartment, volumeOfL } from "../bin/system";
import { addDays, daysBetween } from "../calendar/day";
import { DRY_BEDDING } from "../decision/moistureStep";
import type { Practice } from "../decision/practice";
import { practiceOf, targetMoisture } from "../decision/practice";
import type { Band, Expectation, HelpfulReading, Surprise, TwinAdvice } from "../expectation/expectation";
import type { Ensemble } from "./ensemble";
import { copied } from "./ensemble";
import type { Fist } from "./sharedFist";
import { heed, ownFist } from "./fist";
import { drained, following, live, seedOf } from "./follow";
import type { FollowOptions, Snapshot } from "./follow";
import { habitsOf, warningsOf } from "./habits";
import type { HarvestWindow } from "./harvest";
import { harvestWindow } from "./harvest";
import { assimilate, weightsOf } from "./learn";
import { readyAfter } from "./leftAlone";
import { moistureNeed } from "./moistureNeed";
import type { Observation } from "./observe";
import { surpriseOf } from "./observe";
import { planNow } from "./planNow";
import type { TwinDay } from "./readDay";
import { readDay } from "./readDay";
import type { Script } from "./script";
import { observationOf, scriptOf } from "./script";
import { changed, horizonDays, mealKind } from "./usualPlan";
import { TWIN_MODEL } from "./version";

/** What the twin is asked of one bin: its effective entries in order, the rooms' climates, the day. */
export interface TwinQuestion {
  readonly binId: string;
  readonly entries: readonly Entry[];
  readonly climates: Readonly<Record<string, Climate>>;
  readonly today: LocalDate;
  /** Readings of a visit in hand, not yet entries. */
  readonly readings?: readonly Reading[];
  readonly snapshots?: readonly Snapshot[];
  /** What other bins know of the keeper's hand. */
  readonly fist?: Fist | undefined;
  readonly size?: number;
}
/** A bin brought to today, ready to be asked. */
export interface TwinNow {
  readonly script: Script;
  readonly practice: Practice;
  readonly state: BinState;
  /** Before anything of today. */
  readonly dawn: Ensemble;
  /** After today's entries and the readings in hand. */
  readonly ensemble: Ensemble;
  readonly surprises: readonly Surprise[];
  readonly hasReadToday: boolean;
  /** What the other bins say of the keeper's hand, heard on the day one asks. */
  readonly fist?: Fist | undefined;
  /** Standings to go on from next time. */
  readonly snapshots: readonly Snapshot[];
}

/** Brings a bin to today, learning from everything on the way; undefined while the log does not say what the bin is. */
export const bringToToday = (question: TwinQuestion, onDay?: FollowOptions["onDay"]): TwinNow | undefined =>
  drained(bringingToToday(question, onDay));

/** `bringToToday`, a day at a time. */
export function* bringingToToday(
  { binId, entries, climates, today, readings = [], snapshots = [], fist, size }: TwinQuestion,
  onDay?: FollowOptions["onDay"],
): Generator<{ readonly day: number; readonly until: number }, TwinNow | undefined> {
  const state = replay(entries);
  const practice = practiceOf(state);
  const script = scriptOf(entries, climates);
  if (!practice || !script) return undefined;
  const options: FollowOptions = {
    seed: seedOf(binId),
    snapshots,
    ...(size === undefined ? {} : { size }),
    ...(onDay ? { onDay } : {}),
  };
  const day = Math.max(0, daysBetween(script.startDay, today));
  const kept: Snapshot[] = [];
  const ensemble = yield* following(script, day, {
    ...options,
    keepAt: keptDays(day),
    onSnapshot: (snapshot) => kept.push(snapshot),
  });
  const now: TwinNow = {
    script,
    practice,
    state,
    dawn: ensemble,
    ensemble,
    surprises: [],
    hasReadToday: false,
    fist,
    snapshots: kept,
  };
  return withReadings(now, readings);
}

/** The same bin with a visit's readings in hand: from the dawn of the day, today's entries and then the readings. */
export function withReadings(now: TwinNow, readings: readonly Reading[]): TwinNow {
  const ensemble = copied(now.dawn);
  if (now.fist) heed(ensemble, now.fist);
  const today = now.script.days.find((one) => one.day === ensemble.day);
  const inHand = readings.flatMap((reading) => observationOf(reading, now.practice.setup) ?? []);
  const surprises = surprisesOf(ensemble, [...(today?.observations ?? []), ...inHand]);
  live(ensemble, today);
  assimilate(ensemble, inHand);
  ensemble.readings += inHand.length;
  return { ...now, ensemble, surprises, hasReadToday: inHand.length > 0 };
}

const SURPRISING = 0.8;
function surprisesOf(ensemble: Ensemble, observations: readonly Observation[]): Surprise[] {
  if (ensemble.readings < 3) return [];
  const weights = weightsOf(ensemble);
  return observations.flatMap((one) => {
    const { of } = one.reading;
    if (of !== "squeeze" && of !== "moisture" && of !== "foodLeft" && of !== "temperature" && of !== "warmth")
      return [];
    const found = surpriseOf(ensemble, weights, one);
    if (!found) return [];
    const beyond = Math.max(found.below, found.above);
    return beyond >= SURPRISING ? [{ of, isMore: found.below > found.above, beyond }] : [];
  });
}

/** Days whose dawn is worth keeping: today's, and older ones thinning out, so that a late entry need not start at the beginning. */
const keptDays = (dawn: number): ReadonlySet<number> =>
  new Set(
    [dawn, 30 * Math.floor((dawn - 14) / 30), 120 * Math.floor((dawn - 44) / 120)].filter((day) => day > 0),
  );

const placeAfter = (place: number, setup: Practice["setup"]): number =>
  (place % fedCompartment(setup).placeCount) + 1;

/**
 * Everything the screens and the decision ask of the twin on a day. The harvest window looks months ahead: where it is
 * known from before a visit's readings, which hardly move it, it is not worked out again.
 */
export function twinExpectation(
  now: TwinNow,
  today: LocalDate,
  knownHarvest?: TwinAdvice["harvest"],
): Expectation {
  const { ensemble, practice, script } = now;
  const { school, setup } = practice;
  const read = readDay(ensemble, script.startDay);
  const target = targetMoisture(practice);
  const { place, quiet, forDays, meal, usual, planned } = planNow(now, today);
  const harvest =
    knownHarvest ??
    harvestOf(harvestWindow(ensemble, changed(usual, planned ?? {}, today, {}), horizonDays(practice)));
  const again =
    meal.kg > 0
      ? readyAfter(
          ensemble,
          { kind: mealKind(practice), kg: meal.kg, place, nextPlace: placeAfter(place, setup) },
          Math.min(60, school.maxIntervalDays),
        )
      : undefined;
  const { warnings, troubleSoon } = warningsOf(ensemble, target);
  const contents = Object.fromEntries(
    read.compartments.map(({ id, beddingDryKg, foodDryKg, castingsDryKg }) => [
      id,
      { beddingDryKg, foodDryKg, castingsDryKg },
    ]),
  );
  const water = moistureNeed(ensemble, target.low, DRY_BEDDING.moisture);
  const bedding = moistureNeed(ensemble, target.high, DRY_BEDDING.moisture);
  const fed = fedCompartment(setup);
  const litres = read.compartments.find((one) => one.id === fed.id)?.litres ?? 0;
  return {
    engine: TWIN_MODEL,
    day: today,
    moisture: read.moisture,
    temperatureC: read.temperatureC,
    wormsKg: read.wormsKg,
    places: placesOf(now, read, quiet.goneInDays),
    castingsKg: read.castingsKg,
    ripeness: read.ripeness,
    troubleRisk: { low: troubleSoon / 2, middle: troubleSoon, high: Math.min(1, 1.5 * troubleSoon + 0.02) },
    fedMassKg: read.fedMassKg,
    beddingL: bufferL(contents[fed.id] ?? NOTHING),
    contents,
    freeL: Math.max(0, 0.9 * volumeOfL(fed) - litres),
    sureness:
      ensemble.readings < 3
        ? "guess"
        : ensemble.readings < 20 || read.moisture.high - read.moisture.low > 0.1
          ? "fair"
          : "good",
    wouldHelp: helpful(read),
    twin: {
      readings: ensemble.readings,
      hasReadToday: now.hasReadToday,
      meal: {
        mostKg: meal.kg,
        forDays,
        limit: meal.limit,
        trouble: meal.trouble,
        clearsInDays: meal.clearsInDays,
        ...(meal.triedKg === undefined ? {} : { triedKg: meal.triedKg }),
      },
      ...(quiet.mealInDays ? { mealInDays: quiet.mealInDays } : {}),
      ...(again ? { againInDays: again } : {}),
      need: {
        waterL: water.waterL,
        dryBeddingKg: bedding.beddingKg,
        isUnsure: water.waterL.high > 0.02 && bedding.beddingKg.high > 0.02,
      },
      compartments: read.compartments.map(({ id, moisture, ripeness, wormShare }) => ({
        id,
        moisture,
        ripeness,
        wormShare,
      })),
      sumpL: read.sumpL,
      harvest,
      habits: habitsOf(ensemble),
      fist: ownFist(now.dawn, script),
      surprises: now.surprises,
      misfits: ensemble.misfits.map(({ code, key, day }) => ({
        code,
        entryId: key,
        day: addDays(script.startDay, day),
      })),
      warnings,
    },
  };
}

const harvestOf = ({ inDays, kg, gainsKg }: HarvestWindow): NonNullable<TwinAdvice["harvest"]> => ({
  kg,
  gainsKg,
  ...(inDays ? { inDays } : {}),
});

/** Every place the log knows, with what the twin says is left there; what has no marker any more is gone. */
function placesOf({ state }: TwinNow, read: TwinDay, gone: ReadonlyMap<string, Band>): Expectation["places"] {
  const NONE: Band = { low: 0, middle: 0, high: 0 };
  return Object.values(state.places).map((place) => {
    const key = placeKey(place.compartmentId, place.place);
    const found = read.places.find(
      (one) => one.compartmentId === place.compartmentId && one.place === place.place,
    );
    return {
      compartmentId: place.compartmentId,
      place: place.place,
      ...(place.fedOn ? { fedOn: place.fedOn } : {}),
      massKg: place.massKg,
      left: found?.left ?? NONE,
      goneInDays: gone.get(key) ?? NONE,
    };
  });
}

/** The reading whose answer is least known, measured by what it would change. */
function helpful({ moisture, temperatureC, places }: TwinDay): HelpfulReading {
  const doubts: readonly (readonly [HelpfulReading, number])[] = [
    ["squeeze", (moisture.high - moisture.low) / 0.06],
    ["foodLeft", Math.max(0, ...places.map(({ left }) => left.high - left.low)) / 0.35],
    ["temperature", (temperatureC.high - temperatureC.low) / 5],
  ];
  return doubts.toSorted((a, b) => b[1] - a[1])[0]![0];
}
