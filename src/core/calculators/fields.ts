import { massKg, moisture, volumeL } from "@/vocabulary/fields";
import { SPECIES } from "@/vocabulary/setup";
import type { SpeciesId } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";

/* Field schemas the calculators share, beside those of the records. */

export const positive = z.number().gt(0).max(1e9);
export const atLeastNought = z.number().min(0).max(1e9);
export const positiveMassKg = massKg.gt(0);
export const positiveVolumeL = volumeL.gt(0);
export const targetMoisture = moisture;
export const wholeDays = z.number().int().min(0).max(100_000);

/** Worms by the short ids of the records or by the catalogue's; the red tiger worm counts as the tiger worm. */
const CATALOGUE_SPECIES = {
  "eisenia-fetida": "fetida",
  "eisenia-andrei": "fetida",
  "eisenia-hortensis": "hortensis",
  "perionyx-excavatus": "excavatus",
  "eudrilus-eugeniae": "eugeniae",
} as const satisfies Record<string, SpeciesId>;
type CatalogueSpecies = keyof typeof CATALOGUE_SPECIES;

export const speciesId = z.enum([...SPECIES, ...(Object.keys(CATALOGUE_SPECIES) as CatalogueSpecies[])]);
export const shortSpecies = (id: z.infer<typeof speciesId>): SpeciesId =>
  id in CATALOGUE_SPECIES ? CATALOGUE_SPECIES[id as CatalogueSpecies] : (id as SpeciesId);
