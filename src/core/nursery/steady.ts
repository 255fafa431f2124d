import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { addDays, daysBetween } from "../calendar/day";
import { breedingOf } from "../catalogue/breeding";
import type { Species } from "../catalogue/species";
import type { Band } from "../expectation/expectation";
import { COCOON_SHARE } from "../matter/figures";
import { P } from "../twin/engine/parameters";
import { broodCourse } from "./cohorts";
import type { TubSize } from "./enough";
import { BEDDING_L_PER_M2, FEED_SHARE, fortunes, MINUTES, MOST_TUBS, WORMS_KG_PER_M2 } from "./enough";
import { bedOfRoomC, SURVIVES } from "./growth";

/** So many grown worms each week, from a day on, for as long as the tubs are kept. */
export interface SteadyWanted {
  readonly kgPerWeek: number;
  readonly from: LocalDate;
}
/** Grown worms of one week, kg. */
export interface SteadyWeek {
  readonly on: LocalDate;
  readonly kg: Band;
}
export interface SteadyPlan {
  readonly tubs: number;
  /** Groups of tubs, each set a part of the cycle after the one before. */
  readonly rows: number;
  readonly daysApart: number;
  /** Set from this day on, what is wanted is there by the day it is wanted from; never before today. */
  readonly setBy: LocalDate;
  /** From here on each week gives it, set today, in nine futures of ten. */
  readonly firstOn: LocalDate;
  /** A year of full running: over all of it, and its poorest and richest four weeks, kg a week. */
  readonly meanKg: Band;
  readonly poorest: SteadyWeek;
  readonly richest: SteadyWeek;
  /** Sized by the year's mean: grown worms wait in a bin for the lean weeks, at most so many; undefined where no week is lean. */
  readonly heldKg?: number;
  readonly weeks: readonly SteadyWeek[];
  /** To begin with, and what goes back into the tubs a year for parents that died. */
  readonly parentsKg: number;
  readonly renewedKgPerYear: number;
  readonly feedKgPerWeek: number;
  readonly beddingLPerWeek: number;
  /** Trays that stand at one time. */
  readonly trays: number;
  readonly hoursPerWeek: number;
}
export type NoSteady =
  | { readonly code: "steady/nothing" }
  | { readonly code: "steady/too-cold"; readonly bedC: number }
  | { readonly code: "steady/too-many"; readonly tubs: number };

const WEEKS_A_YEAR = 52;
/** Until tubs and trays run full: the longest brood that is followed, and a year to look at. */
const WEEKS = 2 * WEEKS_A_YEAR + 26;
/** Four weeks are sold together: one poor week is made up for by the next. */
const SOLD_WEEKS = 4;
/** Below this part of the year's mean the poorest weeks do not size the nursery; what is grown before waits for them. */
const LEAN = 0.6;
const MOST_ROWS = 4;

/** Heads that grow up week by week of one tub kept going from a day on. Source: laying and cohorts by degree-days. */
function weekly(species: Species, size: TubSize, climate: Climate, startOn: LocalDate): Float64Array {
  const { cocoonsPerAdultWeek, warmthFactor } = breedingOf(species.id);
  const heads = new Float64Array(WEEKS);
  const count = 1000;
  const whole = count * species.hatchShare * species.hatchlingsPerCocoon * SURVIVES.middle;
  for (let week = 0; week < WEEKS; week += 1) {
    const laidFrom = addDays(startOn, 7 * week);
    const laid =
      size.grown *
      cocoonsPerAdultWeek *
      COCOON_SHARE *
      warmthFactor(bedOfRoomC(climate, addDays(laidFrom, 3)));
    if (laid <= 0) continue;
    // Groups are set one after the other over the first cycle.
    const isSet = Math.min(1, (7 * (week + 1)) / size.cycleDays);
    const laidTo = addDays(laidFrom, 7);
    const course = broodCourse(
      { fromIds: [], filledOn: laidTo, laidFrom, laidTo, held: 1, cocoons: { count, lowCount: count, highCount: count } },
      [],
      species,
      climate,
    ); // prettier-ignore
    let before = 0;
    for (let later = week; later < WEEKS; later += 1) {
      const grown = course!.grownOn(addDays(startOn, 7 * (later + 1)));
      heads[later]! += ((grown - before) * laid * isSet) / count;
      before = grown;
      if (grown >= whole - 1e-6) break;
    }
  }
  // Parents that die are replaced by the young.
  const renewed = size.grown * LOST_PER_WEEK;
  return heads.map((grown) => Math.max(0, grown - renewed));
}
/** Grown worms die at their background rate; tubs are kept thin, so none of crowding. Source: process model 7.9. */
const LOST_PER_WEEK = 7 * P.mu0A;

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * How many tubs, kept going, give so many grown worms each week in nine futures of ten, when the first are there, and what a week then
 * takes. Sized by the year's poorest four weeks; where a room's winter makes those far poorer than the year, by the year's mean, with what
 * has to wait for the lean weeks. Refused where the year is too cold to lay. Pure; never throws. Source: as for enough by a day, and
 * the process model's deaths of grown worms.
 */
export function steadyFor(
  wanted: SteadyWanted,
  size: TubSize,
  species: Species,
  climate: Climate,
  today: LocalDate,
): Outcome<SteadyPlan, NoSteady> {
  if (!(wanted.kgPerWeek > 0)) return refused({ code: "steady/nothing" });
  const kgOf = (heads: number) => (heads * species.adultG) / 1000;
  const each = weekly(species, size, climate, today);
  const smooth = Array.from({ length: WEEKS - SOLD_WEEKS + 1 }, (_, week) => mean([...each.slice(week, week + SOLD_WEEKS)])); // prettier-ignore
  const year = [...each.slice(-WEEKS_A_YEAR)];
  const yearMean = mean(year);
  if (yearMean <= 0) return refused({ code: "steady/too-cold", bedC: bedOfRoomC(climate, today) });
  const yearSmooth = smooth.slice(-WEEKS_A_YEAR);
  const least = Math.min(...yearSmooth);
  const isLean = least < LEAN * yearMean;
  const sorted = fortunes().map((fortune) => fortune / SURVIVES.middle);
  const fortune = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
  const [low, middle, high] = [fortune(0.1), fortune(0.5), fortune(0.9)];
  const tubs = Math.ceil(wanted.kgPerWeek / kgOf(low * (isLean ? yearMean : least)));
  if (tubs > MOST_TUBS) return refused({ code: "steady/too-many", tubs });
  const band = (heads: number): Band => ({
    low: kgOf(tubs * low * heads),
    middle: kgOf(tubs * middle * heads),
    high: kgOf(tubs * high * heads),
  });
  const weekOf = (week: number) => addDays(today, 7 * week);
  // Where weeks are lean, what was not sold before stands ready.
  const reached = smooth.findIndex(
    (heads) => kgOf(tubs * low * heads) >= (isLean ? Math.min(wanted.kgPerWeek, kgOf(tubs * low * yearMean)) : wanted.kgPerWeek) - 1e-9,
  ); // prettier-ignore
  const firstOn = weekOf(Math.max(0, reached));
  const setBy = addDays(wanted.from, -daysBetween(today, firstOn));
  const yearAt = smooth.length - WEEKS_A_YEAR;
  const extreme = (heads: number): SteadyWeek => ({
    on: weekOf(yearAt + yearSmooth.indexOf(heads)),
    kg: band(heads),
  });
  const rows = Math.min(MOST_ROWS, tubs);
  const parentsKg = kgOf(tubs * size.grown);
  const meanKg = band(yearMean);
  const daysToGrown = daysBetween(today, firstOn);
  const broods = (tubs * 7) / size.cycleDays;
  const traysEach = Math.max(1, (meanKg.middle / broods) / (WORMS_KG_PER_M2 * size.areaM2)); // prettier-ignore
  return done({
    tubs,
    rows,
    daysApart: Math.round(size.cycleDays / rows),
    setBy: setBy < today ? today : setBy,
    firstOn,
    meanKg,
    poorest: extreme(least),
    richest: extreme(Math.max(...yearSmooth)),
    ...(isLean
      ? {
          heldKg: mostHeld(
            year.map((heads) => kgOf(tubs * low * heads)),
            wanted.kgPerWeek,
          ),
        }
      : {}),
    weeks: Array.from(each, (heads, week) => ({ on: weekOf(week), kg: band(heads) })).slice(
      0,
      Math.min(WEEKS, Math.max(0, reached) + WEEKS_A_YEAR),
    ),
    parentsKg,
    renewedKgPerYear: parentsKg * LOST_PER_WEEK * WEEKS_A_YEAR,
    // Young weigh nothing at first and all at the end: half of it in the mean, over the time they grow.
    feedKgPerWeek:
      FEED_SHARE * species.intakeKgPerKgDay * (7 * parentsKg + (meanKg.middle * species.maturityDays) / 2),
    beddingLPerWeek: broods * traysEach * size.areaM2 * BEDDING_L_PER_M2,
    // A brood begins in one tray and ends in as many as carry it.
    trays: Math.ceil(((broods / 7) * daysToGrown * (1 + traysEach)) / 2),
    hoursPerWeek: (broods * (MINUTES.tub + MINUTES.tray)) / 60,
  });
}

/** The most that waits at one time, kg, if so much is given out each week of a year that comes again. */
function mostHeld(grownKg: readonly number[], givenKg: number): number {
  let held = 0;
  let most = 0;
  // Twice round: the first year fills up what the second lives of.
  for (const grown of [...grownKg, ...grownKg]) {
    held = Math.max(0, held + grown - givenKg);
    most = Math.max(most, held);
  }
  return most;
}
