import type { BinEvent } from "./deed";
import type { Ensemble } from "./ensemble";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { doDeed } from "./deed";
import { newEnsemble } from "./ensemble";
import { passDay } from "./passDay";
import type { TwinEvent } from "../engine/events";

export interface DatedEvent {
  readonly day: number;
  readonly event: TwinEvent | BinEvent;
  readonly at?: string | undefined;
}
export interface TwinRun {
  readonly bin: TwinBin;
  readonly place: TwinPlace;
  readonly startDayOfYear: number;
  readonly maturity?: number;
  /** How many possible bins; 1: the rule itself. */
  readonly members?: number;
  readonly seed?: number;
  /** In order; day 0 is the set-up day. Events of a day come before its step. */
  readonly log: readonly DatedEvent[];
  readonly days: number;
}

/** One bin under way by the rule: what is done to it today, and the step into tomorrow. */
export interface TwinWalk {
  /** First compartment, live: copy what is to be kept. */
  readonly state: Float64Array;
  readonly ensemble: Ensemble;
  readonly day: () => number;
  readonly apply: (event: DatedEvent["event"], at?: string) => void;
  readonly sleep: () => void;
}

/** Sets a bin up on day 0, for a log or for rules that look at it before they act. */
export function startTwin(start: Omit<TwinRun, "log" | "days" | "members" | "seed">): TwinWalk {
  const ensemble = newEnsemble({ ...start, size: 1, seed: 0 });
  return {
    state: ensemble.views[0]![0]!,
    ensemble,
    day: () => ensemble.day,
    apply: (event, at) => doDeed(ensemble, { event, at, key: "" }),
    sleep: () => passDay(ensemble),
  };
}

/**
 * Runs an ensemble through a log and shows it after each day. `onDay` sees live states and must copy what it keeps.
 * Deterministic for a seed; never throws for any log, however absurd its amounts.
 */
export function runTwin(
  { log, days, members = 1, seed = 1, ...start }: TwinRun,
  onDay: (ensemble: Ensemble, day: number) => void,
): Ensemble {
  const ensemble = newEnsemble({ ...start, size: members, seed });
  let next = 0;
  while (ensemble.day < days) {
    for (; next < log.length && log[next]!.day <= ensemble.day; next += 1)
      doDeed(ensemble, { event: log[next]!.event, at: log[next]!.at, key: `log ${next}` });
    passDay(ensemble);
    onDay(ensemble, ensemble.day);
  }
  return ensemble;
}
