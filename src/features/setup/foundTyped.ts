import { readQuantity } from "@/core/quantity/parse";
import { materialOf } from "@/core/catalogue/material";
import { readMass } from "@/core/quantity/readAmount";
import type { Measures } from "@/core/quantity/parse";
import { speciesOf } from "@/core/catalogue/species";
import { DEFAULT_UNIT, formatMass } from "@/core/quantity/format";
import { sayUnreadable } from "@/core/quantity/words";
import { MOST_KG_PER_M2 } from "@/core/stocking/delivery";
import type { FactOf } from "@/records/entry/about";
import type { Compartment } from "@/records/setup";
import type { FoodLeft, FoundHandful, FoundState, Squeeze } from "@/vocabulary/readings";
import type { SpeciesId } from "@/vocabulary/setup";

/** What a bin that stands there is told to be like, as it stands on the screen; what is empty is not known. */
export interface FoundTyped {
  readonly worms: string;
  readonly species: SpeciesId;
  readonly handful: FoundHandful | "";
  readonly found: readonly FoundPartTyped[];
  readonly fedWeekly: string;
  readonly fedDaysAgo: string;
  readonly left: FoodLeft | "";
  readonly squeeze: Squeeze | "";
  readonly since: string;
}
/** One part of it: share of its height as a text, and how far along. */
export interface FoundPartTyped {
  readonly fill: string;
  readonly state: FoundState | "";
}
/** Since when a bin runs, as one says it, and the months it stands for. */
export const SINCE: Readonly<Record<string, { readonly label: string; readonly months: number }>> = {
  weeks: { label: "some weeks", months: 1.5 },
  season: { label: "three to six months", months: 4.5 },
  year: { label: "up to a year", months: 9 },
  years: { label: "longer", months: 24 },
};

export const EMPTY_FOUND: FoundTyped = {
  worms: "",
  species: "fetida",
  handful: "",
  found: [],
  fedWeekly: "",
  fedDaysAgo: "",
  left: "",
  squeeze: "",
  since: "",
};

/** Worms that are in it, of one kind. */
export interface Lot {
  readonly speciesId: SpeciesId;
  readonly amount:
    | { readonly massKg: number; readonly measuredBy: "weighed"; readonly typed: string }
    | { readonly count: number; readonly measuredBy: "guessed"; readonly typed: string };
}

/** What a running bin is told to be, its parts apart. */
export function toldIn(
  typed: FoundTyped,
  measures: Measures,
  herd: Lot | undefined,
  surfaceM2: number,
  faults: Record<string, string>,
): FactOf<"found"> {
  const weekly = typed.fedWeekly.trim() === "" ? undefined : readMass(typed.fedWeekly, "bulk", measures, materialOf("food", "mixed-kitchen-scraps").densityKgPerL); // prettier-ignore
  if (weekly && !weekly.ok) faults.fedWeekly = weekly.problem.sentence;
  const mostKg = 7 * 5 * surfaceM2;
  if (weekly?.ok && weekly.value.massKg > mostKg)
    faults.fedWeekly = `Is the unit right? A herd on this ground eats ${formatMass(mostKg, measures.units)} a week at the very most.`;
  const ago = typed.fedDaysAgo.trim();
  const fedDaysAgo = ago === "" ? undefined : Number(ago);
  if (fedDaysAgo !== undefined && (!Number.isInteger(fedDaysAgo) || fedDaysAgo < 0 || fedDaysAgo > 400))
    faults.fedDaysAgo = "A whole number of days; leave it empty if you do not know.";
  const months = SINCE[typed.since]?.months;
  const worms: FactOf<"found">["worms"] = herd
    ? {
        massKg: "massKg" in herd.amount ? herd.amount.massKg : (herd.amount.count * speciesOf(herd.speciesId).adultG * 0.75) / 1000,
        measuredBy: "massKg" in herd.amount ? "weighed" : "guessed",
        typed: herd.amount.typed,
      }
    : typed.handful === "" ? undefined : { handful: typed.handful }; // prettier-ignore
  return {
    kind: "found",
    parts: [],
    speciesId: typed.species,
    ...(worms ? { worms } : {}),
    ...(weekly?.ok ? { fedWeeklyKg: weekly.value.massKg } : {}),
    ...(fedDaysAgo === undefined && typed.left === ""
      ? {}
      : {
          lastFed: {
            ...(fedDaysAgo === undefined ? {} : { fedDaysAgo }),
            ...(typed.left === "" ? {} : { left: typed.left }),
          },
        }),
    ...(typed.squeeze === "" ? {} : { squeeze: typed.squeeze }),
    ...(months === undefined ? {} : { runningMonths: months }),
  };
}

/** Each part of it, as far as it was said. */
export const partsIn = (
  { found }: Pick<FoundTyped, "found">,
  compartments: readonly Pick<Compartment, "id">[],
): FactOf<"found">["parts"] =>
  compartments.map(({ id }, at) => {
    const { fill = "", state = "" } = found[at] ?? {};
    return {
      compartment: id,
      ...(fill === "" ? {} : { fraction: Number(fill) }),
      ...(state === "" ? {} : { state }),
    };
  });

/** Worms by weight or number; undefined where none were said. What cannot be is told at `field`. */
export function wormsIn(
  typed: string,
  speciesId: SpeciesId,
  field: "worms" | "worms2",
  measures: Measures,
  surfaceM2: number,
  faults: Record<string, string>,
): Lot | undefined {
  const text = typed.trim();
  if (text === "") return undefined;
  const { units } = measures;
  const read = readQuantity(text, { takes: ["mass", "count"], bare: DEFAULT_UNIT[units].smallMass }, measures); // prettier-ignore
  if (!read.ok) {
    faults[field] =
      read.problem.code === "quantity/wrong-dimension" || read.problem.code === "quantity/unknown-unit"
        ? "By weight (500 g, 1 lb) or by number (1000 worms)."
        : sayUnreadable(read.problem);
    return undefined;
  }
  const isWeighed = read.value.dimension === "mass";
  const massKg = isWeighed
    ? read.value.value
    : (read.value.value * speciesOf(speciesId).adultG * 0.75) / 1000;
  if (massKg === 0) faults[field] = "Leave it empty if there are none yet.";
  else if (surfaceM2 > 0 && massKg > MOST_KG_PER_M2 * surfaceM2)
    faults[field] =
      `Too many for this surface: it carries about ${formatMass(2.5 * surfaceM2, units, "bucket")} to start with and ${formatMass(5 * surfaceM2, units, "bucket")} when it runs well.`;
  return {
    speciesId,
    amount: isWeighed
      ? { massKg, measuredBy: "weighed", typed: text }
      : { count: Math.round(read.value.value), measuredBy: "guessed", typed: text },
  };
}
