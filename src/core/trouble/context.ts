import { massKg, moisture, temperatureC } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";

/** Feed of the last fortnight that is known to make trouble. */
export const ATE = ["animal", "manure", "protein", "sour", "salty", "heating", "hard"] as const;
export type Ate = (typeof ATE)[number];
const daysAgo = z.number().int().min(0).max(100_000);

/** What is known of a bin beside what is seen, as log and forecast give it; all of it may be left out. */
export const troubleContext = z.strictObject({
  /** Since the first worms, and since worms last came. */
  ageDays: daysAgo.optional(),
  stockedDaysAgo: daysAgo.optional(),
  visitedDaysAgo: daysAgo.optional(),
  harvestedDaysAgo: daysAgo.optional(),
  turnedDaysAgo: daysAgo.optional(),
  limedDaysAgo: daysAgo.optional(),
  /** In the last week, and what its herd can take in one. */
  fedKg: massKg.optional(),
  canTakeKg: massKg.optional(),
  moisture: moisture.optional(),
  moistureLow: moisture.optional(),
  moistureHigh: moisture.optional(),
  temperatureC: temperatureC.optional(),
  wormsKgPerM2: z.number().min(0).max(1_000).optional(),
  castingsShare: z.number().min(0).max(1).optional(),
  ateLately: z.array(z.enum(ATE)).max(ATE.length).optional(),
  drains: z.enum(["free", "sump", "poor", "none"]).optional(),
  /** Litres of air under a lid that shuts tight, where that is little. */
  tightLidAirL: z.number().min(0).max(1_000).optional(),
  isFoodBare: z.boolean().optional(),
  hasStorm: z.boolean().optional(),
});
export type TroubleContext = z.infer<typeof troubleContext>;
