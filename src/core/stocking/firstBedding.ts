import type { FactOf } from "@/records/entry/about";
import type { Compartment } from "@/records/setup";
import { volumeOfL } from "../bin/system";
import { materialOf } from "../catalogue/material";
import { SETTLED_DRY_KG_PER_L } from "../matter/figures";

/** Card and leaf mould, damp: what nearly every start has where nothing else is said. */
const USUAL = [
  { materialId: "cardboard-corrugated", share: 0.6, moisture: 0.76 },
  { materialId: "leaf-mould", share: 0.4, moisture: 0.72 },
] as const;
const DAMP = 0.74;

/**
 * The first bedding of one part, damp, `filled` of its height (0 to 1), as it is weighed; the usual mixture where no
 * material is named. Never throws. Source: settled dry mass of bedding by volume, process model 5.1.
 */
export function firstBedding(
  one: Compartment,
  filled: number,
  materialId: string | undefined,
  note: string,
): FactOf<"bedded"> {
  const part = (id: string, share: number, moisture: number) => {
    const dryKg = volumeOfL(one) * filled * share * SETTLED_DRY_KG_PER_L.bedding;
    const massKg = Number((dryKg / (1 - moisture)).toFixed(2));
    return { materialId: id, moisture, amount: { massKg, measuredBy: "guessed" as const } };
  };
  return {
    kind: "bedded",
    compartment: one.id,
    note,
    parts:
      materialId === undefined
        ? USUAL.map((of) => part(of.materialId, of.share, of.moisture))
        : [part(materialId, 1, materialOf("bedding", materialId).dampMoisture ?? DAMP)],
  };
}
