import type { SpeciesId } from "@/vocabulary/setup";
import type { Species } from "./species";
import { speciesOf } from "./species";

/** A species with how its warmth lets it lay: none, all of the best rate, or a share between. Source: process model 5.2. */
export function breedingOf(
  id: SpeciesId,
): Species & { readonly warmthFactor: (temperatureC: number) => number } {
  const breeding = speciesOf(id);
  const [begin, from, to, end] = breeding.warmthC;
  return {
    ...breeding,
    warmthFactor: (at) =>
      at <= begin || at >= end
        ? 0
        : at < from
          ? (at - begin) / (from - begin)
          : at > to
            ? (end - at) / (end - to)
            : 1,
  };
}

/** Days until a herd has doubled at a warmth. Source: process model 12.18. */
export const doublingDays = (temperatureC: number): number =>
  77 * 1.19 ** ((20 - Math.min(25, temperatureC)) / 5);
