import type { Band } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import type { TwinDeed } from "../ensemble/deed";
import { doDeed } from "../ensemble/deed";
import { copied } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import { aheadOf } from "./thinned";
import { bandOf, chanceThat } from "../learning/quantiles";
import { heatLimitC, isInTrouble } from "../learning/readDay";
import { fedAt } from "../engine/twinBin";
import { markerGiven, markerLeft, moistureOf } from "../engine/state";

/** What a visit does to the weeks after it, if nothing else is given. */
export interface MealOutlook {
  /** Days until at most a tenth of the meal is left; none without a meal. The end of the weeks looked ahead where it takes longer. */
  readonly goneInDays?: Band;
  readonly withinDays: number;
  /** Of the compartment one feeds, a week on: when it has drained and settled. */
  readonly moisture: Band;
  /** Chance that air or warmth goes wrong within these weeks, 0 to 1, and the same with nothing given. */
  readonly trouble: number;
  readonly troubleWithout: number;
}

const WITHIN_DAYS = 28;
const SETTLED_DAYS = 7;

/** What is done today, on the ensemble as it stands, against the same bin left alone. Never throws. */
export function mealOutlook(ensemble: Ensemble, deeds: readonly TwinDeed[]): MealOutlook {
  const ahead = aheadOf(ensemble);
  return {
    ...weeksOf(ahead, deeds),
    withinDays: WITHIN_DAYS,
    troubleWithout: weeksOf(ahead, []).trouble,
  };
}

function weeksOf(
  ensemble: Ensemble,
  deeds: readonly TwinDeed[],
): Pick<MealOutlook, "goneInDays" | "moisture" | "trouble"> {
  const one = copied(ensemble);
  const weights = weightsOf(one);
  for (const deed of deeds) doDeed(one, deed);
  const { size, lines, day: start } = one;
  const fed = fedAt(one.bin);
  const limitC = heatLimitC(one);
  const slot = deeds.some(({ event }) => event.kind === "food")
    ? one.marks[fed]!.findLastIndex((mark) => mark.day === start)
    : -1;
  const gone = new Float64Array(size).fill(WITHIN_DAYS);
  const trouble = new Float64Array(size);
  let moisture: Band | undefined;
  for (let day = 0; day <= WITHIN_DAYS; day += 1) {
    if (day === SETTLED_DAYS)
      moisture = bandOf(
        Float64Array.from(lines, (line) => moistureOf(line[fed]!)),
        weights,
      );
    for (let member = 0; member < size; member += 1) {
      const line = lines[member]!;
      if (isInTrouble(line, limitC)) trouble[member] = 1;
      if (slot >= 0 && gone[member] === WITHIN_DAYS) {
        const s = line[fed]!;
        if (markerLeft(s, slot) <= 0.1 * markerGiven(s, slot)) gone[member] = day;
      }
    }
    if (day < WITHIN_DAYS) passDay(one);
  }
  return {
    moisture: moisture!,
    trouble: chanceThat(trouble, weights, (value) => value > 0),
    ...(slot >= 0 ? { goneInDays: bandOf(gone, weights) } : {}),
  };
}
