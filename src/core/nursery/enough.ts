import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { addDays, daysBetween } from "../calendar/day";
import { breedingOf } from "../catalogue/breeding";
import type { Species } from "../catalogue/species";
import { bellShaped, seeded } from "../chance/seeded";
import type { Band } from "../expectation/expectation";
import { COCOON_SHARE } from "../matter/figures";
import { bedOfRoomC, broodDays, SURVIVES } from "./growth";

/** What is wanted: grown worms by a day. */
export interface Wanted {
  readonly wormsKg: number;
  readonly by: LocalDate;
}
export interface TubSize {
  readonly grown: number;
  readonly cycleDays: number;
  readonly areaM2: number;
}
/** How many tubs from when, and what comes of them by the day. */
export interface StockingPlan {
  readonly tubs: number;
  readonly startOn: LocalDate;
  /** The last setting whose brood is grown in time. */
  readonly lastSetOn: LocalDate;
  /** Whole cycles of each tub that count. */
  readonly cycles: number;
  /** Grown worms by the day, kg; in nine of ten futures at least `low`. */
  readonly wormsKg: Band;
  /** One more day ahead gains nothing any more: days from a setting to grown worms. */
  readonly daysToGrown: number;
  readonly parentsKg: number;
  /** Prepared feed for parents and young until then, kg. */
  readonly feedKg: number;
  readonly beddingL: number;
  /** Trays at one time, for the broods of all tubs. */
  readonly trays: number;
  readonly hours: number;
}
export type NoStocking =
  | { readonly code: "stocking/too-late"; readonly earliest: LocalDate }
  | { readonly code: "stocking/too-cold"; readonly bedC: number }
  | { readonly code: "stocking/too-many"; readonly tubs: number }
  | { readonly code: "stocking/nothing" };

const FUTURES = 400;
/** More tubs than that nobody asks for here. */
export const MOST_TUBS = 2000;
/** Tubs share their fortune: a warm spell, a bad feed. Relative spreads of laying, hatch, survival. Judgement. */
const SPREADS = { laying: 0.28, hatch: 0.12 } as const;
/** A herd of parents and young is fed so much prepared feed for its weight in a day. Source: half of the rule for scraps, being dry and strong. */
export const FEED_SHARE = 0.5;
/** Bedding of a tub, litres on a square metre at 15 cm. */
export const BEDDING_L_PER_M2 = 150;
/** Minutes of work: a tub cleared and set again, a tray looked after until it is thinned. Judgement. */
export const MINUTES = { tub: 25, tray: 40 } as const;
/** Of a brood, grown worms to a tray of the tub's size, by ground. Source: process model 12.2, running bed. */
export const WORMS_KG_PER_M2 = 5;

/** What laying, hatch and survival together make of what is expected without them, in seeded futures, the poorest first. Never throws. */
export function fortunes(): readonly number[] {
  const chance = seeded("stocking");
  return Array.from({ length: FUTURES }, () => {
    const laying = Math.max(0.1, 1 + SPREADS.laying * bellShaped(chance));
    const hatch = Math.max(0.1, 1 + SPREADS.hatch * bellShaped(chance));
    const { low, high } = SURVIVES;
    return laying * hatch * (low + (high - low) * ((chance() + chance()) / 2));
  }).toSorted((a, b) => a - b);
}

/** What one tub brings by a day, over seeded futures: grown worms, sorted. */
function futures(
  species: Species,
  size: TubSize,
  climate: Climate,
  startOn: LocalDate,
  by: LocalDate,
):
  | {
      readonly grown: readonly number[];
      readonly cycles: number;
      readonly daysToGrown: number;
      readonly lastSetOn: LocalDate;
    }
  | undefined {
  const { cocoonsPerAdultWeek, warmthFactor, hatchShare, hatchlingsPerCocoon } = breedingOf(species.id);
  let cycles = 0;
  let laid = 0;
  let lastSetOn = startOn;
  let daysToGrown = 0;
  for (let nth = 0; nth < 60; nth += 1) {
    const setOn = addDays(startOn, nth * size.cycleDays);
    const cleared = addDays(setOn, size.cycleDays);
    const { grownOn } = broodDays({ laidFrom: setOn, laidTo: cleared }, species, climate);
    if (nth === 0) daysToGrown = grownOn ? daysBetween(setOn, grownOn) : Infinity;
    if (!grownOn || grownOn > by) break;
    laid +=
      (size.grown *
        cocoonsPerAdultWeek *
        COCOON_SHARE *
        warmthFactor(bedOfRoomC(climate, setOn)) *
        size.cycleDays) /
      7;
    cycles += 1;
    lastSetOn = setOn;
  }
  if (cycles === 0 || laid <= 0) return undefined;
  const grown = fortunes().map((fortune) => laid * hatchShare * hatchlingsPerCocoon * fortune);
  return { grown, cycles, daysToGrown, lastSetOn };
}
const at = (values: readonly number[], share: number): number =>
  values[Math.min(values.length - 1, Math.floor(share * values.length))]!;

/**
 * How many tubs have to be set from a day so that enough grown worms are there by another, in nine of ten futures; what that takes in
 * parents, feed, bedding, trays and hours. Refused where no brood would be grown in time, or where it is too cold to lay. Pure;
 * never throws. Source: laying, hatching and growing by the process model's rates and the room's warmth; survival by practice.
 */
export function enoughBy(
  wanted: Wanted,
  size: TubSize,
  species: Species,
  climate: Climate,
  startOn: LocalDate,
): Outcome<StockingPlan, NoStocking> {
  if (!(wanted.wormsKg > 0)) return refused({ code: "stocking/nothing" });
  const one = futures(species, size, climate, startOn, wanted.by);
  if (!one) {
    const bedC = bedOfRoomC(climate, startOn);
    const first = broodDays(
      { laidFrom: startOn, laidTo: addDays(startOn, size.cycleDays) },
      species,
      climate,
    );
    return first.grownOn && breedingOf(species.id).warmthFactor(bedC) > 0
      ? refused({ code: "stocking/too-late", earliest: first.grownOn })
      : refused({ code: "stocking/too-cold", bedC });
  }
  const kgOf = (heads: number) => (heads * species.adultG) / 1000;
  const tubs = Math.max(1, Math.ceil(wanted.wormsKg / kgOf(at(one.grown, 0.1))));
  if (tubs > MOST_TUBS) return refused({ code: "stocking/too-many", tubs });
  const wormsKg = {
    low: kgOf(tubs * at(one.grown, 0.1)),
    middle: kgOf(tubs * at(one.grown, 0.5)),
    high: kgOf(tubs * at(one.grown, 0.9)),
  };
  const days = daysBetween(startOn, wanted.by);
  const parentsKg = kgOf(tubs * size.grown);
  // Young weigh nothing at first and all at the end: half of it in the mean, over the time they grow.
  const feedKg =
    FEED_SHARE *
    species.intakeKgPerKgDay *
    (parentsKg * days + (wormsKg.middle / 2) * Math.min(days, species.maturityDays));
  return done({
    tubs,
    startOn,
    lastSetOn: one.lastSetOn,
    cycles: one.cycles,
    wormsKg,
    daysToGrown: one.daysToGrown,
    parentsKg,
    feedKg,
    beddingL: tubs * (one.cycles + 1) * size.areaM2 * BEDDING_L_PER_M2,
    trays: Math.max(tubs, Math.ceil(wormsKg.middle / (WORMS_KG_PER_M2 * size.areaM2))),
    hours: (tubs * one.cycles * (MINUTES.tub + MINUTES.tray)) / 60,
  });
}
