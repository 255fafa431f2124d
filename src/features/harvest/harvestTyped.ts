import type { Measures } from "@/core/quantity/parse";
import type { LayerCheck } from "@/core/harvest/ripe";
import type { Way } from "@/core/harvest/ways";
import { WAY_FACTS } from "@/core/harvest/ways";
import type { PartsCheck, Portion, WeighIn, WeighLine } from "@/core/harvest/weighIn";
import { againstParts, harvestMoisture, readWeighings, weighInFacts } from "@/core/harvest/weighIn";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { FactAbout } from "@/records/entry/about";
import type { BinId, CompartmentId } from "@/vocabulary/fields";
import type { Squeeze } from "@/vocabulary/readings";
import type { SpeciesId } from "@/vocabulary/setup";

/** One weighing as typed: several containers alike may stand in one line. */
export interface LineTyped {
  readonly portion: Portion;
  readonly weighed: string;
  /** Of one empty container. */
  readonly tare: string;
  /** Another bin it goes to; empty: back where it came from. */
  readonly to: string;
}
/** A harvest under way, kept as a draft from the first look to the last weighing. */
export interface HarvestTyped {
  /** Another part than the one usually harvested. */
  readonly part?: string;
  readonly check: LayerCheck;
  readonly way: Way | "";
  /** A second way that follows the first, for those who mix them. */
  readonly then: Way | "";
  readonly isUrgent: boolean;
  readonly wantsWorms: boolean;
  readonly noLifting: boolean;
  readonly steps: readonly number[];
  readonly lines: readonly LineTyped[];
  /** What a litre of these castings weighs, as typed. */
  readonly litre: string;
  readonly note: string;
  /** What the castings become: a lot of their own, no lot, or part of the one with this id. */
  readonly lot: string;
  /** How moist: a squeeze, or a sample before and after it was dried, as typed. */
  readonly felt: Squeeze | "";
  readonly sampleWet: string;
  readonly sampleDried: string;
  /** The bin on the scale before and after, as typed. */
  readonly before: string;
  readonly after: string;
  readonly tookMin: string;
  /** Of a harvest that does not fit the log: what the keeper says of it. */
  readonly because: Beyond | "";
}
/** What may be so where more came out than was known to be there. */
export const BEYOND = ["held", "unwritten", "wetter"] as const;
export type Beyond = (typeof BEYOND)[number];
export const BEYOND_WORDS: Readonly<Record<Beyond, string>> = {
  held: "it held more than was thought",
  unwritten: "more went in than is in the log",
  wetter: "it is wetter than usual",
};
export const NEW_LOT = "new";
export const NO_LOT = "none";
export const EMPTY_LINE: LineTyped = { portion: "castings", weighed: "", tare: "", to: "" };
export const NOTHING_TYPED: HarvestTyped = {
  check: {},
  way: "",
  then: "",
  isUrgent: false,
  wantsWorms: false,
  noLifting: false,
  steps: [],
  lines: [EMPTY_LINE],
  litre: "",
  note: "",
  lot: NEW_LOT,
  felt: "",
  sampleWet: "",
  sampleDried: "",
  before: "",
  after: "",
  tookMin: "",
  because: "",
};
/** Moist castings, kg in a litre, until the keeper weighed one. Source: process model 5.1 at 73 % moisture. */
export { MOIST_KG_PER_L as USUAL_LITRE_KG } from "@/core/matter/figures";

export interface ReadHarvest {
  readonly lines: readonly WeighLine[];
  /** Of each typed line: net, or what is wrong with it. */
  readonly of: readonly { readonly netKg?: number; readonly fault?: string }[];
  readonly castingsKg: number;
}

/** The lines as far as they can be read; empty ones count for nothing. Never throws. */
export function readLines(typed: HarvestTyped, measures: Measures, litreKg: number): ReadHarvest {
  const { units } = measures;
  const lines: WeighLine[] = [];
  const of = typed.lines.map(({ portion, weighed, tare, to }) => {
    if (weighed.trim() === "") return {};
    const read = readWeighings(weighed, measures, litreKg);
    if (!read.ok) return { fault: read.problem.sentence };
    const empty = tare.trim() === "" ? undefined : parseQuantity(tare, "mass", DEFAULT_UNIT[units].smallMass);
    if (empty && !empty.ok) return { fault: `Empty container: ${sayUnreadable(empty.problem)}` };
    const { grossKg, containers, isByLitre } = read.value;
    // What is measured by the litre has no container on a scale.
    const tareKg = isByLitre ? 0 : containers * (empty?.ok ? empty.value : 0);
    if (tareKg > grossKg)
      return {
        fault: `Empty they would weigh ${formatMass(tareKg, units, "bucket")}, full ${formatMass(grossKg, units, "bucket")}: are the two swapped?`,
      };
    lines.push({
      portion,
      grossKg,
      tareKg,
      isByLitre,
      typed: weighed.trim(),
      ...(to === "" ? {} : { toBinId: to as BinId }),
    });
    return { netKg: grossKg - tareKg };
  });
  const castingsKg = lines.reduce(
    (sum, line) => (line.portion === "castings" ? sum + line.grossKg - line.tareKg : sum),
    0,
  );
  return { lines, of, castingsKg };
}

const massOf = (
  text: string | undefined,
  units: UnitSystem,
  unit: "mass" | "smallMass",
): number | undefined => {
  const read = parseQuantity(text ?? "", "mass", DEFAULT_UNIT[units][unit]);
  return read.ok && read.value > 0 ? read.value : undefined;
};
/** How moist the castings are, as far as it was tried; a sentence where that cannot be. Never throws. */
export function moistureTyped(
  { felt, sampleWet, sampleDried }: Partial<HarvestTyped>,
  units: UnitSystem,
): { readonly moisture?: number; readonly fault?: string } {
  const found = harvestMoisture({
    felt: felt === "" ? undefined : felt,
    wetKg: massOf(sampleWet, units, "smallMass"),
    driedKg: massOf(sampleDried, units, "smallMass"),
  });
  if (!found.ok) return { fault: "Dried it cannot weigh more than wet." };
  return found.value === undefined ? {} : { moisture: found.value };
}
/** The bin before and after on the scale, against what was weighed of it; undefined until both are there. Never throws. */
export function partsTyped(
  { before, after }: Partial<HarvestTyped>,
  read: ReadHarvest,
  units: UnitSystem,
  binId: BinId,
): PartsCheck | undefined {
  const [full, emptied] = [massOf(before, units, "mass"), massOf(after, units, "mass")];
  return full === undefined || emptied === undefined
    ? undefined
    : againstParts(full, emptied, read.lines, binId);
}
/** Whole minutes at most a day; nothing where none are typed. Never throws. */
const minutesTyped = (text: string | undefined): number | undefined => {
  const minutes = Number((text ?? "").trim().replace(",", "."));
  return (text ?? "").trim() !== "" && minutes > 0 && minutes <= 1440 ? minutes : undefined;
};

/** What is written for each log, or the sentence that says why nothing is. */
export function harvestFacts(
  typed: HarvestTyped,
  read: ReadHarvest,
  {
    binId,
    compartment,
    speciesId,
    units,
  }: {
    readonly binId: BinId;
    readonly compartment: CompartmentId;
    readonly speciesId: SpeciesId;
    readonly units: UnitSystem;
  },
):
  | {
      readonly ok: true;
      readonly facts: readonly { readonly binId: BinId; readonly fact: FactAbout<"bin"> }[];
    }
  | { readonly ok: false; readonly sentence: string } {
  if (read.of.some(({ fault }) => fault !== undefined))
    return { ok: false, sentence: "One line cannot be read: it says what is wrong beneath." };
  const { moisture, fault } = moistureTyped(typed, units);
  if (fault !== undefined) return { ok: false, sentence: fault };
  const harvest: WeighIn = {
    moisture,
    tookMin: minutesTyped(typed.tookMin),
    binId,
    compartment,
    speciesId,
    method: WAY_FACTS[typed.way === "" ? "skim" : typed.way].method,
    lines: read.lines,
  };
  const found = weighInFacts(harvest);
  if (!found.ok) return { ok: false, sentence: "Nothing was weighed yet." };
  if (found.value.length === 0)
    return { ok: false, sentence: "All of it goes back where it came from: there is nothing to keep." };
  return { ok: true, facts: found.value };
}
