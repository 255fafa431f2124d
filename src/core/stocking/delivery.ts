import type { FactAbout } from "@/records/entry/about";
import type { BinId } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { speciesOf } from "../catalogue/species";

/** Worms that arrived, of one species, by weight or by number. */
export interface Lot {
  readonly speciesId: SpeciesId;
  readonly amount: { readonly massKg: number } | { readonly count: number };
  readonly typed: string;
}
export interface Share {
  readonly binId: BinId;
  /** Of what arrived, 0 to 1. */
  readonly fraction: number;
}
/** What becomes of worms that no bin was given. */
export type Rest = "dead" | "givenAway";

export type BadDelivery =
  | { readonly code: "delivery/nothing" }
  | { readonly code: "delivery/over"; readonly byKg: number }
  | { readonly code: "delivery/rest"; readonly leftKg: number; readonly fraction: number }
  | {
      readonly code: "delivery/crowded";
      readonly binId: BinId;
      readonly massKg: number;
      readonly mostKg: number;
    };

/** Shares agree with the whole within this: a kitchen scale, twice. */
const TOLERANCE = 0.01;
/** Above this live weight to the square metre a bed stops breeding and begins to die. Source: worm table, crowding. */
export const MOST_KG_PER_M2 = 12;

/** A lot in kilograms; a number is turned by the mean of a mixed-age lot, of which a share is young (a quarter of an adult's weight). */
export function lotKg(
  { speciesId, amount }: Pick<Lot, "speciesId" | "amount">,
  immatureFraction: number,
): number {
  if ("massKg" in amount) return amount.massKg;
  return (amount.count * speciesOf(speciesId).adultG * (1 - 0.75 * immatureFraction)) / 1000;
}

/** A stocking entry for each bin, shares of every lot alike. All carry one act, so that they are undone together. */
export interface DeliveryFacts {
  readonly entries: readonly { readonly binId: BinId; readonly facts: FactAbout<"bin"> }[];
  readonly wholeKg: number;
  readonly restKg: number;
}

/**
 * Shares a delivery among bins. The shares must add up to what arrived: more is refused; what is left over is asked
 * about unless the keeper said what became of it.
 */
export function shareDelivery({
  lots,
  shares,
  immatureFraction,
  rest,
  surfaces,
}: {
  readonly lots: readonly Lot[];
  readonly shares: readonly Share[];
  readonly immatureFraction: number;
  readonly rest?: Rest | undefined;
  /** Surface and present herd of each bin, to see that it is not crowded. */
  readonly surfaces: Readonly<Record<string, { readonly areaM2: number; readonly wormsKg: number }>>;
}): Outcome<DeliveryFacts, BadDelivery> {
  const wholeKg = lots.reduce((sum, lot) => sum + lotKg(lot, immatureFraction), 0);
  const given = shares.filter(({ fraction }) => fraction > 0);
  if (!(wholeKg > 0) || given.length === 0) return refused({ code: "delivery/nothing" });
  const all = given.reduce((sum, { fraction }) => sum + fraction, 0);
  if (all > 1 + TOLERANCE) return refused({ code: "delivery/over", byKg: (all - 1) * wholeKg });
  if (all < 1 - TOLERANCE && rest === undefined)
    return refused({ code: "delivery/rest", leftKg: (1 - all) * wholeKg, fraction: 1 - all });
  for (const { binId, fraction } of given) {
    const place = surfaces[binId];
    const mostKg = place ? MOST_KG_PER_M2 * place.areaM2 : Infinity;
    if (place && place.wormsKg + fraction * wholeKg > mostKg)
      return refused({ code: "delivery/crowded", binId, massKg: place.wormsKg + fraction * wholeKg, mostKg });
  }
  const isWhole = Math.abs(all - 1) <= TOLERANCE;
  return done({
    wholeKg,
    restKg: isWhole ? 0 : (1 - all) * wholeKg,
    entries: given.map(({ binId, fraction }) => ({
      binId,
      facts: {
        kind: "stocked" as const,
        immatureFraction,
        worms: lots.map(({ speciesId, amount, typed }) => ({
          speciesId,
          amount:
            "massKg" in amount
              ? {
                  massKg: exact(amount.massKg * fraction),
                  measuredBy: "weighed" as const,
                  ...(given.length === 1 ? { typed } : {}),
                }
              : {
                  count: Math.round(amount.count * fraction),
                  measuredBy: "guessed" as const,
                  ...(given.length === 1 ? { typed } : {}),
                },
        })),
        ...(isWhole || !rest
          ? {}
          : {
              note:
                rest === "dead"
                  ? "A part of the delivery was dead or missing."
                  : "A part of the delivery was given away.",
            }),
      },
    })),
  });
}

/** To the milligram: no tail of binary fractions in the log. */
const exact = (value: number): number => Number(value.toFixed(6));
