import type { Refusal } from "@/core/calculators/calculator";
import { calculatorNamed } from "@/core/calculators/registry";
import type { Outcome } from "@/vocabulary/outcome";

/** Opens a calculator as the doors do. */
export function outcomeOf(name: string, input: unknown): Outcome<unknown, Refusal> {
  const calculator = calculatorNamed(name);
  if (!calculator) throw new Error(`there is no calculator ${name}`);
  return calculator.run(input);
}

/** What a calculator gives; throws where it refuses. */
export const value = <T>(name: string, input: unknown): T => {
  const outcome = outcomeOf(name, input);
  if (!outcome.ok) throw new Error(outcome.problem.message);
  return outcome.value as T;
};
/** Why it refuses; undefined where it does not. */
export const refusal = (name: string, input: unknown) => {
  const outcome = outcomeOf(name, input);
  return outcome.ok ? undefined : outcome.problem;
};
/** Numbers agree to rounding; all else exactly. */
export const near = (found: unknown): unknown =>
  typeof found === "number"
    ? (expect.closeTo(found, 9) as unknown)
    : Array.isArray(found)
      ? found.map(near)
      : typeof found === "object" && found !== null
        ? Object.fromEntries(Object.entries(found).map(([key, inner]) => [key, near(inner)]))
        : found;
