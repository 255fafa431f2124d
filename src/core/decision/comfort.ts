import type { Species } from "../catalogue/species";

/** How far above where it stops eating a herd is fed again, K, and over how many K the ration comes back. */
const COLD = { none: 2, whole: 8 } as const;
/** Of the way from the best warmth to where a herd stops eating: from here on less is given, and from there on nothing. */
const WARM = { whole: 0.1, none: 0.75 } as const;

/**
 * Share of what a herd would eat that it is given at a warmth: all in its comfort, less towards both edges, nothing beyond
 * (at 30 °C a tiger worm eats, but food heats and sours). 0 to 1; never rises with heat nor falls with warmth from the cold.
 */
export function givenShare(temperatureC: number, { leastC, bestC, zeroC }: Species): number {
  const cold = (temperatureC - leastC - COLD.none) / (COLD.whole - COLD.none);
  const span = zeroC - bestC;
  const warm = 1 - (temperatureC - bestC - WARM.whole * span) / ((WARM.none - WARM.whole) * span);
  return Math.max(0, Math.min(1, cold, warm));
}
/** Nothing is given below, °C. */
export const tooColdC = ({ leastC }: Species): number => leastC + COLD.none;
