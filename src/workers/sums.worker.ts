import type { Refusal } from "@/core/calculators/calculator";
import { calculatorNamed } from "@/core/calculators/registry";
import type { Outcome } from "@/vocabulary/outcome";
import { offer } from "./desk";

/** Any sum of the registry, by name. A year of the process model takes a second: that is not the page's to wait for. */
const api = {
  run: (name: string, raw: unknown): Outcome<unknown, Refusal> => {
    const calculator = calculatorNamed(name);
    if (!calculator) throw new Error(`sums worker: there is no sum ${name}`);
    return calculator.run(raw);
  },
};
export type SumsWorker = typeof api;

offer(api);
