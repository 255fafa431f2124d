import type { FeedPart, Reading } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import type { OverBed } from "@/vocabulary/deeds";
import type { FoodLeft, Smell, Squeeze } from "@/vocabulary/readings";
import type { Preparation, SpeciesId } from "@/vocabulary/setup";
import type { Guard, SpellKind } from "@/vocabulary/weather";
import type { Contents } from "./matter";
import type { LeftOut } from "./leftOut";

/** One feeding spot and what is known of it. Its key is `compartment/number`. */
export interface PlaceState {
  readonly compartmentId: CompartmentId;
  readonly place: number;
  readonly fedOn?: LocalDate;
  readonly massKg: number;
  readonly preparation: Preparation;
  /** The last look at the meal that lies there now: a new meal begins without one. */
  readonly seen?: { readonly day: LocalDate; readonly foodLeft: FoodLeft };
}

export interface Feeding {
  readonly day: LocalDate;
  readonly massKg: number;
  readonly compartmentId: CompartmentId;
  readonly place: number;
  /** How fine the largest part of it was; chopped without it. */
  readonly preparation?: Preparation;
  /** Given before the log began, as it was told: as much again may be given, and no step is taken on it. */
  readonly isTold?: true;
  /** What was left of it at the last look at its place, the day of that look, and how the bin smelled when the lid was next lifted. */
  readonly left?: FoodLeft;
  readonly leftOn?: LocalDate;
  readonly smelled?: Smell;
  readonly smelledOn?: LocalDate;
  /** The worms fled from the bin as a mass, or lay dead, after it. */
  readonly fled?: true;
}

/** The last word on moisture, and what went in since, so that a forecast can carry it on by mass balance. */
export interface MoistureRecord {
  readonly day: LocalDate;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly knownBy: "squeeze" | "probe" | "bedding";
  readonly squeeze?: Squeeze;
  /** Dry mass in the bin then. */
  readonly dryKg: number;
  readonly waterInL: number;
  readonly dryInKg: number;
}

/** A reading of a part, with the day it was taken. */
export interface Heard {
  readonly day: LocalDate;
  readonly compartmentId: CompartmentId;
  readonly reading: Reading;
}
/** Readings that stand beside one another: one squeeze a part, one look at the food a place. */
export const heardKey = (of: Reading["of"], compartmentId: string, place?: number): string =>
  `${of} ${compartmentId}${place === undefined ? "" : `/${place}`}`;

export interface LogProblem {
  readonly code: "log/harvest-above-contents" | "log/worms-taken-above-stock" | "log/no-setup";
  readonly entryId: string;
  readonly day: LocalDate;
}

/** A trouble that was noted: what was seen, what was held to be behind it, and the day to look again. */
export interface OpenTrouble {
  readonly entryId: string;
  readonly since: LocalDate;
  readonly signs: readonly string[];
  readonly causes: readonly string[];
  readonly lookOn: LocalDate;
}

/** The herd: what it weighs by the log, its main species, and where there are several, what came of each. */
export interface Worms {
  readonly massKg: number;
  readonly speciesId: SpeciesId;
  readonly since?: LocalDate;
  /** Kilograms that came of each species, where it was more than one: only their shares mean anything. */
  readonly came?: Readonly<Partial<Record<SpeciesId, number>>>;
}

/** A bin made ready for a spell of weather. */
export interface Guarded {
  readonly against: SpellKind;
  readonly by: readonly Guard[];
  readonly since: LocalDate;
}
/** A rescue from mud under way: over once the squeeze was right on two days. */
export interface Rescue {
  readonly since: LocalDate;
  readonly rightOn: readonly LocalDate[];
  readonly lookOn: LocalDate;
}

/** What follows from one bin's log. Plain data, thrown away and computed again at will. */
export interface BinState {
  readonly setup?: BinSetup;
  readonly firstDay?: LocalDate;
  readonly lastDay?: LocalDate;
  readonly entryCount: number;
  readonly worms: Worms;
  /** By compartment id, as of `contentsOn`. */
  readonly contents: Readonly<Record<string, Contents>>;
  readonly contentsOn?: LocalDate;
  readonly moisture?: MoistureRecord;
  readonly temperature?: { readonly day: LocalDate; readonly valueC: number; readonly spreadK: number };
  readonly smell?: { readonly day: LocalDate; readonly smell: Smell };
  /** The bedding that was laid last: to soak up, damp in the bed, over it. */
  readonly laid?: { readonly dry?: string; readonly damp?: string; readonly cover?: string };
  readonly alarms: readonly { readonly day: LocalDate; readonly sign: string }[];
  /** Since an escape, heat, gas or a flood: until a look of three days later finds it earthy and cool. */
  readonly watch?: { readonly since: LocalDate };
  readonly places: Readonly<Record<string, PlaceState>>;
  /** The newest twelve, newest last. */
  readonly feedings: readonly Feeding[];
  /** The newest twelve times it was bedded, newest last. */
  readonly beddings?: readonly { readonly day: LocalDate; readonly dryKg: number }[];
  readonly visits: number;
  readonly readings: number;
  /** Squeezes among them that are believed: how well this bin knows the keeper's fist. */
  readonly squeezes: number;
  readonly lastLook?: { readonly day: LocalDate; readonly lid: "lifted" | "closed" };
  readonly nextDay?: LocalDate;
  /** What was read on the last day anything was, as far as no deed since has made it old. */
  readonly seen?: { readonly day: LocalDate; readonly readings: readonly Reading[] };
  /** The last word on each part, by `heardKey`: what was read there, and when. */
  readonly heard: Readonly<Record<string, Heard>>;
  /** The whole bin on a scale; `beforeKg` the time before, as long as nothing was taken out since. */
  readonly weight?: { readonly day: LocalDate; readonly kg: number; readonly beforeKg?: number };
  /** What lies over the bed as a cover, as it was on a day: it rots from there. */
  readonly cover?: { readonly litres: number; readonly day: LocalDate };
  /** What lies on the bed under the lid, besides bedding. */
  readonly over?: { readonly what: OverBed; readonly isDamp: boolean; readonly day: LocalDate };
  /** What does not rot and was put in, less what was sieved out, by material, kg. */
  readonly minerals?: Readonly<Record<string, number>>;
  /** What went in at the last meal, for whoever gives the same again. */
  readonly lastMeal?: readonly FeedPart[];
  /** What was proposed at the last lifting of the lid and not done since. */
  readonly leftOut?: LeftOut;
  /** The first of each: bedding, a meal, and after the worms came a squeeze, a lifted lid; the day two meals had been seen gone. */
  readonly firsts: Readonly<Partial<Record<"bedded" | "fed" | "squeezed" | "looked" | "twoGone", LocalDate>>>;
  /** Emptied whole, and not bedded since. */
  readonly emptiedOn?: LocalDate;
  readonly gritOn?: LocalDate;
  readonly drainedOn?: LocalDate;
  readonly harvestedOn?: LocalDate;
  readonly totals: {
    readonly fedKg: number;
    readonly fedDryKg: number;
    readonly beddedKg: number;
    readonly beddedDryKg: number;
    readonly wateredL: number;
    readonly drainedL: number;
    readonly harvestedKg: number;
    readonly wormsOutKg: number;
  };
  /** Troubles that were noted and are not over, oldest first. */
  readonly troubles?: readonly OpenTrouble[];
  /** What was done against heat, frost or rain, and is to be taken back once it is over. */
  readonly guards?: readonly Guarded[];
  /** A rescue from mud that is not over. */
  readonly rescue?: Rescue;
  readonly problems: readonly LogProblem[];
}

export const EMPTY_BIN: BinState = {
  entryCount: 0,
  worms: { massKg: 0, speciesId: "fetida" },
  contents: {},
  alarms: [],
  places: {},
  heard: {},
  firsts: {},
  feedings: [],
  visits: 0,
  readings: 0,
  squeezes: 0,
  totals: {
    fedKg: 0,
    fedDryKg: 0,
    beddedKg: 0,
    beddedDryKg: 0,
    wateredL: 0,
    drainedL: 0,
    harvestedKg: 0,
    wormsOutKg: 0,
  },
  problems: [],
};

/** Put out of use, or emptied worms and all: it stands there and asks for nothing. */
export const isOutOfUse = ({ setup, emptiedOn, worms }: BinState): boolean =>
  setup?.retired === true || (emptiedOn !== undefined && worms.massKg < 0.001);

export const placeKey = (compartmentId: string, place: number): string => `${compartmentId}/${place}`;

/** The signs that call for action the same day, whatever the school. */
const ALARM_SIGNS: ReadonlySet<string> = new Set([
  "mass-escape",
  "string-of-beads",
  "worms-limp-dead",
  "hot-centre",
  "rodent-signs",
]);
/** Days a bin is watched after an alarm before it may be fed, and then only once it smells of earth. Judgement. */
export const WATCHED_DAYS = 3;
export const isAlarm = (reading: Reading): boolean =>
  (reading.of === "sign" && reading.isPresent && ALARM_SIGNS.has(reading.sign)) ||
  (reading.of === "smell" && reading.smell === "ammonia") ||
  (reading.of === "warmth" && reading.warmth === "hot") ||
  (reading.of === "temperature" && reading.temperatureC > 30);
