import type { LocalDate } from "@/vocabulary/fields";
import type { Batch } from "@/records/batch";
import type { Climate } from "@/records/room";
import type { BatchState } from "../batch/state";
import type { BinState } from "../bin/state";
import { isOutOfUse } from "../bin/state";
import { COVER_KG_PER_L } from "../bin/cover";
import { fedCompartment, systemOf, volumeOfL } from "../bin/system";
import { usualGapDays } from "../bin/usual";
import { addDays, daysBetween } from "../calendar/day";
import { schoolOf } from "../catalogue/school";
import { speciesOf } from "../catalogue/species";
import { airTemperatureC } from "../expectation/climate";
import { SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { temperatureFactor } from "../ration/appetite";
import type { BinToday } from "./round";

/** What the coming weeks will use of bedding, and whether the store has it. Dry kilograms. */
export interface BeddingAhead {
  /** Eight weeks from today. */
  readonly weeks: readonly {
    readonly from: LocalDate;
    /** With the meals that are coming. */
    readonly mealsKg: number;
    /** Of parts bedded anew. */
    readonly refillsKg: number;
  }[];
  readonly storedKg: number;
  /** The first day the store has not enough, where it is known. */
  readonly lastsUntil?: LocalDate;
  /** The next batch has to be begun by then to be ripe in time. */
  readonly startBy?: LocalDate;
}
/** Bedding that goes in on a day. */
interface Laid {
  readonly day: LocalDate;
  readonly kg: number;
}

const WEEKS = 8;
/** Days a mixed batch ripens in a cellar, the late end. Source: degree-days of the process model, 12.16, at 15 °C. */
const RIPENS_DAYS = 35;
/** A part that is emptied at harvest is bedded a third deep. */
const REFILLED = 0.33;

/**
 * Bedding week by week from the coming meals and harvests. `climateOf`: of the room a bin stands in; without it every
 * coming week is taken to be as warm as this one. Never throws; where nothing is fed or emptied every week is nought.
 */
export function beddingAhead(
  bins: readonly BinToday[],
  batches: readonly { readonly batch: Batch; readonly state: BatchState }[],
  today: LocalDate,
  climateOf: (one: BinToday) => Climate | undefined = () => undefined,
): BeddingAhead {
  const kept = bins.filter(({ state }) => state.setup && !isOutOfUse(state));
  const meals = kept.flatMap((one) => withMeals(one, today, climateOf(one)));
  const refills = kept.flatMap((one) => refillOf(one, today));
  const weeks = Array.from({ length: WEEKS }, (_, week) => {
    const [from, until] = [addDays(today, 7 * week), addDays(today, 7 * week + 7)];
    const within = (laid: readonly Laid[]) =>
      laid.reduce((sum, { day, kg }) => sum + (day >= from && day < until ? kg : 0), 0);
    return { from, mealsKg: within(meals), refillsKg: within(refills) };
  });
  const storedKg = batches.reduce(
    (sum, { batch, state }) => sum + (state.stage.is === "used" ? 0 : state.leftKg * (1 - batch.moisture)),
    0,
  );
  const lastsUntil = lastsDay(weeks, storedKg);
  const startBy = lastsUntil && addDays(lastsUntil, -RIPENS_DAYS);
  return {
    weeks,
    storedKg,
    ...(lastsUntil ? { lastsUntil } : {}),
    ...(startBy ? { startBy: startBy < today ? today : startBy } : {}),
  };
}

/** A bin's own use is known from so many days of it; before, its coming meals say what they ask for. */
const KNOWN_AFTER_DAYS = 28;
/** Bedding goes in drier than this where nothing is said. */
const [DRY_MOISTURE, DAMP_MOISTURE] = [0.1, 0.72];

/** What today's visit asks of bedding, dry kilograms. */
const askedKg = ({ decision }: BinToday): number =>
  decision.steps.reduce((sum, { kind, amount, moisture }) => {
    if (!amount || (kind !== "addDryBedding" && kind !== "cover")) return sum;
    const wetKg = "massKg" in amount ? amount.massKg : amount.volumeL * COVER_KG_PER_L;
    return sum + wetKg * (1 - (moisture ?? (kind === "cover" ? DAMP_MOISTURE : DRY_MOISTURE)));
  }, 0);

/**
 * Bedding that goes in with the coming meals: on their days, by this keeper's own bedding to a kilogram of food, as many
 * kilograms as were given lately and the twin holds safe, and more or less of them as the room warms or cools.
 */
function withMeals(one: BinToday, today: LocalDate, climate: Climate | undefined): Laid[] {
  const { state, expectation, decision } = one;
  const begun = state.firsts.fed ?? state.worms.since;
  const perDay = ownUse(state, today);
  const isYoung = begun !== undefined && daysBetween(begun, today) < KNOWN_AFTER_DAYS;
  if (!isYoung && perDay === undefined) return [];
  const everyDays = isYoung
    ? Math.max(1, daysBetween(today, decision.nextDay))
    : (usualGapDays(state) ?? schoolOf(state.setup!.school).usualIntervalDays);
  const first = isYoung || decision.verdict === "feed" ? today : laterOf(decision.nextDay, today);
  const meal = expectation.twin?.meal;
  const safe =
    meal && perDay && perDay.fedKg > 0 && meal.mostKg > 0
      ? Math.min(1, meal.mostKg / Math.max(1, meal.forDays) / perDay.fedKg)
      : 1;
  const eachKg = isYoung ? askedKg(one) : safe * perDay!.beddedKg * everyDays;
  const species = speciesOf(state.worms.speciesId);
  const paceOn = (day: LocalDate) =>
    climate ? temperatureFactor(airTemperatureC(climate, day), species) : 1;
  const now = paceOn(today);
  const count = Math.ceil(Math.max(0, 7 * WEEKS - daysBetween(today, first)) / everyDays);
  return Array.from({ length: count }, (_, nth): Laid => {
    const day = addDays(first, Math.round(nth * everyDays));
    return { day, kg: eachKg * (isYoung || now < 0.05 ? 1 : Math.min(2, paceOn(day) / now)) };
  });
}

/** Food and dry bedding a day, over the days both are known of; undefined where it was never bedded but to begin with. */
function ownUse(
  state: BinState,
  today: LocalDate,
): { readonly fedKg: number; readonly beddedKg: number } | undefined {
  const begun = state.firsts.bedded ?? state.firstDay;
  const beddings = (state.beddings ?? []).filter(({ day }) => day !== begun);
  const since = [state.feedings[0]?.day, beddings[0]?.day]
    .filter((day) => day !== undefined)
    .sort()
    .at(-1);
  if (beddings.length === 0 || since === undefined) return undefined;
  const within = <T extends { readonly day: LocalDate }>(all: readonly T[]) =>
    all.filter(({ day }) => day >= since);
  const days = Math.max(14, daysBetween(since, today));
  return {
    fedKg: within(state.feedings).reduce((sum, { massKg }) => sum + massKg, 0) / days,
    beddedKg: within(beddings).reduce((sum, { dryKg }) => sum + dryKg, 0) / days,
  };
}

const laterOf = (a: LocalDate, b: LocalDate): LocalDate => (a > b ? a : b);

/** Trays, totes and pots are bedded anew after a harvest; an emptied bin that keeps its worms waits for it now. */
function refillOf({ state, expectation }: BinToday, today: LocalDate): Laid[] {
  const setup = state.setup!;
  const kg = volumeOfL(fedCompartment(setup)) * REFILLED * SETTLED_DRY_KG_PER_L.bedding;
  if (state.emptiedOn) return [{ day: today, kg }];
  const { arrangement } = systemOf(setup.system);
  const inDays = expectation.twin?.harvest?.inDays?.middle;
  if (inDays === undefined || arrangement === "line" || setup.system === "flowThrough") return [];
  return [{ day: addDays(today, Math.max(0, Math.round(inDays))), kg }];
}

function lastsDay(weeks: BeddingAhead["weeks"], storedKg: number): LocalDate | undefined {
  let left = storedKg;
  for (const { from, mealsKg, refillsKg } of weeks) {
    const need = mealsKg + refillsKg;
    if (need > left) return addDays(from, Math.floor((7 * left) / need));
    left -= need;
  }
  return undefined;
}
