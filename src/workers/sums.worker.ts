import type { Refusal } from "@/core/calculators/calculator";
import type { FoundAbout } from "@/core/calculators/foundStart";
import { foundStart } from "@/core/calculators/foundStart";
import { calculatorNamed } from "@/core/calculators/registry";
import type { Reason } from "@/core/decision/decision";
import type { Band } from "@/core/expectation/expectation";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { offer } from "./desk";

/** Any sum of the registry, by name. A year of the process model takes a second: that is not the page's to wait for. */
const api = {
  run: (name: string, raw: unknown): Outcome<unknown, Refusal> => {
    const calculator = calculatorNamed(name);
    if (!calculator) throw new Error(`sums worker: there is no sum ${name}`);
    return calculator.run(raw);
  },
  /** What a bin that runs already would be said to be, and to be given; undefined where the answers make no bin. */
  found: (about: FoundAbout): FoundSaid | undefined => {
    const start = foundStart(about);
    return (
      start && {
        wormsKg: start.expectation.wormsKg,
        mealKg: start.mealKg,
        nextDay: start.decision.nextDay,
        ...(start.decision.steps[0] ? { why: start.decision.steps[0].why } : {}),
      }
    );
  },
};
export interface FoundSaid {
  readonly wormsKg: Band;
  readonly mealKg: number;
  readonly nextDay: LocalDate;
  /** Of the first step. */
  readonly why?: Reason;
}
export type SumsWorker = typeof api;

offer(api);
