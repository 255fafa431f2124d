import type { TwinNow } from "../log/now";
import type { LocalDate } from "@/vocabulary/fields";
import type { Climate } from "@/records/room";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import type { PlanAhead } from "./plan";
import { carryOut } from "./plan";
import { planNow } from "./planNow";
import type { TwinDay } from "../learning/readDay";
import { readDay } from "../learning/readDay";
import type { WhatIf } from "./usualPlan";
import { changed, horizonDays } from "./usualPlan";

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
  const { usual, planned } = planNow(now, today);
  const standing = changed(usual, planned ?? {}, today, climates);
  const days = horizonDays(practice);
  return {
    ahead: shown(ensemble, standing, days, script.startDay),
    ...(whatIf
      ? { otherwise: shown(ensemble, changed(usual, whatIf, today, climates), days, script.startDay) }
      : {}),
    plan: { mealKg: usual.mealKg, everyDays: usual.everyDays },
  };
}

function shown(from: Ensemble, plan: PlanAhead, days: number, startDay: LocalDate): TwinDay[] {
  const rows: TwinDay[] = [];
  carryOut(copied(from), plan, days, (ensemble) => {
    rows.push(readDay(ensemble, startDay));
  });
  return rows;
}
