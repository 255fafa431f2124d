import { herdOf } from "../bin/mixture";
import type { LocalDate } from "@/vocabulary/fields";
import type { FactAbout } from "@/records/entry/about";
import { fedCompartment } from "../bin/system";
import { materialOf } from "../catalogue/material";
import type { Band, Expectation } from "../expectation/expectation";
import { beddingPartMatter, feedPartMatter, liquidL } from "../log/amount";
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

/** What goes in at a visit where one feeds: of food and of bedding all of it and its water, kg, and water by itself, L. */
export interface Given {
  readonly foodKg: number;
  readonly foodWaterKg: number;
  readonly beddingKg: number;
  readonly beddingWaterKg: number;
  readonly waterL: number;
}
/** By the facts of the visit. Undefined where it changes what the bin is made of: rules of thumb do not follow that. Never throws. */
export function givenBy(facts: readonly FactAbout<"bin">[], { setup }: Practice): Given | undefined {
  const given = { foodKg: 0, foodWaterKg: 0, beddingKg: 0, beddingWaterKg: 0, waterL: 0 };
  const fed = fedCompartment(setup).id;
  for (const fact of facts) {
    if (RESHAPES.has(fact.kind)) return undefined;
    if ("compartment" in fact && fact.compartment !== undefined && fact.compartment !== fed) continue;
    if (fact.kind === "fed")
      for (const part of fact.parts) {
        const { wetKg, dryKg } = feedPartMatter(part);
        given.foodKg += wetKg;
        given.foodWaterKg += wetKg - dryKg;
      }
    if (fact.kind === "bedded" && !fact.isCover)
      for (const part of fact.parts) {
        const { wetKg, dryKg } = beddingPartMatter(part);
        given.beddingKg += wetKg;
        given.beddingWaterKg += wetKg - dryKg;
      }
    if (fact.kind === "watered") given.waterL += liquidL(fact.amount);
  }
  return given;
}
const RESHAPES: ReadonlySet<string> = new Set(["added", "rotated", "advanced", "emptied", "harvested"]);

/** What amounts given today do to the next weeks: when the meal is eaten, how moist it leaves the bin, whether it is too much. */
export function outlook(
  expectation: Expectation,
  practice: Practice,
  moistureNow: number,
  given: Given,
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
  const mass = expectation.fedMassKg.middle;
  const water = mass * moistureNow + given.foodWaterKg + given.beddingWaterKg + given.waterL;
  const whole = mass + given.foodKg + given.beddingKg + given.waterL;
  const clears = clearingDays("chopped", expectation.temperatureC.middle, age);
  const takes = Math.min(120, Math.max(clears, eats > 0 ? given.foodKg / eats : 120));
  const buffers = expectation.beddingL * food.densityKgPerL;
  return {
    moisture: whole > 0 ? water / whole : moistureNow,
    overfed: given.foodKg > 1.5 * eats * practice.school.maxIntervalDays || given.foodKg > buffers,
    ...(given.foodKg > 0 ? { goneInDays: { low: takes * 0.7, middle: takes, high: takes * 1.5 } } : {}),
  };
}
