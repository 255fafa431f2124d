import type { MaterialUse } from "@/core/catalogue/material";
import type { UnitSystem } from "@/core/quantity/format";
import { toBase } from "@/core/quantity/unit";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { name } from "@/vocabulary/fields";

/** An own material as it stands on the screen. */
export interface OwnTyped {
  readonly use: MaterialUse;
  readonly name: string;
  readonly water: string;
  readonly litreWeight: string;
  readonly carbon: string;
  readonly nitrogen: string;
  readonly note: string;
}
export interface OwnFacts {
  readonly use: MaterialUse;
  readonly name: string;
  readonly moisture: number;
  readonly densityKgPerL: number;
  readonly carbonPctDm: number;
  readonly nitrogenPctDm: number;
  readonly note?: string;
}

/** What one fills to weigh it loose: a litre, or a quart; litres. */
export const jugL = (units: UnitSystem): number => (units === "us" ? toBase(1, "qt") : 1);

/** The facts, or a sentence for each field that does not fit. */
export function ownFacts(
  typed: OwnTyped,
  units: UnitSystem,
): Outcome<
  OwnFacts,
  { readonly code: "material/faults"; readonly fields: Readonly<Record<string, string>> }
> {
  const faults: Record<string, string> = {};
  const percent = (field: keyof OwnTyped, low: number, high: number): number => {
    const text = typed[field].trim().replace(/\s*%$/, "").replace(",", ".");
    const value = text === "" ? NaN : Number(text);
    if (!(value >= low && value <= high)) faults[field] = `A figure from ${low} to ${high} %.`;
    return value;
  };
  const named = name.safeParse(typed.name);
  if (!named.success) faults.name = "A name of 1 to 80 letters.";
  const water = percent("water", 0, 98);
  const carbonPctDm = percent("carbon", 0, 95);
  const nitrogenPctDm = percent("nitrogen", 0, 20);
  if (carbonPctDm + nitrogenPctDm > 100)
    faults.nitrogen = "Carbon and nitrogen together are more than all of it.";
  const litre = parseQuantity(typed.litreWeight, "mass", units === "us" ? "oz" : "g");
  if (!litre.ok)
    faults.litreWeight =
      litre.problem.code === "quantity/empty"
        ? `What does a loose ${units === "us" ? "quart" : "litre"} weigh?`
        : sayUnreadable(litre.problem);
  else if (litre.value / jugL(units) < 0.005 || litre.value / jugL(units) > 3)
    faults.litreWeight =
      units === "us"
        ? "A quart of it weighs between ¼ oz and 6 lb."
        : "A litre of it weighs between 5 g and 3 kg.";
  if (Object.keys(faults).length > 0 || !litre.ok || !named.success)
    return refused({ code: "material/faults", fields: faults });
  const note = typed.note.trim();
  return done({
    use: typed.use,
    name: named.data,
    moisture: water / 100,
    densityKgPerL: litre.value / jugL(units),
    carbonPctDm,
    nitrogenPctDm,
    ...(note ? { note } : {}),
  });
}
