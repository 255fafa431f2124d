import type { TwinDeed } from "../ensemble/deed";
import type { Ensemble } from "../ensemble/ensemble";
import { doDeed } from "../ensemble/deed";

/** One meal as the rules try it: wet grams of a food, with so much dry bedding to a gram. */
export interface MealKind {
  readonly foodId: string;
  readonly preparation: "whole" | "chopped" | "pureed";
  readonly cardPerG: number;
}
export const SCRAPS_CHOPPED: MealKind = { foodId: "mixed", preparation: "chopped", cardPerG: 0.075 };

const deedsOf = (
  { foodId, preparation, cardPerG }: MealKind,
  g: number,
  place: number,
  key: string,
): TwinDeed[] => [
  { event: { kind: "food", id: foodId, g, preparation }, place, key },
  ...(cardPerG > 0
    ? [{ event: { kind: "bed", id: "cardboard", g: g * cardPerG }, key: `${key} card` } as const]
    : []),
];
/** Gives every member a meal on the day it has come to; `key` names its chance. */
export function give(ensemble: Ensemble, kind: MealKind, g: number, place: number, key: string): void {
  for (const one of deedsOf(kind, g, place, key)) doDeed(ensemble, one);
}
