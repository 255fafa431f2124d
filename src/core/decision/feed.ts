import { tenderest } from "../bin/mixture";
import { SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { COVER_KG_PER_L, coverLeftL } from "../bin/cover";
import { wentSour } from "../bin/feedings";
import { lastFeeding, nextPlace } from "../bin/place";
import { standingPlan, whenSomeoneIsThere } from "../bin/planAhead";
import { areaM2, fedCompartment } from "../bin/system";
import { addDays, daysBetween } from "../calendar/day";
import { materialOf } from "../catalogue/material";
import type { Band, Expectation, WeekOn } from "../expectation/expectation";
import { bedLitres } from "../expectation/bedLitres";
import { beddingHere } from "../bin/beddingHere";
import type { Practice, Seen } from "../practice/practice";
import { coverDepthM } from "../practice/practice";
import type { LocalDate } from "@/vocabulary/fields";
import { capsOn, FILM, SCRAPS } from "./caps";
import { givenShare, tooColdC } from "./comfort";
import type { Evidence, Reason, Step } from "./decision";
import { againInHeat, bedC, depthOf, warmthKnown } from "./heat";
import type { Room } from "./makeRoom";
import { mostAtOnceKg, wantedMoisture } from "./moistureStep";
import type { SignsToday } from "./signs";
import { ofMaterial } from "./stepMaterial";

export interface Meal {
  readonly isMeal: boolean;
  readonly steps: readonly Step[];
  readonly nextInDays: Band;
}

/** What lies long and sours little, for an absence. */
const SLOW = materialOf("food", "radish-turnip-roots");
/** Below this a spoonful is not worth a lid: less for a few worms than for many. */
const leastMealKg = (wormsKg: number): number => Math.min(0.02, Math.max(0.005, 0.08 * wormsKg));
/** A herd is let settle before its first meal, days. */
const SETTLES_DAYS = 3;
/** A wave of heat is mostly over after so many days: then one looks again. */
const HEAT_LASTS_DAYS = 7;
/** After a meal that went sour the bed breathes before the next, days. */
const AIRS_DAYS = 3;
/** Bedding that goes in with a kilogram of food, dry or damp: food shrinks, and so does bedding. Source: envelope 1. */
const DRY_PER_KG = 0.075;
const DAMP_PER_KG = 0.25;
const DAMP = 0.75;
/** A cover is topped up when less than this share of it is left. */
const THIN = 0.5;

/** The meal of today: ration, place, the bedding and water that keep the bed right for the week, the cover, and grit once a month. */
export function feedSteps(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  today: LocalDate,
  signs: SignsToday,
  room: Room,
): Meal {
  const { school, state } = practice;
  const usual = school.usualIntervalDays;
  const wait = (why: Reason, days: number): Meal => ({
    isMeal: false,
    steps: [{ kind: "closeAgain", why, evidence: appetiteEvidence(expectation, practice) }],
    nextInDays: { low: Math.max(1, Math.round(days / 2)), middle: days, high: days },
  });
  if (state.worms.massKg <= 0) return wait({ code: "food/no-worms" }, 7);
  // Of a mixture the tenderest decides what is borne; each eats at its own pace.
  const species = tenderest(state.worms, expectation.herds);
  const temperatureC = bedC(expectation, seen);
  const warmth = warmthKnown(expectation, seen);
  // The keeper's own bounds for this bin hold beside the species'.
  const { coldestC = -Infinity, warmestC = Infinity } = practice.setup.own ?? {};
  const isOutside = temperatureC < coldestC || temperatureC > warmestC;
  const share = isOutside ? 0 : givenShare(temperatureC, species);
  if (share === 0) {
    const isCold = temperatureC <= Math.max(coldestC, tooColdC(species));
    return wait(
      { code: isCold ? "food/too-cold" : "food/too-warm", warmth },
      isCold ? Math.max(7, usual) : Math.min(HEAT_LASTS_DAYS, Math.max(3, usual)),
    );
  }
  const since = state.worms.since;
  const settlesDays = practice.setup.own?.settlesDays ?? SETTLES_DAYS;
  if (state.feedings.length === 0 && since && daysBetween(since, today) < settlesDays) {
    const untilDay = addDays(since, settlesDays);
    return wait({ code: "food/settling", untilDay }, daysBetween(today, untilDay));
  }

  // What nose and worms told of a few days ago is not over because it smells of earth again.
  const last = lastFeeding(state);
  if (last?.smelledOn && wentSour(last)) {
    const untilDay = addDays(last.smelledOn, AIRS_DAYS);
    if (untilDay > today)
      return wait({ code: "food/airs", smelledOn: last.smelledOn, untilDay }, daysBetween(today, untilDay));
  }

  const sized = sizedRation(expectation, practice, today, room, [
    {
      share,
      why: () =>
        temperatureC > species.bestC
          ? {
              code: "heat/warm",
              warmth,
              depth: depthOf(practice, expectation, seen.temperatureC ?? temperatureC),
              ...againInHeat(expectation, practice, seen),
            }
          : { code: "food/cool", warmth },
    },
    ...(signs.lessens
      ? [
          {
            share: signs.lessens.share,
            why: () => ({ code: "food/by-sign", sign: signs.lessens!.sign }) as const,
          },
        ]
      : []),
    {
      share: Math.min(1, standingPlan(practice.setup, today)?.mealShare ?? 1),
      why: (mostKg) => ({
        code: "food/by-plan",
        share: standingPlan(practice.setup, today)?.mealShare ?? 1,
        mostKg,
      }),
    },
  ]);
  const { rationKg, why } = sized;
  if (rationKg < leastMealKg(expectation.wormsKg.middle)) {
    if (expectation.twin?.meal.limit === "heat")
      return wait({ code: "heat/no-food" }, Math.min(HEAT_LASTS_DAYS, Math.max(3, usual)));
    return wait(
      sized.why.code === "food/by-room"
        ? { code: "food/no-room" }
        : sized.why.code === "food/by-bedding"
          ? { code: "food/buffer-full", standingKg: sized.standingKg }
          : { code: "food/too-little" },
      Math.max(3, usual),
    );
  }

  const next = nextPlace(state);
  const place = next ? { compartmentId: next.compartmentId, place: next.place } : {};
  const depthM =
    practice.setup.own?.buriedM ?? Math.min(0.06, Math.max(0.03, fedCompartment(practice.setup).heightM / 8));
  const absence = comingAbsence(practice, today);
  const isFilm = school.isBreeding === true;
  const meal: Step = {
    kind: "feed",
    amount: { massKg: rationKg },
    ...ofMaterial("food", isFilm ? FILM.food.id : absence ? SLOW.id : SCRAPS.id),
    ...(isFilm ? { preparation: "pureed" } : absence ? { preparation: "whole" } : {}),
    ...place,
    depthM: isFilm ? (practice.setup.own?.buriedM ?? 0) : depthM,
    why: absence ? { code: "food/before-absence", ...absence } : why,
    evidence: sized.evidence,
  };
  const beds = withTheMeal(rationKg, expectation, practice, absence ? LONG_BEDDING : 1);
  const steps: Step[] = [
    ...(school.isFeast ? [...skimStep(expectation, practice), ...beds, meal] : [meal, ...beds]),
    ...coverSteps(practice, today, signs),
    ...gritStep(practice, expectation, today),
  ];
  return { isMeal: true, steps, nextInDays: nextMeal(expectation, practice) };
}

/** Before a feast what is finished on top comes off, where a harvest is worth the work by now: food goes on no castings. */
function skimStep({ twin }: Expectation, { setup, state }: Practice): Step[] {
  if (state.feedings.length === 0 || !twin?.harvest?.inDays || twin.harvest.inDays.middle > 0) return [];
  // No amount: what is lifted is weighed in, not taken to be what was foretold.
  return [
    { kind: "harvest", compartmentId: fedCompartment(setup).id, why: { code: "feast/skim" }, evidence: [] },
  ];
}

/** Bedding that goes in before an absence, against a usual meal: it is food that keeps. */
const LONG_BEDDING = 2;
/** An absence that begins before the usual next visit, so that today's meal has to last through it. */
function comingAbsence({ setup, school }: Practice, today: LocalDate) {
  const plan = standingPlan(setup, today);
  const next = addDays(today, school.usualIntervalDays);
  const back = whenSomeoneIsThere(plan, next);
  return back === next ? undefined : { days: daysBetween(today, back), until: back };
}

/** As often as the school comes, but not before the next place is ready by forecast. */
function nextMeal({ twin }: Expectation, { school }: Practice): Band {
  const { minIntervalDays, maxIntervalDays } = school;
  const usualIntervalDays = twin
    ? Math.min(twin.meal.forDays, school.maxIntervalDays)
    : school.usualIntervalDays;
  const within = (days: number) => Math.min(maxIntervalDays, Math.max(minIntervalDays, Math.round(days)));
  const ready = twin?.againInDays;
  const middle = within(Math.max(usualIntervalDays, ready?.middle ?? 0));
  return {
    low: Math.max(1, Math.min(middle, ready ? within(ready.low) : minIntervalDays)),
    middle,
    high: Math.max(middle, within(ready ? ready.high : middle * 1.6)),
  };
}

interface Sized {
  readonly rationKg: number;
  readonly why: Reason;
  readonly evidence: readonly Evidence[];
  readonly standingKg: number;
}

/** A share of the least that limits: by warmth, by a sign, by plan, each with how it is said. */
interface Less {
  readonly share: number;
  readonly why: (mostKg: number) => Reason;
}

/** The least of all that limits a meal, less what lowers it; the reason is whatever bound, and what lowers it bound last. */
function sizedRation(
  expectation: Expectation,
  practice: Practice,
  today: LocalDate,
  room: Room,
  lessened: readonly Less[],
): Sized {
  const { caps, both, days, ratio, standingKg } = capsOn(expectation, practice, today, room);
  const [{ mostKg, why }] = caps;
  const least = lessened.toSorted((a, b) => a.share - b.share)[0];
  const product = lessened.reduce((shares, one) => shares * one.share, 1);
  const share = product > NO_LESS ? 1 : product;
  const twin = expectation.twin?.meal;
  const last = lastFeeding(practice.state);
  const evidence: Evidence[] = [
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
    { from: "rule", of: "volume", byRatioKg: both.byRatioKg ?? 0, ratio, beddingL: expectation.beddingL },
    ...(last
      ? [{ from: "log", of: "lastMeal", massKg: last.massKg, day: last.day, place: last.place } as const]
      : []),
    ...appetiteEvidence(expectation, practice).slice(0, 1),
    { from: "school", of: "places" },
  ];
  return {
    rationKg: share * mostKg,
    why: least && share < 1 ? least.why(mostKg) : why,
    evidence,
    standingKg,
  };
}
/** What takes less than this off is on no scale. */
const NO_LESS = 0.995;

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

/** The bed a week on if so much of the largest meal is given. */
function weekWith(rationKg: number, { twin }: Expectation): WeekOn | undefined {
  if (!twin) return undefined;
  const { fed, unfed } = twin.weekOn;
  const share = twin.meal.mostKg > 0 ? Math.min(1, rationKg / twin.meal.mostKg) : 0;
  const mix = (a: number, b: number) => a + (b - a) * share;
  return {
    moisture: {
      low: mix(unfed.moisture.low, fed.moisture.low),
      middle: mix(unfed.moisture.middle, fed.moisture.middle),
      high: mix(unfed.moisture.high, fed.moisture.high),
    },
    waterL: mix(unfed.waterL, fed.waterL),
    dryBeddingKg: mix(unfed.dryBeddingKg, fed.dryBeddingKg),
  };
}

/** Bedding with a meal, dry where the week would end wet and damp where it would end dry, and water where even that is not enough. */
function withTheMeal(foodKg: number, expectation: Expectation, practice: Practice, times: number): Step[] {
  const target = wantedMoisture(expectation, practice);
  const middle = Math.min((target.low + target.high) / 2, expectation.twin?.holds ?? 1);
  const week = weekWith(foodKg, expectation);
  const ahead = week?.moisture.middle ?? expectation.moisture.middle;
  const evidence: Evidence[] = [
    { from: "expectation", of: "moisture", low: expectation.moisture.low, high: expectation.moisture.high },
    { from: "school", of: "moisture", low: target.low, high: target.high },
  ];
  const most = mostAtOnceKg(expectation, practice);
  const layered = practice.school.isLayered
    ? (foodKg / SCRAPS.densityKgPerL) * practice.school.steadyRatio * COVER_KG_PER_L
    : 0;
  const isWet = ahead > middle;
  const dryKg =
    ahead > target.high ? Math.max(week?.dryBeddingKg ?? 0, DRY_PER_KG * foodKg) : DRY_PER_KG * foodKg;
  const beddingKg = isWet
    ? Math.min(most, Math.max(dryKg, layered * 0.3))
    : Math.max(layered, times * DAMP_PER_KG * foodKg);
  const roomKg = expectation.freeL * SETTLED_DRY_KG_PER_L.bedding * (isWet ? 1 : 1 / (1 - DAMP));
  const bedding = Math.min(beddingKg, Math.max(0, roomKg));
  const steps: Step[] =
    bedding < 0.01
      ? []
      : [
          {
            kind: "addDryBedding",
            amount: { massKg: bedding },
            ...ofMaterial("bedding", beddingHere(practice.state, isWet ? "dry" : "damp")),
            ...(isWet ? {} : { moisture: DAMP }),
            why: isWet ? { code: "moisture/meal", foodKg } : { code: "bed/shrinks" },
            evidence,
          },
        ];
  const waterL = Math.min(most, week?.waterL ?? 0);
  if (week && week.moisture.middle < target.low + 0.01 && waterL >= 0.05)
    steps.push({
      kind: "water",
      amount: { volumeL: waterL },
      school: practice.school.id,
      why: { code: "moisture/week-on", moisture: week.moisture.middle, target: target.low },
      evidence,
    });
  return steps;
}

/** A cover is drawn aside and laid back over the meal; what is thin is topped up, what is missing is laid. */
function coverSteps(practice: Practice, today: LocalDate, { isCoverDeep }: SignsToday): Step[] {
  const depthM = coverDepthM(practice) * (isCoverDeep ? 1.5 : 1);
  const evidence: Evidence[] = [{ from: "school", of: "places" }];
  if (depthM === 0) return [{ kind: "cover", why: { code: "cover/mat" }, evidence }];
  const wantedL = areaM2(fedCompartment(practice.setup)) * depthM * 1000;
  const thereL = coverLeftL(practice.state, today);
  if (thereL >= THIN * wantedL) return [{ kind: "cover", why: { code: "cover/lay-back" }, evidence }];
  return [
    {
      kind: "cover",
      amount: { volumeL: wantedL - thereL },
      ...ofMaterial("bedding", beddingHere(practice.state, "cover")),
      why: { code: "cover/flies", depthM },
      evidence,
    },
  ];
}

/** Grams to a litre of bed. Source: amendment table; the most is never reached by one dose a month. */
const DOSE = {
  grit: { id: "eggshell-crushed", gPerL: 1.2, everyDays: 30 },
  lime: { id: "lime-calcitic-ground", gPerL: 0.5, everyDays: 14 },
} as const;
/** Crushed shell once a month, and ground limestone where the bed turns sour: by the litres of the part that is fed. */
function gritStep({ state, setup }: Practice, expectation: Expectation, today: LocalDate): Step[] {
  const last = state.gritOn ?? state.worms.since;
  if (!last || setup.system === "tower") return [];
  const isSour = expectation.twin?.warnings.some(({ of }) => of === "acid") === true;
  const { id, gPerL, everyDays } = isSour ? DOSE.lime : DOSE.grit;
  if (daysBetween(last, today) < everyDays) return [];
  const litres = bedLitres(expectation, setup);
  return [
    {
      kind: "grit",
      amount: { massKg: (gPerL * litres) / 1000 },
      ...ofMaterial("amendment", id),
      why: { code: isSour ? "acid/lime" : "grit/monthly" },
      evidence: [{ from: "school", of: "places" }],
    },
  ];
}
