import type { LocalDate } from "@/vocabulary/fields";
import type { BinSetup } from "@/records/setup";
import type { Climate } from "@/records/room";
import { daysBetween } from "../calendar/day";
import type { PlanAhead } from "./ahead";
import { carryOut, leftAlone, largestRation } from "./ahead";
import type { Ensemble, TwinAct } from "./ensemble";
import { copied } from "./ensemble";
import type { TwinNow } from "./expect";
import { horizonDays, mealKind, usualPlan } from "./expect";
import type { TwinDay } from "./readDay";
import { readDay } from "./readDay";
import { placeOf } from "./script";

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
export interface Course {
  readonly past: readonly TwinDay[];
  /** From today on under the plan as it stands. */
  readonly ahead: readonly TwinDay[];
  /** The same days under the change asked about. */
  readonly otherwise?: readonly TwinDay[];
  readonly plan: { readonly mealKg: number; readonly everyDays: number };
}

/** Both futures on the same ensemble with the same chance, so that they differ by the plan alone. */
export function courseAhead(
  now: TwinNow,
  today: LocalDate,
  climates: Readonly<Record<string, Climate>>,
  whatIf?: WhatIf,
): Omit<Course, "past"> {
  const { ensemble, practice, script } = now;
  const quiet = leftAlone(ensemble, 1, 21);
  const most = largestRation(ensemble, {
    meal: mealKind(practice),
    days: practice.school.usualIntervalDays,
    place: 1,
    places: practice.setup.compartments[0]!.placeCount,
  });
  const usual = usualPlan(now, most.kg, Math.max(0, Math.round(quiet.mealInDays?.middle ?? 3)));
  const kept = practice.setup.ahead;
  const standing = changed(usual, kept ? aheadOf(kept) : {}, today, climates);
  const days = horizonDays(practice);
  return {
    ahead: shown(ensemble, standing, days, script.startDay),
    ...(whatIf
      ? { otherwise: shown(ensemble, changed(usual, whatIf, today, climates), days, script.startDay) }
      : {}),
    plan: { mealKg: usual.mealKg, everyDays: usual.everyDays },
  };
}

const aheadOf = (kept: NonNullable<BinSetup["ahead"]>): WhatIf => ({
  ...(kept.mealShare === undefined ? {} : { mealShare: kept.mealShare }),
  ...(kept.awayFrom && kept.awayUntil ? { away: { from: kept.awayFrom, until: kept.awayUntil } } : {}),
});

function shown(from: Ensemble, plan: PlanAhead, days: number, startDay: LocalDate): TwinDay[] {
  const rows: TwinDay[] = [];
  carryOut(copied(from), plan, days, (ensemble) => {
    rows.push(readDay(ensemble, startDay));
  });
  return rows;
}

function changed(
  usual: PlanAhead,
  { mealShare = 1, away, roomId, dryCardKg = 0, splitShare = 0 }: WhatIf,
  today: LocalDate,
  climates: Readonly<Record<string, Climate>>,
): PlanAhead {
  const acts: TwinAct[] = [];
  const room = roomId === undefined ? undefined : climates[roomId];
  if (room) acts.push({ event: { kind: "place", place: placeOf(room) }, key: "what-if room" });
  if (dryCardKg > 0)
    acts.push({ event: { kind: "bed", id: "cardboard", g: 1000 * dryCardKg }, key: "what-if card" });
  if (splitShare > 0) acts.push({ event: { kind: "split", fraction: splitShare }, key: "what-if split" });
  return {
    ...(usual.meal && mealShare > 0 ? { meal: { ...usual.meal, kg: usual.meal.kg * mealShare } } : {}),
    ...(away
      ? { away: { from: Math.max(0, daysBetween(today, away.from)), to: daysBetween(today, away.until) } }
      : {}),
    acts: acts.map((act) => ({ inDays: 0, act })),
  };
}
