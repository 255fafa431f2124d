import type { Cover, Drainage, SpeciesId } from "@/vocabulary/setup";
import type { TwinEvent } from "./events";
import { applyEvent } from "./events";
import { twinSpecies } from "./library";
import { P } from "./parameters";
import type { Member } from "./members";
import { DRIFTS_EVERY, MULTIPLIERS } from "./members";
import { AT, cocoonsOf, dryOf, emptyMember, liveOf } from "./state";
import { saturation, step } from "./step";

/** The bin as the model takes it. Source: process model 3.1. */
export interface TwinBin {
  readonly areaM2: number;
  readonly heightM: number;
  readonly insulation: number;
  readonly drainage: Drainage;
  readonly cover: Cover;
  readonly speciesId: SpeciesId;
  readonly sumpL: number;
}
/** The air around it over the year. Source: process model 3.2. */
export interface TwinPlace {
  readonly meanC: number;
  readonly swingC: number;
  readonly hottestDay: number;
  /** A fraction. */
  readonly humidity: number;
}
export interface DatedEvent {
  readonly day: number;
  readonly event:
    | TwinEvent
    | { readonly kind: "place"; readonly place: TwinPlace }
    | { readonly kind: "cover"; readonly cover: Cover };
}
export interface TwinRun {
  readonly bin: TwinBin;
  readonly place: TwinPlace;
  readonly startDayOfYear: number;
  readonly maturity?: number;
  /** What makes this member differ from the rule; none: all multipliers 1, amounts as logged. */
  readonly member?: Member;
  /** In order; day 0 is the set-up day. Events of a day come before its step. */
  readonly log: readonly DatedEvent[];
  readonly days: number;
}

const airAt = (place: TwinPlace, dayOfYear: number): number =>
  place.meanC + place.swingC * Math.cos((2 * Math.PI * (dayOfYear - place.hottestDay)) / 365.25);

/** One member under way: what is done to it today, and the step into tomorrow. */
export interface TwinWalk {
  /** Live: copy what is to be kept. */
  readonly state: Float64Array;
  readonly day: () => number;
  readonly apply: (event: DatedEvent["event"]) => void;
  readonly sleep: () => void;
}

/** Sets a member up on day 0, for a log or for rules that look at it before they act. */
export function startTwin({
  bin,
  place: first,
  startDayOfYear,
  maturity = 0,
  member,
}: Omit<TwinRun, "log" | "days">): TwinWalk {
  const species = twinSpecies(bin.speciesId);
  let place = first;
  let cover = bin.cover;
  let day = 0;
  let isFirstFoodOfDay = true;
  const state = emptyMember(airAt(place, startDayOfYear));
  state[AT.MI] = Math.min(1, Math.max(0, maturity));
  if (member) for (const name of MULTIPLIERS) state[AT[name]] = member.multipliers[name];
  return {
    state,
    day: () => day,
    apply: (event) => {
      if (event.kind === "place") place = event.place;
      else if (event.kind === "cover") cover = event.cover;
      else {
        applyEvent(state, event, {
          species,
          isFirstFoodOfDay,
          hasSump: bin.drainage === "sump",
          ...(member ? { error: member.amountError() } : {}),
        });
        if (event.kind === "food") isFirstFoodOfDay = false;
      }
    },
    sleep: () => {
      const airC = airAt(place, startDayOfYear + day);
      step(state, {
        species,
        areaM2: bin.areaM2,
        insulation: bin.insulation,
        drainage: bin.drainage,
        cover,
        sumpG: bin.sumpL * 1000,
        airC,
        airKPa: place.humidity * saturation(airC),
      });
      day += 1;
      isFirstFoodOfDay = true;
      if (member && day % DRIFTS_EVERY === 0) member.drift(state);
    },
  };
}

/**
 * Runs one member through a log, day by day, and shows it after each. `onDay` sees the live state and must copy what it
 * keeps. Deterministic; never throws for any log, however absurd its amounts.
 */
export function runTwin(
  { log, days, ...start }: TwinRun,
  onDay: (state: Float64Array, day: number) => void,
): Float64Array {
  const walk = startTwin(start);
  let next = 0;
  while (walk.day() < days) {
    for (; next < log.length && log[next]!.day <= walk.day(); next += 1) walk.apply(log[next]!.event);
    walk.sleep();
    onDay(walk.state, walk.day());
  }
  return walk.state;
}

/** How far the books are from closing, relative to what came in: dry matter and water. Source: process model 8. */
export function closure(
  s: Float64Array,
  speciesId: SpeciesId,
): { readonly dryMatter: number; readonly water: number } {
  const living = liveOf(s) + cocoonsOf(s) * twinSpecies(speciesId).cocoonG;
  const dry = dryOf(s) + P.wd * living + s[AT.RESP]! + s[AT.OUTDM]!;
  const water = s[AT.W]! + s[AT.SU]! + (1 - P.wd) * living + s[AT.EVAP]! + s[AT.DRAIN]! + s[AT.OUTW]!;
  const broughtDry = s[AT.INDM]!;
  const broughtWater = s[AT.INW]! + s[AT.METW]!;
  return {
    dryMatter: Math.abs(broughtDry - dry) / Math.max(1, broughtDry),
    water: Math.abs(broughtWater - water) / Math.max(1, broughtWater),
  };
}
