import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { LotRisk } from "@/vocabulary/lots";
import { LOT_RISKS } from "@/vocabulary/lots";
import { addDays } from "../calendar/day";
import { bringsSeeds, isAnimal, isManure } from "../catalogue/asking";
import { beddingPartMatter, feedPartMatter } from "../log/amount";
import { effectiveEntries } from "../log/effective";

/** What a bin had eaten before a harvest, heaviest first, and since when. */
export interface Eaten {
  readonly since: LocalDate;
  readonly parts: readonly {
    readonly use: "food" | "bedding";
    readonly materialId: string;
    readonly massKg: number;
  }[];
}

/** Castings hold what went in over about so many days; older remains are in them too, but little of them. */
const TRACED_DAYS = 180;

/**
 * What went into a bin in the half year before a day, or since the harvest before it, whichever is longer ago. From its whole
 * log, in any order. Never throws.
 */
export function eatenBefore(rows: Iterable<Entry>, day: LocalDate): Eaten {
  const log = effectiveEntries(rows).filter((entry) => entry.day <= day);
  const lastHarvest = log.findLast((entry) => entry.kind === "harvested" && entry.day < day)?.day;
  const half = addDays(day, -TRACED_DAYS);
  const since = lastHarvest && lastHarvest < half ? lastHarvest : half;
  const sums = new Map<string, { use: "food" | "bedding"; materialId: string; massKg: number }>();
  const add = (use: "food" | "bedding", materialId: string, massKg: number) => {
    const one = sums.get(`${use}/${materialId}`) ?? { use, materialId, massKg: 0 };
    sums.set(`${use}/${materialId}`, { ...one, massKg: one.massKg + massKg });
  };
  for (const entry of log) {
    if (entry.day < since) continue;
    if (entry.kind === "fed")
      for (const part of entry.parts) add("food", part.materialId, feedPartMatter(part).wetKg);
    if (entry.kind === "bedded")
      for (const part of entry.parts) add("bedding", part.materialId, beddingPartMatter(part).wetKg);
  }
  return { since, parts: [...sums.values()].toSorted((a, b) => b.massKg - a.massKg) };
}

const ASKS: Readonly<Record<LotRisk, (materialId: string) => boolean>> = {
  manure: isManure,
  animal: isAnimal,
  weeds: bringsSeeds,
};
/** What of it asks for a lot to mature first: manures, animal remains, weeds that seed. Never throws. */
export const risksOf = (parts: Eaten["parts"]): readonly LotRisk[] =>
  LOT_RISKS.filter((risk) => parts.some(({ materialId }) => ASKS[risk](materialId)));
