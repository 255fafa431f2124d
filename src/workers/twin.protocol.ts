import type { Subject } from "@/core/fold/folds";
import type { Expectation, TwinAdvice } from "@/core/expectation/expectation";
import type { Forgiven } from "@/core/twin/ahead/forgiving";
import type { Course } from "@/core/twin/ahead/course";
import type { Fist } from "@/core/twin/learning/sharedFist";
import type { FactAbout } from "@/records/entry/about";
import type { MealOutlook } from "@/core/twin/ahead/mealOutlook";
import type { WhatIf } from "@/core/twin/ahead/usualPlan";
import type { Reading } from "@/records/entry";
import type { Climate } from "@/records/room";
import type { LogRead } from "./readFolded";

/** One bin of one stored cellar on a day, and what the answer rests on: another fingerprint is another question. */
export interface TwinSubject {
  readonly database: string;
  readonly binId: string;
  /** What a forecast rests on besides the day and the keeper's hand; `fingerprint` begins with it. */
  readonly restsOn: string;
  readonly fingerprint: string;
  /** Names the log, as the states folded from it do. */
  readonly log: string;
  readonly climates: Readonly<Record<string, Climate>>;
  readonly today: string;
  /** What the cellar's other bins know of the hand that squeezes them. */
  readonly fist?: Fist;
  /** By room: how much the forecast has the air warmer than its year, K a day from today on. */
  readonly air?: Readonly<Record<string, readonly number[]>>;
}
/** Days of the log followed so far. */
export type OnProgress = (day: number, until: number) => void;

/** Plain data in, plain data out. It reads logs and keeps standings in the cellar's own store; the page never waits for it. */
export interface TwinWorker {
  /** Folds a log aside, by whatever fold its kind has. */
  state(database: string, subject: Subject): Promise<LogRead>;
  /** Answers as long as it lives. */
  ping(): true;
  /** Undefined when the log does not say what the bin is, or when no one wants the answer any more. */
  today(task: number, subject: TwinSubject, onProgress?: OnProgress): Promise<Expectation | undefined>;
  /** The same with a visit's readings in hand. */
  refine(
    task: number,
    subject: TwinSubject,
    readings: readonly Reading[],
    knownHarvest: TwinAdvice["harvest"],
  ): Promise<Expectation | undefined>;
  /** What the visit in hand is about to do would bring, as its facts will stand in the log. */
  outlook(
    task: number,
    subject: TwinSubject,
    readings: readonly Reading[],
    facts: readonly FactAbout<"bin">[],
  ): Promise<MealOutlook | undefined>;
  course(
    task: number,
    subject: TwinSubject,
    ask: { readonly from: string; readonly whatIf?: WhatIf },
    onProgress: OnProgress,
  ): Promise<Course | undefined>;
  /** How much the bin bears from today on: double ration, no food, no water, ten degrees more and less. */
  forgiving(
    task: number,
    subject: TwinSubject,
    onProgress: OnProgress,
  ): Promise<readonly Forgiven[] | undefined>;
  /** For so many ms, or until it is told to go on, nothing is worked out that can wait. */
  rest(nth: number, ms: number): void;
  goOn(nth: number): void;
  cancel(task: number): void;
}
