import type { LocalDate } from "@/vocabulary/fields";
import type { Climate } from "@/records/room";
import { standingPlan } from "../bin/planAhead";
import type { Ensemble } from "./ensemble";
import { copied } from "./ensemble";
import type { TwinNow } from "./expect";

import { leftAlone } from "./leftAlone";
import type { PlanAhead } from "./plan";
import { carryOut } from "./plan";
import { largestRation } from "./ration";
import type { TwinDay } from "./readDay";
import { readDay } from "./readDay";
import type { WhatIf } from "./usualPlan";
import { changed, horizonDays, mealKind, usualPlan } from "./usualPlan";

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
  const standing = changed(usual, standingPlan(practice.setup, today) ?? {}, today, climates);
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
