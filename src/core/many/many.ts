import type { Amount } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Cover, Preparation } from "@/vocabulary/setup";
import type { WaterMeans, WentTo } from "@/vocabulary/deeds";
import { nextPlace } from "../bin/place";
import { isOutOfUse } from "../bin/state";
import { fedCompartment, surfaceM2 } from "../bin/system";
import type { Step } from "../decision/decision";
import type { DeedLine, DeedProblem } from "../deed/facts";
import { deedFacts } from "../deed/facts";
import type { BinToday } from "../round/round";

/** What is done to many bins in one act. */
export const MANY_DEEDS = [
  "feed",
  "bed",
  "water",
  "give",
  "loosen",
  "drain",
  "takeOut",
  "cover",
  "warmth",
  "comeBack",
] as const;
export type ManyDeed = (typeof MANY_DEEDS)[number];

/** How it is done, alike in all of them. */
export interface ManyHow {
  readonly materialId: string;
  readonly preparation: Preparation;
  /** Of bedding, as it goes in; not said, as it is kept dry. */
  readonly moisture?: number;
  readonly isCover: boolean;
  readonly means: WaterMeans;
  readonly cover: Cover;
  readonly nextDay: LocalDate;
}
/** Where what is taken out of them goes, into which bin, and whether the worms in it go along. */
export interface TakenTo {
  readonly to: WentTo;
  readonly toBinId?: BinId;
  readonly withWorms: boolean;
}
/** An amount by mass or by volume, as it was known. */
export type ManyAmount = Extract<Amount, { massKg: number } | { volumeL: number }>;

/** Deeds that ask how much. */
export const hasAmount = (of: ManyDeed): boolean => !["loosen", "cover", "comeBack"].includes(of);

export type ManyProblem =
  | { readonly code: "many/gone" }
  | { readonly code: "many/not-yet" }
  | { readonly code: "many/receiver-not-yet" }
  | { readonly code: "many/out-of-use" }
  | { readonly code: "many/no-drain" }
  | { readonly code: "many/no-worms" }
  | { readonly code: "many/no-amount" }
  | { readonly code: "many/too-much"; readonly mostKg: number }
  | { readonly code: "many/no-bed-so-warm"; readonly temperatureC: number }
  | { readonly code: "many/deed"; readonly problem: DeedProblem; readonly today: LocalDate };

const STEP_OF: Partial<Record<ManyDeed, readonly Step["kind"][]>> = {
  feed: ["feed"],
  bed: ["addDryBedding"],
  water: ["water"],
  give: ["grit"],
  takeOut: ["takeOutUnripe", "scoopOut"],
};

/** What is proposed for this bin today of such a deed: kilograms or litres; undefined where nothing is. Never throws. */
export function proposedAmount(of: ManyDeed, { decision }: BinToday): Step["amount"] {
  return decision.steps.find(({ kind, amount }) => amount && STEP_OF[of]?.includes(kind))?.amount;
}

/**
 * One amount for all of them, shared out: food by the worms, all else by the ground. Shares add up to the amount to the
 * gram or millilitre; a bin without worms or ground gets none. Never throws.
 */
export function shared(total: number, of: ManyDeed, bins: readonly BinToday[]): ReadonlyMap<BinId, number> {
  const weights = bins.map(({ state, expectation }) =>
    of === "feed" ? expectation.wormsKg.middle : state.setup ? surfaceM2(state.setup) : 0,
  );
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const grams = Math.round(total * 1000);
  const exact = weights.map((weight) => (sum > 0 ? (grams * weight) / sum : 0));
  const given = exact.map(Math.floor);
  const rest = sum > 0 ? grams - given.reduce((all, one) => all + one, 0) : 0;
  const byRemainder = exact
    .map((one, at) => [one - Math.floor(one), at] as const)
    .toSorted(([a, first], [b, second]) => b - a || first - second);
  for (const [, at] of byRemainder.slice(0, rest)) given[at]! += 1;
  return new Map(bins.map(({ bin }, at) => [bin.id, given[at]! / 1000]));
}

/** A dose of food beyond which no herd would live, kg on a kilogram of worms: likelier a slip of the unit. */
const MOST_KG_PER_KG = 8;

/** What speaks against it in one bin, though it can be done. */
export type ManyCaution =
  | { readonly code: "many/no-meal-advised" }
  | { readonly code: "many/above-proposed"; readonly mostKg: number };

/** So much more than proposed is still the keeper's own judgement. */
const ABOVE = 1.5;

/** A meal that this bin's own decision does not want today, or wants much smaller; undefined where nothing speaks against it. Never throws. */
export function manyCaution(
  of: ManyDeed,
  one: BinToday | undefined,
  amount: ManyAmount | undefined,
): ManyCaution | undefined {
  if (of !== "feed" || !one || !amount) return undefined;
  const proposed = proposedAmount("feed", one);
  if (!proposed) return { code: "many/no-meal-advised" };
  if (!("massKg" in proposed) || !("massKg" in amount) || amount.massKg <= ABOVE * proposed.massKg)
    return undefined;
  return { code: "many/above-proposed", mostKg: proposed.massKg };
}

/** No bed in use is so cold or so warm: the probe lay elsewhere, or the unit is another. */
const BED_C = { least: -10, most: 75 } as const;

/** A temperature read in the bed of one bin, or why it is left out. Never throws. */
export function warmthFacts(
  one: BinToday | undefined,
  temperatureC: number | undefined,
): Outcome<readonly FactAbout<"bin">[], ManyProblem> {
  if (!one?.state.setup) return refused({ code: "many/gone" });
  if (isOutOfUse(one.state)) return refused({ code: "many/out-of-use" });
  if (temperatureC === undefined) return refused({ code: "many/no-amount" });
  if (temperatureC < BED_C.least || temperatureC > BED_C.most)
    return refused({ code: "many/no-bed-so-warm", temperatureC });
  const compartment = fedCompartment(one.state.setup).id;
  return done([
    {
      kind: "looked",
      lid: "closed",
      readings: [{ of: "temperature", temperatureC, instrument: "probe", spot: "middle", compartment }],
    },
  ]);
}

/**
 * So much off the top of one bin's bed, and what another bin receives of it: a line for each log, or why this bin is left out. Never
 * throws.
 */
export function takenOutLines(
  { to, toBinId, withWorms }: TakenTo,
  one: BinToday | undefined,
  amount: ManyAmount | undefined,
  bins: readonly BinToday[],
  today: LocalDate,
): Outcome<readonly DeedLine[], ManyProblem> {
  if (!one?.state.setup) return refused({ code: "many/gone" });
  if (isOutOfUse(one.state) || one.state.emptiedOn !== undefined) return refused({ code: "many/out-of-use" });
  if (!amount || ("massKg" in amount ? amount.massKg : amount.volumeL) <= 0)
    return refused({ code: "many/no-amount" });
  const asDeed = ({ bin, state, expectation }: BinToday) => ({ binId: bin.id, state, expectation });
  const lines = deedFacts(
    { of: "takeOut", from: "top", amount, to, withWorms, ...(to === "bin" && toBinId ? { toBinId } : {}) },
    asDeed(one),
    today,
    bins.map(asDeed),
  );
  return lines.ok ? lines : refused({ code: "many/deed", problem: lines.problem, today });
}

/** What it writes into one bin's log, or why this bin is left out. Never throws. */
export function manyFacts(
  of: ManyDeed,
  how: ManyHow,
  one: BinToday | undefined,
  amount: ManyAmount | undefined,
): Outcome<readonly FactAbout<"bin">[], ManyProblem> {
  if (!one?.state.setup) return refused({ code: "many/gone" });
  const { state, expectation } = one;
  const setup = one.state.setup;
  // What was emptied wants bedding first, and nothing else.
  const isBare = isOutOfUse(state) || state.emptiedOn !== undefined;
  if (setup.retired || (isBare && of !== "bed")) return refused({ code: "many/out-of-use" });
  const nought = amount && ("massKg" in amount ? amount.massKg : amount.volumeL) <= 0;
  if (hasAmount(of) && of !== "drain" && (!amount || nought)) return refused({ code: "many/no-amount" });
  const at = { compartment: fedCompartment(setup).id };
  switch (of) {
    case "feed": {
      const wormsKg = expectation.wormsKg.middle;
      if (wormsKg <= 0) return refused({ code: "many/no-worms" });
      const mostKg = MOST_KG_PER_KG * wormsKg;
      if (amount && "massKg" in amount && amount.massKg > mostKg)
        return refused({ code: "many/too-much", mostKg });
      const step = one.decision.steps.find(({ kind }) => kind === "feed");
      const place = step?.place ?? nextPlace(state)?.place;
      return done([
        {
          kind: "fed",
          compartment: step?.compartmentId ?? at.compartment,
          ...(place === undefined ? {} : { place }),
          ...(step?.depthM === undefined ? {} : { buriedM: step.depthM }),
          parts: [{ materialId: how.materialId, amount: amount!, preparation: how.preparation }],
        },
      ]);
    }
    case "bed":
      return done([
        {
          kind: "bedded",
          ...at,
          ...(how.isCover ? { isCover: true } : {}),
          parts: [
            {
              materialId: how.materialId,
              amount: amount!,
              ...(how.moisture === undefined ? {} : { moisture: how.moisture }),
            },
          ],
        },
      ]);
    case "water":
      return done([{ kind: "watered", ...at, amount: amount!, means: how.means }]);
    case "give":
      return done([{ kind: "dosed", materialId: how.materialId, amount: amount! }]);
    case "drain":
      if (setup.drainage === "none") return refused({ code: "many/no-drain" });
      return done([{ kind: "drained", ...(amount && !nought ? { amount } : {}) }]);
    case "loosen":
      return done([{ kind: "turned" }]);
    case "cover":
      return done([{ kind: "covered", cover: how.cover }]);
    case "warmth":
    case "takeOut":
      // Of each bin alone, and of two at once: see `warmthFacts` and `takenOutLines`.
      return refused({ code: "many/no-amount" });
    case "comeBack":
      return done([{ kind: "looked", lid: "closed", readings: [], nextDay: how.nextDay }]);
  }
}

/** Bins that stand together under one name, in walking order; those of no group are not among them. */
export function groupsOf(bins: readonly BinToday[]): ReadonlyMap<string, readonly BinToday[]> {
  const groups = new Map<string, BinToday[]>();
  for (const one of bins)
    if (one.bin.group !== undefined && one.bin.deleted !== true)
      groups.set(one.bin.group, [...(groups.get(one.bin.group) ?? []), one]);
  return groups;
}
