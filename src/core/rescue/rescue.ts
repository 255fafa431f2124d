import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { RESCUE_LOOK_DAYS } from "../bin/watch";
import { fedCompartment, volumeOfL } from "../bin/system";
import { scaled } from "../bin/matter";
import { addDays } from "../calendar/day";
import { dryOutSteps, moistureFault } from "../decision/moistureStep";
import { moistureToday } from "../decision/moistureToday";
import { bedLitres } from "../expectation/bedLitres";
import type { Expectation } from "../expectation/expectation";
import { MOIST_KG_PER_L, SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { correctMoisture } from "../moisture/correct";
import { DRY_BEDDING } from "../practice/dryBedding";
import type { Practice, Seen } from "../practice/practice";
import { targetMoisture } from "../practice/practice";

/** One day's work of a rescue, and how it leaves the bed. */
export interface RescueStage {
  readonly day: LocalDate;
  readonly takeOutL: number;
  readonly dryBeddingKg: number;
  readonly moistureBefore: number;
  readonly moistureAfter: number;
}
/** The balance of a bed's water against what could soak it up, in litres. */
export interface MudBalance {
  /** Water beyond the wettest the bed should be. */
  readonly excessL: number;
  /** So much of it dry bedding can take in the room that is free. */
  readonly soakableL: number;
  readonly bedL: number;
  readonly freeL: number;
}
export interface RescuePlan {
  readonly balance: MudBalance;
  readonly stages: readonly RescueStage[];
  readonly outL: number;
  readonly beddingKg: number;
  readonly targetMoisture: number;
  readonly reachedOn: LocalDate;
}
export type NoRescue =
  | { readonly code: "rescue/not-wet"; readonly moisture: number; readonly targetMoisture: number }
  /** Dry bedding alone does it: a visit says how much. */
  | { readonly code: "rescue/soaks-up"; readonly balance: MudBalance }
  /** Below or through its holes the water leaves by itself. */
  | { readonly code: "rescue/drains"; readonly balance: MudBalance }
  /** So much would have to leave that no bed is left: a new one is made. */
  | { readonly code: "rescue/out-of-reach"; readonly balance: MudBalance; readonly moisture: number };

/** Longer than this a rescue is none. */
const MOST_STAGES = 6;
/** Of the bed at most so much leaves it in all: the rest is the herd's refuge and its living stock. */
const MOST_OUT = 0.6;

/**
 * What the bed weighs as wet as it is felt to be: its dry matter is known better than its water, until the forecast has heard the
 * squeeze itself. Water beyond what fits the part stands outside the sum.
 */
function bedMassKg(
  { fedMassKg, moisture: expected, twin }: Expectation,
  setup: BinSetup,
  moisture: number,
): number {
  if (twin?.hasReadToday) return fedMassKg.middle;
  const byDry = (fedMassKg.middle * (1 - expected.middle)) / (1 - moisture);
  return Math.min(byDry, volumeOfL(fedCompartment(setup)) * MOIST_KG_PER_L);
}

/** What can still be settled by bedding, in litres. Never throws. */
function mudBalance(
  expectation: Expectation,
  practice: Practice,
  moisture: number,
  massKg: number,
): MudBalance {
  const { high } = targetMoisture(practice);
  const dryKg = massKg * (1 - moisture);
  const excessL = Math.max(0, massKg * moisture - (dryKg * high) / (1 - high));
  // Each dry litre of bedding takes a settled litre of room, and so much water to the target.
  const dryPerL = SETTLED_DRY_KG_PER_L.bedding;
  const takesL =
    (dryPerL * high) / (1 - high) - (dryPerL * DRY_BEDDING.moisture) / (1 - DRY_BEDDING.moisture);
  const { freeL } = expectation;
  return {
    excessL,
    soakableL: Math.min(excessL, freeL * takesL),
    bedL: bedLitres({ fedMassKg: { low: massKg, middle: massKg, high: massKg }, freeL }, practice.setup),
    freeL,
  };
}

/**
 * A bed too wet to be soaked up, brought back over days: what leaves it and how much dry bedding goes in, each stage as a visit
 * of that day would ask for it, by mass alone (no evaporation is counted on). Refused where bedding alone does it, where the bed
 * drains by itself, and where the target would not be reached; so no rescue that fails is ever proposed. Never throws.
 * Source: the same steps as a visit's, `dryOutSteps`; judgement for how much of a bed may leave it.
 */
export function rescuePlan(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  today: LocalDate,
): Outcome<RescuePlan, NoRescue> {
  const target = targetMoisture(practice);
  const fault = moistureFault(expectation, practice, seen);
  const moisture = moistureToday(seen, expectation);
  if ((fault !== "wet" && fault !== "stream") || moisture <= target.high)
    return refused({ code: "rescue/not-wet", moisture, targetMoisture: target.high });
  const massKg = bedMassKg(expectation, practice.setup, moisture);
  const balance = mudBalance(expectation, practice, moisture, massKg);
  if (practice.setup.drainage === "free") return refused({ code: "rescue/drains", balance });
  const fed = fedCompartment(practice.setup).id;
  // By mass alone from here: a forecast of the bed as it was does not hold while half of it is changed.
  const { twin: _twin, ...byMass } = expectation;
  // What drains slowly is not counted on: as if nothing drained.
  const undrained: Practice = { ...practice, setup: { ...practice.setup, drainage: "none" } };
  const bed = { massKg, moisture, freeL: expectation.freeL, share: 1 };
  const stages: RescueStage[] = [];
  let outL = 0;
  for (let nth = 0; nth < MOST_STAGES && bed.moisture > target.high + 1e-6; nth += 1) {
    const now: Expectation = {
      ...byMass,
      moisture: { low: bed.moisture, middle: bed.moisture, high: bed.moisture },
      fedMassKg: { low: bed.massKg, middle: bed.massKg, high: bed.massKg },
      freeL: bed.freeL,
      contents: {
        ...expectation.contents,
        ...(expectation.contents[fed] ? { [fed]: scaled(expectation.contents[fed], bed.share) } : {}),
      },
    };
    const steps = dryOutSteps(now, undrained, NOTHING_SEEN);
    const litres = steps
      .filter(({ kind }) => kind === "takeOutUnripe" || kind === "scoopOut")
      .reduce((sum, { amount }) => sum + (amount && "volumeL" in amount ? amount.volumeL : 0), 0);
    const kg = steps.reduce(
      (sum, { kind, amount }) =>
        sum + (kind === "addDryBedding" && amount && "massKg" in amount ? amount.massKg : 0),
      0,
    );
    if (kg <= 0) break;
    const before = bed.moisture;
    // As the log books what is lifted by the litre.
    const outKg = Math.min(bed.massKg, litres * MOIST_KG_PER_L);
    bed.share *= 1 - outKg / bed.massKg;
    const left = bed.massKg - outKg;
    bed.moisture = (left * before + kg * DRY_BEDDING.moisture) / (left + kg);
    bed.massKg = left + kg;
    bed.freeL = Math.max(
      0,
      bed.freeL + litres - (kg * (1 - DRY_BEDDING.moisture)) / SETTLED_DRY_KG_PER_L.bedding,
    );
    outL += litres;
    stages.push({
      day: addDays(today, nth * RESCUE_LOOK_DAYS.wet),
      takeOutL: litres,
      dryBeddingKg: kg,
      moistureBefore: before,
      moistureAfter: bed.moisture,
    });
  }
  if (bed.moisture > target.high + 0.005 || outL > MOST_OUT * balance.bedL)
    return refused({ code: "rescue/out-of-reach", balance, moisture: bed.moisture });
  const wholeKg = correctMoisture({ massKg, moisture, targetMoisture: target.high }, DRY_BEDDING);
  const wholeL = wholeKg.ok
    ? (wholeKg.value.beddingKg * (1 - DRY_BEDDING.moisture)) / SETTLED_DRY_KG_PER_L.bedding
    : Infinity;
  if (wholeL <= expectation.freeL) return refused({ code: "rescue/soaks-up", balance });
  return done({
    balance,
    stages,
    outL,
    beddingKg: stages.reduce((sum, { dryBeddingKg }) => sum + dryBeddingKg, 0),
    targetMoisture: target.high,
    reachedOn: stages.at(-1)!.day,
  });
}

const NOTHING_SEEN: Seen = {
  parts: new Map(),
  isHot: false,
  isCold: false,
  foodLeft: new Map(),
  signs: new Set(),
};
