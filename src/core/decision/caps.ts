import { herdOf } from "../bin/mixture";
import { isSeenGone } from "../bin/meals";
import { GONE_MEALS } from "../bin/readings";
import { daysToLast, standingPlan } from "../bin/planAhead";
import { areaM2, fedCompartment } from "../bin/system";
import { triedCaps } from "../bin/tried";
import { materialOf } from "../catalogue/material";
import type { Expectation } from "../expectation/expectation";
import { ledgerOf, standingFoodKg } from "../expectation/ledger";
import type { Practice } from "../practice/practice";
import { ageDays, seenIn } from "../practice/practice";
import { firstMealKg } from "../ration/firstMeal";
import type { Ration } from "../ration/ration";
import { beddingRatio, ration } from "../ration/ration";
import type { LocalDate } from "@/vocabulary/fields";
import type { Reason } from "./decision";
import type { Room } from "./makeRoom";

/** One thing that limits a meal: by how much, wet kg, and how that is said. The ration is the least, and its reason that one's. */
export interface Cap {
  readonly mostKg: number;
  readonly why: Reason;
}

export const SCRAPS = materialOf("food", "mixed-kitchen-scraps");
/**
 * A film over a breeding bed, m: fine, wet, gone within days; as deep again each time so many were seen gone. Some dust grain
 * instead; too much of that heats and sours.
 */
export const FILM = {
  depthM: 0.001,
  afterGone: [0, GONE_MEALS, 3 * GONE_MEALS],
  food: materialOf("food", "mixed-scraps-blended"),
} as const;
/** Until a bin has worked itself in, both ways to size a ration hold and the smaller governs. Source: process model 12.8. */
const YOUNG_DAYS = 16 * 7;
const START_DAYS = 70;
const UNTOLD = 0.5;
/** Most of those weighed in are there: that they lost a little on the way changes no small meal. */
const MOST_OF_THEM = 0.75;
/** Those the first meals are for: as the start's own sheet counts them, unless clearly fewer live. */
const arrivedKg = (expectedKg: number, stockedKg: number): number =>
  expectedKg >= MOST_OF_THEM * stockedKg ? stockedKg : expectedKg;
/** Wet scraps lie no thicker than this, spread over all of the part, or they sour and heat in a lump; layered with bedding they may. Judgement. */
const LAYER_M = { alone: 0.02, withBedding: 0.05 } as const;
/** Where no forecast is there yet a small meal is so much of the herd a day, as the forecast has it. */
const SMALL_SHARE = 0.05;

export interface Caps {
  /** The least first; of like ones, what the keeper's own meals say first. Never empty. */
  readonly caps: readonly [Cap, ...Cap[]];
  readonly both: Ration;
  readonly days: number;
  readonly ratio: number;
  /** Food that still lies in the bin, wet kg. */
  readonly standingKg: number;
}

/** Nose and fist found it sound today: earth, and little to press out. That goes before what a forecast fears of its air. Never throws. */
export function isSeenSound({ state, setup }: Practice, today: LocalDate): boolean {
  if (state.seen?.day !== today) return false;
  const { smell, squeeze } = seenIn(state.seen.readings, fedCompartment(setup).id);
  return smell === "earthy" && squeeze !== "manyDrops" && squeeze !== "stream";
}

/**
 * Everything that limits today's meal by itself: what the keeper's own meals speak for, what the herd finishes by the usual next visit
 * (by forecast, where there is one), what a start allows, what the bedding buffers less what still stands, and what fits. Never throws.
 */
export function capsOn(expectation: Expectation, practice: Practice, today: LocalDate, room: Room): Caps {
  const { state, school } = practice;
  const age = ageDays(practice, today);
  const plan = standingPlan(practice.setup, today);
  const days = Math.min(28, daysToLast(plan, today, school.usualIntervalDays));
  const { beddingL } = expectation;
  const ratio = beddingRatio(school.startRatio, school.steadyRatio, age);
  const wormsKg = expectation.wormsKg.middle;
  const both = ration(
    {
      wormsKg,
      ...herdOf(state.worms, expectation.herds),
      temperatureC: expectation.temperatureC.middle,
      moisture: expectation.moisture.middle,
      ageDays: age,
    },
    days,
    { beddingL, ratio, foodDensityKgPerL: SCRAPS.densityKgPerL },
  );
  const standingKg = standingFoodKg(expectation);
  const meals = ledgerOf(state, expectation, today);
  const seenGone = state.feedings.filter(isSeenGone).length;
  const twin = expectation.twin?.meal;
  const smallKg = twin?.smallKg ?? SMALL_SHARE * wormsKg * days;
  const isStarting = age < START_DAYS && !meals.some(({ verdict }) => verdict === "gone");
  const arrived = arrivedKg(wormsKg, state.worms.massKg);
  const film = FILM.afterGone.filter((count) => seenGone >= count).length * FILM.depthM * 1000;
  const layerM = school.isLayered ? LAYER_M.withBedding : LAYER_M.alone;
  const caps: Cap[] = [
    ...(isStarting
      ? [
          {
            mostKg: firstMealKg(arrived, days),
            why:
              state.feedings.length === 0
                ? ({ code: "food/first", wormsKg: arrived } as const)
                : ({ code: "food/start" } as const),
          },
        ]
      : []),
    // Of a grown bin nobody has said what it gets: half of what such a herd would eat, until that was seen gone.
    ...(state.feedings.length === 0 && age >= START_DAYS
      ? [{ mostKg: UNTOLD * both.byWormsKg, why: { code: "food/first-seen", wormsKg } as const }]
      : []),
    ...triedCaps(meals, smallKg).map(({ mostKg, ...tried }): Cap => ({
      mostKg,
      why: { code: "food/tried", ...tried },
    })),
    ...(school.isBreeding
      ? [
          {
            mostKg: areaM2(fedCompartment(practice.setup)) * film * FILM.food.densityKgPerL,
            why: { code: "food/fine-film" } as const,
          },
        ]
      : []),
    {
      mostKg: areaM2(fedCompartment(practice.setup)) * layerM * 1000 * SCRAPS.densityKgPerL,
      why: { code: "food/by-layer", depthM: layerM },
    },
    { mostKg: room.freeL * SCRAPS.densityKgPerL, why: { code: "food/by-room", freeL: room.freeL } },
    {
      mostKg: Math.max(0, (both.byRatioKg ?? Infinity) - standingKg),
      why: { code: "food/by-bedding", ratio, beddingL },
    },
    ...(twin
      ? [
          twin.limit === "cannot" && isSeenSound(practice, today)
            ? { mostKg: smallKg, why: { code: "food/sound-today" } as const }
            : {
                mostKg: twin.mostKg,
                why: twin.isAsked
                  ? ({ code: "food/asked-so-far" } as const)
                  : ({
                      code: "food/by-twin",
                      days: twin.forDays,
                      limit: twin.limit,
                      trouble: twin.trouble,
                    } as const),
              },
        ]
      : []),
    ...(!twin || age < YOUNG_DAYS
      ? [{ mostKg: both.byWormsKg, why: { code: "food/by-worms", days, wormsKg } as const }]
      : []),
  ];
  const [least, ...others] = caps.toSorted((a, b) =>
    Math.abs(a.mostKg - b.mostKg) < LIKE_KG ? 0 : a.mostKg - b.mostKg,
  );
  return { caps: [least!, ...others], both, days, ratio, standingKg };
}
/** What was asked of the forecast is what it says, but for its rounding. */
const LIKE_KG = 1e-6;
