import type { SpeciesId } from "@/vocabulary/setup";

/**
 * The one table of species figures: what the model computes with, the sums rest on and the Guide tells. Sources: process
 * model 5.2 (Edwards 1988; Reinecke et al. 1992; Edwards & Bohlen 1996).
 */
export interface Species {
  readonly id: SpeciesId;
  readonly name: string;
  readonly latinName: string;
  /** Appetite: best, none above, none below; rise per 10 K below the best. */
  readonly bestC: number;
  readonly zeroC: number;
  readonly leastC: number;
  readonly q10: number;
  /** Half of them dead. */
  readonly heatDeathC: number;
  readonly coldDeathC: number;
  readonly adultG: number;
  readonly largestG: number;
  readonly hatchlingG: number;
  readonly cocoonG: number;
  /** Rule of thumb: kilograms of scraps a kilogram of worms eats in a day at 20 °C, in a mature bin. Hopeful. */
  readonly intakeKgPerKgDay: number;
  /** Best laboratory rate; a home bin reaches a third to a half. */
  readonly cocoonsPerAdultWeek: number;
  readonly hatchShare: number;
  readonly hatchlingsPerCocoon: number;
  /** At 25 °C, or at the best temperature where that is lower. */
  readonly incubationDays: number;
  readonly maturityDays: number;
  /** Cocoons begin, full rate from, full rate to, end; °C. */
  readonly warmthC: readonly [number, number, number, number];
}

const TABLE: Record<SpeciesId, Species> = {
  fetida: { id: "fetida", name: "Tiger worm", latinName: "Eisenia fetida", bestC: 25, zeroC: 36, leastC: 2, q10: 2.2, heatDeathC: 35, coldDeathC: -2, adultG: 0.45, largestG: 0.57, hatchlingG: 0.004, cocoonG: 0.016, intakeKgPerKgDay: 0.5, cocoonsPerAdultWeek: 3.8, hatchShare: 0.83, hatchlingsPerCocoon: 3.3, incubationDays: 30, maturityDays: 56, warmthC: [7, 21, 26, 33] },
  excavatus: { id: "excavatus", name: "Blue worm", latinName: "Perionyx excavatus", bestC: 28, zeroC: 38, leastC: 8, q10: 2.2, heatDeathC: 37, coldDeathC: 6, adultG: 0.5, largestG: 0.65, hatchlingG: 0.003, cocoonG: 0.006, intakeKgPerKgDay: 0.5, cocoonsPerAdultWeek: 19.5, hatchShare: 0.907, hatchlingsPerCocoon: 1.1, incubationDays: 18, maturityDays: 42, warmthC: [14, 25, 30, 36] },
  eugeniae: { id: "eugeniae", name: "African nightcrawler", latinName: "Eudrilus eugeniae", bestC: 27, zeroC: 36, leastC: 9, q10: 2.2, heatDeathC: 35, coldDeathC: 8, adultG: 1.6, largestG: 2.4, hatchlingG: 0.012, cocoonG: 0.035, intakeKgPerKgDay: 0.5, cocoonsPerAdultWeek: 3.6, hatchShare: 0.81, hatchlingsPerCocoon: 2.3, incubationDays: 20, maturityDays: 60, warmthC: [14, 23, 28, 33] },
  hortensis: { id: "hortensis", name: "Dendrobaena", latinName: "Eisenia hortensis", bestC: 20, zeroC: 32, leastC: 2, q10: 2, heatDeathC: 31.5, coldDeathC: -1, adultG: 0.9, largestG: 1.3, hatchlingG: 0.01, cocoonG: 0.025, intakeKgPerKgDay: 0.3, cocoonsPerAdultWeek: 1.6, hatchShare: 0.812, hatchlingsPerCocoon: 1.1, incubationDays: 50, maturityDays: 75, warmthC: [4, 14, 21, 28] },
}; // prettier-ignore

/** Worms of the catalogue by the species they are computed as; the red tiger worm counts as the tiger worm. */
export const COMPUTED_AS = {
  "eisenia-fetida": "fetida",
  "eisenia-andrei": "fetida",
  "eisenia-hortensis": "hortensis",
  "perionyx-excavatus": "excavatus",
  "eudrilus-eugeniae": "eugeniae",
} as const satisfies Record<string, SpeciesId>;

export const speciesOf = (id: SpeciesId): Species => TABLE[id];
