import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
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

export interface HerdExpectation {
  readonly speciesId: SpeciesId;
  readonly massKg: Band;
}

/** What one reading would settle most. */
export type HelpfulReading = "squeeze" | "foodLeft" | "temperature" | "ripeness";

/** What an engine says of a bin on a day. Plain data: it may come from a worker. */
export interface Expectation {
  readonly engine: string;
  readonly day: LocalDate;
  /** The earlier day it was worked out for, where it only stands in for today's. */
  readonly madeOn?: LocalDate;
  /** Water over wet mass. */
  readonly moisture: Band;
  readonly temperatureC: Band;
  readonly wormsKg: Band;
  /** Of each species, where the process model follows several; they may not add up to the whole's quantiles. */
  readonly herds?: readonly HerdExpectation[];
  readonly places: readonly PlaceExpectation[];
  readonly castingsKg: Band;
  /** Share of the compartment one harvests from that is finished. */
  readonly ripeness: Band;
  /** Chance that something is going wrong, 0 to 1. */
  readonly troubleRisk: Band;
  /** Wet mass of the compartment one feeds: where moisture is read and put right. */
  readonly fedMassKg: Band;
  /** Settled litres of that compartment that can buffer food: bedding, and half of the castings among it. */
  readonly beddingL: number;
  /** Dry matter of each compartment, by its id. */
  readonly contents: Readonly<Record<string, Contents>>;
  /** Litres of empty room in the compartment one feeds. */
  readonly freeL: number;
  readonly sureness: "guess" | "fair" | "good";
  readonly wouldHelp: HelpfulReading;
  /** What only the process model can say; absent where rules of thumb stand in for it. */
  readonly twin?: TwinAdvice;
}

/** What keeps the forecast's ration from being larger: the bed, the weather, or the herd's size. */
export type RationLimit = "trouble" | "piling-up" | "not-finished" | "cannot" | "heat" | "herd";

export interface TwinAdvice {
  /** Readings the bands have been narrowed by. */
  readonly readings: number;
  /** Whether those of the visit in hand are among them. */
  readonly hasReadToday: boolean;
  readonly meal: {
    /** The most that is safe until the day to come back. */
    readonly mostKg: number;
    readonly forDays: number;
    readonly limit: RationLimit;
    /** Chance of trouble with it over four weeks. */
    readonly trouble: number;
    readonly clearsInDays: number;
    /** No more was asked: the bed would bear more, and what the keeper's own meals speak for (\`bin/tried\`) is what binds. */
    readonly isAsked: boolean;
    /** A small meal for this herd and these days, kg. */
    readonly smallKg: number;
    /** What the ledger of meals is told, before today's looks at food: the bed's warmth, and places whose meal is held gone. */
    readonly warmthC: number;
    readonly heldGone: readonly string[];
  };
  /** A week on, with the largest meal given today and without: what would bring the bed to its target then. */
  readonly weekOn: { readonly fed: WeekOn; readonly unfed: WeekOn };
  /** Grown worms: chance that fewer than two thirds of those of four weeks ago live, now and within four weeks. */
  readonly herdAtRisk: { readonly now: number; readonly soon: number };
  /** When the place next in turn is ready, if nothing is given before. */
  readonly mealInDays?: Band;
  /** When the place after it is ready, if the most is given today. */
  readonly againInDays?: Band;
  /** Warmth of the lower bed of the part one feeds, °C: it lags behind the bed's own by days where it is deep. */
  readonly lowerC: Band;
  /** Moisture beyond which water stands in the part one feeds or runs out of it. */
  readonly holds: number;
  readonly need: {
    /** To the nearer end of the target band. */
    readonly waterL: Band;
    readonly dryBeddingKg: Band;
    readonly isUnsure: boolean;
  };
  readonly compartments: readonly {
    readonly id: string;
    readonly moisture: Band;
    readonly ripeness: Band;
    readonly wormShare: number;
  }[];
  readonly sumpL: Band;
  /** Live kilograms by stage, and cocoons, in the middle of what is likely. */
  readonly herd?: {
    readonly youngKg: number;
    readonly growingKg: number;
    readonly adultKg: number;
    readonly cocoons: number;
  };
  readonly harvest?: {
    /** Days from now; absent beyond the horizon. */
    readonly inDays?: Band;
    readonly kg: Band;
    readonly gainsKg: Band;
  };
  /** If the keeper goes on as now, the bed becomes too wet. */
  readonly wetAhead?: WetAhead;
  readonly habits: readonly Habit[];
  /** This bin's own word on the keeper's squeeze: offset in moisture, its standard deviation, squeezes it rests on. */
  readonly fist: { readonly offset: number; readonly spread: number; readonly squeezes: number };
  readonly surprises: readonly Surprise[];
  readonly misfits: readonly Misfit[];
  readonly warnings: readonly Warning[];
}

/** Chance of a silent death from which on it is said. */
export const HERD_AT_RISK = 0.25;

/** When a bed becomes too wet, and the least change that keeps it right: what each meal would be, and dry card with it, kg. */
export interface WetAhead {
  readonly inDays: number;
  readonly change?: { readonly dryCardKg: number; readonly mealKg: number };
}

/** Moisture a week on, and what would have to go in today for the middle of the target then. */
export interface WeekOn {
  readonly moisture: Band;
  readonly waterL: number;
  readonly dryBeddingKg: number;
}

/** This bin against the usual one: how far, from −2 (much less) to 2 (much more), and whether it is known. */
export interface Habit {
  readonly of: "appetite" | "drying" | "rotting" | "herd" | "fist";
  readonly step: -2 | -1 | 0 | 1 | 2;
  readonly isSure: boolean;
}
/** A reading of today against what was forecast for it before it was read. */
export interface Surprise {
  readonly of:
    | "squeeze"
    | "moisture"
    | "foodLeft"
    | "temperature"
    | "warmth"
    | "weight"
    | "depth"
    | "handful"
    | "ripeness"
    | "smell";
  readonly isMore: boolean;
  /** Share of the forecasts it lies beyond, 0.9 or more. */
  readonly beyond: number;
  /** Beyond 99 in 100 and nothing said of it yet: the keeper is asked what happened. */
  readonly isAsked: boolean;
  readonly compartmentId?: string;
  readonly place?: number;
}
/** Entries that do not fit together. */
export interface Misfit {
  readonly code: "harvest-above-castings" | "worms-above-herd" | "reading-against-log";
  readonly entryId: string;
  readonly day: LocalDate;
}
export interface Warning {
  readonly of: "heat" | "air" | "ammonia" | "salt" | "acid" | "dry" | "soaking" | "hunger";
  /** Chance within the next days, where it is one. */
  readonly chance?: number;
}

/** The seam: rules of thumb answer at once, the process model from its worker; asynchronous either way. */
export interface Engine {
  expect(state: BinState, climate: Climate, day: LocalDate): Promise<Expectation>;
}
