import { massKg, moisture, volumeL } from "@/vocabulary/fields";
import { SPECIES } from "@/vocabulary/setup";
import type { SpeciesId } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";
import { COMPUTED_AS } from "../catalogue/species";

/* Field schemas the calculators share, beside those of the records. */

export const positive = z.number().gt(0).max(1e9);
export const atLeastNought = z.number().min(0).max(1e9);
export const positiveMassKg = massKg.gt(0);
export const positiveVolumeL = volumeL.gt(0);
export const targetMoisture = moisture;
export const wholeDays = z.number().int().min(0).max(100_000);

type CatalogueSpecies = keyof typeof COMPUTED_AS;
/** Worms by the short ids of the records or by the catalogue's. */
export const speciesId = z.enum([...SPECIES, ...(Object.keys(COMPUTED_AS) as CatalogueSpecies[])]);
export const shortSpecies = (id: z.infer<typeof speciesId>): SpeciesId =>
  id in COMPUTED_AS ? COMPUTED_AS[id as CatalogueSpecies] : (id as SpeciesId);
