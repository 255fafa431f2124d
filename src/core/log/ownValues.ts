import type { BeddingPart, FeedPart } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { SubjectKind } from "@/records/entry";
import type { OwnMaterial } from "@/records/material";

type Values = Pick<OwnMaterial, "use" | "materialId" | "densityKgPerL" | "moisture">;

/** Whether a fact names materials that may be the keeper's own. */
export const namesMaterials = ({ kind }: { readonly kind: string }): boolean =>
  kind === "fed" || kind === "bedded";

/**
 * Food and bedding of the keeper's own, or with the keeper's own values: litres become kilograms and the moisture goes
 * with them, so that a log stands by itself whatever the material is called later. What states its moisture keeps it:
 * a litre then holds the dry matter a litre of it does. Never throws.
 */
export function withOwnValues<S extends SubjectKind>(
  fact: FactAbout<S>,
  own: readonly Values[],
): FactAbout<S> {
  if (!namesMaterials(fact) || !("parts" in fact) || own.length === 0) return fact;
  const use = fact.kind === "fed" ? "food" : "bedding";
  const parts = (fact.parts as readonly (FeedPart | BeddingPart)[]).map((part) => {
    const values = own.find((row) => row.use === use && row.materialId === part.materialId);
    return values === undefined || ("batchId" in part && part.batchId !== undefined) ? part : byValues(part, values); // prettier-ignore
  });
  return { ...fact, parts } as FactAbout<S>;
}

function byValues<P extends FeedPart | BeddingPart>(part: P, own: Values): P {
  const { amount } = part;
  const moisture = part.moisture ?? own.moisture;
  if (!("volumeL" in amount)) return { ...part, moisture };
  const { volumeL, ...known } = amount;
  const massKg = Number(((volumeL * own.densityKgPerL * (1 - own.moisture)) / (1 - moisture)).toFixed(6));
  return { ...part, amount: { ...known, massKg }, moisture };
}
