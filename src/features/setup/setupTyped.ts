import type { Measures } from "@/core/quantity/parse";
import { addDays } from "@/core/calendar/day";
import { daysBetween } from "@/core/calendar/day";
import type { Climate } from "@/records/room";
import type { NewRoomTyped } from "@/core/expectation/newRoom";
import { EMPTY_ROOM, newRoom } from "@/core/expectation/newRoom";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatLength } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { FactOf } from "@/records/entry/about";
import { firstBedding } from "@/core/stocking/firstBedding";
import { systemOf, usualCompartments } from "@/core/bin/system";
import { materialOf, shortName } from "@/core/catalogue/material";
import type { BinSetup, Compartment } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate, name } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Cover, Drainage, SchoolId, SpeciesId, System } from "@/vocabulary/setup";
import type { FoundTyped, Lot } from "./foundTyped";
import { EMPTY_FOUND, partsIn, toldIn, wormsIn } from "./foundTyped";

/** The short form of a bin: what it is, where, since when, and who lives in it. */
export interface SetupTyped extends FoundTyped, NewRoomTyped {
  readonly name: string;
  readonly system: System;
  readonly school: SchoolId | "";
  readonly width: string;
  readonly length: string;
  readonly height: string;
  readonly places: string;
  /** An existing room's id, or `new`. */
  readonly room: string;
  /** A second kind living among them. */
  readonly worms2: string;
  readonly species2: SpeciesId;
  readonly started: string;
  /** What is asked for only on asking; empty is as usual for such a bin. */
  readonly parts: string;
  readonly isRound: boolean | undefined;
  readonly drainage: Drainage | "";
  readonly cover: Cover | "";
  readonly purpose: BinSetup["purpose"] | "";
  readonly tare: string;
  /** Between the bars a flow-through stands on. */
  readonly grate: string;
  readonly bedding: string;
  readonly beddingDepth: string;
  /** It runs already: what it is like today, as far as it is known. */
  readonly isRunning: boolean;
}
export const emptySetup = (today: LocalDate, units: UnitSystem): SetupTyped => ({
  ...usualSizes("tub", units),
  ...EMPTY_FOUND,
  ...EMPTY_ROOM,
  name: "",
  system: "tub",
  school: "",
  room: "",
  worms2: "",
  species2: "excavatus",
  started: today,
  parts: "",
  isRound: undefined,
  drainage: "",
  cover: "",
  purpose: "",
  tare: "",
  grate: "",
  bedding: "",
  beddingDepth: "",
  isRunning: false,
});

/** Parts it has now: as said, one where a new stack begins with one, else (undefined) as many as is usual. */
export function storeys({ parts, isRunning, system }: Pick<SetupTyped, "parts" | "isRunning" | "system">) {
  const said = Number(parts);
  if (Number.isInteger(said) && said >= 1 && said <= 8) return said;
  return isRunning ? undefined : systemOf(system).beginsWith;
}

/** Pots and towers are round unless the keeper says else. */
export const isRoundUsually = (system: System): boolean => system === "fabricPot" || system === "tower";

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

export interface SetupFaults {
  readonly code: "setup/faults";
  readonly fields: Readonly<Record<string, string>>;
}
export interface NewBin {
  readonly name: string;
  readonly firstDay: LocalDate;
  readonly setup: Omit<BinSetup, "roomId">;
  /** First bedding, part by part, as it is weighed damp. */
  readonly bedded: readonly FactOf<"bedded">[];
  readonly stocked: readonly Lot[];
  /** Instead of bedding and worms, of a bin that runs already. */
  readonly found?: FactOf<"found">;
  /** A room that is new to the cellar. */
  readonly place?: { readonly name: string; readonly climate: Climate };
}
/** What the form states, or a sentence for each field that cannot be; where something is impossible, the nearest that works. */
export function newBin(
  typed: SetupTyped,
  today: LocalDate,
  measures: Measures,
  taken: readonly string[],
  outdoors?: Climate,
): Outcome<NewBin, SetupFaults> {
  const { units } = measures;
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
  if (typed.room === "") faults.room = "Say where it stands.";
  const place = typed.room === "new" ? newRoom(typed, units, outdoors) : undefined;
  if (place && !place.ok) Object.assign(faults, place.problem.fields);
  const isRound = typed.isRound ?? isRoundUsually(typed.system);
  const surfaceM2 = widthM * lengthM * (isRound ? Math.PI / 4 : 1);
  const stocked = [
    wormsIn(typed.worms, typed.species, "worms", measures, surfaceM2, faults),
    wormsIn(typed.worms2, typed.species2, "worms2", measures, surfaceM2, faults),
  ].filter((lot) => lot !== undefined);
  const facts = systemOf(typed.system);
  const optional = (field: "tare" | "beddingDepth" | "grate", dimension: "mass" | "length", bare: string) => {
    if (typed[field].trim() === "") return undefined;
    const value = parseQuantity(typed[field], dimension, bare);
    if (!value.ok) faults[field] = sayUnreadable(value.problem);
    return value.ok ? value.value : undefined;
  };
  const tareKg = optional("tare", "mass", DEFAULT_UNIT[units].mass);
  const deepM = optional("beddingDepth", "length", DEFAULT_UNIT[units].length);
  const grateGapM = optional("grate", "length", DEFAULT_UNIT[units].length);
  if (grateGapM !== undefined && (grateGapM < 0.01 || grateGapM > 0.2)) faults.grate = grateFault(units);
  if (deepM !== undefined && deepM > heightM)
    faults.beddingDepth = `It holds ${formatLength(heightM, units)} at most.`;
  const parts = typed.parts.trim() === "" ? undefined : Number(typed.parts);
  if (parts !== undefined && (!Number.isInteger(parts) || parts < 1 || parts > 8))
    faults.parts = "Between 1 and 8.";
  const found = typed.isRunning ? toldIn(typed, measures, stocked[0], surfaceM2, faults) : undefined;
  if (Object.keys(faults).length > 0 || !named.success || !firstDay.success)
    return refused({ code: "setup/faults", fields: faults });
  const compartments: Compartment[] = usualCompartments(
    typed.system,
    { widthM, lengthM, heightM },
    storeys(typed),
  ).map((one) => ({ ...one, placeCount: places, ...(isRound ? { shape: "round" as const } : {}) }));
  return done({
    name: named.data,
    // What stands there is told as it is today.
    firstDay: found ? today : firstDay.data,
    setup: {
      system: typed.system,
      school: typed.school === "" ? facts.school : typed.school,
      cover: typed.cover === "" ? facts.cover : typed.cover,
      drainage: typed.drainage === "" ? facts.drainage : typed.drainage,
      wall: facts.wall,
      purpose: typed.purpose === "" ? (typed.system === "breederTub" ? "worms" : "castings") : typed.purpose,
      compartments,
      resting: false,
      ...(tareKg === undefined ? {} : { tareKg }),
      ...(grateGapM === undefined || typed.system !== "flowThrough" ? {} : { grateGapM }),
    },
    bedded: found ? [] : compartments.map((one) => beddingOf(one, typed, deepM, units)),
    stocked: found ? [] : stocked,
    ...(found ? { found: { ...found, parts: partsIn(typed, compartments) } } : {}),
    ...(place?.ok ? { place: place.value } : {}),
  });
}

/** Bars that hold a column up stand a finger to a hand apart. */
const grateFault = (units: UnitSystem): string =>
  `Between ${formatLength(0.01, units)} and ${formatLength(0.2, units)}: closer nothing falls through, wider nothing holds.`;

/** Bedding a third deep where nothing is said, damp, which is what nearly every start has; the log can be corrected at once. */
function beddingOf(
  one: Compartment,
  typed: SetupTyped,
  deepM: number | undefined,
  units: UnitSystem,
): FactOf<"bedded"> {
  const filled = deepM === undefined ? 0.33 : deepM / one.heightM;
  const deep = deepM === undefined ? "a third full" : `${formatLength(deepM, units)} deep`;
  const what =
    typed.bedding === ""
      ? "damp shredded card and leaf mould"
      : `damp ${shortName(materialOf("bedding", typed.bedding))}`;
  return firstBedding(one, filled, typed.bedding || undefined, `As set up: ${deep} of ${what}.`);
}
