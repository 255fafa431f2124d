import type { SpeciesId } from "@/vocabulary/setup";

/** How a species multiplies. Source: process model 5.2 (Edwards 1988; Edwards & Bohlen 1996). */
interface Breeding {
  /** Best laboratory rate. */
  readonly cocoonsPerAdultWeek: number;
  readonly hatchShare: number;
  readonly hatchlingsPerCocoon: number;
  /** At 25 °C, or at the best temperature where that is lower. */
  readonly incubationDays: number;
  /** Cocoons begin, full rate from, full rate to, end; °C. */
  readonly warmthC: readonly [number, number, number, number];
}
const TABLE: Record<SpeciesId, Breeding> = {
  fetida: { cocoonsPerAdultWeek: 3.8, hatchShare: 0.83, hatchlingsPerCocoon: 3.3, incubationDays: 30, warmthC: [7, 21, 26, 33] },
  excavatus: { cocoonsPerAdultWeek: 19.5, hatchShare: 0.907, hatchlingsPerCocoon: 1.1, incubationDays: 18, warmthC: [14, 25, 30, 36] },
  eugeniae: { cocoonsPerAdultWeek: 3.6, hatchShare: 0.81, hatchlingsPerCocoon: 2.3, incubationDays: 20, warmthC: [14, 23, 28, 33] },
  hortensis: { cocoonsPerAdultWeek: 1.6, hatchShare: 0.812, hatchlingsPerCocoon: 1.1, incubationDays: 50, warmthC: [4, 14, 21, 28] },
}; // prettier-ignore

export function breedingOf(
  id: SpeciesId,
): Breeding & { readonly warmthFactor: (temperatureC: number) => number } {
  const breeding = TABLE[id];
  const [begin, from, to, end] = breeding.warmthC;
  return {
    ...breeding,
    warmthFactor: (at) =>
      at <= begin || at >= end
        ? 0
        : at < from
          ? (at - begin) / (from - begin)
          : at > to
            ? (end - at) / (end - to)
            : 1,
  };
}
