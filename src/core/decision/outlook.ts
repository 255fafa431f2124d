import { herdOf } from "../bin/mixture";
import type { LocalDate } from "@/vocabulary/fields";
import { materialOf } from "../catalogue/material";
import type { Band, Expectation } from "../expectation/expectation";
import { capacity, clearingDays } from "../ration/ration";
import type { Practice } from "../practice/practice";
import { ageDays } from "../practice/practice";

export interface Outlook {
  /** Days until the meal is gone but for a trace; none without a meal. */
  readonly goneInDays?: Band;
  /** Moisture when all that is planned is in. */
  readonly moisture: number;
  readonly overfed: boolean;
}

/** What amounts given today do to the next weeks: when the meal is eaten, how moist it leaves the bin, whether it is too much. */
export function outlook(
  expectation: Expectation,
  practice: Practice,
  moistureNow: number,
  given: { readonly foodKg: number; readonly dryBeddingKg: number; readonly waterL: number },
  today: LocalDate,
): Outlook {
  const age = ageDays(practice, today);
  const eats = capacity({
    wormsKg: expectation.wormsKg.middle,
    ...herdOf(practice.state.worms, expectation.herds),
    temperatureC: expectation.temperatureC.middle,
    moisture: moistureNow,
    ageDays: age,
  }).kgPerDay;
  const food = materialOf("food", "mixed-kitchen-scraps");
  const card = materialOf("bedding", "cardboard-corrugated");
  const mass = expectation.fedMassKg.middle;
  const water =
    mass * moistureNow + given.foodKg * food.moisture + given.dryBeddingKg * card.moisture + given.waterL;
  const whole = mass + given.foodKg + given.dryBeddingKg + given.waterL;
  const clears = clearingDays("chopped", expectation.temperatureC.middle, age);
  const takes = Math.min(120, Math.max(clears, eats > 0 ? given.foodKg / eats : 120));
  const buffers = expectation.beddingL * food.densityKgPerL;
  return {
    moisture: whole > 0 ? water / whole : moistureNow,
    overfed: given.foodKg > 1.5 * eats * practice.school.maxIntervalDays || given.foodKg > buffers,
    ...(given.foodKg > 0 ? { goneInDays: { low: takes * 0.7, middle: takes, high: takes * 1.5 } } : {}),
  };
}
