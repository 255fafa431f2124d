import type { WholeMaterial } from "../catalogue/rows";
import type { MixPart } from "./mix";

/** Water that fibre holds when wrung out, where the table does not say: food tissue and grit. Source: process model 5.1. */
const FIELD_CAPACITY = { food: 3.5, amendment: 0.3 } as const;

/**
 * Wet kilograms in a loose litre at a moisture. Beddings are tabled dry (wet = dry ÷ (1 − moisture)): fibre swells
 * little as it soaks. Foods are tabled as tipped.
 */
export const wetDensity = (material: WholeMaterial, moisture: number): number =>
  material.use === "bedding" ? material.dryDensityKgPerL / (1 - moisture) : material.densityKgPerL;

/** So much of a material, at its own moisture unless another is known. */
export const partOf = (material: WholeMaterial, massKg: number, moisture = material.moisture): MixPart => ({
  massKg,
  moisture,
  carbonPctDm: material.carbonPctDm,
  nitrogenPctDm: material.nitrogenPctDm,
  densityKgPerL: wetDensity(material, moisture),
});

export const fieldCapacityOf = (material: WholeMaterial): number =>
  material.use === "bedding" ? material.fieldCapacityKgPerKg : FIELD_CAPACITY[material.use];

export type Structure = "airy" | "even" | "packs";
const OPENNESS = { airy: 1, neutral: 0.5, matting: 0 } as const;
/** Soft food packs down within days; grit does nothing for air. */
const FOOD_OPENNESS = 0.2;

/** How open one material keeps a mix, 0 to 1. Source: `structure` of the bedding table; food: judgement. */
export const opennessOf = (material: WholeMaterial): number =>
  material.use === "bedding" ? OPENNESS[material.structure] : FOOD_OPENNESS;

/** How a mix stands, from the openness of its parts weighted by loose volume. */
export const structureAt = (openness: number): Structure =>
  openness >= 0.6 ? "airy" : openness >= 0.35 ? "even" : "packs";
