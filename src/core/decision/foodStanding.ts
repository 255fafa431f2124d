import { SEEN_SHARE } from "../matter/figures";
import type { LocalDate } from "@/vocabulary/fields";
import type { FoodLeft } from "@/vocabulary/readings";
import { daysBetween } from "../calendar/day";
import type { Meal } from "../bin/meals";
import { isSeenLying } from "../bin/meals";
import { lastFeeding, nextPlace } from "../bin/place";
import { placeKey } from "../bin/state";
import { fedCompartment } from "../bin/system";
import type { Band, Expectation } from "../expectation/expectation";
import { ledgerOf } from "../expectation/ledger";
import { evidenceFactor } from "../ration/ration";
import type { Evidence, Reason, Step } from "./decision";
import type { Practice, Seen } from "../practice/practice";
import { earliestAgainDays } from "../practice/practice";

export interface Standing {
  readonly steps: readonly Step[];
  readonly inDays: Band;
}

/** Share of a meal that may still lie at its place when the next goes in beside it: a trace is fine. */
const TRACE = 0.35;

/**
 * Whether food that is left says "close it again", and for how long. Asked of the place whose turn it is; where there
 * are only two, of the other one too, since both are half of the bin. What was seen today goes before what was
 * expected. Where one goes round many places, the last meal may still lie whole: the place one comes to is the test.
 */
export function foodStanding(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  today: LocalDate,
): Standing | undefined {
  const next = nextPlace(practice.state);
  const last = lastFeeding(practice.state);
  if (!next) return undefined;
  const meals = ledgerOf(practice.state, expectation, today).filter(({ isNewestThere }) => isNewestThere);
  const crowded =
    allTheyGot(meals, expectation, practice, today) ?? halfThePlaces(meals, expectation, practice, seen);
  if (crowded) return crowded;
  const asked = [
    { ...next, limit: evidenceFactor("little") },
    // Where there are only two, the other one too, once its meal has had its time: before, it lies as it should.
    ...(last &&
    placesOf(practice) <= 2 &&
    meals.some(
      (meal) => meal.day === last.day && meal.place === last.place && meal.ageDays >= meal.usuallyGoneDays,
    ) &&
    placeKey(last.compartmentId, last.place) !== placeKey(next.compartmentId, next.place)
      ? [{ compartmentId: last.compartmentId, place: last.place, limit: evidenceFactor("half") }]
      : []),
  ];
  for (const { compartmentId, place, limit } of asked) {
    const key = placeKey(compartmentId, place);
    const expected = expectedAt(expectation, key);
    const foodLeft = seen.foodLeft.get(key);
    const isStanding =
      foodLeft === undefined
        ? isExpectedStanding(expected?.left.middle ?? 0, limit)
        : evidenceFactor(foodLeft) < limit;
    if (isStanding) {
      const ready = place === next.place && compartmentId === next.compartmentId ? readyInDays(expectation, practice, today) : undefined; // prettier-ignore
      const found = standing(foodLeft, place, expected, practice, ready);
      return {
        ...found,
        steps: [...tooLarge(foodLeft, expected, expectation, practice, today), ...found.steps],
      };
    }
  }
  return tooEarly(practice, seen, today);
}

/** Sooner one does not look again: what was seen to lie is not gone tomorrow. */
const LOOKS_AGAIN_DAYS = 2;
/** More than so much of a meal that nobody looked at lies; gone is a tenth. */
const LIES = 0.5;
const GONE = 0.1;
/** Until less than half of a meal lies at a place: it goes as a share of what is left. */
function daysToHalf(
  { compartmentId, place, left, goneInDays }: Expectation["places"][number],
  seen: Seen,
): number {
  const foodLeft = seen.foodLeft.get(placeKey(compartmentId, place));
  const now = Math.max(left.middle, foodLeft === undefined ? 0 : SEEN_SHARE[foodLeft], LIES);
  const aim = foodLeft === undefined ? LIES : SEEN_SHARE.little;
  return (goneInDays.middle * Math.log(now / Math.min(now, aim))) / Math.log(now / GONE);
}

/** Of so few meals all are looked at together. */
const FEW_MEALS = 3;
/** All the meals a bin has, where they are few, were seen to lie at the last look: they have enough until the oldest has had its time. */
function allTheyGot(
  meals: readonly Meal[],
  expectation: Expectation,
  practice: Practice,
  today: LocalDate,
): Standing | undefined {
  if (meals.length === 0 || meals.length > FEW_MEALS || practice.state.feedings.length > FEW_MEALS)
    return undefined;
  if (!meals.every(isSeenLying)) return undefined;
  const toGo = Math.min(...meals.map(({ usuallyGoneDays, ageDays }) => usuallyGoneDays - ageDays));
  const middle = Math.min(practice.school.maxIntervalDays, Math.max(LOOKS_AGAIN_DAYS, toGo));
  return {
    steps: [
      ...meals.flatMap(({ left, compartmentId, place }) =>
        tooLarge(left, expectedAt(expectation, placeKey(compartmentId, place)), expectation, practice, today),
      ),
      {
        kind: "closeAgain",
        why: { code: "food/all-lies", meals: meals.length },
        evidence: meals.map(
          ({ left, place }) => ({ from: "reading", of: "foodLeft", foodLeft: left!, place }) as const,
        ),
      },
    ],
    inDays: { low: Math.max(1, Math.round(middle / 2)), middle, high: middle + 3 },
  };
}

/** Food that lies too long at half of the places or more, as seen or, where nobody has looked, as expected: nothing more goes in. */
function halfThePlaces(
  meals: readonly Meal[],
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
): Standing | undefined {
  const of = placesOf(practice);
  if (of < 2) return undefined;
  const lying = meals.flatMap(({ compartmentId, place, verdict, ageDays, usuallyGoneDays }) => {
    const key = placeKey(compartmentId, place);
    const expected = expectedAt(expectation, key);
    const isLying =
      verdict === "lies" ||
      (verdict === "unknown" && ageDays >= usuallyGoneDays && (expected?.left.middle ?? 0) > LIES);
    return isLying && expected ? [expected] : [];
  });
  const most = Math.ceil(Math.max(2, of / 2)) - 1;
  if (lying.length <= most) return undefined;
  const days = lying.map((one) => daysToHalf(one, seen)).toSorted((a, b) => a - b);
  const middle = Math.ceil(
    Math.min(practice.school.maxIntervalDays, Math.max(LOOKS_AGAIN_DAYS, days[lying.length - 1 - most] ?? 4)),
  );
  return {
    steps: [
      {
        kind: "closeAgain",
        why: { code: "food/half-the-places", places: lying.length, of },
        evidence: [{ from: "school", of: "places" }],
      },
    ],
    inDays: { low: Math.max(1, Math.round(middle / 2)), middle, high: middle + 3 },
  };
}

/** Days after which a meal that still lies whole was too large, and its share of the herd from which on. */
const FEAST = { days: 10, ofHerd: 1 } as const;
/** A feast too large for the herd is taken out in part or spread, before it sours. */
function tooLarge(
  foodLeft: FoodLeft | undefined,
  expected: Expectation["places"][number] | undefined,
  expectation: Expectation,
  { school }: Practice,
  today: LocalDate,
): Step[] {
  if (foodLeft !== "most" || !expected?.fedOn) return [];
  const isOld = daysBetween(expected.fedOn, today) >= Math.max(FEAST.days, school.usualIntervalDays / 2);
  if (!isOld || expected.massKg < FEAST.ofHerd * expectation.wormsKg.middle) return [];
  return [
    {
      kind: "removeFood",
      place: expected.place,
      why: { code: "food/feast", massKg: expected.massKg },
      evidence: [{ from: "reading", of: "foodLeft", foodLeft, place: expected.place }],
    },
  ];
}

/**
 * Until the place next in turn can take a meal by forecast, a quarter still lying there or less: who waits until all of it is gone
 * lets the herd go hungry. Undefined without a forecast.
 */
function readyInDays({ twin }: Expectation, practice: Practice, today: LocalDate): Band | undefined {
  const last = lastFeeding(practice.state);
  if (!twin?.mealInDays) return undefined;
  const least = Math.max(
    LOOKS_AGAIN_DAYS,
    last ? earliestAgainDays(practice) - daysBetween(last.day, today) : 0,
  );
  const { low, middle, high } = twin.mealInDays;
  return { low: Math.max(1, low), middle: Math.max(least, middle), high: Math.max(least, high) };
}

const expectedAt = ({ places }: Expectation, key: string): Expectation["places"][number] | undefined =>
  places.find((one) => placeKey(one.compartmentId, one.place) === key);
const placesOf = ({ setup }: Practice): number => fedCompartment(setup).placeCount;

const isExpectedStanding = (left: number, limit: number): boolean => left > (limit < 1 ? 0.75 : TRACE);

function standing(
  foodLeft: FoodLeft | undefined,
  place: number,
  expected: Expectation["places"][number] | undefined,
  { school }: Practice,
  ready: Band | undefined,
): Standing {
  const why: Reason =
    foodLeft === undefined
      ? { code: "food/expected-left", place, left: expected?.left.middle ?? 0 }
      : { code: "food/left", place, foodLeft };
  const evidence: Evidence[] = [
    ...(foodLeft === undefined ? [] : [{ from: "reading", of: "foodLeft", foodLeft, place } as const]),
    ...(expected
      ? [
          {
            from: "expectation",
            of: "foodLeft",
            place,
            low: expected.left.low,
            high: expected.left.high,
          } as const,
        ]
      : []),
    {
      from: "school",
      of: "interval",
      minDays: school.minIntervalDays,
      usualDays: school.usualIntervalDays,
      maxDays: school.maxIntervalDays,
    },
  ];
  // More left than expected: the wait grows in the same measure.
  const pace =
    expected && expected.left.middle > 0.05 && foodLeft !== undefined
      ? SEEN_SHARE[foodLeft] / expected.left.middle
      : 1;
  const within = (days: number) => Math.round(Math.min(school.maxIntervalDays, Math.max(1, days)));
  const gone =
    ready ??
    (expected && expected.goneInDays.middle > 0
      ? expected.goneInDays
      : { low: 2, middle: school.minIntervalDays, high: school.usualIntervalDays });
  const middle = within(gone.middle * Math.min(3, Math.max(1, pace)));
  const inDays = {
    low: Math.min(middle, within(gone.low)),
    middle,
    high: Math.max(middle, within(gone.high * Math.max(1, pace))),
  };
  return { steps: [{ kind: "closeAgain", place, why, evidence }], inDays };
}

/** Sooner than the school ever feeds, unless the keeper has seen that the last meal is gone. */
function tooEarly(practice: Practice, seen: Seen, today: LocalDate): Standing | undefined {
  const last = lastFeeding(practice.state);
  if (!last) return undefined;
  const since = daysBetween(last.day, today);
  const isSeenGone = seen.foodLeft.get(placeKey(last.compartmentId, last.place)) === "none";
  const { usualIntervalDays, maxIntervalDays } = practice.school;
  const minIntervalDays = earliestAgainDays(practice);
  if (since >= minIntervalDays || (isSeenGone && since > 0)) return undefined;
  const wait = minIntervalDays - since;
  return {
    steps: [
      {
        kind: "closeAgain",
        why: { code: "food/too-early", lastFedOn: last.day, minIntervalDays },
        evidence: [
          { from: "log", of: "lastMeal", massKg: last.massKg, day: last.day, place: last.place },
          {
            from: "school",
            of: "interval",
            minDays: minIntervalDays,
            usualDays: usualIntervalDays,
            maxDays: maxIntervalDays,
          },
        ],
      },
    ],
    inDays: { low: wait, middle: wait, high: Math.max(wait, usualIntervalDays - since) },
  };
}
