import type { Entry, Reading } from "@/records/entry";
import type { FoodLeft } from "@/vocabulary/readings";
import { FOOD_LEFT, SMELLS } from "@/vocabulary/readings";
import { look, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought, squeeze } from "../../../tests/twinLog";
import { addDays } from "../calendar/day";
import { ledgerOf, placesToAsk } from "../expectation/ledger";
import { twinExpectation } from "../twin/ahead/expect";
import type { TwinNow } from "../twin/log/now";
import { withReadings } from "../twin/log/now";
import { decide } from "./decide";
import { reasonHolds } from "../trial/followed";
import type { Decision } from "./decision";
import { sayReason } from "./words";

/* What is held of the next meal whatever is answered of the last: laws over the decision with its own forecast. */

const EARTHY: Reading = { of: "smell", smell: "earthy" };
const seen = (place: number, foodLeft: FoodLeft): Reading => ({ of: "foodLeft", foodLeft, place, compartment: "c1" as never }); // prettier-ignore
const NO_HARVEST = { kg: { low: 0, middle: 0, high: 0 }, gainsKg: { low: 0, middle: 0, high: 0 } };

/** A bin on a day, to be asked what it says to readings; of a first week, of a first month, of a quarter, of two halves. */
const fed = (every: number, kg: (nth: number) => number, count: number, places: number): Entry[] =>
  Array.from({ length: count }, (_, nth) => [
    ...(nth > 2 ? [squeeze("fewDrops", 4 + every * nth)] : []),
    ...(nth > 2 ? [look([EARTHY, seen(((nth - 3) % places) + 1, "none")] as never, 4 + every * nth)] : []),
    meal(kg(nth), (nth % places) + 1, 4 + every * nth),
  ]).flat();
const BINS = {
  "after one meal": { log: [...newTub(0.5), meal(0.15, 1, 4)], on: 9, places: [1] },
  "after three": { log: [...newTub(0.5), ...fed(5, () => 0.15, 3, 8)], on: 19, places: [1, 2, 3] },
  "after a quarter": { log: [...newTub(0.5), ...fed(5, (nth) => 0.15 + 0.02 * nth, 16, 8)], on: 84, places: [8, 7, 1] },
  "in two halves": { log: [...newTub(0.6, setupOf("tub", { school: "halves-alternating" })), ...fed(8, () => 0.3, 8, 2)], on: 68, places: [2, 1] },
} as const; // prettier-ignore

const given = ({ steps }: Decision): number =>
  steps.reduce((sum, { kind, amount }) => sum + (kind === "feed" && amount && "massKg" in amount ? amount.massKg : 0), 0); // prettier-ignore

/** Two of them, and few members, but in the long run. */
const IS_LONG = process.env.LONG_SEEDS !== undefined;
const SIZE = IS_LONG ? 64 : 32;
const ASKED = Object.entries(BINS).filter((_, nth) => IS_LONG || (nth > 0 && nth < 3));

describe.each(ASKED)("%s", (_, { log, on, places }) => {
  const today = addDays(START, on);
  const now = brought(log, on, { size: SIZE });
  const said = (...readings: Reading[]): Decision => {
    const heard = withReadings(now, readings);
    return decide(twinExpectation(heard, today, NO_HARVEST), heard.practice, readings, today);
  };

  test("more left, never more food: at any place, alone or with others; and none for another smell than earth", () => {
    for (const place of places)
      for (const others of [[], places.filter((one) => one !== place).map((one) => seen(one, "little"))]) {
        const meals = FOOD_LEFT.map((left) => given(said(EARTHY, ...others, seen(place, left))));
        expect([place, meals]).toEqual([place, meals.toSorted((a, b) => b - a)]);
      }
    const sweet = given(said(EARTHY, seen(places[0], "none")));
    for (const smell of SMELLS.filter((one) => one !== "earthy"))
      expect(given(said({ of: "smell", smell }, seen(places[0], "none")))).toBeLessThanOrEqual(sweet);
  });

  test("what is younger than its time says nothing of the amount: it may only put the meal off", () => {
    const without = given(said(EARTHY));
    const young = ledgerOf(now.state, twinExpectation(now, today, NO_HARVEST), today).filter(
      ({ isNewestThere, ageDays, usuallyGoneDays }) => isNewestThere && ageDays < usuallyGoneDays,
    );
    expect(young.length).toBeGreaterThan(0);
    for (const { place, usuallyGoneDays, ageDays } of young)
      for (const left of ["half", "most"] as const) {
        const answer = said(EARTHY, seen(place, left));
        const kg = given(answer);
        if (kg > 0) expect([place, left, kg]).toEqual([place, left, without]);
        else expect(answer.nextDay <= addDays(today, Math.max(2, usuallyGoneDays - ageDays))).toBe(true);
      }
  });

  test("the amount the sentence names is the amount that bound, and what eats the whole herd's appetite is said of no less", () => {
    for (const left of FOOD_LEFT) {
      const answer = said(EARTHY, ...places.map((place) => seen(place, left)));
      const step = answer.steps.find(({ kind }) => kind === "feed");
      if (!step?.amount || !("massKg" in step.amount)) continue;
      expect(
        reasonHolds(step.why, step.amount.massKg, twinExpectation(now, today, NO_HARVEST).twin!.meal.mostKg),
      ).toBe(true);
      expect(sayReason(step.why, { units: "metric", today })).not.toBe("");
    }
  });
});

/** One step apart after five judged meals, a fifth after eight, by many members. */
const [UNTIL, WITHIN] = IS_LONG ? [78, 1.25] : [50, 1.5];
/** Two keepers who see the same bin, one asked of the newest meal and one of an older, each by its own eyes. */
test("which question is asked sets no ration: they climb alike, and there is no plateau", () => {
  const eaten = (age: number): FoodLeft =>
    age >= 13 ? "none" : age >= 9 ? "little" : age >= 6 ? "half" : "most";
  const lived = (pick: (asked: readonly number[], open: readonly number[]) => readonly number[]) => {
    let log: Entry[] = newTub(0.5);
    let snapshots: TwinNow["snapshots"] = [];
    const amounts: number[] = [];
    const fedOn = new Map<number, number>();
    for (let on = 4, nth = 0; on < UNTIL; on += 5) {
      const now = brought(log, on, { snapshots, size: SIZE });
      snapshots = now.snapshots;
      const today = addDays(START, on);
      const known = twinExpectation(now, today, NO_HARVEST);
      const asked = placesToAsk(now.state, ledgerOf(now.state, known, today)).map(({ place }) => place);
      const answers = pick(asked, [...fedOn.keys()]).map((place) =>
        seen(place, eaten(on - fedOn.get(place)!)),
      );
      const readings = [EARTHY, { of: "squeeze", squeeze: "fewDrops" } as Reading, ...answers];
      const heard = withReadings(now, readings);
      const decision = decide(twinExpectation(heard, today, NO_HARVEST), heard.practice, readings, today);
      const kg = given(decision);
      log = [...log, look(readings as never, on)];
      if (kg > 0) {
        const place = (nth % 8) + 1;
        log = [...log, meal(kg, place, on)];
        fedOn.set(place, on);
        amounts.push(kg);
        nth += 1;
      }
    }
    return amounts;
  };
  const asAsked = lived((asked) => asked);
  const newestOnly = lived((_, open) => open.slice(-1));
  const oldestOnly = lived((_, open) => open.slice(0, 1));
  expect(asAsked.length).toBeGreaterThan(IS_LONG ? 8 : 5);
  for (const one of [newestOnly, oldestOnly])
    expect(Math.abs(Math.log(one.at(-1)! / asAsked.at(-1)!))).toBeLessThan(Math.log(WITHIN) + 1e-9);
  // What goes well is stepped up.
  expect(asAsked.at(-1)!).toBeGreaterThan(IS_LONG ? 2.5 * asAsked[0]! : 1.5 * asAsked[0]!);
}, 60_000);
