import type { FactAbout } from "@/records/entry/about";
import type { BinId, CompartmentId } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Squeeze } from "@/vocabulary/readings";
import type { HarvestMethod, SpeciesId } from "@/vocabulary/setup";
import { squeezeMoisture } from "../moisture/squeeze";
import type { Measures } from "../quantity/parse";
import { readMass } from "../quantity/readAmount";

/** What comes out at a harvest. */
export const PORTIONS = ["castings", "worms", "overs", "fines", "liquid"] as const;
export type Portion = (typeof PORTIONS)[number];

/** Several weighings in one field: so many containers, and what they weigh or hold together. */
export interface Weighed {
  readonly containers: number;
  readonly grossKg: number;
  /** Measured by the litre, and made kilograms with the keeper's own litre weight. */
  readonly isByLitre: boolean;
}
export type WeighProblem = { readonly code: "weigh/unreadable"; readonly sentence: string };

/**
 * Reads "3 × 12 kg + 9.5 kg", "20 lb + 4 kg" or "15 L": weights and litres mixed, a bare number in the unit of a bucket.
 * Refused with the sentence that names the part that cannot be read. Never throws.
 */
export function readWeighings(
  text: string,
  measures: Measures,
  litreKg: number,
): Outcome<Weighed, WeighProblem> {
  const parts = text.split(/[+;\n]/).map((part) => part.trim()).filter((part) => part !== ""); // prettier-ignore
  if (parts.length === 0) return refused({ code: "weigh/unreadable", sentence: "Write what it weighed." });
  let containers = 0;
  let grossKg = 0;
  let isByLitre = false;
  for (const part of parts) {
    const read = readMass(part, "bulk", measures, litreKg);
    if (!read.ok)
      return refused({ code: "weigh/unreadable", sentence: `“${part}”: ${read.problem.sentence}` });
    containers += read.value.vessels;
    grossKg += read.value.massKg;
    isByLitre ||= !read.value.isWeighed;
  }
  return done({ containers, grossKg, isByLitre });
}

/** One line of a weigh-in, as it will be kept. */
export interface WeighLine {
  readonly portion: Portion;
  readonly grossKg: number;
  /** Of all containers together. */
  readonly tareKg: number;
  readonly isByLitre: boolean;
  readonly typed: string;
  /** Another bin it goes to; without it worms and overs go back where they came from. */
  readonly toBinId?: BinId | undefined;
}
export interface WeighIn {
  readonly binId: BinId;
  readonly compartment?: CompartmentId | undefined;
  readonly speciesId: SpeciesId;
  readonly method: HarvestMethod;
  readonly moisture?: number | undefined;
  /** What all of it took, where hours are kept. */
  readonly tookMin?: number | undefined;
  readonly lines: readonly WeighLine[];
}
export const netKg = ({ grossKg, tareKg }: Pick<WeighLine, "grossKg" | "tareKg">): number => grossKg - tareKg;

export type WeighInProblem =
  | { readonly code: "weigh/nothing" }
  | {
      readonly code: "weigh/negative";
      readonly line: number;
      readonly grossKg: number;
      readonly tareKg: number;
    };

/**
 * The facts of a harvest for each log it touches: all castings as one, worms and overs only where they leave the bin, since
 * what goes back was never gone. Refused where a container weighs more than it does full, or nothing was weighed.
 */
export function weighInFacts(
  harvest: WeighIn,
): Outcome<readonly { readonly binId: BinId; readonly fact: FactAbout<"bin"> }[], WeighInProblem> {
  const { binId, compartment, speciesId, method, moisture, tookMin, lines } = harvest;
  const swapped = lines.findIndex((line) => netKg(line) < 0);
  if (swapped >= 0) {
    const { grossKg, tareKg } = lines[swapped]!;
    return refused({ code: "weigh/negative", line: swapped, grossKg, tareKg });
  }
  const at = compartment ? { compartment } : {};
  const castings = lines.filter(({ portion }) => portion === "castings");
  const sum = (value: (line: WeighLine) => number, some = castings) => round(some.reduce((all, one) => all + value(one), 0)); // prettier-ignore
  const facts: { binId: BinId; fact: FactAbout<"bin"> }[] = [];
  if (sum(netKg) > 0)
    facts.push({
      binId,
      fact: {
        kind: "harvested",
        ...at,
        grossKg: sum(({ grossKg }) => grossKg),
        tareKg: sum(({ tareKg }) => tareKg),
        method,
        ...(moisture === undefined ? {} : { moisture }),
        ...(tookMin === undefined ? {} : { tookMin }),
        typed: castings.map(({ typed }) => typed).join(" + ").slice(0, 80),
      },
    }); // prettier-ignore
  for (const line of lines) {
    const massKg = round(netKg(line));
    if (massKg <= 0 || line.portion === "castings") continue;
    const amount = { massKg, measuredBy: line.isByLitre ? ("volume" as const) : ("weighed" as const), typed: line.typed.slice(0, 80) }; // prettier-ignore
    if (line.portion === "liquid") facts.push({ binId, fact: { kind: "drained", amount } });
    else if (line.toBinId === undefined || line.toBinId === binId) continue;
    else if (line.portion === "worms")
      facts.push(
        { binId, fact: { kind: "wormsTaken", amount } },
        { binId: line.toBinId, fact: { kind: "stocked", worms: [{ speciesId, amount }] } },
      );
    else
      facts.push(
        { binId, fact: { kind: "removed", what: "contents", ...at, amount, to: "bin", toBinId: line.toBinId, withWorms: false } },
        // Fine castings full of cocoons are castings still: what hatches from them the bin that gets them will show.
        { binId: line.toBinId, fact: { kind: "received", what: line.portion === "fines" ? "castings" : "overs", amount, fromBinId: binId } },
      ); // prettier-ignore
  }
  return facts.length === 0 && lines.every((line) => netKg(line) <= 0)
    ? refused({ code: "weigh/nothing" })
    : done(facts);
}

/** To the gram, as a scale shows it: no tail of binary fractions in the log. */
const round = (kg: number): number => Number(kg.toFixed(3));

/** What tells how moist the castings are: a squeeze of them, or a sample weighed before and after it was dried. */
export interface MoistureSeen {
  readonly felt?: Squeeze | undefined;
  readonly wetKg?: number | undefined;
  readonly driedKg?: number | undefined;
}
/**
 * Moisture of a harvest, 0 to 1 of wet mass; the dried sample goes before the fist. Undefined where nothing was tried, refused
 * where the sample weighed more dried than wet, or nothing. Never throws.
 */
export function harvestMoisture({
  felt,
  wetKg,
  driedKg,
}: MoistureSeen): Outcome<number | undefined, { readonly code: "weigh/sample" }> {
  if (wetKg !== undefined && driedKg !== undefined)
    return wetKg <= 0 || driedKg <= 0 || driedKg > wetKg
      ? refused({ code: "weigh/sample" })
      : done(Math.min(0.95, 1 - driedKg / wetKg));
  return done(felt === undefined ? undefined : squeezeMoisture(felt));
}

/** A bin on the scale before and after, against what was weighed of it. */
export interface PartsCheck {
  readonly lostKg: number;
  readonly partsKg: number;
  /** They differ by more than a scale and a few crumbs explain. */
  readonly isOff: boolean;
}
/** Of what left the bin, all portions that did not go back. Never throws. */
export function againstParts(
  beforeKg: number,
  afterKg: number,
  lines: readonly WeighLine[],
  binId: BinId,
): PartsCheck {
  const partsKg = lines
    .filter(
      (line) =>
        line.portion === "castings" ||
        line.portion === "liquid" ||
        (line.toBinId !== undefined && line.toBinId !== binId),
    )
    .reduce((sum, line) => sum + netKg(line), 0);
  const lostKg = beforeKg - afterKg;
  return {
    lostKg,
    partsKg,
    isOff: Math.abs(lostKg - partsKg) > 0.2 + 0.05 * Math.max(partsKg, Math.abs(lostKg)),
  };
}
