import type { SupplyDay } from "@/core/nursery/orders";
import type { Colours } from "../theme/colours";
import { bandChart } from "./bandChart";

/** What is promised from a day on, heads, all of it together. */
export interface Promised {
  readonly on: string;
  readonly heads: number;
}

/** Grown worms to come with their range, and what is promised of them as a staircase: where the stair stands above the band, too much is. */
export function supplyChart(days: readonly SupplyDay[], promised: readonly Promised[], colours: Colours) {
  const stairs = promised.length === 0 ? [] : [{ on: days[0]?.on ?? "", heads: 0 }, ...promised, { on: days.at(-1)?.on ?? "", heads: promised.at(-1)!.heads }]; // prettier-ignore
  return bandChart({
    unit: "grown worms",
    digits: 0,
    course: {
      name: "to come",
      points: days.map(({ on, heads: { low, middle, high } }) => [
        on,
        { low: Math.round(low), middle: Math.round(middle), high: Math.round(low) + Math.round(high - low) },
      ]),
    },
    against: { name: "promised", points: stairs.map(({ on, heads }) => [on, heads]), isStairs: true },
    colours,
  });
}
