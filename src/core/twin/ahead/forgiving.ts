import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { targetMoisture } from "@/core/practice/practice";
import { fedAt } from "../engine/twinBin";
import { AT, liveOf, moistureOf } from "../engine/state";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import { heatLimitC, isInTrouble } from "../learning/readDay";
import type { TwinNow } from "../log/now";
import { placeOf } from "../log/script";
import type { PlanAhead } from "./plan";
import { carryOut } from "./plan";
import { planNow } from "./planNow";
import { changed } from "./usualPlan";

/** What may be done wrong, or happen, from today on. */
export const STRESSES = ["doubleRation", "noFood", "noWater", "warmer", "colder"] as const;
export type Stress = (typeof STRESSES)[number];
/** What gives way first. */
export type GivesWay = "air" | "heat" | "frost" | "dry" | "herd";

export interface Forgiven {
  readonly stress: Stress;
  /** Days until it goes wrong in one future of four; undefined where it does not within the horizon. */
  readonly days?: number;
  readonly first?: GivesWay;
}
/** Ten degrees more or less in the room. */
const STRESS_K = 10;
export const FORGIVING_DAYS = 56;
/** One future of four: as the alarm of a silent death. */
const CHANCE = 0.25;
/** So much drier than the lower end of its target a bed is too dry to live in: moisture, of wet mass. */
const TOO_DRY = 0.12;
/** Fewer than so many of today's worms. */
const TOO_FEW = 2 / 3;

/**
 * How many days of double ration, no food, no water, ten degrees more and ten less this bin bears, by the twin and the usual
 * plan: until one member in four has foul air, heat, frost, a bed too dry, or has lost a third of its herd. What is so today already
 * counts as nought days. Pure; never throws.
 */
export function forgiving(
  now: TwinNow,
  today: LocalDate,
  climates: Readonly<Record<string, Climate>>,
): readonly Forgiven[] {
  const { practice } = now;
  const { usual, planned, ahead } = planNow(now, today);
  const standing = changed(usual, planned ?? {}, today, climates);
  const climate = climates[practice.setup.roomId];
  const { meal: _meal, ...unfed } = standing;
  const shifted = (byK: number): PlanAhead => ({
    ...standing,
    deeds: [
      ...(standing.deeds ?? []),
      ...(climate
        ? [
            {
              inDays: 0,
              deed: {
                event: { kind: "place" as const, place: placeOf({ ...climate, meanC: climate.meanC + byK }) },
                key: "stress",
              },
            },
          ]
        : []),
    ],
  });
  // Nobody waters in the plan as it stands: without food it has that water neither, so the bed dries by itself.
  const plans: Readonly<Record<Stress, PlanAhead>> = {
    doubleRation: standing.meal
      ? { ...standing, meal: { ...standing.meal, kg: 2 * standing.meal.kg, firstInDays: 0 } }
      : standing,
    noFood: unfed,
    noWater: standing,
    warmer: shifted(STRESS_K),
    colder: shifted(-STRESS_K),
  };
  const driest = targetMoisture(practice).low - TOO_DRY;
  return STRESSES.map((stress) => bears(ahead, plans[stress], stress, driest));
}

function bears(from: Ensemble, plan: PlanAhead, stress: Stress, driest: number): Forgiven {
  const weights = weightsOf(from);
  const limitC = heatLimitC(from);
  const fed = fedAt(from.bin);
  const herdOf = (line: readonly Float64Array[]) => line.reduce((all, s) => all + liveOf(s), 0);
  const before = from.lines.map(herdOf);
  let found: Forgiven = { stress };
  carryOut(copied(from), plan, FORGIVING_DAYS, (ensemble, day) => {
    const chance: Record<GivesWay, number> = { air: 0, heat: 0, frost: 0, dry: 0, herd: 0 };
    let any = 0;
    ensemble.lines.forEach((line, member) => {
      const way = givesWay(line, before[member]!, herdOf(line));
      if (way === undefined) return;
      chance[way] += weights[member]!;
      any += weights[member]!;
    });
    if (any < CHANCE) return undefined;
    const [first] = (Object.keys(chance) as GivesWay[]).toSorted((a, b) => chance[b] - chance[a]);
    found = { stress, days: day, first: first! };
    return "enough";
  });
  return found;

  function givesWay(line: readonly Float64Array[], had: number, has: number): GivesWay | undefined {
    const bed = line[fed]!;
    if (isInTrouble(line, limitC)) return bed[AT.T]! > limitC ? "heat" : "air";
    if (line.every((s) => s[AT.T]! <= 0.5)) return "frost";
    if (moistureOf(bed) < driest) return "dry";
    return had > 0 && has < TOO_FEW * had ? "herd" : undefined;
  }
}
