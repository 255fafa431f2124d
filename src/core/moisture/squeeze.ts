import type { Squeeze } from "@/vocabulary/readings";

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/**
 * What a squeezed handful says of moisture (water over wet mass), 10 to 90 % of cases, when nothing else is known.
 * The open ends are closed at 0.30 and 0.95, the range of the flat prior. Source: process model, section 9, the
 * table read backwards for a field capacity of 0.78; probably ± 3 points for another keeper's fist.
 */
const INTERVALS: Record<Squeeze, Interval> = {
  dust: { low: 0.3, high: 0.53 },
  noDrop: { low: 0.55, high: 0.7 },
  fewDrops: { low: 0.69, high: 0.81 },
  manyDrops: { low: 0.78, high: 0.88 },
  stream: { low: 0.85, high: 0.95 },
};

export const squeezeInterval = (squeeze: Squeeze): Interval => INTERVALS[squeeze];

/** The best single figure for sums: the middle of the interval, nearer its inner end for the two open classes. */
export function squeezeMoisture(squeeze: Squeeze): number {
  if (squeeze === "dust") return 0.48;
  if (squeeze === "stream") return 0.88;
  const { low, high } = INTERVALS[squeeze];
  return (low + high) / 2;
}

/** The squeeze one would most likely feel at a moisture. Thresholds: process model, section 9. */
export function squeezeAt(moisture: number): Squeeze {
  if (moisture < 0.55) return "dust";
  if (moisture < 0.7) return "noDrop";
  if (moisture < 0.8) return "fewDrops";
  return moisture < 0.86 ? "manyDrops" : "stream";
}
