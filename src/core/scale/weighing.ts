import type { ScaleReading } from "./line";

/** What a scale has shown of late, as it stands at a moment. All times are milliseconds of one clock. */
export interface Weighing {
  readonly readings: readonly { readonly kg: number; readonly atMs: number }[];
  readonly last?: ScaleReading & { readonly atMs: number };
  /** Taken off every figure: an empty container, put on first. */
  readonly tareKg: number;
}
export const NOTHING_WEIGHED: Weighing = { readings: [], tareKg: 0 };

/** It stands still when all it has shown for so long lies so near together: three grams, or a thousandth. */
const STEADY_MS = 800;
const NEAR_KG = 0.003;
const NEAR_SHARE = 0.001;
/** A scale that says nothing for so long has dropped out. */
export const SILENT_MS = 2_500;

/** One reading on; what is older than it takes to stand still is let go. Never throws. */
export const heard = (before: Weighing, reading: ScaleReading, atMs: number): Weighing => ({
  ...before,
  last: { ...reading, atMs },
  readings: [...before.readings.filter((one) => atMs - one.atMs <= 2 * STEADY_MS), { kg: reading.kg, atMs }],
});

export type ScaleNow =
  | { readonly is: "waiting" }
  | { readonly is: "silent"; readonly lastKg: number; readonly forMs: number }
  | { readonly is: "moving" | "steady"; readonly netKg: number };

/**
 * What may be read off now. Steady is what the scale itself calls so, and beside it what has not moved; a figure that comes and
 * goes, drifts or is old is never offered as steady. Never throws.
 */
export function scaleNow({ readings, last, tareKg }: Weighing, nowMs: number): ScaleNow {
  if (!last) return { is: "waiting" };
  if (nowMs - last.atMs > SILENT_MS)
    return { is: "silent", lastKg: last.kg - tareKg, forMs: nowMs - last.atMs };
  const late = readings.filter(({ atMs }) => last.atMs - atMs <= STEADY_MS);
  const kgs = late.map(({ kg }) => kg);
  const spread = Math.max(...kgs) - Math.min(...kgs);
  const isLong = readings.some(({ atMs }) => last.atMs - atMs >= STEADY_MS) && late.length >= 3;
  const isStill = isLong && spread <= Math.max(NEAR_KG, NEAR_SHARE * Math.abs(last.kg));
  return { is: isStill && last.isSteady !== false ? "steady" : "moving", netKg: last.kg - tareKg };
}

/** What lies on it now is the empty container. Never throws; without a reading nothing changes. */
export const tared = (weighing: Weighing): Weighing =>
  weighing.last ? { ...weighing, tareKg: weighing.last.kg } : weighing;
