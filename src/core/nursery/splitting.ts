import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { surfaceM2 } from "../bin/system";
import { addDays } from "../calendar/day";
import { breedingOf, doublingDays } from "../catalogue/breeding";
import type { Species } from "../catalogue/species";
import type { Band } from "../expectation/expectation";
import { HERD_KG_PER_M2 } from "../matter/figures";

/** When a bin's herd has filled its ground, and a half of it may go into a new one. */
export interface Split {
  readonly kgPerM2: number;
  /** Undefined where it is too cold or too hot to breed. */
  readonly on?: LocalDate;
  readonly isNow: boolean;
}

/** Further off than this no day is named. */
const MOST_DAYS = 730;

/**
 * When to split: the day the herd reaches what a bed carries when it runs well, doubling as its warmth lets it. Undefined where there is no
 * herd. Never throws. Source: process model 12.2 and 12.18.
 */
export function splitOf(
  setup: BinSetup,
  wormsKg: Band,
  species: Species,
  bedC: number,
  today: LocalDate,
): Split | undefined {
  const area = surfaceM2(setup);
  if (!(wormsKg.middle > 0) || !(area > 0)) return undefined;
  const kgPerM2 = wormsKg.middle / area;
  const days = doublingDays(bedC) * Math.log2(HERD_KG_PER_M2.running / kgPerM2);
  const breeds = breedingOf(species.id).warmthFactor(bedC) > 0;
  if (days <= 0) return { kgPerM2, on: today, isNow: true };
  if (!breeds || days > MOST_DAYS) return { kgPerM2, isNow: false };
  return { kgPerM2, on: addDays(today, Math.round(days)), isNow: false };
}
