import type { Ensemble } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import { bandOf, quantiles } from "../learning/quantiles";
import { AT, dryOf, holdsMoisture } from "../engine/state";
import { fedAt } from "../engine/twinBin";
import type { Band } from "@/core/expectation/expectation";

/** Water or dry bedding that brings the fed compartment to a target, over the members. Never both in one member. */
export interface MoistureNeed {
  readonly waterL: Band;
  readonly beddingKg: Band;
  /** The doubtful ends disagree on which of the two it is. */
  readonly isUnsure: boolean;
}

/** Water beyond what the matter holds stands below or runs out: so far below that one stops. */
const BELOW_FULL = 0.01;
/** A target as far as this matter holds water at all, of wet mass. */
export const reachable = (s: Float64Array, target: number): number =>
  Math.max(0, Math.min(target, holdsMoisture(s) - BELOW_FULL));
/** Nine of ten members hold no more: a bed that may hold it is not called wet enough before. */
const SURELY = 0.9;
/** What the compartment one feeds holds at most, of wet mass. */
export function holdsToday(ensemble: Ensemble): number {
  const held = Float64Array.from(ensemble.views[fedAt(ensemble.bin)]!, holdsMoisture);
  const [most] = quantiles(held, weightsOf(ensemble), [SURELY]) as [number];
  return most;
}

/**
 * Of the compartment one feeds: there it is read, and there water and bedding go. Water only as far as its matter holds it.
 * Source: process model 11, Moisture to a target. `extra` is a meal that goes in first, wet and dry grams.
 */
export function moistureNeed(
  ensemble: Ensemble,
  target: number,
  beddingMoisture: number,
  extra: { readonly waterG: number; readonly dryG: number } = { waterG: 0, dryG: 0 },
): MoistureNeed {
  const weights = weightsOf(ensemble);
  const r = target / (1 - target);
  const takes = r * (1 - beddingMoisture) - beddingMoisture;
  const water = new Float64Array(ensemble.size);
  const bedding = new Float64Array(ensemble.size);
  ensemble.views[fedAt(ensemble.bin)]!.forEach((s, member) => {
    const dry = dryOf(s) + extra.dryG;
    const wet = s[AT.W]! + extra.waterG;
    const upTo = reachable(s, target);
    water[member] = Math.max(0, (upTo / (1 - upTo)) * dry - wet) / 1000;
    bedding[member] = takes > 0 ? Math.max(0, (wet - r * dry) / takes) / 1000 : 0;
  });
  const waterL = bandOf(water, weights);
  const beddingKg = bandOf(bedding, weights);
  return { waterL, beddingKg, isUnsure: waterL.high > 0.02 && beddingKg.high > 0.02 };
}
