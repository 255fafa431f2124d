import type { UnitSystem } from "../quantity/format";
import { formatMass, formatPercent } from "../quantity/format";
import type { BadDelivery } from "./delivery";
import type { BadSample } from "./sample";
import type { BadTransfer } from "./transfer";

/** What is wrong with a stocking or a transfer, and the nearest that works. */
export function sayStockProblem(
  problem: BadDelivery | BadSample | BadTransfer,
  { units, nameOf }: { readonly units: UnitSystem; readonly nameOf: (binId: string) => string },
): string {
  const mass = (massKg: number) => formatMass(massKg, units);
  switch (problem.code) {
    case "delivery/nothing":
      return "Say how many came, and which bin gets them.";
    case "delivery/over":
      return `The shares are ${mass(problem.byKg)} more than arrived: give one bin less.`;
    case "delivery/rest":
      return `${mass(problem.leftKg)} (${formatPercent(problem.fraction)}) are given to no bin. Where are they? Give them to one, or say below what became of them.`;
    case "delivery/crowded":
      return `${nameOf(problem.binId)} would hold ${mass(problem.massKg)}; the most its surface carries alive is about ${mass(problem.mostKg)}. Share them with another bin.`;
    case "sample/nothing":
      return "Weigh a handful, count it, and weigh them all.";
    case "sample/larger-than-whole":
      return "The handful weighs more than all of them together: are the two swapped?";
    case "transfer/same-bin":
      return "Giver and receiver are the same bin.";
    case "transfer/nothing":
      return "Say how much goes over.";
    case "transfer/more-than-there-is":
      return `${mass(problem.massKg)} is far more than that bin holds by its log (about ${mass(problem.thereKg)}): is the unit right?`;
  }
}
