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
  /** Depth of what lies over the bed, m; none where a mat or sacking does. */
  readonly coverM?: number;
  /** Bedding goes in with each meal, by its volume. */
  readonly isLayered?: true;
  /** Bins are left alone between meals: no digging to look, only quiet checks, and never late. */
  readonly isLeftInPeace?: true;
  /** Worms are the aim: fed by films, kept wet and thinly stocked, on bedding that feeds. */
  readonly isBreeding?: true;
  /** Food is saved up and given in one go between two layers of bedding, once what is finished was skimmed. */
  readonly isFeast?: true;
}

export const SCHOOL_TABLE = schools as readonly School[];

/** @throws Error for an id outside the table; the record schema admits only ids inside it. */
export function schoolOf(id: SchoolId): School {
  const school = SCHOOL_TABLE.find((candidate) => candidate.id === id);
  if (!school) throw new Error(`schoolOf: expected a known school, got ${id}`);
  return school;
}
