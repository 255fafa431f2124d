import type { Entry, Reading } from "@/records/entry";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { replay } from "@/core/bin/replay";
import type { BinState } from "@/core/bin/state";
import { daysBetween } from "@/core/calendar/day";
import type { Practice } from "@/core/practice/practice";
import { practiceOf } from "@/core/practice/practice";
import type { Surprise } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import type { Fist } from "../learning/sharedFist";
import { assimilate, weightsOf } from "../learning/learn";
import type { Observation } from "../learning/observe";
import { surpriseOf } from "../learning/observe";
import { heed } from "./fist";
import type { FollowOptions, Snapshot } from "./follow";
import { drained, following, live, seedOf } from "./follow";
import type { Script } from "./script";
import { observationOf, scriptOf } from "./script";

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
