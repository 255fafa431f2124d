import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { beddingPartMatter, liquidL } from "../log/amount";
import { MOIST_KG_PER_L } from "../matter/figures";

/** What was done in a rescue from the day it was begun. */
export interface RescueSoFar {
  readonly outL: number;
  readonly beddingKg: number;
  readonly liquidL: number;
}

/**
 * Of a bin's log, as it counts, what a rescue begun on a day has done: bed lifted out, dry bedding in, liquid off. Damp bedding soaks
 * nothing up and is left out. Never throws.
 */
export function rescueSoFar(log: readonly Entry[], since: LocalDate): RescueSoFar {
  let outL = 0;
  let beddingKg = 0;
  let off = 0;
  for (const entry of log) {
    if (entry.day < since) continue;
    if (entry.kind === "removed" && entry.what === "contents" && entry.amount)
      outL += "volumeL" in entry.amount ? entry.amount.volumeL : liquidL(entry.amount) / MOIST_KG_PER_L;
    else if (entry.kind === "drained" && entry.amount) off += liquidL(entry.amount);
    else if (entry.kind === "bedded")
      for (const part of entry.parts) {
        const { wetKg, dryKg } = beddingPartMatter(part);
        if (dryKg >= DRY * wetKg) beddingKg += wetKg;
      }
  }
  return { outL, beddingKg, liquidL: off };
}
/** Of wet mass: drier than this it soaks up. */
const DRY = 0.6;
