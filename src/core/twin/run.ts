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

/**
 * Runs one member day by day and shows it after each. `onDay` sees the live state and must copy what it keeps.
 * Deterministic; never throws for any log, however absurd its amounts.
 */
export function runTwin(
  { bin, place: first, startDayOfYear, maturity = 0, member, log, days }: TwinRun,
  onDay: (state: Float64Array, day: number) => void,
): Float64Array {
  const species = twinSpecies(bin.speciesId);
  let place = first;
  let cover = bin.cover;
  const state = emptyMember(airAt(place, startDayOfYear));
  state[AT.MI] = Math.min(1, Math.max(0, maturity));
  if (member) for (const name of MULTIPLIERS) state[AT[name]] = member.multipliers[name];
  let next = 0;
  for (let day = 0; day < days; day += 1) {
    let isFirstFoodOfDay = true;
    for (; next < log.length && log[next]!.day <= day; next += 1) {
      const { event } = log[next]!;
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
    }
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
    if (member && (day + 1) % DRIFTS_EVERY === 0) member.drift(state);
    onDay(state, day + 1);
  }
  return state;
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
