import type { FeedPart } from "@/records/entry";
import { materialOf } from "../catalogue/material";
import { wholeMaterial } from "../catalogue/composition";
import { amountKg } from "../log/amount";
import type { UnitSystem } from "../quantity/format";
import { formatLength, formatMass } from "../quantity/format";

/** Feed that heats where it lies thick, as a meal would lay it in one place. */
export interface HeatOfFood {
  /** The one that heats most. */
  readonly materialId: string;
  readonly deepM: number;
  readonly coolM: number;
  /** So much of such feed stays cool in one place, kg. */
  readonly coolKg: number;
  /** It can ripen outside the bin first. */
  readonly ripens: boolean;
}

/** Thicker than this feed of that risk is warm by the next day. Judgement: a finger's and two fingers' breadth. */
const COOL_M: Readonly<Record<number, number>> = { 3: 0.02, 2: 0.04 };
/** What can lie in a heap until it has cooled; kitchen leftovers only rot there. */
const RIPENS: ReadonlySet<string> = new Set(["compost-manure", "garden", "trade-residue"]);

/**
 * Whether a meal will heat where it lies, before it is given: what the catalogue says heats, as thick as it comes to in one place,
 * unless it has ripened. Undefined where it stays cool. Never throws.
 */
export function heatOfFood(parts: readonly FeedPart[], placeM2: number): HeatOfFood | undefined {
  const heating = parts.flatMap((part) => {
    const row = wholeMaterial(part.materialId, "food");
    const coolM =
      row?.use === "food" && part.preparation !== "precomposted" ? COOL_M[row.heatRisk] : undefined;
    if (row?.use !== "food" || coolM === undefined) return [];
    const kg = amountKg(part.amount, row);
    return [{ row, kg, coolM, deepM: kg / row.densityKgPerL / 1000 / Math.max(0.001, placeM2) }];
  });
  // Several such together: by how much each fills of what would still be cool.
  const filled = heating.reduce((sum, { deepM, coolM }) => sum + deepM / coolM, 0);
  const worst = heating.toSorted((a, b) => b.deepM / b.coolM - a.deepM / a.coolM)[0];
  if (!worst || filled <= 1) return undefined;
  return {
    materialId: worst.row.id,
    deepM: heating.reduce((sum, { deepM }) => sum + deepM, 0),
    coolM: worst.coolM,
    coolKg: heating.reduce((sum, { kg }) => sum + kg, 0) / filled,
    ripens: RIPENS.has(worst.row.group),
  };
}

/** The heat of a meal in words, before it is given. */
export function sayHeatOfFood(
  { materialId, deepM, coolM, coolKg, ripens }: HeatOfFood,
  units: UnitSystem,
): string {
  const { name } = materialOf("food", materialId);
  return `${name} heats where it lies thick: in one place this would be ${formatLength(deepM, units)} deep, and over ${formatLength(coolM, units)} it gets hot. Give ${formatMass(coolKg, units)} a place and leave the middle free${ripens ? ", or let it ripen two to three weeks outside first, until it has cooled" : ", or keep the rest frozen"}.`;
}
