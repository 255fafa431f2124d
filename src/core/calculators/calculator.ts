import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { z } from "@/vocabulary/z";
import type { CalculatorProblem } from "./sentences";
import { fieldOf, sayCalculatorProblem } from "./sentences";
import type { InputFault } from "./faults";
import { inputFaults } from "./faults";

/** What every door answers to input it cannot take: a sentence in all, and one per fault with the field it names. */
export interface Refusal {
  readonly code: string;
  readonly message: string;
  readonly issues: readonly InputFault[];
}

/** A sum of the registry, its types put away: what the doors (screens, command line, HTTP, Guide) open. */
export interface Calculator {
  readonly name: string;
  readonly purpose: string;
  /** Where the rule comes from, for the Guide. */
  readonly source: string;
  readonly input: z.ZodType;
  readonly output: z.ZodType;
  readonly example: { readonly in: unknown; readonly out: unknown };
  /** Judges the input and computes. Numbers come out unrounded. */
  readonly run: (raw: unknown) => Outcome<unknown, Refusal>;
}

interface Definition<I, O> {
  readonly name: string;
  readonly purpose: string;
  readonly source: string;
  readonly input: z.ZodType<I>;
  readonly output: z.ZodType<O>;
  readonly example: { readonly in: NoInfer<I>; readonly out: NoInfer<O> };
  readonly sum: (input: I) => Outcome<O, CalculatorProblem>;
}

/** Puts a typed sum behind the one shape the registry knows. */
export function calculator<I, O>({ sum, ...facts }: Definition<I, O>): Calculator {
  const run = (raw: unknown): Outcome<unknown, Refusal> => {
    const read = facts.input.safeParse(raw);
    if (!read.success) {
      const issues = inputFaults(read.error.issues);
      return refused({ code: "calc/bad-input", message: issues.map(sayFault).join(" "), issues });
    }
    const outcome = sum(read.data);
    if (outcome.ok) return done(outcome.value);
    const message = sayCalculatorProblem(outcome.problem);
    return refused({
      code: outcome.problem.code,
      message,
      issues: [{ path: fieldOf(outcome.problem), message }],
    });
  };
  return { ...facts, run };
}

/** `massKg: must be 0 or more, got -1.` */
export const sayFault = ({ path, message }: InputFault): string => (path ? `${path}: ${message}` : message);
