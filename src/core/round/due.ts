import type { LocalDate } from "@/vocabulary/fields";
import { standingPlan, wantedHarvest, whenSomeoneIsThere } from "../bin/planAhead";
import type { BinState } from "../bin/state";
import { isOutOfUse } from "../bin/state";

/** The day that was set, or the first after it on which someone is there. */
export function dueDay(state: BinState, today: LocalDate): LocalDate | undefined {
  const { nextDay, setup } = state;
  if (isOutOfUse(state)) return undefined;
  const wanted = wantedHarvest(state, today)?.on;
  const usual = nextDay ?? setup?.restingUntil;
  const next = earlier(usual, state.rescue?.lookOn);
  const due = earlier(next, wanted);
  if (due === undefined) return undefined;
  // What is past due stays so, unless no one is there today either.
  const there = whenSomeoneIsThere(standingPlan(setup, today), due < today ? today : due);
  return there > today ? there : due;
}

const earlier = (a: LocalDate | undefined, b: LocalDate | undefined): LocalDate | undefined =>
  a === undefined || (b !== undefined && b < a) ? b : a;
