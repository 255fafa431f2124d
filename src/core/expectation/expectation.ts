import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Contents } from "../bin/matter";
import type { BinState } from "../bin/state";

/** A figure with its likely range: 10, 50 and 90 %. */
export interface Band {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

export interface PlaceExpectation {
  readonly compartmentId: string;
  readonly place: number;
  readonly fedOn?: LocalDate;
  readonly massKg: number;
  /** Share of that feeding still there, 0 to 1. */
  readonly left: Band;
  /** Days from now until at most a trace is left. */
  readonly goneInDays: Band;
}

/** What one reading would settle most. */
export type HelpfulReading = "squeeze" | "foodLeft" | "temperature";

/** What an engine says of a bin on a day. Plain data: it may come from a worker. */
export interface Expectation {
  readonly engine: string;
  readonly day: LocalDate;
  /** Water over wet mass. */
  readonly moisture: Band;
  readonly temperatureC: Band;
  readonly wormsKg: Band;
  readonly places: readonly PlaceExpectation[];
  readonly castingsKg: Band;
  /** Share of the compartment one harvests from that is finished. */
  readonly ripeness: Band;
  /** Chance that something is going wrong, 0 to 1. */
  readonly troubleRisk: Band;
  readonly wetMassKg: Band;
  /** Settled litres that can buffer food: bedding, and half of the castings among it. */
  readonly beddingL: number;
  /** Dry matter of each compartment, by its id. */
  readonly contents: Readonly<Record<string, Contents>>;
  /** Litres of empty room in the compartment one feeds. */
  readonly freeL: number;
  readonly sureness: "guess" | "fair" | "good";
  readonly wouldHelp: HelpfulReading;
}

/** The seam: today a simple engine, later the process model; asynchronous either way. */
export interface Engine {
  expect(state: BinState, climate: Climate, day: LocalDate): Promise<Expectation>;
}
