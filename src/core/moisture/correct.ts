import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";

export interface MoistureGap {
  readonly massKg: number;
  readonly moisture: number;
  readonly targetMoisture: number;
}
export interface Bedding {
  readonly moisture: number;
  readonly densityKgPerL?: number;
}
/** One of water and bedding is nought. */
export interface Correction {
  readonly waterL: number;
  readonly beddingKg: number;
  readonly beddingL?: number;
}
export type NoCorrection =
  | { readonly code: "moisture/bedding-needed"; readonly moisture: number; readonly targetMoisture: number }
  | {
      readonly code: "moisture/bedding-too-wet";
      readonly beddingMoisture: number;
      readonly targetMoisture: number;
    };

/**
 * Water, or drier bedding, that brings a mass to a target moisture. Dry mass stays:
 * water m (t - f) / (1 - t); bedding m (f - t) / (t - b). 1 kg of water counts as 1 L. No cap is applied: how much to
 * give at one time is the decision's caution.
 *
 * A mass wetter than the target with no bedding given, or with bedding that is no drier than the target, is a fair
 * question without an answer: a problem.
 * @throws RangeError for a negative or infinite mass or a moisture outside [0, 1).
 * Source: mass balance; process model 12.5 (8 kg from 0.62 to 0.75 takes 4.16 L; 9 kg from 0.86 to 0.78 takes 1.03 kg of card).
 */
export function correctMoisture(gap: MoistureGap, bedding?: Bedding): Outcome<Correction, NoCorrection> {
  const { massKg, moisture, targetMoisture } = gap;
  requireRange("massKg", massKg, massKg >= 0 && massKg < Infinity, "a finite mass, 0 or more");
  requireRange("moisture", moisture, moisture >= 0 && moisture < 1, "a fraction in [0, 1)");
  requireRange(
    "targetMoisture",
    targetMoisture,
    targetMoisture >= 0 && targetMoisture < 1,
    "a fraction in [0, 1)",
  );
  if (moisture <= targetMoisture) {
    return done({ waterL: (massKg * (targetMoisture - moisture)) / (1 - targetMoisture), beddingKg: 0 });
  }
  if (!bedding) return refused({ code: "moisture/bedding-needed", moisture, targetMoisture });
  if (bedding.moisture >= targetMoisture) {
    return refused({ code: "moisture/bedding-too-wet", beddingMoisture: bedding.moisture, targetMoisture });
  }
  const beddingKg = (massKg * (moisture - targetMoisture)) / (targetMoisture - bedding.moisture);
  // Bedding a hair drier than the target would be needed without end.
  if (!(beddingKg < Infinity))
    return refused({ code: "moisture/bedding-too-wet", beddingMoisture: bedding.moisture, targetMoisture });
  return done({
    waterL: 0,
    beddingKg,
    ...(bedding.densityKgPerL === undefined ? {} : { beddingL: beddingKg / bedding.densityKgPerL }),
  });
}

function requireRange(field: string, value: number, isValid: boolean, expected: string): void {
  if (!isValid) throw new RangeError(`correctMoisture: ${field} must be ${expected}, got ${value}`);
}
