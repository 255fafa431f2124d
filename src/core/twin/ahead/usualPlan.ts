import type { TwinNow } from "../log/now";
import { DRY_BEDDING } from "@/core/practice/dryBedding";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { nextPlace } from "@/core/bin/place";
import { fedCompartment } from "@/core/bin/system";
import { middleOf, usualGapDays, usualMealKg } from "@/core/bin/usual";
import { daysBetween } from "@/core/calendar/day";
import type { Practice } from "@/core/practice/practice";
import { targetMoisture } from "@/core/practice/practice";
import type { TwinDeed } from "../ensemble/deed";
import type { MealKind } from "./meal";
import { SCRAPS_CHOPPED } from "./meal";
import type { PlanAhead } from "./plan";
import type { Script } from "../log/script";
import { placeOf } from "../log/script";

/** How far ahead a bin is looked at: longer for schools that leave it alone. */
export const horizonDays = ({ school }: Practice): number =>
  Math.min(180, Math.max(60, 3 * school.maxIntervalDays));

export interface UsualPlan extends PlanAhead {
  readonly mealKg: number;
  readonly everyDays: number;
}

/** The usual plan: the median of the last four meals and gaps, or what the school starts with. Source: process model 11. */
export function usualPlan(
  { practice, script, ensemble }: Pick<TwinNow, "practice" | "script" | "ensemble">,
  mostKg: number,
  firstInDays: number,
): UsualPlan {
  const { school, setup, state } = practice;
  const mealKg = usualMealKg(state) ?? mostKg;
  const everyDays = usualGapDays(state) ?? school.usualIntervalDays;
  const next = nextPlace(state);
  return {
    mealKg,
    everyDays,
    meal: {
      kind: mealKind(practice),
      kg: mealKg,
      everyDays,
      firstInDays,
      places: fedCompartment(setup).placeCount,
      firstPlace: next?.place ?? 1,
    },
    deeds: movesAhead(script, ensemble.day, horizonDays(practice)),
  };
}
/** A wedge or a column that was moved on at a pace goes on being moved: without it no finished end ever fills. */
function movesAhead({ days }: Script, today: number, mostDays: number): NonNullable<PlanAhead["deeds"]> {
  const moves = days.flatMap(({ day, deeds }) =>
    deeds.flatMap(({ event }) => (event.kind === "advanced" ? [{ day, fraction: event.fraction }] : [])),
  );
  const recent = moves.slice(-4);
  if (recent.length < 2) return [];
  const gaps = recent.slice(1).map(({ day }, at) => Math.max(1, day - recent[at]!.day));
  const everyDays = middleOf(gaps)!;
  const fraction = middleOf(recent.map((move) => move.fraction))!;
  const first = Math.max(0, recent.at(-1)!.day + everyDays - today);
  const count = Math.max(0, Math.ceil((mostDays - first) / everyDays));
  return Array.from({ length: count }, (_, nth) => ({
    inDays: first + nth * everyDays,
    deed: { event: { kind: "advanced", fraction }, key: `move ${nth}` },
  }));
}

/** Scraps with the dry card that takes up their water to the school's wet end. Source: process model 12.6. */
export function mealKind(practice: Practice): MealKind {
  const aim = targetMoisture(practice).high - 0.02;
  return { ...SCRAPS_CHOPPED, cardPerG: Math.max(0, (0.85 - aim) / (aim - DRY_BEDDING.moisture)) };
}

/** What a keeper may change ahead. Days are calendar days; shares are of the usual meal. */
export interface WhatIf {
  readonly mealShare?: number;
  readonly away?: { readonly from: LocalDate; readonly until: LocalDate };
  /** The room it moves to, today. */
  readonly roomId?: string;
  /** Dry card put in today, kg. */
  readonly dryCardKg?: number;
  /** Share of the bin taken out to start another, today. */
  readonly splitShare?: number;
}

/** The usual plan with a change; single deeds are done today. */
export function changed(
  usual: PlanAhead,
  { mealShare = 1, away, roomId, dryCardKg = 0, splitShare = 0 }: WhatIf,
  today: LocalDate,
  climates: Readonly<Record<string, Climate>>,
): PlanAhead {
  const deeds: TwinDeed[] = [];
  const room = roomId === undefined ? undefined : climates[roomId];
  if (room) deeds.push({ event: { kind: "place", place: placeOf(room) }, key: "what-if room" });
  if (dryCardKg > 0)
    deeds.push({ event: { kind: "bed", id: "cardboard", g: 1000 * dryCardKg }, key: "what-if card" });
  if (splitShare > 0) deeds.push({ event: { kind: "split", fraction: splitShare }, key: "what-if split" });
  return {
    ...(usual.meal && mealShare > 0 ? { meal: { ...usual.meal, kg: usual.meal.kg * mealShare } } : {}),
    ...(away
      ? { away: { from: Math.max(0, daysBetween(today, away.from)), to: daysBetween(today, away.until) } }
      : {}),
    deeds: [...(usual.deeds ?? []), ...deeds.map((deed) => ({ inDays: 0, deed }))],
  };
}
