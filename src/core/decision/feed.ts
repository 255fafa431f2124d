import { MOIST_KG_PER_L } from "../matter/figures";
import { moistureToday } from "./moistureToday";
import { DRY_BEDDING } from "../practice/dryBedding";
import type { LocalDate } from "@/vocabulary/fields";
import type { FoodLeft } from "@/vocabulary/readings";
import { foodLeftAt } from "@/vocabulary/readings";
import { daysBetween } from "../calendar/day";
import { materialOf } from "../catalogue/material";
import { speciesOf } from "../catalogue/species";
import type { Place } from "../bin/place";
import { lastFeeding, nextPlace, placeAreaM2 } from "../bin/place";
import { daysToLast, standingPlan } from "../bin/planAhead";
import { fedCompartment } from "../bin/system";
import { placeKey } from "../bin/state";
import type { Band, Expectation } from "../expectation/expectation";
import type { Ration } from "../ration/ration";
import { beddingRatio, evidenceFactor, ration } from "../ration/ration";
import type { Evidence, Reason, Step } from "./decision";
import type { Practice, Seen } from "../practice/practice";
import { ageDays, targetMoisture } from "../practice/practice";

export interface Meal {
  readonly isMeal: boolean;
  readonly steps: readonly Step[];
  readonly nextInDays: Band;
}

const SCRAPS = materialOf("food", "mixed-kitchen-scraps");
/** What goes over a meal so that no fly finds it. */
const COVER_M = 0.03;
/** Of what the worms would eat: the least a past meal holds the next one down to. */
const LEAST_SHARE = 0.4;
/** Until a bin has worked itself in, both ways to size a ration hold and the smaller governs. Source: process model 12.8. */
const YOUNG_DAYS = 16 * 7;
/** Below this a spoonful is not worth a lid. */
const LEAST_MEAL_KG = 0.02;

/** The meal of today: ration, place, the bedding that balances its water, the cover, and grit once a month. */
export function feedSteps(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Meal {
  const { school, state } = practice;
  const usual = school.usualIntervalDays;
  const wait = (why: Reason, days: number): Meal => ({
    isMeal: false,
    steps: [{ kind: "closeAgain", why, evidence: appetiteEvidence(expectation, practice) }],
    nextInDays: { low: Math.max(1, Math.round(days / 2)), middle: days, high: days },
  });
  const temperatureC = seen.temperatureC ?? expectation.temperatureC.middle;
  if (state.worms.massKg <= 0) return wait({ code: "food/no-worms" }, 7);
  if (temperatureC < speciesOf(state.worms.speciesId).leastC + 2)
    return wait({ code: "food/too-cold", temperatureC }, Math.max(7, usual));

  const sized = sizedRation(expectation, practice, seen, today);
  if (sized.rationKg < LEAST_MEAL_KG)
    return wait(
      sized.why.code === "food/by-room"
        ? { code: "food/no-room" }
        : sized.isBufferFull
          ? { code: "food/buffer-full", standingKg: sized.standingKg }
          : { code: "food/too-little" },
      Math.max(3, usual),
    );

  const next = nextPlace(state);
  const place = next ? { compartmentId: next.compartmentId, place: next.place } : {};
  const depthM = Math.min(0.06, Math.max(0.03, fedCompartment(practice.setup).heightM / 8));
  const steps: Step[] = [
    {
      kind: "feed",
      amount: { massKg: sized.rationKg },
      materialId: SCRAPS.id,
      ...place,
      depthM,
      why: sized.why,
      evidence: sized.evidence,
    },
    ...balancingBedding(sized.rationKg, expectation, practice, seen),
    coverStep(practice, sized.rationKg),
    ...gritStep(practice, expectation, today),
  ];
  return { isMeal: true, steps, nextInDays: nextMeal(expectation, practice, sized.lastsDays) };
}

/** The pace of the ration, but not before the next place is ready by forecast; always as often as the school comes. */
function nextMeal({ twin }: Expectation, { school }: Practice, lastsDays: number): Band {
  const { minIntervalDays, maxIntervalDays } = school;
  const within = (days: number) => Math.min(maxIntervalDays, Math.max(minIntervalDays, Math.round(days)));
  const ready = twin?.againInDays;
  const middle = within(Math.max(lastsDays, ready?.middle ?? 0));
  return {
    low: Math.max(1, Math.min(middle, ready ? within(ready.low) : minIntervalDays)),
    middle,
    high: Math.max(middle, within(ready ? Math.max(lastsDays, ready.high) : middle * 1.6)),
  };
}

interface Sized {
  readonly rationKg: number;
  readonly why: Reason;
  readonly evidence: readonly Evidence[];
  readonly lastsDays: number;
  readonly standingKg: number;
  readonly isBufferFull: boolean;
}

/**
 * The smallest of four: what the worms eat until the usual next visit, what the bedding buffers at one time (food that
 * still stands taken off), what the last ration taught, and what fits. Each limits something else, so none may be
 * passed over. What a ration taught is read where the next one goes: where one goes round, each place is its own test.
 */
function sizedRation(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Sized {
  const { state, school } = practice;
  const age = ageDays(practice, today);
  const plan = standingPlan(practice.setup, today);
  const days = Math.min(28, daysToLast(plan, today, school.usualIntervalDays));
  const beddingL = expectation.beddingL;
  const ratio = beddingRatio(school.startRatio, school.steadyRatio, age);
  const both: Ration = ration(
    {
      wormsKg: expectation.wormsKg.middle,
      species: speciesOf(state.worms.speciesId),
      temperatureC: seen.temperatureC ?? expectation.temperatureC.middle,
      moisture: moistureToday(seen, expectation),
      ageDays: age,
    },
    days,
    { beddingL, ratio, foodDensityKgPerL: SCRAPS.densityKgPerL },
  );
  const standingKg = expectation.places.reduce(
    (sum, place) => sum + place.massKg * (place.left.middle > 0.05 ? place.left.middle : 0),
    0,
  );
  const byBedding = Math.max(0, (both.byRatioKg ?? Infinity) - standingKg);
  const byRoom = (expectation.freeL / 2) * SCRAPS.densityKgPerL;
  const last = lastFeeding(state);
  const next = nextPlace(state);
  const tested = next
    ? (seen.foodLeft.get(placeKey(next.compartmentId, next.place)) ?? expectedLeftAt(expectation, next))
    : undefined;
  const isRecent = last !== undefined && daysBetween(last.day, today) <= 2 * school.maxIntervalDays;
  const factor = tested === undefined ? 1.25 : evidenceFactor(tested);
  // One small meal (a busy week, a young bin) must not keep the next ones small for ever.
  const byLast =
    last && isRecent
      ? Math.max(last.massKg, both.byWormsKg * LEAST_SHARE) * factor
      : both.byWormsKg * Math.min(1, factor);
  const twin = expectation.twin?.meal;
  // By forecast, once there is one; the rule of thumb stays beside it while a bin is young.
  const byTwin = twin ? Math.min(twin.mostKg, age < YOUNG_DAYS ? both.byWormsKg : Infinity) : Infinity;
  const mostKg = twin
    ? Math.min(byTwin, byBedding, byRoom)
    : Math.min(both.byWormsKg, byBedding, byLast, byRoom);
  // A plan of smaller meals is heeded; one of larger meals only as far as they are safe.
  const share = Math.min(1, plan?.mealShare ?? 1);
  const rationKg = share * mostKg;
  const left = tested;
  const why: Reason =
    share < 1
      ? { code: "food/by-plan", share, mostKg }
      : mostKg === byRoom
        ? { code: "food/by-room", freeL: expectation.freeL }
        : twin && mostKg === twin.mostKg
          ? {
              code: "food/by-twin",
              days: twin.forDays,
              limit: twin.limit,
              trouble: twin.trouble,
              ...(twin.triedKg === undefined ? {} : { triedKg: twin.triedKg }),
            }
          : !twin && mostKg === byLast && last && isRecent
            ? { code: "food/by-last", lastKg: last.massKg, ...(left ? { foodLeft: left } : {}) }
            : mostKg === byBedding
              ? { code: "food/by-bedding", ratio, beddingL }
              : { code: "food/by-worms", days, wormsKg: expectation.wormsKg.middle };
  const evidence: Evidence[] = [
    ...(left && next && seen.foodLeft.has(placeKey(next.compartmentId, next.place))
      ? [{ from: "reading", of: "foodLeft", foodLeft: left, place: next.place } as const]
      : []),
    ...(twin
      ? [
          {
            from: "expectation",
            of: "ration",
            mostKg: twin.mostKg,
            days: twin.forDays,
            trouble: twin.trouble,
            clearsInDays: twin.clearsInDays,
          } as const,
        ]
      : []),
    { from: "rule", of: "appetite", byWormsKg: both.byWormsKg, days, ...both.capacity.factors },
    { from: "rule", of: "volume", byRatioKg: both.byRatioKg ?? 0, ratio, beddingL },
    ...(last
      ? [{ from: "log", of: "lastMeal", massKg: last.massKg, day: last.day, place: last.place } as const]
      : []),
    ...appetiteEvidence(expectation, practice).slice(0, 1),
    { from: "school", of: "places" },
  ];
  const perDay = twin && twin.mostKg > 0 ? twin.mostKg / twin.forDays : both.capacity.kgPerDay;
  return {
    rationKg,
    why,
    evidence,
    lastsDays: perDay > 0 ? mostKg / perDay : days,
    standingKg,
    isBufferFull: mostKg === byBedding,
  };
}

/** What one would most likely see of the last meal at a place. */
function expectedLeftAt(expectation: Expectation, place: Place): FoodLeft | undefined {
  const expected = expectation.places.find(
    (one) => one.compartmentId === place.compartmentId && one.place === place.place,
  );
  return expected && expected.massKg > 0 ? foodLeftAt(expected.left.middle) : undefined;
}

function appetiteEvidence(expectation: Expectation, { school }: Practice): Evidence[] {
  return [
    { from: "expectation", of: "worms", low: expectation.wormsKg.low, high: expectation.wormsKg.high },
    {
      from: "expectation",
      of: "temperature",
      low: expectation.temperatureC.low,
      high: expectation.temperatureC.high,
    },
    {
      from: "school",
      of: "interval",
      minDays: school.minIntervalDays,
      usualDays: school.usualIntervalDays,
      maxDays: school.maxIntervalDays,
    },
  ];
}

/** Dry card for the water a meal brings above the target; none while the bin itself is on the dry side. Source: process model 12.6. */
function balancingBedding(foodKg: number, expectation: Expectation, practice: Practice, seen: Seen): Step[] {
  const target = targetMoisture(practice);
  const aim = target.high - 0.02;
  const moisture = moistureToday(seen, expectation);
  const beddingKg = (foodKg * (SCRAPS.moisture - aim)) / (aim - DRY_BEDDING.moisture);
  if (moisture < (target.low + target.high) / 2 - 0.03 || beddingKg < 0.01) return [];
  return [
    {
      kind: "addDryBedding",
      amount: { massKg: beddingKg },
      materialId: DRY_BEDDING.id,
      why: { code: "moisture/meal", foodKg },
      evidence: [{ from: "school", of: "moisture", low: target.low, high: target.high }],
    },
  ];
}

function coverStep(practice: Practice, foodKg: number): Step {
  const overPlace = placeAreaM2(practice.state) * COVER_M * 1000;
  // A heap needs no more cover than about its own volume and a half.
  const volumeL = Math.min(overPlace, Math.max(0.5, (1.5 * foodKg) / SCRAPS.densityKgPerL));
  return {
    kind: "cover",
    amount: { volumeL },
    materialId: "leaf-mould",
    why: { code: "cover/flies", depthM: COVER_M },
    evidence: [{ from: "school", of: "places" }],
  };
}

/** Crushed shell, 1.2 g to a litre of bedding a month, at most what a spoon holds. Source: amendment table, crushed eggshell. */
function gritStep({ state, setup }: Practice, expectation: Expectation, today: LocalDate): Step[] {
  const last = state.gritOn ?? state.worms.since;
  if (!last || daysBetween(last, today) < 30 || setup.system === "tower") return [];
  const litres = expectation.fedMassKg.middle / MOIST_KG_PER_L;
  return [
    {
      kind: "grit",
      amount: { massKg: Math.min(0.1, 0.0012 * litres) },
      materialId: "eggshell-crushed",
      why: { code: "grit/monthly" },
      evidence: [{ from: "school", of: "places" }],
    },
  ];
}
