import type { Species } from "../catalogue/species";

/**
 * Appetite against that at 20 °C: rises by Q10 up to the best temperature, falls to nothing at the highest, and fades
 * over the 6 K above the lowest. Range 0 to about 2. Source: process model 7.2, fTw.
 */
export function temperatureFactor(temperatureC: number, species: Species): number {
  const { leastC, zeroC, bestC, q10 } = species;
  if (temperatureC <= leastC || temperatureC >= zeroC) return 0;
  const rising = Math.exp((Math.log(q10) / 10) * (Math.min(temperatureC, bestC) - 20));
  const cold = temperatureC < leastC + 6 ? (temperatureC - leastC) / 6 : 1;
  const hot = temperatureC > bestC ? 1 - ((temperatureC - bestC) / (zeroC - bestC)) ** 2 : 1;
  return rising * cold * hot;
}

const MOISTURE_CURVE: readonly (readonly [number, number])[] = [[0.35, 0], [0.55, 0.6], [0.7, 1], [0.85, 1], [0.9, 0.7], [0.95, 0.1]]; // prettier-ignore

/** Appetite against that in well-moist bedding, 0 to 1. Source: process model 7.2, fWw. */
export function moistureFactor(moisture: number): number {
  const after = MOISTURE_CURVE.findIndex(([at]) => moisture < at);
  if (after === 0) return 0;
  if (after === -1) return 0.1;
  const [fromX, fromY] = MOISTURE_CURVE[after - 1]!;
  const [toX, toY] = MOISTURE_CURVE[after]!;
  return fromY + ((toY - fromY) * (moisture - fromX)) / (toX - fromX);
}

/** Half of the full rate in a new bin, all of it after 16 weeks. Source: process model 12.8. */
export const maturityFactor = (ageDays: number): number =>
  Math.min(1, 0.5 + (0.5 * Math.max(0, ageDays)) / 7 / 16);
