import type { Amount, BeddingPart, FeedPart } from "@/records/entry";
import type { Material } from "../catalogue/material";
import { materialOf } from "../catalogue/material";

/** Wet mass of an amount given by weight or by volume of a material. */
export function amountKg(amount: Amount, material: Pick<Material, "densityKgPerL">): number {
  if ("massKg" in amount) return amount.massKg;
  if ("volumeL" in amount) return amount.volumeL * material.densityKgPerL;
  return 0;
}

export interface Matter {
  readonly wetKg: number;
  readonly dryKg: number;
}

/** Thawed and drained it has given off about a quarter of its water. Judgement. */
const DRAINED = 0.75;
/** Water over wet mass of what was given: as the keeper knows it, else the catalogue's, less the juice that was poured off. */
export function feedPartMoisture({ materialId, moisture, juice }: FeedPart): number {
  const whole = moisture ?? materialOf("food", materialId).moisture;
  if (juice !== "without" || moisture !== undefined) return whole;
  return (DRAINED * whole) / (DRAINED * whole + 1 - whole);
}

export function feedPartMatter(part: FeedPart): Matter {
  const wetKg = amountKg(part.amount, materialOf("food", part.materialId));
  return { wetKg, dryKg: wetKg * (1 - feedPartMoisture(part)) };
}

/** Bedding given by volume holds its dry mass per litre whatever its water, so damp litres weigh more than dry ones. */
export function beddingPartMatter(part: Omit<BeddingPart, "batchId">): Matter {
  const material = materialOf("bedding", part.materialId);
  const moisture = part.moisture ?? material.moisture;
  if ("volumeL" in part.amount) {
    const dryKg = part.amount.volumeL * material.densityKgPerL * (1 - material.moisture);
    return { wetKg: dryKg / (1 - moisture), dryKg };
  }
  return { wetKg: part.amount.massKg, dryKg: part.amount.massKg * (1 - moisture) };
}

/** 1 kg of water counts as 1 L. */
export const liquidL = (amount: Amount): number =>
  "volumeL" in amount ? amount.volumeL : "massKg" in amount ? amount.massKg : 0;
