import type { SchoolId } from "@/vocabulary/setup";
import schools from "./schools.json";

/** One way of running a bin that works, in figures (schoolPage.ts has its words); the figures are common practice at 18 to 24 °C and full stocking. */
export interface School {
  readonly id: SchoolId;
  readonly name: string;
  readonly minIntervalDays: number;
  readonly usualIntervalDays: number;
  readonly maxIntervalDays: number;
  /** Litres of bedding for one litre of food, in a new bin and in a mature one. */
  readonly startRatio: number;
  readonly steadyRatio: number;
  readonly moistureLow: number;
  readonly moistureHigh: number;
  readonly firstHarvestMonths: number;
  readonly harvestIntervalDays: number;
}

export const SCHOOL_TABLE = schools as readonly School[];

/** @throws Error for an id outside the table; the record schema admits only ids inside it. */
export function schoolOf(id: SchoolId): School {
  const school = SCHOOL_TABLE.find((candidate) => candidate.id === id);
  if (!school) throw new Error(`schoolOf: expected a known school, got ${id}`);
  return school;
}

/** Schools whose bins are left in peace between meals: no digging to look, only quiet checks. */
export const isLeftInPeace = (id: SchoolId): boolean =>
  id === "central-pocket-batch" || id === "stack-swap" || id === "leaf-litter-low-input";
