import type { LocalDate } from "@/vocabulary/fields";
import type { Batch } from "@/records/batch";
import type { BatchState } from "../batch/state";
import { isOutOfUse } from "../bin/state";
import { COVER_KG_PER_L } from "../bin/cover";
import { fedCompartment, systemOf, volumeOfL } from "../bin/system";
import { addDays, daysBetween } from "../calendar/day";
import { SETTLED_DRY_KG_PER_L } from "../matter/figures";
import type { BinToday } from "./round";

/** What the coming weeks will use of bedding, and whether the store has it. Dry kilograms. */
export interface BeddingAhead {
  /** Eight weeks from today. */
  readonly weeks: readonly {
    readonly from: LocalDate;
    readonly usualKg: number;
    readonly refillsKg: number;
  }[];
  readonly storedKg: number;
  /** The first day the store has not enough, where it is known. */
  readonly lastsUntil?: LocalDate;
  /** The next batch has to be begun by then to be ripe in time. */
  readonly startBy?: LocalDate;
}

const WEEKS = 8;
/** So far back a bin's own use is looked at. */
const LOOKED_BACK_DAYS = 70;
/** Days a mixed batch ripens in a cellar, the late end. Source: degree-days of the process model, 12.16, at 15 °C. */
const RIPENS_DAYS = 35;
/** A part that is emptied at harvest is bedded a third deep. */
const REFILLED = 0.33;

/** Never throws; without a bin that was ever bedded every week is nought. */
export function beddingAhead(
  bins: readonly BinToday[],
  batches: readonly { readonly batch: Batch; readonly state: BatchState }[],
  today: LocalDate,
): BeddingAhead {
  const kept = bins.filter(({ state }) => state.setup && !isOutOfUse(state));
  const usualKg = kept.reduce((sum, one) => sum + weeklyKg(one, today), 0);
  const refills = kept.flatMap((one) => refillOf(one, today));
  const weeks = Array.from({ length: WEEKS }, (_, week) => {
    const [from, until] = [addDays(today, 7 * week), addDays(today, 7 * week + 7)];
    return {
      from,
      usualKg,
      refillsKg: refills.reduce((sum, { day, kg }) => sum + (day >= from && day < until ? kg : 0), 0),
    };
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

/** What today's visit asks of bedding, over the days until the next, dry kilograms a week. */
function plannedKg({ decision }: BinToday, today: LocalDate): number {
  const dryKg = decision.steps.reduce((sum, { kind, amount, moisture }) => {
    if (!amount || (kind !== "addDryBedding" && kind !== "cover")) return sum;
    const wetKg = "massKg" in amount ? amount.massKg : amount.volumeL * COVER_KG_PER_L;
    return sum + wetKg * (1 - (moisture ?? (kind === "cover" ? DAMP_MOISTURE : DRY_MOISTURE)));
  }, 0);
  return (7 * dryKg) / Math.max(1, daysBetween(today, decision.nextDay));
}

function weeklyKg(one: BinToday, today: LocalDate): number {
  const { state } = one;
  const begun = state.firsts.fed ?? state.worms.since;
  if (begun && daysBetween(begun, today) < KNOWN_AFTER_DAYS) return plannedKg(one, today);
  const lately = (state.beddings ?? []).filter(({ day }) => daysBetween(day, today) <= LOOKED_BACK_DAYS);
  const first = lately[0];
  // The bed it was begun with is no weekly use.
  const since = state.firsts.bedded ?? state.firstDay;
  const used = lately.filter(({ day }) => day !== since);
  if (!first || used.length === 0) return 0;
  const days = Math.max(14, Math.min(LOOKED_BACK_DAYS, since ? daysBetween(since, today) : LOOKED_BACK_DAYS));
  return (7 * used.reduce((sum, { dryKg }) => sum + dryKg, 0)) / days;
}

/** Trays, totes and pots are bedded anew after a harvest; an emptied bin that keeps its worms waits for it now. */
function refillOf({ state, expectation }: BinToday, today: LocalDate): { day: LocalDate; kg: number }[] {
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
  for (const { from, usualKg, refillsKg } of weeks) {
    const need = usualKg + refillsKg;
    if (need > left) return addDays(from, Math.floor((7 * left) / need));
    left -= need;
  }
  return undefined;
}
