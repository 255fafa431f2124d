import type { Ensemble, Frozen } from "../ensemble/ensemble";
import { doDeed } from "../ensemble/deed";
import { frozen, newEnsemble, thawed } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { assimilate } from "../learning/learn";
import { saying } from "../learning/openUp";
import { misfitDeed, misfitReadings } from "../learning/misfits";
import type { Script, ScriptDay } from "./script";
import { byDay } from "./script";
import { TWIN_MODEL } from "@/core/stored/versions";

/** Possible bins in an ensemble: enough that bands of 10 and 90 % stand still, few enough for a phone. */
const MEMBERS = 240;
/** One bin's draws never follow another's: the seed comes from its id. */
export function seedOf(binId: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < binId.length; at += 1) hash = Math.imul(hash ^ binId.charCodeAt(at), 0x01000193);
  return hash >>> 0;
}

/** An ensemble as it stood at the dawn of a day, with what it rests on: all script days before that one. */
export interface Snapshot {
  /** Fingerprint of set-up and of every script day before `ensemble.day`. */
  readonly of: string;
  readonly ensemble: Frozen;
}

export interface FollowOptions {
  readonly size?: number;
  readonly seed: number;
  /** Whether readings are learned from; not so in the unlearned baseline. */
  readonly learns?: boolean;
  /** Earlier standings of the same bin; the latest whose past is still true is gone on from. */
  readonly snapshots?: readonly Snapshot[];
  /** Days whose dawn is to be kept as a snapshot, handed to `onSnapshot`; those passed long ago are handed on as they were. */
  readonly keepAt?: ReadonlySet<number>;
  readonly onSnapshot?: (snapshot: Snapshot) => void;
  /** At the dawn of each day, before its readings. */
  readonly onDay?: (ensemble: Ensemble, day: number) => void;
}

/**
 * What a standing at the dawn of a day rests on: any change, addition or deletion before that day changes it. Two FNV-1a hashes over
 * the text of all that, taken in one walk over the log whatever the days asked about.
 */
function pastsOf(
  script: Script,
  { size, seed, learns }: Pick<FollowOptions, "size" | "seed" | "learns">,
): (day: number) => string {
  const head = [TWIN_MODEL, size ?? MEMBERS, seed, learns ?? true, script.startDay, script.bin, script.place];
  let so: Hash = hashed(HASH_BEGINS, `${JSON.stringify(head).slice(0, -1)},[`);
  /** After so many of the script's days. */
  const after: Hash[] = [so];
  return (day) => {
    const first = script.days.findIndex((one) => one.day >= day);
    const count = first < 0 ? script.days.length : first;
    for (let at = after.length - 1; at < count; at += 1) {
      so = hashed(so, `${at > 0 ? "," : ""}${JSON.stringify(script.days[at])}`);
      after.push(so);
    }
    const { length, a, b } = hashed(after[count]!, "]]");
    return `${length}-${(a >>> 0).toString(36)}-${(b >>> 0).toString(36)}`;
  };
}

interface Hash {
  readonly length: number;
  readonly a: number;
  readonly b: number;
}
const HASH_BEGINS: Hash = { length: 0, a: 0x811c9dc5, b: 0x9747b28c };
function hashed(so: Hash, text: string): Hash {
  let { a, b } = so;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x85ebca6b) ^ (b >>> 13);
  }
  return { length: so.length + text.length, a, b };
}

/**
 * A bin followed from its set-up to the dawn of `until`, learning from every reading on the way. Going on from a
 * snapshot gives the same numbers as starting over (tested): chance is named by what it is for, not by when it is drawn.
 * Yields once a day, so that a worker can say how far it is and stop when no one wants the answer any more.
 */
export function* following(
  script: Script,
  until: number,
  options: FollowOptions,
): Generator<{ readonly day: number; readonly until: number }, Ensemble> {
  const pastOf = pastsOf(script, options);
  const still = (options.snapshots ?? [])
    .filter(({ of, ensemble }) => ensemble.day <= until && of === pastOf(ensemble.day))
    .toSorted((a, b) => b.ensemble.day - a.ensemble.day);
  const usable = still[0];
  const ensemble = usable
    ? thawed(usable.ensemble)
    : newEnsemble({
        bin: script.bin,
        place: script.place,
        startDayOfYear: script.startDayOfYear,
        size: options.size ?? MEMBERS,
        seed: options.seed,
      });
  const moments = byDay(script.days);
  const { keepAt, onSnapshot } = options;
  for (const old of still)
    if (old.ensemble.day < ensemble.day && keepAt?.has(old.ensemble.day)) onSnapshot?.(old);
  const keep = () => {
    if (keepAt?.has(ensemble.day))
      onSnapshot?.(
        usable?.ensemble.day === ensemble.day
          ? usable
          : { of: pastOf(ensemble.day), ensemble: frozen(ensemble) },
      );
  };
  while (ensemble.day < until) {
    keep();
    yield { day: ensemble.day, until };
    options.onDay?.(ensemble, ensemble.day);
    passMoments(ensemble, moments.get(ensemble.day), options.learns ?? true);
    passDay(ensemble);
  }
  keep();
  return ensemble;
}

/** `following` in one go. */
export const follow = (script: Script, until: number, options: FollowOptions): Ensemble =>
  runToEnd(following(script, until, options));

/** Runs a generator to its end and gives what it returns. */
export function runToEnd<R>(steps: Generator<unknown, R>): R {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

const MOST_SAID = 24;
/** Old quarrels of a log are not worth more room than this. */
const MOST_MISFITS = 20;
/** A day's moments: at each what was read, then what was done; the night is `sleep`. */
export function passMoments(
  ensemble: Ensemble,
  moments: readonly ScriptDay[] | undefined,
  learns = true,
): void {
  for (const { observations, deeds } of moments ?? []) {
    const misfits = learns
      ? [...misfitReadings(ensemble, observations), ...deeds.flatMap((one) => misfitDeed(ensemble, one))]
      : [];
    if (misfits.length > 0) ensemble.misfits = [...ensemble.misfits, ...misfits].slice(-MOST_MISFITS);
    if (learns) {
      assimilate(ensemble, observations);
      ensemble.readings += observations.length;
      ensemble.said = [...ensemble.said, ...observations.map(saying)].slice(-MOST_SAID);
    }
    if (deeds.length > 0) ensemble.said = [];
    for (const one of deeds) doDeed(ensemble, one);
  }
}
