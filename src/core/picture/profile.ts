import type { LocalDate } from "@/vocabulary/fields";
import type { System } from "@/vocabulary/setup";
import { daysBetween } from "../calendar/day";
import { schoolOf } from "../catalogue/school";
import type { Expectation } from "../expectation/expectation";
import type { TwinDay } from "../twin/learning/readDay";
import { castingsShare, NOTHING, settledVolumes } from "../bin/matter";
import type { BinState } from "../bin/state";
import { areaM2, systemOf } from "../bin/system";

export type Wetness = "dry" | "right" | "wet";

export interface Pocket {
  readonly place: number;
  /** Middle of the pocket along the width, 0 to 1. */
  readonly at: number;
  /** Share of the width it takes. */
  readonly size: number;
  readonly left: number;
  readonly ageDays: number;
}

export interface ProfileCompartment {
  readonly id: string;
  readonly name?: string;
  readonly widthM: number;
  readonly heightM: number;
  /** Layer depths from the top: bedding, working zone, castings. Together never above the height. */
  readonly beddingM: number;
  readonly workingM: number;
  readonly castingsM: number;
  readonly wetness: Wetness;
  /** Share that is finished, 0 to 1: how dark a wedge is drawn. */
  readonly ripeness: number;
  /** How unsure the castings' edge is, as a share of their depth: drawn as a soft edge. */
  readonly softness?: number;
  /** Share of the herd in this compartment. */
  readonly wormShare: number;
  readonly pockets: readonly Pocket[];
}

/** Everything a drawing of a bin needs, in metres and shares; how it looks is the drawing's business. */
export interface Profile {
  readonly seed: string;
  readonly system: System;
  readonly arrangement: "single" | "stack" | "line";
  /** From the bottom up in a stack, from the fed end in a line. */
  readonly compartments: readonly ProfileCompartment[];
  readonly wormsKg: number;
  /** Litres standing in the sump, where there is one. */
  readonly sumpM?: number;
  readonly hasLid: boolean;
  readonly moisture: { readonly low: number; readonly middle: number; readonly high: number };
}

/** A finished end may dry down to this and is right so. */
const DRY_ENOUGH = 0.55;

/** The bin cut open on a day: layer depths from contents, pockets from places, wetness from the expectation. */
export function profileOf(
  seed: string,
  state: BinState,
  expectation: Expectation,
  today: LocalDate,
): Profile | undefined {
  const { setup } = state;
  if (!setup) return undefined;
  const facts = systemOf(setup.system);
  const { moistureLow, moistureHigh } = schoolOf(setup.school);
  const wetnessOf = (moisture: number): Wetness =>
    moisture < moistureLow - 0.03 ? "dry" : moisture > moistureHigh + 0.03 ? "wet" : "right";
  const last = setup.compartments.length - 1;
  const compartments = setup.compartments.map((compartment, at): ProfileCompartment => {
    const held = expectation.contents[compartment.id] ?? NOTHING;
    const litres = settledVolumes(held);
    const depth = (volumeL: number) => volumeL / 1000 / areaM2(compartment);
    const raw = {
      beddingM: depth(0.55 * litres.beddingL),
      workingM: depth(0.45 * litres.beddingL + litres.foodL + 0.3 * litres.castingsL),
      castingsM: depth(0.7 * litres.castingsL),
    };
    const whole = raw.beddingM + raw.workingM + raw.castingsM;
    const fits = whole > 0.95 * compartment.heightM ? (0.95 * compartment.heightM) / whole : 1;
    // The finished end of a line dries, the fed end is wettest; elsewhere one moisture for all.
    const lean = facts.arrangement === "line" && last > 0 ? 0.05 - (0.15 * at) / last : 0;
    const known = expectation.twin?.compartments.find((one) => one.id === compartment.id);
    const isFinishedEnd = facts.arrangement === "line" && last > 0 && at === last;
    return {
      id: compartment.id,
      ...(compartment.name ? { name: compartment.name } : {}),
      widthM: compartment.widthM,
      heightM: compartment.heightM,
      beddingM: raw.beddingM * fits,
      workingM: raw.workingM * fits,
      castingsM: raw.castingsM * fits,
      // What is to be harvested may be drier than where the worms work.
      wetness: known
        ? isFinishedEnd && known.moisture.middle > DRY_ENOUGH
          ? wetnessOf(Math.max(moistureLow, known.moisture.middle))
          : wetnessOf(known.moisture.middle)
        : wetnessOf(expectation.moisture.middle + lean),
      ripeness: known?.ripeness.middle ?? castingsShare(held),
      softness: known
        ? Math.min(
            0.4,
            (known.ripeness.high - known.ripeness.low) / 2 / Math.max(0.05, known.ripeness.middle),
          )
        : 0.16,
      wormShare: known?.wormShare ?? wormShare(facts.arrangement, at, last),
      pockets: pocketsIn(compartment.id, compartment.placeCount, expectation, today),
    };
  });
  return {
    seed,
    system: setup.system,
    arrangement: facts.arrangement,
    compartments,
    wormsKg: expectation.wormsKg.middle,
    ...(setup.drainage === "sump"
      ? {
          sumpM: expectation.twin
            ? Math.min(0.08, expectation.twin.sumpL.middle / 1000 / areaM2(setup.compartments[0]!))
            : sumpDepthM(state, today),
        }
      : {}),
    hasLid: setup.cover !== "open" && setup.cover !== "wetBlanket",
    moisture: expectation.moisture,
  };
}

/** Worms keep to the food: at the top of a stack, at the fed end of a line. */
function wormShare(arrangement: Profile["arrangement"], at: number, last: number): number {
  if (last === 0) return 1;
  const distance = arrangement === "stack" ? last - at : at;
  const weight = (steps: number) => 0.35 ** steps;
  const all = Array.from({ length: last + 1 }, (_, steps) => weight(steps)).reduce(
    (sum, value) => sum + value,
    0,
  );
  return weight(distance) / all;
}

function pocketsIn(
  compartmentId: string,
  placeCount: number,
  expectation: Expectation,
  today: LocalDate,
): Pocket[] {
  return expectation.places
    .filter((place) => place.compartmentId === compartmentId && place.left.middle > 0.03 && place.massKg > 0)
    .map((place) => ({
      place: place.place,
      at: placeCount === 1 ? 0.5 : pocketColumn(place.place, placeCount),
      size: Math.min(0.5, 0.1 + 0.16 * Math.cbrt(place.massKg)),
      left: place.left.middle,
      ageDays: place.fedOn ? Math.max(0, daysBetween(place.fedOn, today)) : 0,
    }));
}

/** Where a place of the lid map lies along the front: a ring of places runs along the back and returns along the front. */
function pocketColumn(place: number, placeCount: number): number {
  const columns = Math.ceil(placeCount / 2);
  const column = placeCount <= 3 ? place - 1 : place <= columns ? place - 1 : placeCount - place;
  const across = placeCount <= 3 ? placeCount : columns;
  return (Math.min(column, across - 1) + 0.5) / across;
}

/** About 40 mL a day collect under a fed stack until the tray is emptied. */
function sumpDepthM(state: BinState, today: LocalDate): number {
  const since = state.drainedOn ?? state.firstDay;
  const days = since ? Math.max(0, daysBetween(since, today)) : 0;
  return Math.min(0.08, 0.004 * days);
}

/** The bin as it was, or is expected to be, on another day of the twin's course: the same set-up, that day's contents. */
export function profileOn(
  seed: string,
  state: BinState,
  base: Expectation,
  day: TwinDay,
): Profile | undefined {
  const contents = Object.fromEntries(
    day.compartments.map(({ id, beddingDryKg, foodDryKg, castingsDryKg }) => [
      id,
      { beddingDryKg, foodDryKg, castingsDryKg },
    ]),
  );
  const { twin, ...rest } = base;
  return profileOf(
    seed,
    state,
    {
      ...rest,
      day: day.day,
      moisture: day.moisture,
      temperatureC: day.temperatureC,
      wormsKg: day.wormsKg,
      castingsKg: day.castingsKg,
      ripeness: day.ripeness,
      contents,
      places: day.places.map((place) => ({ ...place, goneInDays: { low: 0, middle: 0, high: 0 } })),
      ...(twin ? { twin: { ...twin, compartments: day.compartments, sumpL: day.sumpL } } : {}),
    },
    day.day,
  );
}
