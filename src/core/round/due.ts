import type { LocalDate } from "@/vocabulary/fields";
import { standingPlan, whenSomeoneIsThere } from "../bin/planAhead";
import type { BinState } from "../bin/state";

/** The day that was set, or the first after it on which someone is there. */
export function dueDay({ nextDay, setup }: BinState, today: LocalDate): LocalDate | undefined {
  const due = nextDay ?? setup?.restingUntil;
  if (due === undefined) return undefined;
  // What is past due stays so, unless no one is there today either.
  const there = whenSomeoneIsThere(standingPlan(setup, today), due < today ? today : due);
  return there > today ? there : due;
}
