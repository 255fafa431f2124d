import { SETTLED_DRY_KG_PER_L } from "../matter/figures";
import type { Compartment } from "@/records/setup";

/** Dry kilograms in one compartment. Water is kept apart (see moisture): readings speak of it, rules do not. */
export interface Contents {
  readonly beddingDryKg: number;
  readonly foodDryKg: number;
  readonly castingsDryKg: number;
  /** Days since it came into this bin, by dry mass in the mean. */
  readonly ageDays?: number;
}
export const NOTHING: Contents = { beddingDryKg: 0, foodDryKg: 0, castingsDryKg: 0 };

/** Share of bedding worked in a day, castings made of a kilogram of worked bedding and of eaten food. Source: process model 12.10. */
const BEDDING_PER_DAY = 0.0044;
const CASTINGS_OF_BEDDING = 0.83;
const CASTINGS_OF_FOOD = 0.43;
/** Half of the food is gone in a week in a working bin. Source: process model 12.9, chopped at 20 °C. */
const FOOD_PER_DAY = Math.LN2 / 7;

/** Contents after some days of quiet work; what is neither bedding, food nor castings was breathed off. */
export function worked(contents: Contents, days: number): Contents {
  if (days <= 0) return contents;
  const bedding = contents.beddingDryKg * Math.exp(-BEDDING_PER_DAY * days);
  const food = contents.foodDryKg * Math.exp(-FOOD_PER_DAY * days);
  return {
    beddingDryKg: bedding,
    foodDryKg: food,
    castingsDryKg:
      contents.castingsDryKg +
      CASTINGS_OF_BEDDING * (contents.beddingDryKg - bedding) +
      CASTINGS_OF_FOOD * (contents.foodDryKg - food),
    ...(contents.ageDays === undefined ? {} : { ageDays: contents.ageDays + days }),
  };
}

export function added(a: Contents, b: Contents): Contents {
  const [dryA, dryB] = [dryKg(a), dryKg(b)];
  const ages = [...(a.ageDays === undefined ? [] : [[a.ageDays, dryA]]), ...(b.ageDays === undefined ? [] : [[b.ageDays, dryB]])] as [number, number][]; // prettier-ignore
  const aged = ages.reduce((sum, [, dry]) => sum + dry, 0);
  return {
    beddingDryKg: a.beddingDryKg + b.beddingDryKg,
    foodDryKg: a.foodDryKg + b.foodDryKg,
    castingsDryKg: a.castingsDryKg + b.castingsDryKg,
    ...(aged > 0 ? { ageDays: ages.reduce((sum, [age, dry]) => sum + age * dry, 0) / aged } : {}),
  };
}
export const scaled = (contents: Contents, factor: number): Contents => ({
  ...contents,
  beddingDryKg: contents.beddingDryKg * factor,
  foodDryKg: contents.foodDryKg * factor,
  castingsDryKg: contents.castingsDryKg * factor,
});
export const dryKg = (contents: Contents): number =>
  contents.beddingDryKg + contents.foodDryKg + contents.castingsDryKg;

/** Share of what lies there that is finished. Food weighs sixfold, being what one least wants in castings (process model 12.10). */
export function castingsShare(contents: Contents): number {
  const whole = contents.castingsDryKg + contents.beddingDryKg + 6 * contents.foodDryKg;
  return whole === 0 ? 0 : contents.castingsDryKg / whole;
}

export interface Volumes {
  readonly beddingL: number;
  readonly foodL: number;
  readonly castingsL: number;
}
export const settledVolumes = (contents: Contents): Volumes => ({
  beddingL: contents.beddingDryKg / SETTLED_DRY_KG_PER_L.bedding,
  foodL: contents.foodDryKg / SETTLED_DRY_KG_PER_L.food,
  castingsL: contents.castingsDryKg / SETTLED_DRY_KG_PER_L.castings,
});

/** Litres among which food can lie without souring: bedding, and half of the castings. */
export function bufferL(contents: Contents): number {
  const { beddingL, castingsL } = settledVolumes(contents);
  return beddingL + castingsL / 2;
}

/** A share of everything moves one compartment along the line; the last receives without giving. */
export function advancedAlong(
  order: readonly Compartment[],
  held: ReadonlyMap<string, Contents>,
  share: number,
): Map<string, Contents> {
  const moved = new Map(held);
  order.forEach((compartment, at) => {
    const here = held.get(compartment.id) ?? NOTHING;
    const before = at === 0 ? NOTHING : (held.get(order[at - 1]!.id) ?? NOTHING);
    const kept = at === order.length - 1 ? here : scaled(here, 1 - share);
    moved.set(compartment.id, added(kept, scaled(before, share)));
  });
  return moved;
}

/** Depth of what lies in a compartment, m, settled. */
export const depthM = (contents: Contents, { widthM, lengthM, shape }: Compartment): number => {
  const { beddingL, foodL, castingsL } = settledVolumes(contents);
  return (beddingL + foodL + castingsL) / 1000 / (widthM * lengthM * (shape === "round" ? Math.PI / 4 : 1));
};
