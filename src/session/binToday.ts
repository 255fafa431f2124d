import type { Bin } from "@/records/bin";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { BatchLog } from "@/core/batch/state";
import { batchState } from "@/core/batch/state";
import type { BinState } from "@/core/bin/state";
import { EMPTY_BIN } from "@/core/bin/state";
import type { Batch } from "@/records/batch";
import type { Lot } from "@/records/lot";
import type { BatchToday, LotToday } from "./batches";
import { lotDue } from "@/core/lot/due";
export { roomOfLot } from "@/core/lot/make";
import type { TubToday } from "@/core/nursery/due";
import { tubDue } from "@/core/nursery/due";
import { broodDays } from "@/core/nursery/growth";
import type { TubLog } from "@/core/nursery/state";
import { tubState, withParentsCounts } from "@/core/nursery/state";
import { speciesOf } from "@/core/catalogue/species";
import type { Tub } from "@/records/tub";
import type { LotLog } from "@/core/lot/state";
import { lotState } from "@/core/lot/state";
import { decide } from "@/core/decision/decide";
import { whilePending } from "@/core/decision/pending";
import { practiceOf } from "@/core/practice/practice";
import { TEMPERATE } from "@/core/expectation/climate";
import { simpleEngine } from "@/core/expectation/simpleEngine";
import type { Expectation } from "@/core/expectation/expectation";
import type { BinToday } from "@/core/round/round";

/** What was computed of a bin for a day and a climate: handed out again as long as nothing it rests on has changed. */
const computed = new WeakMap<BinState, { readonly key: string; readonly today: BinToday }>();

/**
 * The same object for the same log, day, climate and forecast, so that screens draw again only what is new. Without a
 * forecast of the twin, rules of thumb stand in; while one `isAwaited` no amount is said.
 */
export async function binToday(
  bin: Bin,
  { state, fault }: { readonly state: BinState; readonly fault?: string | undefined },
  climate: Climate | undefined,
  today: LocalDate,
  forecast: Expectation | undefined,
  /** A forecast is being made. */
  isAwaited = false,
): Promise<BinToday> {
  const key = JSON.stringify([today, climate, bin.rowId, isAwaited && forecast === undefined]);
  const held = computed.get(state);
  if (held?.key === key && (forecast === undefined || held.today.expectation === forecast)) return held.today;
  try {
    const judgedNow = await judged(bin, state, climate, today, forecast);
    const fresh =
      isAwaited && forecast === undefined
        ? { ...judgedNow, decision: whilePending(judgedNow.decision) }
        : judgedNow;
    const told = fault === undefined ? fresh : { ...fresh, fault };
    computed.set(state, { key, today: told });
    return told;
  } catch (cause) {
    // One bin that cannot be judged leaves the others standing; it stands without a state and says so.
    const bare = await judged(bin, EMPTY_BIN, undefined, today, undefined);
    return { ...bare, fault: String(cause) };
  }
}

async function judged(
  bin: Bin,
  state: BinState,
  climate: Climate | undefined,
  today: LocalDate,
  forecast: Expectation | undefined,
): Promise<BinToday> {
  const expectation = forecast ?? (await simpleEngine.expect(state, climate ?? TEMPERATE, today));
  const practice = practiceOf(state);
  const decision = practice
    ? decide(expectation, practice, [], today)
    : { verdict: "leave" as const, steps: [], nextDay: today, cautions: [] };
  return { bin, state, expectation, decision };
}

/** The batches of the store as they stand today, newest first. */
export const batchesToday = (
  batches: readonly Batch[],
  logOf: (batchId: string) => BatchLog,
  today: LocalDate,
): readonly BatchToday[] =>
  batches
    .map((batch) => ({ batch, state: batchState(batch, logOf(batch.id), today) }))
    .toSorted((a, b) => (a.batch.mixedOn < b.batch.mixedOn ? 1 : -1));

/** The lots of castings as they stand, newest first. `climateOf`: of the room they lie in. */
export const lotsToday = (
  lots: readonly Lot[],
  logOf: (lotId: string) => LotLog,
  climateOf: (lot: Lot) => Climate | undefined,
  today: LocalDate,
): readonly LotToday[] =>
  lots
    .map((lot) => {
      const state = lotState(lot, logOf(lot.id));
      const climate = climateOf(lot) ?? TEMPERATE;
      const due = lotDue(lot, state, today, climate);
      return due ? { lot, state, climate, due } : { lot, state, climate };
    })
    .toSorted((a, b) => (a.lot.madeOn < b.lot.madeOn ? 1 : -1));

/** The breeding tubs and hatching trays as they stand, as they were made. `climateOf`: of the room they stand in. */
export const tubsToday = (
  tubs: readonly Tub[],
  logOf: (tubId: string) => TubLog,
  climateOf: (tub: Tub) => Climate | undefined,
  today: LocalDate,
): readonly TubToday[] => {
  const states = new Map(tubs.map((tub) => [tub.id as string, tubState(tub, logOf(tub.id))]));
  return tubs.map((tub) => {
    const state = withParentsCounts(tub.id, states.get(tub.id)!, states);
    const climate = climateOf(tub) ?? TEMPERATE;
    const due = tubDue(tub, state, climate, today);
    const brood = state.brood && broodDays(state.brood, speciesOf(tub.speciesId), climate);
    return { tub, state, climate, ...(due ? { due } : {}), ...(brood ? { brood } : {}) };
  });
};
