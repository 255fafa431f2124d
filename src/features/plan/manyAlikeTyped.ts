import { systemOf } from "@/core/bin/system";
import { calculatorNamed } from "@/core/calculators/registry";
import { HERD_KG_PER_M2 } from "@/core/matter/figures";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatCount, formatLength, formatStocking } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { MOST_KG_PER_M2 } from "@/core/stocking/delivery";
import { readAs } from "@/ui/form/useTypedForm";
import { name as nameField } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import type { SpeciesId, System } from "@/vocabulary/setup";

export const MOST_AT_ONCE = 200;
/** A tub is no smaller and no larger, m; worms work the top of it. */
const [LEAST_M, MOST_M, DEEPEST_M, WORKED_M] = [0.1, 3, 0.6, 0.3];

export interface AlikeTyped {
  readonly name: string;
  readonly group: string;
  readonly count: string;
  readonly system: System;
  readonly width: string;
  readonly length: string;
  readonly height: string;
  readonly room: string;
  readonly wormsPerM2: string;
  readonly meanG: string;
  readonly species: SpeciesId;
  readonly isStocked: boolean;
  readonly bedding: string;
  readonly deep: string;
}
/** What one of them is, in metres, and what lives in it. */
interface Each {
  readonly areaM2: number;
  readonly count: number;
  readonly massKg: number;
}
export interface Alike {
  readonly names: readonly string[];
  readonly group: string;
  readonly size: { readonly widthM: number; readonly lengthM: number; readonly heightM: number };
  /** Nought where nothing is bedded. */
  readonly deepM: number;
  readonly wormsKg: number;
}

export const firstAlike = (units: UnitSystem): AlikeTyped => ({
  name: "Tub",
  group: "",
  count: "20",
  room: "",
  species: "fetida",
  isStocked: true,
  ...usuallyAlike("breederTub", units),
  width: formatLength(0.4, units),
  length: formatLength(0.3, units),
  height: formatLength(0.18, units),
});

/** Sizes, bedding and density a kind usually has, to be typed over. A worm of half a gram is a grown one. */
export function usuallyAlike(system: System, units: UnitSystem) {
  const { usual } = systemOf(system);
  const isBreeding = system === "breederTub";
  return {
    system,
    width: formatLength(usual.widthM, units),
    length: formatLength(usual.lengthM, units),
    height: formatLength(usual.heightM, units),
    deep: formatLength(isBreeding ? Math.min(0.12, usual.heightM) : usual.heightM / 3, units),
    bedding: isBreeding ? "manure-aged-bedding" : "cardboard-corrugated",
    wormsPerM2: isBreeding ? "2100" : String(Math.round((HERD_KG_PER_M2.start / 0.45) * 10) * 100),
    meanG: "0.45",
  };
}

/** Rounded down as it is said, so that what is said can be typed. */
function atMost(count: number): number {
  const size = 10 ** Math.max(0, Math.floor(Math.log10(count)) - 1);
  return Math.floor(count / size) * size;
}
const numberIn = (text: string): number => Number(text.trim().replace(",", "."));

/** What is typed, as far as it can be read: what is drawn and summed beside the fields. Never throws. */
export function alikeSoFar(typed: AlikeTyped, units: UnitSystem) {
  const metres = (text: string) => parseQuantity(text, "length", DEFAULT_UNIT[units].length);
  const width = metres(typed.width);
  const length = metres(typed.length);
  const height = metres(typed.height);
  const sum =
    width.ok && length.ok
      ? calculatorNamed("stock-by-area")!.run({
          lengthM: width.value,
          widthM: length.value,
          wormsPerM2: numberIn(typed.wormsPerM2),
          meanWormG: numberIn(typed.meanG),
        })
      : undefined;
  return {
    width,
    length,
    height,
    deep: typed.deep.trim() === "" ? undefined : metres(typed.deep),
    sum,
    each: sum?.ok ? (sum.value as Each) : undefined,
    count: Number(typed.count),
  };
}

/** So many bins alike, or by field why there are none: a name taken already, a size no tub has, more worms than live in it. Never throws. */
export function readAlike(
  typed: AlikeTyped,
  units: UnitSystem,
  takenNames: readonly string[],
): Outcome<Alike, { readonly code: string; readonly fields: Readonly<Record<string, string | undefined>> }> {
  const { width, length, height, deep, sum, each, count } = alikeSoFar(typed, units);
  const faults: Record<string, string | undefined> = {};
  if (!nameField.safeParse(typed.name).success) faults.name = "A name they share, such as Tub.";
  if (!Number.isInteger(count) || count < 1 || count > MOST_AT_ONCE)
    faults.count = `A whole number from 1 to ${MOST_AT_ONCE}.`;
  for (const [field, read] of Object.entries({ width, length, height }))
    if (!read.ok) faults[field] = sayUnreadable(read.problem);
    else if (read.value < LEAST_M || read.value > MOST_M)
      faults[field] =
        `A tub is between ${units === "us" ? "4 in and 10 ft" : "10 cm and 3 m"}: is the unit right?`;
  if (height.ok && height.value > DEEPEST_M && height.value <= MOST_M)
    faults.height = `Worms work the top ${formatLength(WORKED_M, units)}; the deepest that works is ${formatLength(DEEPEST_M, units)}.`;
  if (sum && !sum.ok)
    for (const issue of sum.problem.issues)
      faults[issue.path === "meanWormG" ? "meanG" : issue.path] = issue.message;
  if (each && each.massKg > MOST_KG_PER_M2 * each.areaM2)
    faults.wormsPerM2 = `That is ${formatStocking(each.massKg / each.areaM2, units)}; the most that lives is about ${formatCount(atMost((MOST_KG_PER_M2 * 1000) / numberIn(typed.meanG)))} worms of this size.`;
  const names = Array.from(
    { length: faults.count === undefined ? count : 0 },
    (_, at) => `${typed.name.trim()} ${String(at + 1).padStart(2, "0")}`,
  );
  const taken = new Set(takenNames.map((one) => one.toLowerCase()));
  const twice = names.find((one) => taken.has(one.toLowerCase()));
  if (twice) faults.name = `There is a ${twice} already.`;
  if (deep && !deep.ok) faults.deep = `How deep, such as ${units === "us" ? "5 in" : "12 cm"}.`;
  else if (deep?.ok && height.ok && deep.value > height.value)
    faults.deep = `It holds ${formatLength(height.value, units)} at most.`;
  const group = nameField.safeParse(typed.group.trim() === "" ? typed.name : typed.group);
  if (!group.success) faults.group = "A name they are called by together.";
  return readAs(
    width.ok && length.ok && height.ok && each && group.success
      ? {
          names,
          group: group.data,
          size: { widthM: width.value, lengthM: length.value, heightM: height.value },
          deepM: deep?.ok ? deep.value : 0,
          wormsKg: each.massKg,
        }
      : undefined,
    faults,
  );
}
