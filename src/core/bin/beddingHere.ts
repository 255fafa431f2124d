import type { EntryOf } from "@/records/entry";
import { materialOf } from "../catalogue/material";
import type { BinState } from "./state";

/** What bedding is wanted for: to soak up wetness, to lie damp in the bed, or over it. */
export type BeddingUse = "dry" | "damp" | "cover";

/** What nearly everybody has. */
const CARD = "cardboard-corrugated";
/** So dry it still soaks up. */
const DRY_UNDER = 0.25;
/** So much water it holds as a wrung cloth: less, and it lies there as grit would. */
const HOLDS = 0.6;

const isFit = (id: string, use: BeddingUse): boolean => {
  const { stance, moisture, dampMoisture = HOLDS } = materialOf("bedding", id);
  return stance !== "avoid" && dampMoisture >= HOLDS && (use !== "dry" || moisture < DRY_UNDER);
};

/** What was laid last, by how: the largest part of an entry, the later of two alike. Never throws. */
export function laidBy(before: BinState["laid"], entry: EntryOf<"bedded">): NonNullable<BinState["laid"]> {
  const massOf = (part: EntryOf<"bedded">["parts"][number]): number =>
    "massKg" in part.amount ? part.amount.massKg : (part.amount.volumeL ?? 0) * 0.1;
  const largest = entry.parts.reduce<(typeof entry.parts)[number] | undefined>(
    (most, part) => (most === undefined || massOf(part) >= massOf(most) ? part : most),
    undefined,
  );
  if (!largest) return before ?? {};
  const { materialId, moisture = materialOf("bedding", materialId).moisture } = largest;
  const use: BeddingUse = entry.isCover ? "cover" : moisture < DRY_UNDER ? "dry" : "damp";
  return { ...before, [use]: materialId };
}

/**
 * The bedding a step proposes: what this keeper laid last for that, else what lies in the bin otherwise, as far as it is fit for it;
 * shredded card where the log names none. Never what nobody has. Never throws.
 */
export function beddingHere({ laid = {} }: Pick<BinState, "laid">, use: BeddingUse): string {
  const others: readonly BeddingUse[] =
    use === "cover" ? ["damp", "dry"] : use === "damp" ? ["cover", "dry"] : ["damp", "cover"];
  return [use, ...others].flatMap((one) => laid[one] ?? []).find((id) => isFit(id, use)) ?? CARD;
}
