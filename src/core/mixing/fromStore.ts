import type { Batch } from "@/records/batch";
import { wholeMaterial } from "../catalogue/composition";
import type { Pantry, PantryMaterial } from "../catalogue/pantry";
import { fieldCapacityOf, opennessOf, partOf } from "./ingredient";
import { cnOf, mixOf, withWater } from "./mix";

/** A batch of the store among the materials goes by this id. */
const PREFIX = "batch-";
export const batchIdOf = (materialId: string): string | undefined =>
  materialId.startsWith(PREFIX) ? materialId.slice(PREFIX.length) : undefined;
export const keyOfBatch = (id: string): string => `${PREFIX}${id}`;

/** The pantry with what stands in the store, so that a mix may be made of mixes. */
export function withStore(
  pantry: Pantry,
  stored: readonly { readonly batch: Batch; readonly leftKg: number }[],
): Pantry {
  const materials = stored
    .filter(({ leftKg }) => leftKg > 0)
    .map(({ batch }) => materialOfBatch(batch, pantry));
  const byId = new Map(materials.map((one) => [one.id, one]));
  return {
    materials: [...materials, ...pantry.materials],
    of: (use, id) => (use === "bedding" ? byId.get(id) : undefined) ?? pantry.of(use, id),
  };
}

function materialOfBatch(batch: Batch, pantry: Pantry): PantryMaterial {
  const parts = batch.parts.flatMap((part) => {
    const material = pantry.of(part.use, part.materialId) ?? wholeMaterial(part.materialId);
    return material ? [{ material, part: partOf(material, part.massKg, part.moisture) }] : [];
  });
  const dry = mixOf(parts.map(({ part }) => part));
  const whole = withWater(dry, batch.waterL);
  const byDry = (of: (material: PantryMaterial) => number) =>
    dry.dryKg > 0
      ? parts.reduce((sum, { material, part }) => sum + part.massKg * (1 - part.moisture) * of(material), 0) /
        dry.dryKg
      : of(parts[0]!.material);
  const openness = byDry(opennessOf);
  // Carbon and nitrogen of the whole; where nothing holds nitrogen, next to none.
  const carbonPctDm = dry.dryKg > 0 ? (100 * dry.carbonKg) / dry.dryKg : 45;
  return {
    id: keyOfBatch(batch.id),
    use: "bedding",
    group: "bedding",
    name: `${batch.name} (store)`,
    stance: "favoured",
    moisture: batch.moisture,
    densityKgPerL: whole.massKg / Math.max(0.001, batch.volumeL),
    dryDensityKgPerL: dry.dryKg / Math.max(0.001, batch.volumeL),
    carbonPctDm,
    nitrogenPctDm: carbonPctDm / (cnOf(dry) ?? 10_000),
    waterHoldingKgPerKg: byDry(fieldCapacityOf) * 1.4,
    fieldCapacityKgPerKg: byDry(fieldCapacityOf),
    resistantFraction: 0.3,
    halfLifeDays: 90,
    ph: 7,
    structure: openness > 0.7 ? "airy" : openness > 0.3 ? "neutral" : "matting",
    saltRisk: 0,
    reason: "From your store.",
    confidence: "low",
    sources: ["EST"],
  };
}

/** So much of a batch, taken apart into what it was made of, with its water; masses add up to what was taken. */
export function batchParts(
  batch: Batch,
  takenKg: number,
): { readonly parts: Batch["parts"]; readonly waterL: number } {
  const share = batch.massKg > 0 ? takenKg / batch.massKg : 0;
  return {
    parts: batch.parts.map((part) => ({ ...part, massKg: part.massKg * share })),
    waterL: batch.waterL * share,
  };
}

/**
 * So much of a batch as bedding of a bin: each part by its dry share, all at the batch's own moisture, so that mass and
 * water go over whole.
 */
export function asBedding(
  batch: Batch,
  takenKg: number,
): {
  readonly materialId: string;
  readonly amount: { readonly massKg: number; readonly measuredBy: "weighed" };
  readonly moisture: number;
  readonly batchId: string;
}[] {
  const dryOf = ({ massKg, moisture }: Batch["parts"][number]) => massKg * (1 - moisture);
  const dryKg = batch.parts.reduce((sum, part) => sum + dryOf(part), 0);
  return batch.parts
    .filter((part) => dryOf(part) > 0)
    .map((part) => ({
      materialId: part.materialId,
      amount: {
        massKg: Number(((takenKg * dryOf(part)) / dryKg).toFixed(4)),
        measuredBy: "weighed" as const,
      },
      moisture: batch.moisture,
      batchId: batch.id,
    }));
}
