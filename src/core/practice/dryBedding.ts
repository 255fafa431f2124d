import { materialOf } from "../catalogue/material";

/** Shredded card, the bedding most keepers have at hand: what is put in against wetness. */
export const DRY_BEDDING = materialOf("bedding", "cardboard-corrugated");
