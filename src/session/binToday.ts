import type { Bin } from "@/records/bin";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { BinState } from "@/core/bin/state";
import { decide } from "@/core/decision/decide";
import { practiceOf } from "@/core/practice/practice";
import { TEMPERATE } from "@/core/expectation/climate";
import { simpleEngine } from "@/core/expectation/simpleEngine";
import type { Expectation } from "@/core/expectation/expectation";
import type { BinToday } from "@/core/round/round";

/** What was computed of a bin for a day and a climate: handed out again as long as nothing it rests on has changed. */
const computed = new WeakMap<BinState, { readonly key: string; readonly today: BinToday }>();

/**
 * The same object for the same log, day, climate and forecast, so that screens draw again only what is new. Without a
 * forecast of the twin, rules of thumb stand in.
 */
export async function binToday(
  bin: Bin,
  state: BinState,
  climate: Climate | undefined,
  today: LocalDate,
  forecast: Expectation | undefined,
): Promise<BinToday> {
  const key = JSON.stringify([today, climate, bin.rowId]);
  const held = computed.get(state);
  if (held?.key === key && (forecast === undefined || held.today.expectation === forecast)) return held.today;
  const expectation = forecast ?? (await simpleEngine.expect(state, climate ?? TEMPERATE, today));
  const practice = practiceOf(state);
  const decision = practice
    ? decide(expectation, practice, [], today)
    : { verdict: "leave" as const, steps: [], nextDay: today, cautions: [] };
  const fresh = { bin, state, expectation, decision };
  computed.set(state, { key, today: fresh });
  return fresh;
}
