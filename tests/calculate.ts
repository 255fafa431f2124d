import type { Refusal } from "@/core/calculators/calculator";
import { calculatorNamed } from "@/core/calculators/registry";
import type { Outcome } from "@/vocabulary/outcome";

/** Opens a calculator as the doors do. */
export function outcomeOf(name: string, input: unknown): Outcome<unknown, Refusal> {
  const calculator = calculatorNamed(name);
  if (!calculator) throw new Error(`there is no calculator ${name}`);
  return calculator.run(input);
}
