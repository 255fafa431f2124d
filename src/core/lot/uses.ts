import type { LotUse } from "@/vocabulary/lots";
import { dilute } from "../calculators/dilute";

/** What an amount is asked for by: litres of a mix, ground, plants, or litres of water. */
export type UseBy = "mix" | "area" | "plants" | "water";
interface UseRule {
  readonly by: UseBy;
  /** Litres of castings for each of it. */
  readonly litres: { readonly low: number; readonly usual: number; readonly high: number };
  /** The widest mesh it should have gone through; undefined where it may be coarse. */
  readonly meshM?: number;
  /** Ids of the table of cautions. */
  readonly cautions: readonly string[];
}

const FOOD = ["castings-food-crops"];
/**
 * How much of it keepers use, litres of castings for a litre of mix or water, a square metre or a plant. Rules of thumb: more is
 * no better, and over a fifth to a third of a mix is too salty for seedlings.
 */
export const USE_RULES: Readonly<Record<LotUse, UseRule>> = {
  seedMix: {
    by: "mix",
    litres: { low: 0.05, usual: 0.1, high: 0.2 },
    meshM: 0.004,
    cautions: ["legionella-dust"],
  },
  potting: {
    by: "mix",
    litres: { low: 0.1, usual: 0.2, high: 0.3 },
    meshM: 0.008,
    cautions: ["legionella-dust"],
  },
  bed: { by: "area", litres: { low: 1, usual: 2, high: 5 }, cautions: FOOD },
  sideDressing: { by: "plants", litres: { low: 0.1, usual: 0.25, high: 0.5 }, cautions: FOOD },
  slurry: { by: "water", litres: { low: 0.1, usual: 0.2, high: 0.25 }, cautions: FOOD },
  extract: { by: "water", litres: { low: 0.05, usual: 0.1, high: 0.15 }, cautions: ["aerated-extract"] },
  newBin: { by: "mix", litres: { low: 0.05, usual: 0.1, high: 0.2 }, cautions: ["release-nonnative"] },
};

export interface UseAmount {
  readonly castingsL: { readonly low: number; readonly usual: number; readonly high: number };
  /** Of what is stirred into water: the water, and both together. */
  readonly waterL?: number;
  readonly totalL?: number;
}

/** Castings for so many litres of mix or water, square metres or plants. Never throws; nothing asked gives nothing. */
export function amountFor(use: LotUse, asked: number): UseAmount {
  const { by, litres } = USE_RULES[use];
  const of = Math.max(0, asked);
  const castingsL = { low: litres.low * of, usual: litres.usual * of, high: litres.high * of };
  if (by !== "water" || of === 0) return { castingsL };
  const thinned = dilute.run({ liquidL: castingsL.usual, ratio: { parts: litres.usual, water: 1 } });
  return thinned.ok ? { castingsL, ...(thinned.value as { waterL: number; totalL: number }) } : { castingsL };
}
