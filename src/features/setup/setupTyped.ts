import { addDays } from "@/core/calendar/day";
import { daysBetween } from "@/core/calendar/day";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatLength, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { MOST_KG_PER_M2 } from "@/core/stock/delivery";
import { systemOf, usualCompartments } from "@/core/bin/system";
import { speciesOf } from "@/core/catalogue/species";
import type { BinSetup, Compartment } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate, name } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { SchoolId, SpeciesId, System } from "@/vocabulary/setup";

/** The short form of a bin: what it is, where, since when, and who lives in it. */
export interface SetupTyped {
  readonly name: string;
  readonly system: System;
  readonly school: SchoolId | "";
  readonly width: string;
  readonly length: string;
  readonly height: string;
  readonly places: string;
  /** An existing room's id, or `new`. */
  readonly room: string;
  readonly roomName: string;
  readonly warmth: "cool" | "mild" | "warm";
  readonly worms: string;
  readonly species: SpeciesId;
  readonly started: string;
}

export const emptySetup = (today: LocalDate, units: UnitSystem): SetupTyped => ({
  ...usualSizes("tub", units),
  name: "",
  system: "tub",
  school: "",
  room: "",
  roomName: "",
  warmth: "mild",
  worms: "",
  species: "fetida",
  started: today,
});

/** The usual measures of a system in the keeper's units, to be typed over. */
export function usualSizes(
  system: System,
  units: UnitSystem,
): Pick<SetupTyped, "width" | "length" | "height" | "places"> {
  const { usual, places } = systemOf(system);
  return {
    width: formatLength(usual.widthM, units),
    length: formatLength(usual.lengthM, units),
    height: formatLength(usual.heightM, units),
    places: String(places),
  };
}

/** Room climates to start from; the keeper's own thermometer will say better. */
export const CLIMATES: Record<
  SetupTyped["warmth"],
  {
    readonly words: string;
    readonly climate: { meanC: number; swingK: number; hottestDay: number; humidity: number };
  }
> = {
  cool: {
    words: "a cool cellar or garage, 8 to 18 °C",
    climate: { meanC: 13, swingK: 5, hottestDay: 205, humidity: 0.78 },
  },
  mild: {
    words: "an unheated room, 13 to 22 °C",
    climate: { meanC: 17.5, swingK: 4.5, hottestDay: 205, humidity: 0.65 },
  },
  warm: {
    words: "a lived-in room, 18 to 24 °C",
    climate: { meanC: 21, swingK: 2.5, hottestDay: 205, humidity: 0.5 },
  },
};

export interface SetupFaults {
  readonly code: "setup/faults";
  readonly fields: Readonly<Record<string, string>>;
}
export interface NewBin {
  readonly name: string;
  readonly firstDay: LocalDate;
  readonly setup: Omit<BinSetup, "roomId">;
  readonly stocked?: {
    readonly speciesId: SpeciesId;
    readonly amount:
      | { readonly massKg: number; readonly measuredBy: "weighed"; readonly typed: string }
      | { readonly count: number; readonly measuredBy: "guessed"; readonly typed: string };
  };
}

/** What the form states, or a sentence for each field that cannot be; where something is impossible, the nearest that works. */
export function newBin(
  typed: SetupTyped,
  today: LocalDate,
  units: UnitSystem,
  taken: readonly string[],
): Outcome<NewBin, SetupFaults> {
  const faults: Record<string, string> = {};
  const named = name.safeParse(typed.name);
  if (!named.success)
    faults.name =
      typed.name.trim() === ""
        ? "Give it a name; a plant, a colour, a number."
        : "That name is too long for a label: 80 letters at most.";
  else if (taken.includes(named.data.toLowerCase())) faults.name = "Another bin bears that name already.";
  const metres = (field: "width" | "length" | "height", most: number, nearest: string): number => {
    const value = parseQuantity(typed[field], "length", DEFAULT_UNIT[units].length);
    if (!value.ok) {
      faults[field] =
        value.problem.code === "quantity/empty" ? "Measure the inside." : sayUnreadable(value.problem);
      return NaN;
    }
    if (value.value < 0.05) faults[field] = "That is smaller than a cup: is the unit right?";
    else if (value.value > most) faults[field] = nearest;
    return value.value;
  };
  const deepest = typed.system === "tower" ? 1.2 : typed.system === "flowThrough" ? 1 : 0.6;
  const widthM = metres("width", 6, `Longer than ${formatLength(6, units)}: set it up as several bins.`);
  const lengthM = metres("length", 3, `Wider than ${formatLength(3, units)} nobody reaches its middle.`);
  const heightM = metres(
    "height",
    deepest,
    `Worms work the top ${formatLength(0.3, units)}; deeper than ${formatLength(deepest, units)} the bottom goes without air. Give the depth you fill.`,
  );
  const places = Number(typed.places);
  if (!Number.isInteger(places) || places < 1 || places > 24) faults.places = "Between 1 and 24 places.";
  const firstDay = localDate.safeParse(typed.started);
  if (!firstDay.success) faults.started = "This is not a day of the calendar.";
  else if (daysBetween(firstDay.data, today) < 0)
    faults.started = "That day has not come yet; set the bin up on its day.";
  else if (firstDay.data < addDays(today, -12_000))
    faults.started = "That is more than thirty years ago: is the year right?";
  if (typed.room === "" || (typed.room === "new" && !name.safeParse(typed.roomName).success))
    faults.room = "Say where it stands.";
  const surfaceM2 = widthM * lengthM;
  const stocked = typed.worms.trim() === "" ? undefined : wormsIn(typed, units, surfaceM2, faults);
  const facts = systemOf(typed.system);
  if (Object.keys(faults).length > 0 || !named.success || !firstDay.success)
    return refused({ code: "setup/faults", fields: faults });
  const compartments: Compartment[] = usualCompartments(typed.system, { widthM, lengthM, heightM }).map(
    (one) => ({ ...one, placeCount: places }),
  );
  return done({
    name: named.data,
    firstDay: firstDay.data,
    setup: {
      system: typed.system,
      school: typed.school === "" ? facts.school : typed.school,
      cover: facts.cover,
      drainage: facts.drainage,
      wall: facts.wall,
      purpose: typed.system === "breederTub" ? "worms" : "castings",
      compartments,
      resting: false,
    },
    ...(stocked ? { stocked } : {}),
  });
}

function wormsIn(
  typed: SetupTyped,
  units: UnitSystem,
  surfaceM2: number,
  faults: Record<string, string>,
): NewBin["stocked"] {
  const text = typed.worms.trim();
  const weighed = parseQuantity(text, "mass", DEFAULT_UNIT[units].smallMass);
  const counted = weighed.ok ? undefined : parseQuantity(text, "count", "none");
  if (!weighed.ok && !counted?.ok) {
    faults.worms =
      weighed.problem.code === "quantity/wrong-dimension" || weighed.problem.code === "quantity/unknown-unit"
        ? "By weight (500 g) or by number (1000 worms)."
        : sayUnreadable(weighed.problem);
    return undefined;
  }
  const massKg = weighed.ok
    ? weighed.value
    : counted?.ok
      ? (counted.value * speciesOf(typed.species).adultG * 0.75) / 1000
      : 0;
  if (massKg === 0) faults.worms = "Leave it empty if there are none yet.";
  else if (surfaceM2 > 0 && massKg > MOST_KG_PER_M2 * surfaceM2)
    faults.worms = `Too many for this surface: it carries about ${formatMass(2.5 * surfaceM2, units, "bucket")} to start with and ${formatMass(5 * surfaceM2, units, "bucket")} when it runs well.`;
  if (weighed.ok) return { speciesId: typed.species, amount: { massKg, measuredBy: "weighed", typed: text } };
  return counted?.ok
    ? {
        speciesId: typed.species,
        amount: { count: Math.round(counted.value), measuredBy: "guessed", typed: text },
      }
    : undefined;
}
