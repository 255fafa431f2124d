import fc from "fast-check";
import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import { FOOD_LEFT } from "@/vocabulary/readings";
import { addDays } from "../calendar/day";
import { remembered } from "./feedings";
import { mealsOf, usuallyGoneDays } from "./meals";
import type { Feeding } from "./state";
import { placeKey } from "./state";
import { triedCaps } from "./tried";

const START = "2026-03-01" as LocalDate;
const meal = (
  onDay: number,
  massKg: number,
  seen?: {
    readonly left: Feeding["left"];
    readonly afterDays: number;
    readonly smelled?: Feeding["smelled"];
  },
  place = 1,
): Feeding => ({
  day: addDays(START, onDay),
  massKg,
  compartmentId: "c1" as CompartmentId,
  place,
  ...(seen
    ? {
        left: seen.left!,
        leftOn: addDays(START, onDay + seen.afterDays),
        ...(seen.smelled ? { smelled: seen.smelled } : {}),
      }
    : {}),
});
const WARMTH_C = 20;
const YARDSTICK = usuallyGoneDays(WARMTH_C);
const ledger = (feedings: readonly Feeding[], onDay: number, heldGone: readonly number[] = []) =>
  mealsOf(
    { feedings },
    {
      today: addDays(START, onDay),
      warmthC: WARMTH_C,
      heldGone: new Set(heldGone.map((place) => placeKey("c1", place))),
    },
  );
const caps = (feedings: readonly Feeding[], onDay: number, smallKg = 0.01) =>
  triedCaps(ledger(feedings, onDay), smallKg);
const least = (feedings: readonly Feeding[], onDay: number, smallKg = 0.01) =>
  Math.min(...caps(feedings, onDay, smallKg).map(({ mostKg }) => mostKg));

test("the yardstick is warmth and fineness: longer in the cold and for what went in whole, never under four days nor over four weeks", () => {
  const days = [0, 8, 14, 20, 26, 40].map((c) => usuallyGoneDays(c));
  expect(days).toEqual(days.toSorted((a, b) => b - a));
  expect([days[0], days[3], days.at(-1)]).toEqual([28, 11, 4]);
  expect(usuallyGoneDays(20, "whole")).toBeGreaterThan(usuallyGoneDays(20, "pureed"));
});

test("one verdict a meal: gone at any age, too early is none, half may lie a quarter longer, and nobody's look is the forecast's word", () => {
  const verdicts = (feeding: Feeding, onDay: number, held: readonly number[] = []) =>
    ledger([feeding], onDay, held)[0]!.verdict;
  expect(verdicts(meal(0, 1, { left: "little", afterDays: 3 }), 3)).toBe("gone");
  expect(verdicts(meal(0, 1, { left: "most", afterDays: 4 }), 4)).toBe("going");
  expect(verdicts(meal(0, 1, { left: "most", afterDays: YARDSTICK }), YARDSTICK)).toBe("lies");
  expect(verdicts(meal(0, 1, { left: "half", afterDays: YARDSTICK }), YARDSTICK)).toBe("going");
  expect(verdicts(meal(0, 1, { left: "half", afterDays: 14 }), 14)).toBe("lies");
  // Seen too early, not looked at again: the forecast has the word, and not before its time is up.
  const early = meal(0, 1, { left: "most", afterDays: 4 });
  expect(verdicts(early, 10, [1])).toBe("going");
  expect(verdicts(early, 12, [1])).toBe("gone");
  expect(verdicts(early, 12)).toBe("unknown");
});

test("half as much again as the largest that went well, which at most doubles in a fortnight; less than what lay, more again once one went well", () => {
  const well = (onDay: number, kg: number) => meal(onDay, kg, { left: "none", afterDays: 6 });
  expect(caps([well(0, 0.6), well(8, 0.1)], 14)).toContainEqual({
    mostKg: 1.5 * 0.6,
    by: "step-up",
    mealKg: 0.6,
  });
  expect(least([well(0, 0.2), well(5, 0.3), well(10, 0.3)], 16)).toBeCloseTo(0.4);
  const tooMuch = meal(8, 1.5, { left: "half", afterDays: 15 });
  expect(caps([well(0, 1), tooMuch], 24)).toEqual([{ mostKg: 0.6 * 1.5, by: "was-left", mealKg: 1.5 }]);
  expect(caps([well(0, 1), tooMuch, well(24, 0.8)], 34)[0]).toMatchObject({ by: "step-up", mealKg: 0.8 });
  // One bad meal of a gram does not starve a herd.
  expect(least([meal(0, 0.001, { left: "most", afterDays: 20 })], 20, 0.05)).toBe(0.05);
});

test("after a sour meal none is above four fifths of it until four went well, none above it until eight; twice, it is what this bin bears", () => {
  const sour = (onDay: number) => meal(onDay, 2, { left: "none", afterDays: 7, smelled: "rotten" });
  const wells = (from: number, count: number, kg = 1.6) =>
    Array.from({ length: count }, (_, nth) => meal(from + 7 * nth, kg, { left: "none", afterDays: 7 }));
  // One meal at a time, as the log keeps them.
  const kept = (meals: readonly Feeding[]) => meals.reduce<Feeding[]>(remembered, []);
  const most = (meals: readonly Feeding[], onDay: number) => least(kept(meals), onDay);
  for (const count of [0, 1, 3])
    expect(most([sour(0), ...wells(7, count, 5)], 7 + 7 * count)).toBeLessThanOrEqual(1.6);
  expect(caps(kept([sour(0), ...wells(7, 3)]), 30)).toContainEqual({
    mostKg: 1.6,
    by: "went-sour",
    mealKg: 2,
    share: 0.8,
    wellsToGo: 1,
  });
  for (const count of [4, 7]) expect(most([sour(0), ...wells(7, count, 5)], 7 + 7 * count)).toBe(2);
  expect(most([sour(0), ...wells(7, 8)], 63)).toBeGreaterThan(2);
  const twice = [sour(0), ...wells(7, 6), sour(49)];
  expect(most([...twice, ...wells(56, 12)], 137)).toBe(2);
  expect(most([...twice, ...wells(56, 12)], 49 + 91)).toBeCloseTo(2 * 1.125);
  // Of what went sour even a small meal is no exception.
  expect(least([meal(0, 0.1, { left: "none", afterDays: 7, smelled: "sour" })], 7, 0.5)).toBeCloseTo(0.08);
  // After half a year it is another herd, and perhaps another bed.
  expect(caps(kept([...twice, ...wells(56, 30)]), 270).map(({ by }) => by)).not.toContain("went-sour");
});

test("after worms fled a meal is small until one went well, and the climb begins with that one", () => {
  const before = [0, 7, 14].map((day) => meal(day, 2, { left: "none", afterDays: 6 }));
  const fled = { ...meal(21, 3, { left: "half", afterDays: 6 }), fled: true as const };
  expect(least([...before, fled], 30, 0.4)).toBe(0.4);
  expect(caps([...before, fled, meal(31, 0.4)], 36, 0.4)).toContainEqual({
    mostKg: 0.4,
    by: "fled",
    mealKg: 3,
  });
  expect(least([...before, fled, meal(31, 0.4, { left: "none", afterDays: 6 })], 45, 0.4)).toBeCloseTo(
    1.5 * 0.4,
  );
});

test("meals of two months ago were given to another herd; without meals there is nothing to go by", () => {
  const old = meal(0, 5, { left: "none", afterDays: 9 });
  expect(caps([old, meal(80, 0.2)], 82)).toEqual([{ mostKg: 0.2, by: "as-last", mealKg: 0.2 }]);
  expect(caps([], 0)).toEqual([]);
});

/** Meals every few days in turn, each looked at once or never. */
const histories = fc
  .array(
    fc.record({
      gap: fc.integer({ min: 3, max: 9 }),
      massKg: fc.double({ min: 0.05, max: 2, noNaN: true }),
      left: fc.option(fc.constantFrom(...FOOD_LEFT), { nil: undefined }),
      afterDays: fc.integer({ min: 1, max: 30 }),
      smelled: fc.constantFrom("earthy", "earthy", "earthy", "sour", undefined),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((given) => {
    let day = 0;
    const meals = given.map(({ gap, massKg, left, afterDays, smelled }, at) => {
      day += gap;
      return {
        ...meal(day, massKg, left === undefined ? undefined : { left, afterDays }, (at % 4) + 1),
        ...(smelled ? { smelled, smelledOn: addDays(START, day + 4) } : {}),
      };
    });
    return { meals, today: day + 4 };
  });

test("law: any look told as more left, at any meal, never raises what the meals speak for", () => {
  fc.assert(
    fc.property(
      histories,
      fc.nat(),
      fc.double({ min: 0, max: 0.3, noNaN: true }),
      ({ meals, today }, nth, small) => {
        const at = nth % meals.length;
        const of = (left: Feeding["left"]) =>
        least(meals.map((one, n) => (n === at ? { ...one, left: left!, leftOn: one.leftOn ?? addDays(START, today) } : one)), today, small); // prettier-ignore
        const most = FOOD_LEFT.map((left) => of(left));
        return most.every((kg, rank) => rank === 0 || kg <= most[rank - 1]! + 1e-12);
      },
    ),
    { numRuns: 500 },
  );
});

test("law: a look that comes too early to tell says no more of the next meal's size than none at all", () => {
  fc.assert(
    fc.property(histories, fc.constantFrom("half", "most" as const), ({ meals, today }, left) => {
      const unseen = meals.map((one, n) => (n === meals.length - 1 ? meal(today - 4, one.massKg, undefined, one.place) : one)); // prettier-ignore
      const seen = unseen.map((one, n) => (n === meals.length - 1 ? { ...one, left, leftOn: addDays(START, today) } : one)); // prettier-ignore
      return least(seen, today) === least(unseen, today);
    }),
    { numRuns: 300 },
  );
});
