import type { Species } from "../catalogue/species";
import { temperatureFactor } from "../ration/appetite";

/** What a bed's warmth costs: its pace against the best there is, and how much quicker it were ten degrees warmer. */
export interface PaceByWarmth {
  /** Share of the pace at the best temperature, 0 to 1. */
  readonly ofBest: number;
  /** Times the pace now; undefined where nothing goes on now. */
  readonly tenWarmer?: number;
}

/** Pure; never throws. Source: appetite by warmth, process model 7.2. */
export function paceAt(bedC: number, species: Species): PaceByWarmth {
  const now = temperatureFactor(bedC, species);
  const best = temperatureFactor(species.bestC, species);
  const warmer = temperatureFactor(bedC + 10, species);
  return { ofBest: now / best, ...(now > 0.02 ? { tenWarmer: warmer / now } : {}) };
}
