import type { SpeciesId } from "@/vocabulary/setup";

/** Life in a bin, per species. Source: model.md section 5.2 of the process model (Edwards 1988; Reinecke et al. 1992). */
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
  readonly adultG: number;
  /** Rule of thumb: kilograms of scraps a kilogram of worms eats in a day at 20 °C, in a mature bin. Hopeful. */
  readonly intakeKgPerKgDay: number;
}

const TABLE: Record<SpeciesId, Species> = {
  fetida: { id: "fetida", name: "Tiger worm", latinName: "Eisenia fetida", bestC: 25, zeroC: 36, leastC: 2, q10: 2.2, heatDeathC: 35, adultG: 0.45, intakeKgPerKgDay: 0.5 },
  excavatus: { id: "excavatus", name: "Blue worm", latinName: "Perionyx excavatus", bestC: 28, zeroC: 38, leastC: 8, q10: 2.2, heatDeathC: 37, adultG: 0.5, intakeKgPerKgDay: 0.5 },
  eugeniae: { id: "eugeniae", name: "African nightcrawler", latinName: "Eudrilus eugeniae", bestC: 27, zeroC: 36, leastC: 9, q10: 2.2, heatDeathC: 35, adultG: 1.6, intakeKgPerKgDay: 0.5 },
  hortensis: { id: "hortensis", name: "Dendrobaena", latinName: "Eisenia hortensis", bestC: 20, zeroC: 32, leastC: 2, q10: 2, heatDeathC: 31.5, adultG: 0.9, intakeKgPerKgDay: 0.3 },
}; // prettier-ignore

export const speciesOf = (id: SpeciesId): Species => TABLE[id];
