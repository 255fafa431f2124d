import { SEEN_SHARE } from "../matter/figures";
import type { LocalDate } from "@/vocabulary/fields";
import type { FoodLeft } from "@/vocabulary/readings";
import { daysBetween } from "../calendar/day";
import { lastFeeding, nextPlace } from "../bin/place";
import { placeKey } from "../bin/state";
import { fedCompartment } from "../bin/system";
import type { Band, Expectation } from "../expectation/expectation";
import { evidenceFactor } from "../ration/ration";
import type { Evidence, Reason, Step } from "./decision";
import type { Practice, Seen } from "../practice/practice";

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
  const crowded = halfThePlaces(expectation, practice, seen);
  if (crowded) return crowded;
  const asked = [
    { ...next, limit: evidenceFactor("little") },
    ...(last &&
    placesOf(practice) <= 2 &&
    placeKey(last.compartmentId, last.place) !== placeKey(next.compartmentId, next.place)
      ? [{ compartmentId: last.compartmentId, place: last.place, limit: evidenceFactor("half") }]
      : []),
  ];
  for (const { compartmentId, place, limit } of asked) {
    const key = placeKey(compartmentId, place);
    const expected = expectation.places.find((one) => placeKey(one.compartmentId, one.place) === key);
    const foodLeft = seen.foodLeft.get(key);
    const isStanding =
      foodLeft === undefined
        ? isExpectedStanding(expected?.left.middle ?? 0, limit)
        : evidenceFactor(foodLeft) < limit;
    if (isStanding) {
      const found = standing(foodLeft, place, expected, practice);
      return {
        ...found,
        steps: [...tooLarge(foodLeft, expected, expectation, practice, today), ...found.steps],
      };
    }
  }
  return tooEarly(practice, seen, today);
}

/** Food that lies at half of the places or more, seen today or expected where nobody has looked: nothing more goes in. */
function halfThePlaces(expectation: Expectation, practice: Practice, seen: Seen): Standing | undefined {
  const of = placesOf(practice);
  if (of < 2) return undefined;
  const lying = expectation.places.filter(({ compartmentId, place, left }) => {
    const foodLeft = seen.foodLeft.get(placeKey(compartmentId, place));
    return foodLeft === undefined ? left.middle > 0.5 : evidenceFactor(foodLeft) < evidenceFactor("little");
  });
  const seenLying = [...seen.foodLeft.values()].filter((left) => evidenceFactor(left) < 1).length;
  const places = Math.max(lying.length, seenLying);
  if (places < Math.max(2, of / 2)) return undefined;
  const days = lying.map(({ goneInDays }) => goneInDays.middle).toSorted((a, b) => a - b);
  const middle = Math.round(
    Math.min(practice.school.maxIntervalDays, Math.max(2, days[Math.floor(days.length / 2)] ?? 4)),
  );
  return {
    steps: [
      {
        kind: "closeAgain",
        why: { code: "food/half-the-places", places, of },
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

const placesOf = ({ setup }: Practice): number => fedCompartment(setup).placeCount;

const isExpectedStanding = (left: number, limit: number): boolean => left > (limit < 1 ? 0.75 : TRACE);

function standing(
  foodLeft: FoodLeft | undefined,
  place: number,
  expected: Expectation["places"][number] | undefined,
  { school }: Practice,
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
    expected && expected.goneInDays.middle > 0
      ? expected.goneInDays
      : { low: 2, middle: school.minIntervalDays, high: school.usualIntervalDays };
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
  const { minIntervalDays, usualIntervalDays, maxIntervalDays } = practice.school;
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
