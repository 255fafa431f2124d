import type { EntryOf } from "@/records/entry";
import type { FactOf } from "@/records/entry/about";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { FoundHandful, FoundState } from "@/vocabulary/readings";
import { addDays, daysBetween } from "../calendar/day";
import { schoolOf } from "../catalogue/school";
import { HERD_KG_PER_M2, SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { squeezeInterval, squeezeMoisture } from "../moisture/squeeze";
import type { Contents } from "./matter";
import { NOTHING } from "./matter";
import type { BinState, Feeding, MoistureRecord, PlaceState } from "./state";
import { placeKey } from "./state";
import { fedCompartment, surfaceM2, volumeOfL } from "./system";

/*
 * A bin that already runs, from what its keeper tells: what is said, and how sure a thing so said is. Fold, twin and sum read these
 * figures here. Judgement, but for the classes of a handful, which are those of a count.
 */

export type Found = Omit<FactOf<"found">, "kind">;

/** What of a set-up the answers are held against; the room does not matter. */
type Told = Omit<BinSetup, "roomId">;

/** Of what rots in a part, finished: by how far along it is said to be, and where nothing is said. */
const FINISHED: Readonly<Record<FoundState, number>> = { bedding: 0.15, half: 0.5, mostly: 0.8 };
const FINISHED_UNSAID = 0.45;
/** Parts below or behind the fed one are further along, where nothing is said of them. */
const FURTHER_ALONG = 0.25;
const FILL_UNSAID = 0.5;
const MOISTURE_UNSAID = 0.75;
/** A bin of which nobody knows since when it runs is no start: grown in, of this age, days. */
const AGE_UNSAID_DAYS = 365;
const DAYS_IN_MONTH = 30.4;
/** The classes of a handful as herds on a square metre, kg. */
const HANDFUL_KG_PER_M2: Readonly<Record<FoundHandful, number>> = { few: 0.8, some: 2.5, crowded: 5 };
/** Nobody has looked: between these shares of what a bed carries when it runs well. */
const UNSEEN = { least: 0.3, most: 1 } as const;

/** How sure what is told is: standard deviations, of a logarithm where a factor is meant. */
export const FOUND_SPREAD = {
  weighed: 0.1,
  handful: 0.34,
  litres: 0.2,
  finished: 0.15,
  finishedUnsaid: 0.25,
  moisture: 0.06,
} as const;

/** More worms than any bed holds, kg on a square metre: who says so meant another unit, and it is asked. */
const MOST_KG_PER_M2 = 15;
/** Food a week that no herd eats, kg for each kilogram that a bed carries at most. */
const MOST_FED_OF_HERD = 7;

export interface FoundHerd {
  /** The middle, live kg. */
  readonly kg: number;
  /** Standard deviation of its logarithm; `isUnseen`: uniform between a third of it and itself instead. */
  readonly spread: number;
  readonly isUnseen: boolean;
}
/** The herd as it is told. Never throws; what cannot be is taken as not known (\`contradictions\` names it). */
export function foundHerd({ worms }: Found, setup: Told): FoundHerd {
  const ground = surfaceM2(setup);
  const unseen = { kg: UNSEEN.most * HERD_KG_PER_M2.running * ground, spread: 0, isUnseen: true };
  if (worms === undefined) return unseen;
  if ("massKg" in worms)
    return worms.massKg > MOST_KG_PER_M2 * ground
      ? unseen
      : {
          kg: worms.massKg,
          spread: worms.measuredBy === "weighed" ? FOUND_SPREAD.weighed : FOUND_SPREAD.handful,
          isUnseen: false,
        };
  return { kg: HANDFUL_KG_PER_M2[worms.handful] * ground, spread: FOUND_SPREAD.handful, isUnseen: false };
}
/** Its middle, kg: of a herd nobody has looked at, in the middle of what is likely. */
export const foundHerdKg = (told: Found, setup: Told): number => {
  const { kg, isUnseen } = foundHerd(told, setup);
  return isUnseen ? ((UNSEEN.least + UNSEEN.most) / 2) * kg : kg;
};
export const UNSEEN_LEAST = UNSEEN.least / UNSEEN.most;

/** What a week of food is told, kg; undefined where it is not, or cannot be. */
const foundFedKgPerWeek = (told: Found, setup: Told): number | undefined => {
  const { fedWeeklyKg } = told;
  const most = MOST_FED_OF_HERD * HERD_KG_PER_M2.running * surfaceM2(setup);
  return fedWeeklyKg === undefined || fedWeeklyKg > most ? undefined : fedWeeklyKg;
};

export type Contradiction = "worms/too-many" | "food/too-much" | "crowded/never-fed" | "fed/no-worms";
/** Answers that cannot all be so: each is asked again in plain words, and the start is only the wider for it. Never throws. */
export function contradictions(told: Found, setup: Told): Contradiction[] {
  const { worms } = told;
  const isCrowded =
    worms !== undefined &&
    ("massKg" in worms
      ? worms.massKg >= HERD_KG_PER_M2.running * surfaceM2(setup)
      : worms.handful === "crowded");
  return [
    ...(worms !== undefined && "massKg" in worms && worms.massKg > MOST_KG_PER_M2 * surfaceM2(setup)
      ? (["worms/too-many"] as const)
      : []),
    ...(told.fedWeeklyKg !== undefined && foundFedKgPerWeek(told, setup) === undefined
      ? (["food/too-much"] as const)
      : []),
    ...(isCrowded && told.fedWeeklyKg === 0 ? (["crowded/never-fed"] as const) : []),
    ...(worms !== undefined && "massKg" in worms && worms.massKg === 0 && (told.fedWeeklyKg ?? 0) > 0
      ? (["fed/no-worms"] as const)
      : []),
  ];
}

/** One part as it is told: litres, and the finished share with its spread. */
export interface FoundPart {
  readonly id: string;
  readonly litres: number;
  readonly finished: number;
  readonly finishedSpread: number;
}
/** Every part of the bin, in its order; the one that is fed is least far along where nothing is said. Never throws. */
export function foundParts(told: Found, setup: Told): FoundPart[] {
  const fed = fedCompartment(setup).id;
  return setup.compartments.map((one) => {
    const said = told.parts.find(({ compartment }) => compartment === one.id);
    const unsaid = FINISHED_UNSAID + (one.id === fed ? 0 : FURTHER_ALONG);
    return {
      id: one.id,
      litres: volumeOfL(one) * Math.min(1, said?.fraction ?? FILL_UNSAID),
      finished: said?.state === undefined ? unsaid : FINISHED[said.state],
      finishedSpread: said?.state === undefined ? FOUND_SPREAD.finishedUnsaid : FOUND_SPREAD.finished,
    };
  });
}

/** Dry mass of a part of so many litres, a share of them finished. Source: settled densities of the process model. */
function contentsOfPart(litres: number, finished: number): Contents {
  // By dry mass, as ripeness is: a litre of castings weighs more than one of bedding.
  const perKg = finished / SETTLED_DRY_KG_PER_L.castings + (1 - finished) / SETTLED_DRY_KG_PER_L.bedding;
  const dry = litres / perKg;
  return { ...NOTHING, castingsDryKg: finished * dry, beddingDryKg: (1 - finished) * dry };
}

export const foundMoisture = ({ squeeze }: Found): number =>
  squeeze === undefined ? MOISTURE_UNSAID : squeezeMoisture(squeeze);
/** Months it runs, by what is told; a year where nobody knows. */
export const foundAgeDays = ({ runningMonths }: Found): number =>
  runningMonths === undefined ? AGE_UNSAID_DAYS : Math.round(runningMonths * DAYS_IN_MONTH);

/** The last meal as it is told, kg: what a week gets, for as long as this way of keeping leaves between two meals. */
export function foundMeal(
  told: Found,
  setup: Told,
): { readonly massKg: number; readonly daysAgo: number; readonly everyDays: number } | undefined {
  const perWeek = foundFedKgPerWeek(told, setup);
  const everyDays = setup.own?.intervalDays ?? schoolOf(setup.school).usualIntervalDays;
  if (!perWeek) return undefined;
  return {
    massKg: (perWeek * everyDays) / 7,
    daysAgo: told.lastFed?.fedDaysAgo ?? Math.ceil(everyDays / 2),
    everyDays,
  };
}

/** A bin's state as it is found: what was known of its matter, meals and herd gives way to what is told. Never throws. */
export function foundStanding(state: BinState, entry: EntryOf<"found">): BinState {
  const { setup } = state;
  if (!setup) return state;
  const { emptiedOn: _emptied, cover: _cover, weight: _weight, ...kept } = state;
  const fed = fedCompartment(setup).id;
  const contents = Object.fromEntries(
    foundParts(entry, setup).map(({ id, litres, finished }) => [id, contentsOfPart(litres, finished)]),
  );
  const meal = foundMeal(entry, setup);
  const fedOn = meal && addDays(entry.day, -meal.daysAgo);
  const left = entry.lastFed?.left;
  const feeding: Feeding | undefined = meal &&
    fedOn && {
      day: fedOn,
      massKg: meal.massKg,
      compartmentId: fed,
      place: 1,
      isTold: true,
      ...(left === undefined ? {} : { left, leftOn: entry.day }),
    };
  const place: PlaceState | undefined = feeding && {
    compartmentId: fed,
    place: 1,
    fedOn: feeding.day,
    massKg: feeding.massKg,
    preparation: "chopped",
    ...(left === undefined ? {} : { seen: { day: entry.day, foodLeft: left } }),
  };
  const moisture: MoistureRecord = {
    day: entry.day,
    value: foundMoisture(entry),
    ...(entry.squeeze
      ? { ...squeezeInterval(entry.squeeze), knownBy: "squeeze", squeeze: entry.squeeze }
      : { low: MOISTURE_UNSAID - 0.1, high: MOISTURE_UNSAID + 0.08, knownBy: "bedding" }),
    dryKg: Object.values(contents).reduce((sum, one) => sum + one.beddingDryKg + one.castingsDryKg, 0),
    waterInL: 0,
    dryInKg: 0,
  };
  return {
    ...kept,
    worms: {
      massKg: foundHerdKg(entry, setup),
      speciesId: entry.speciesId ?? state.worms.speciesId,
      since: addDays(entry.day, -foundAgeDays(entry)),
    },
    contents,
    contentsOn: entry.day,
    moisture,
    places: place ? { [placeKey(fed, 1)]: place } : {},
    feedings: feeding ? [feeding] : [],
    heard: {},
    // A bin that runs has had its first weeks.
    firsts: Object.fromEntries(
      (["bedded", "fed", "squeezed", "looked", "twoGone"] as const).map((first) => [first, entry.day]),
    ),
  };
}

/** Days without a word after which nobody knows what a bin is like; twice that where it was left in peace. Judgement. */
const UNSEEN_DAYS = 90;
/** Whether a bin should be told anew as it stands, rather than forecast from so long ago. Never throws. */
export function isLongUnseen(
  { lastDay, setup }: Pick<BinState, "lastDay" | "setup">,
  today: LocalDate,
): boolean {
  if (!setup || setup.retired || lastDay === undefined) return false;
  return daysBetween(lastDay, today) > (setup.resting ? 2 : 1) * UNSEEN_DAYS;
}
