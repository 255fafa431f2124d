import { calculatorNamed } from "@/core/calculators/registry";

/** Status and JSON of an answer. */
export interface SumAnswer {
  readonly status: number;
  readonly body: string;
}
export const refusalBody = (code: string, message: string, issues: readonly unknown[] = []): string =>
  JSON.stringify({ error: { code, message, issues } });

/** A sum of the registry over JSON as it came; faults are answers. @throws Error for a name there is none of. */
export function answerOf(name: string, text: string): SumAnswer {
  const calculator = calculatorNamed(name);
  if (!calculator) throw new Error(`answerOf: there is no sum ${name}`);
  let raw: unknown;
  try {
    raw = JSON.parse(text) as unknown;
  } catch {
    return { status: 400, body: refusalBody("calc/not-json", "The input is not JSON.") };
  }
  const outcome = calculator.run(raw);
  if (outcome.ok) return { status: 200, body: JSON.stringify(outcome.value) };
  const { code, message, issues } = outcome.problem;
  return { status: 400, body: refusalBody(code, message, issues) };
}
