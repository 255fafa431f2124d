import type { FactAbout } from "@/records/entry/about";
import type { BinId } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { BinState } from "../bin/state";

/** What goes from one of the keeper's bins to another, or out of the house. */
export type Transfer =
  | { readonly of: "worms"; readonly massKg: number; readonly typed: string }
  | { readonly of: "contents"; readonly fraction: number };

export type BadTransfer =
  | { readonly code: "transfer/same-bin" }
  | { readonly code: "transfer/nothing" }
  | { readonly code: "transfer/more-than-there-is"; readonly massKg: number; readonly thereKg: number };

interface Line {
  readonly binId: BinId;
  readonly facts: FactAbout<"bin">;
}

/**
 * One act in the logs of giver and receiver alike. Worms: taken here, stocked there. Contents: a share of all there is,
 * worms and castings with it. Without a receiver they leave the cellar.
 */
export function transferFacts(
  giver: { readonly binId: BinId; readonly state: BinState },
  receiver: { readonly binId: BinId } | undefined,
  transfer: Transfer,
): Outcome<readonly Line[], BadTransfer> {
  if (receiver?.binId === giver.binId) return refused({ code: "transfer/same-bin" });
  const { worms } = giver.state;
  if (transfer.of === "worms") {
    if (!(transfer.massKg > 0)) return refused({ code: "transfer/nothing" });
    // The log knows the herd to a factor of two at best; beyond that it is a slip.
    if (transfer.massKg > 2 * worms.massKg + 0.05)
      return refused({ code: "transfer/more-than-there-is", massKg: transfer.massKg, thereKg: worms.massKg });
    const amount = { massKg: transfer.massKg, measuredBy: "weighed" as const, typed: transfer.typed };
    return done([
      { binId: giver.binId, facts: { kind: "wormsTaken" as const, amount } },
      ...(receiver
        ? [
            {
              binId: receiver.binId,
              facts: { kind: "stocked" as const, worms: [{ speciesId: worms.speciesId, amount }] },
            },
          ]
        : []),
    ]);
  }
  if (!(transfer.fraction > 0 && transfer.fraction <= 1)) return refused({ code: "transfer/nothing" });
  // Within the cellar it goes over as what it is: that is a deed (`core/deed`). Out of it only the giver's log knows of it.
  if (receiver) return refused({ code: "transfer/nothing" });
  return done([{ binId: giver.binId, facts: { kind: "split" as const, fraction: transfer.fraction } }]);
}
