import type { Entry, Reading } from "@/records/entry";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { replay } from "@/core/bin/replay";
import type { BinState } from "@/core/bin/state";
import { looked } from "@/core/bin/readings";
import { addDays, daysBetween } from "@/core/calendar/day";
import type { Practice } from "@/core/practice/practice";
import { practiceOf } from "@/core/practice/practice";
import type { Surprise } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import type { Fist } from "../learning/sharedFist";
import { weightsOf } from "../learning/learn";
import type { Observation } from "../learning/observe";
import { tailsOf } from "../learning/observe";
import { takeUpFist } from "./fist";
import type { FollowOptions, Snapshot } from "./follow";
import { runToEnd, following, passMoments, seedOf } from "./follow";
import type { Script } from "./script";
import { observationOf, scriptOf } from "./script";

/** What the twin is asked of one bin: its effective entries in order, the rooms' climates, the day. */
export interface TwinQuestion {
  readonly binId: string;
  readonly entries: readonly Entry[];
  /** What all those entries come to, where they were folded before, and what they say to the model, where that was made before. */
  readonly state?: BinState | undefined;
  readonly script?: Script | undefined;
  readonly climates: Readonly<Record<string, Climate>>;
  readonly today: LocalDate;
  /** Readings of a visit in hand, not yet entries. */
  readonly readings?: readonly Reading[];
  readonly snapshots?: readonly Snapshot[];
  /** What other bins know of the keeper's hand. */
  readonly fist?: Fist | undefined;
  /** By room: how much a forecast has the air warmer than its year from today on, K a day. What was is left to the room's year and the readings. */
  readonly air?: Readonly<Record<string, readonly number[]>> | undefined;
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
  /** The same without today's looks at food: how much may go in is asked of it, so that more left is never an excuse for more. */
  readonly unlooked: Ensemble;
  readonly surprises: readonly Surprise[];
  readonly hasReadToday: boolean;
  /** What the other bins say of the keeper's hand, heard on the day one asks. */
  readonly fist?: Fist | undefined;
  /** Standings to go on from next time. */
  readonly snapshots: readonly Snapshot[];
}

/** Brings a bin to today, learning from everything on the way; undefined while the log does not say what the bin is. */
export const bringToToday = (question: TwinQuestion, onDay?: FollowOptions["onDay"]): TwinNow | undefined =>
  runToEnd(bringingToToday(question, onDay));

/** `bringToToday`, a day at a time. */
export function* bringingToToday(
  {
    binId,
    entries,
    state: known,
    script: made,
    climates,
    today,
    readings = [],
    snapshots = [],
    fist,
    air,
    size,
  }: TwinQuestion,
  onDay?: FollowOptions["onDay"],
): Generator<{ readonly day: number; readonly until: number }, TwinNow | undefined> {
  const state = known ?? replay(entries);
  const practice = practiceOf(state);
  const script = made ?? scriptOf(entries, climates);
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
  const byK = air?.[practice.setup.roomId];
  if (byK) ensemble.place = { ...ensemble.place, ahead: { fromDay: day, byK } };
  const now: TwinNow = {
    script,
    practice,
    state,
    dawn: ensemble,
    ensemble,
    unlooked: ensemble,
    surprises: [],
    hasReadToday: false,
    fist,
    snapshots: kept,
  };
  return withReadings(now, readings);
}

/**
 * The same bin with a visit's readings in hand: from the dawn of the day, today's entries and then the readings, which are
 * entries not yet kept and go the same way.
 */
export function withReadings(now: TwinNow, readings: readonly Reading[]): TwinNow {
  const ensemble = atDawn(now);
  const today = now.script.days.filter((one) => one.day === ensemble.day);
  const inHand = readings.flatMap((reading) => observationOf(reading, now.practice.setup) ?? []);
  const moments =
    inHand.length > 0 ? [...today, { day: ensemble.day, observations: inHand, deeds: [] }] : today;
  const surprises = moments.flatMap((moment) => {
    const found = surprisesOf(ensemble, moment.observations);
    passMoments(ensemble, [moment]);
    return found;
  });
  const state = readings.length > 0 ? foldedIn(now, readings) : now.state;
  const isOfFood = ({ reading }: Observation) => reading.of === "foodLeft";
  const hasLooked = moments.some(({ observations }) => observations.some(isOfFood));
  const unlooked = hasLooked ? atDawn(now) : ensemble;
  if (hasLooked)
    passMoments(
      unlooked,
      moments.map((one) => ({ ...one, observations: one.observations.filter((of) => !isOfFood(of)) })),
    );
  return {
    ...now,
    state,
    practice: practiceOf(state) ?? now.practice,
    ensemble,
    unlooked,
    surprises,
    hasReadToday: moments.some(({ observations }) => observations.length > 0),
  };
}

function atDawn({ dawn, fist }: TwinNow): Ensemble {
  const ensemble = copied(dawn);
  if (fist) takeUpFist(ensemble, fist);
  return ensemble;
}

/** The bin's state with a visit's readings in hand folded in, as it will be when they are kept. */
function foldedIn({ state, script, dawn }: TwinNow, readings: readonly Reading[]): BinState {
  return looked(state, {
    day: addDays(script.startDay, dawn.day),
    lid: "lifted",
    readings,
  });
}

/** Told from so many in a hundred forecasts on; asked about from so many. */
const SURPRISING = 0.1;
const ASKED = 0.01;
/** What a surprise is told of; the rest of the readings are heard, and no word is made of them. */
const TOLD: ReadonlySet<string> = new Set([
  "squeeze", "moisture", "foodLeft", "temperature", "warmth", "weight", "depth", "handful", "ripeness", "smell",
]); // prettier-ignore
function surprisesOf(ensemble: Ensemble, observations: readonly Observation[]): Surprise[] {
  const weights = weightsOf(ensemble);
  return observations.flatMap((one) => {
    const { of } = one.reading;
    if (!TOLD.has(of)) return [];
    const tails = tailsOf(ensemble, weights, one);
    if (!tails) return [];
    const chance = Math.min(tails.low, tails.high);
    if (chance > SURPRISING) return [];
    return [
      {
        of: of as Surprise["of"],
        isMore: tails.high < tails.low,
        beyond: 1 - chance,
        isAsked: chance <= ASKED && one.because === undefined,
        ...(one.at === undefined ? {} : { compartmentId: one.at }),
        ...("place" in one.reading && one.reading.place !== undefined ? { place: one.reading.place } : {}),
      },
    ];
  });
}

/**
 * Days whose dawn is worth keeping: one of the last week, since to live a week again takes less time than to write a standing and read
 * it back; and older ones thinning out, so that a late entry need not start at the beginning.
 */
const keptDays = (dawn: number): ReadonlySet<number> =>
  new Set(
    [7 * Math.floor(dawn / 7), 30 * Math.floor((dawn - 14) / 30), 120 * Math.floor((dawn - 44) / 120)].filter(
      (day) => day > 0,
    ),
  );
