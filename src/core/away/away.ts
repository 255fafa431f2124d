import type { LocalDate } from "@/vocabulary/fields";
import type { BinSetup } from "@/records/setup";
import { aheadWithPlan } from "../bin/planAhead";
import { addDays, daysBetween } from "../calendar/day";
import type { Band } from "../expectation/expectation";

/** Nobody comes from the first day until the second, on which someone is back. */
export interface Away {
  readonly from: LocalDate;
  readonly until: LocalDate;
}
export type AwayProblem =
  { readonly code: "away/past" } | { readonly code: "away/back-before" } | { readonly code: "away/too-long" };
/** Longer than this no bin is left to itself: it is emptied, given away, or someone takes it over. */
export const LONGEST_AWAY_DAYS = 183;

/** What cannot be as an absence; undefined where it can. Never throws. */
export function awayProblem({ from, until }: Away, today: LocalDate): AwayProblem | undefined {
  if (until <= today) return { code: "away/past" };
  if (until <= from) return { code: "away/back-before" };
  return daysBetween(from, until) > LONGEST_AWAY_DAYS ? { code: "away/too-long" } : undefined;
}

/** What a bin is told of it: smaller or larger meals and a harvest that is wanted stand beside it. Never throws. */
export function aheadAway(before: BinSetup["ahead"], away: Away | undefined): NonNullable<BinSetup["ahead"]> {
  return aheadWithPlan(before, {
    ...(before?.mealShare === undefined ? {} : { mealShare: before.mealShare }),
    ...(away ? { awayFrom: away.from, awayUntil: away.until } : {}),
  });
}

/** A day of the forecast, as far as an absence rests on it; the shape of the twin's own day. */
export interface AwayDay {
  readonly day: LocalDate;
  readonly moisture: Band;
  readonly temperatureC: Band;
  readonly wormsKg: Band;
  readonly foodDryKg: Band;
  /** Chance that air or warmth goes wrong. */
  readonly trouble: number;
}
export type AwayRiskKind = "trouble" | "dry" | "wet" | "hunger" | "none";
export interface AwayRisk {
  readonly kind: AwayRiskKind;
  /** 0 to 1, to rank by: a chance where the forecast has one, else how far beyond its bounds. */
  readonly weight: number;
  /** The first day it may be so. */
  readonly on: LocalDate;
}
/** So much outside its target a bed is too dry or too wet to be left so. Moisture, of wet mass. */
const TOO_DRY = 0.1;
const TOO_WET = 0.06;
const WORTH_SAYING = 0.08;

/**
 * What may be found on return, the gravest: foul air or heat by its chance, a bed too dry or too wet by the share of its band that
 * lies outside, a herd that dwindled. Days in order. Never throws; without a forecast of those days there is no risk to tell.
 */
export function awayRisk(
  days: readonly AwayDay[],
  away: Away,
  target: { readonly low: number; readonly high: number },
): AwayRisk {
  const none: AwayRisk = { kind: "none", weight: 0, on: away.until };
  const found = risksIn(days, away, target).flat();
  const gravest = gravestOf(found, none);
  if (gravest.weight < WORTH_SAYING) return none;
  // From when on: the first day it is half as likely.
  const first = found.find(({ kind, weight }) => kind === gravest.kind && weight >= gravest.weight / 2);
  return { ...gravest, on: first?.on ?? gravest.on };
}

/** Day by day while nobody is there, what would be gravest then; the last is the day of return. In order. Never throws. */
export const awayStrip = (
  days: readonly AwayDay[],
  away: Away,
  target: { readonly low: number; readonly high: number },
): readonly AwayRisk[] =>
  risksIn(days, away, target).map((ofDay) => {
    const none: AwayRisk = { kind: "none", weight: 0, on: ofDay[0]!.on };
    const gravest = gravestOf(ofDay, none);
    return gravest.weight < WORTH_SAYING ? none : gravest;
  });

const gravestOf = (found: readonly AwayRisk[], none: AwayRisk): AwayRisk =>
  found.reduce((most, one) => (one.weight > most.weight + 1e-9 ? one : most), none);

/** All that may be wrong on each day of an absence. */
function risksIn(
  days: readonly AwayDay[],
  away: Away,
  target: { readonly low: number; readonly high: number },
): readonly (readonly AwayRisk[])[] {
  const gone = days.filter(({ day }) => day >= away.from && day <= away.until);
  const start = gone[0]?.wormsKg.middle ?? 0;
  return gone.map(({ day: on, trouble, moisture, wormsKg }) => [
    { kind: "trouble", weight: trouble, on },
    { kind: "dry", weight: 0.8 * shareBelow(moisture, target.low - TOO_DRY), on },
    { kind: "wet", weight: 0.6 * (1 - shareBelow(moisture, target.high + TOO_WET)), on },
    {
      kind: "hunger",
      weight: start > 0 ? Math.max(0, Math.min(1, 2 * (0.85 - wormsKg.middle / start))) : 0,
      on,
    },
  ]);
}

/** Share of a band of 10, 50 and 90 % that lies below a value, by straight lines through the three. */
function shareBelow({ low, middle, high }: Band, value: number): number {
  if (value <= low)
    return value <= low - (middle - low)
      ? 0
      : 0.1 * ((value - (2 * low - middle)) / Math.max(1e-9, middle - low));
  if (value < middle) return 0.1 + (0.4 * (value - low)) / (middle - low);
  if (value < high) return 0.5 + (0.4 * (value - middle)) / (high - middle);
  const beyond = (value - high) / Math.max(1e-9, high - middle);
  return Math.min(1, 0.9 + 0.1 * beyond);
}

/** The day to see to a bin before one leaves: the last one someone is there, never before today. */
export const leaveDay = ({ from }: Away, today: LocalDate): LocalDate => {
  const last = addDays(from, -1);
  return last < today ? today : last;
};
