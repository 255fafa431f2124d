import type { LayerCheck } from "@/core/harvest/ripe";
import type { Way } from "@/core/harvest/ways";
import { WAY_FACTS } from "@/core/harvest/ways";
import type { Portion, WeighIn, WeighLine } from "@/core/harvest/weighIn";
import { readWeighings, weighInFacts } from "@/core/harvest/weighIn";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { FactAbout } from "@/records/entry/about";
import type { BinId, CompartmentId } from "@/vocabulary/fields";
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
  readonly check: LayerCheck;
  readonly way: Way | "";
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
}
export const NEW_LOT = "new";
export const NO_LOT = "none";
export const EMPTY_LINE: LineTyped = { portion: "castings", weighed: "", tare: "", to: "" };
export const NOTHING_TYPED: HarvestTyped = {
  check: {},
  way: "",
  isUrgent: false,
  wantsWorms: false,
  noLifting: false,
  steps: [],
  lines: [EMPTY_LINE],
  litre: "",
  note: "",
  lot: NEW_LOT,
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
export function readLines(typed: HarvestTyped, units: UnitSystem, litreKg: number): ReadHarvest {
  const lines: WeighLine[] = [];
  const of = typed.lines.map(({ portion, weighed, tare, to }) => {
    if (weighed.trim() === "") return {};
    const read = readWeighings(weighed, units, litreKg);
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

/** What is written for each log, or the sentence that says why nothing is. */
export function harvestFacts(
  typed: HarvestTyped,
  read: ReadHarvest,
  {
    binId,
    compartment,
    speciesId,
  }: { readonly binId: BinId; readonly compartment: CompartmentId; readonly speciesId: SpeciesId },
):
  | {
      readonly ok: true;
      readonly facts: readonly { readonly binId: BinId; readonly fact: FactAbout<"bin"> }[];
    }
  | { readonly ok: false; readonly sentence: string } {
  if (read.of.some(({ fault }) => fault !== undefined))
    return { ok: false, sentence: "One line cannot be read: it says what is wrong beneath." };
  const harvest: WeighIn = {
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
