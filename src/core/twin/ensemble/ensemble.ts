import { AT, emptyMember } from "../engine/state";
import { drawMember } from "./members";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { airAt, furtherHerds } from "../engine/twinBin";

/** A feeding still there, or nearly; the same for all members. Its number is its marker. */
export interface FeedingMark {
  readonly place: number;
  /** Day it was given, counted from set-up. */
  readonly day: number;
  readonly wetG: number;
}

/**
 * A bin as many possible bins: one typed array, member after member, compartment after compartment, advanced in place.
 * Everything needed to go on is in it; `frozen` copies it.
 */
export interface Ensemble {
  readonly seed: number;
  readonly size: number;
  bin: TwinBin;
  place: TwinPlace;
  readonly startDayOfYear: number;
  day: number;
  state: Float64Array;
  /** Live views: `views[compartment in the bin's order][member]`. */
  views: Float64Array[][];
  /** The same, member first. */
  lines: Float64Array[][];
  readonly logWeights: Float64Array;
  /** By compartment in the bin's order. */
  marks: FeedingMark[][];
  /** Readings learned from so far, and entries that did not fit what went before. */
  readings: number;
  misfits: readonly EarlierMisfit[];
  /** What was read since something was last done, so that it is known when a thing is said again. */
  said: readonly string[];
}
export interface EarlierMisfit {
  readonly code: "harvest-above-castings" | "worms-above-herd" | "reading-against-log";
  readonly key: string;
  readonly day: number;
}

export interface EnsembleStart {
  readonly bin: TwinBin;
  readonly place: TwinPlace;
  readonly startDayOfYear: number;
  readonly maturity?: number | undefined;
  /** 1: all multipliers 1 and amounts as logged. */
  readonly size: number;
  readonly seed: number;
}

/** Day 0: empty bins at the air's temperature, each member drawn. */
export function newEnsemble({
  bin,
  place,
  startDayOfYear,
  maturity = 0,
  size,
  seed,
}: EnsembleStart): Ensemble {
  const count = bin.compartments.length;
  const blank = emptyMember(airAt(place, startDayOfYear), furtherHerds(bin));
  const state = new Float64Array(size * count * blank.length);
  blank[AT.MI] = Math.min(1, Math.max(0, maturity));
  for (let member = 0; member < size; member += 1) {
    if (size > 1) drawMember(blank, seed, member);
    for (let at = 0; at < count; at += 1) state.set(blank, (member * count + at) * blank.length);
  }
  return standing({
    seed,
    size,
    bin,
    place,
    startDayOfYear,
    day: 0,
    state,
    logWeights: new Float64Array(size),
    marks: bin.compartments.map(() => []),
    readings: 0,
    misfits: [],
    said: [],
  });
}

/**
 * An ensemble over a state in which the compartments lie in the bin's order. Every one is built here, field by field in one
 * order: the compiler then knows them all as one kind, and does not give up what it made of the inner loops.
 */
export function standing(of: Frozen): Ensemble {
  const { views, lines } = viewed(
    of.state,
    of.size,
    of.bin.compartments.map((_, at) => at),
  );
  return {
    seed: of.seed,
    size: of.size,
    bin: of.bin,
    place: of.place,
    startDayOfYear: of.startDayOfYear,
    day: of.day,
    state: of.state,
    views,
    lines,
    logWeights: of.logWeights,
    marks: of.marks,
    readings: of.readings,
    misfits: of.misfits,
    said: of.said,
  };
}

/** One view a compartment and member into a state, in the order the compartments lie in it. */
export function viewed(
  state: Float64Array,
  size: number,
  order: readonly number[],
): Pick<Ensemble, "views" | "lines"> {
  const count = order.length;
  const stride = state.length / (size * count);
  const views = order.map((block) =>
    Array.from({ length: size }, (_, member) =>
      state.subarray((member * count + block) * stride, (member * count + block + 1) * stride),
    ),
  );
  const lines = Array.from({ length: size }, (_, member) => views.map((view) => view[member]!));
  return { views, lines };
}

/** A copy that shares nothing and may go another way. Compartments lie in the bin's order in it. */
export function copied(from: Ensemble): Ensemble {
  const { bin } = from;
  const count = bin.compartments.length;
  // Unless they were put in another order, they lie in the bin's already.
  const inOrder = from.views.every((views, at) => views[0]!.byteOffset === at * views[0]!.byteLength);
  const state = inOrder ? from.state.slice() : new Float64Array(from.state.length);
  if (!inOrder)
    from.views.forEach((views, at) =>
      views.forEach((view, member) => state.set(view, (member * count + at) * view.length)),
    );
  return standing({
    ...from,
    state,
    logWeights: from.logWeights.slice(),
    marks: from.marks.map((marks) => [...marks]),
  });
}

/** What a stored ensemble consists of: plain data and two typed arrays. */
export type Frozen = Omit<Ensemble, "views" | "lines">;
export function frozen(ensemble: Ensemble): Frozen {
  const { views: _views, lines: _lines, ...rest } = copied(ensemble);
  return rest;
}
export const thawed = (from: Frozen): Ensemble => copied(standing(from));
