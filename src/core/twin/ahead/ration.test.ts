import { CLIMATE, entry, kilograms, meal, newTub, setupOf, START } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import type { Ensemble } from "../ensemble/ensemble";
import { copied, frozen } from "../ensemble/ensemble";
import { weightsOf } from "../learning/learn";
import { give, SCRAPS_CHOPPED } from "./meal";
import type { RationQuestion } from "./ration";
import { largestRation } from "./ration";
import { heatLimitC, troubleOf } from "../learning/readDay";
import { passDay } from "../ensemble/passDay";
import { aheadOf } from "./thinned";

const QUESTION: RationQuestion = { meal: SCRAPS_CHOPPED, days: 4, place: 1, places: 8 };
const asked = (ensemble: Ensemble, more: Partial<RationQuestion> = {}) =>
  largestRation(ensemble, { ...QUESTION, ...more });

/**
 * The share of members that come to grief within four weeks when so much is given at that pace, beyond those that overheat with nothing
 * at all: told by itself.
 */
function griefWith(ensemble: Ensemble, kg: number): number {
  return hurtWith(ensemble, kg, ["air", "heat"]) - hurtWith(ensemble, 0, ["heat"]);
}
function hurtWith(ensemble: Ensemble, kg: number, by: readonly ("air" | "heat")[]): number {
  const { days, place, places, meal: kind } = QUESTION;
  const one = copied(ensemble);
  const limitC = heatLimitC(one);
  const hurt = new Set<number>();
  for (let day = 0; day < 28; day += 1) {
    if (kg > 0 && day % days === 0)
      give(one, kind, 1000 * kg, ((place - 1 + day / days) % places) + 1, `by hand ${day}`);
    passDay(one);
    one.lines.forEach((line, member) => {
      const is = troubleOf(line, limitC);
      if (is && by.includes(is)) hurt.add(member);
    });
  }
  const weights = weightsOf(one);
  return [...hurt].reduce((sum, member) => sum + weights[member]!, 0);
}

const soaked = [
  ...newTub(0.8),
  ...[10, 16, 22, 28].flatMap((on) => [squeeze("stream", on), meal(0.9, 1, on)]),
  squeeze("stream", 34),
];
const SITUATIONS: readonly (readonly [string, Ensemble])[] = [
  ["a tub fed for ten weeks", brought(fedTub(10), 80).ensemble],
  ["a young tub with many worms", brought([...newTub(1.4), meal(0.3, 1, 6)], 12).ensemble],
  ["a wet tub", brought(soaked, 34).ensemble],
  ["a tub in a warm room", brought(fedTub(6), 50, { climates: { "room-1": { ...CLIMATE, meanC: 27 } } }).ensemble], // prettier-ignore
  ["a stack of trays", brought([...newTub(0.9, setupOf("trayStack")), meal(0.4, 1, 6)], 20).ensemble],
];

test.each(SITUATIONS)(
  "%s: the largest meal, given again and again, harms at most one member in ten",
  (_, ensemble) => {
    const { kg, limit } = asked(ensemble);
    expect([limit, kg > 0]).toEqual(["trouble", true]);
    expect(griefWith(ensemble, kg)).toBeLessThanOrEqual(0.1 + 1e-9);
    // What was called the limit is one: half as much again does harm.
    expect(griefWith(ensemble, 1.5 * kg)).toBeGreaterThan(0.1);
  },
);

test.each(SITUATIONS)(
  "%s: the members drawn to look ahead find nearly the ration all of them find, and of all it harms hardly more",
  (_, ensemble) => {
    const whole = asked(ensemble);
    const few = asked(aheadOf(ensemble));
    expect(few.limit).toBe(whole.limit);
    expect(few.kg / whole.kg).toBeGreaterThan(0.8);
    expect(few.kg / whole.kg).toBeLessThan(1.25);
    expect(griefWith(ensemble, few.kg)).toBeLessThan(0.16);
  },
);

test("weighing what could be given changes nothing of the bin, and says the same when asked again", () => {
  for (const [, ensemble] of SITUATIONS.slice(0, 2)) {
    const before = structuredClone(frozen(ensemble));
    const answer = asked(ensemble);
    expect(structuredClone(frozen(ensemble))).toEqual(before);
    expect(asked(ensemble)).toEqual(answer);
  }
});

test("no herd is given more than it eats until the next visit, and a cap of the keeper's holds", () => {
  const [, ensemble] = SITUATIONS[0]!;
  /** Half a kilogram went in; it has grown for ten weeks, and eats at most its own mass a day. */
  const herdKg = 1.5;
  for (const days of [2, 4, 7]) {
    const { kg } = asked(ensemble, { days });
    expect(kg).toBeLessThan(herdKg * days);
    expect(asked(ensemble, { days, mostKg: () => kg / 3 }).kg).toBeLessThanOrEqual(kg / 3 + 1e-12);
  }
  expect(asked(ensemble, { mostKg: () => 0 })).toMatchObject({ kg: 0, limit: "herd" });
});

test("a bin without worms gets nothing, a larger herd never less", () => {
  const empty = newTub().filter(({ kind }) => kind !== "stocked");
  expect(asked(brought(empty, 20).ensemble).kg).toBe(0);
  const amounts = [0.2, 0.5, 0.9].map((wormsKg) => asked(brought([...newTub(wormsKg)], 14).ensemble).kg);
  expect(amounts).toEqual(amounts.toSorted((a, b) => a - b));
  expect(amounts[2]).toBeGreaterThan(amounts[0]!);
});

test("where no more is asked than the keeper's own meals speak for, that is what it says, and what binds is not the herd", () => {
  const [, ensemble] = SITUATIONS[0]!;
  const free = asked(ensemble);
  expect(free.isAsked).toBe(false);
  const held = asked(ensemble, { mostKg: () => free.kg / 2 });
  expect(held.isAsked).toBe(true);
  expect(held.kg).toBeCloseTo(free.kg / 2, 9);
  // What a small meal is here is told to whoever limits it: a twentieth of the herd a day.
  const small = asked(ensemble, { mostKg: (smallKg) => smallKg });
  expect(small.kg).toBeCloseTo(small.smallKg, 9);
  expect(small.smallKg).toBeGreaterThan(0.03);
});

test("heat that comes with or without a meal takes only so much of it, and less the surer it is", () => {
  const [, ensemble] = SITUATIONS[0]!;
  const calm = asked(ensemble);
  const some = asked(ensemble, { heatSoon: 0.4 });
  expect(some.limit).toBe("heat");
  expect(some.kg).toBeCloseTo(0.6 * calm.kg, 9);
  expect(asked(ensemble, { heatSoon: 1 }).kg).toBe(0);
  // In a room where a third or more overheat by themselves within the month, the rest still eats.
  const hot = brought(fedTub(6), 50, { climates: { "room-1": { ...CLIMATE, meanC: 30 } } }).ensemble;
  expect(hurtWith(hot, 0, ["heat"])).toBeGreaterThan(0.15);
  const fed = asked(hot);
  expect(fed.kg).toBeGreaterThan(0);
  expect(griefWith(hot, fed.kg)).toBeLessThanOrEqual(0.1 + 1e-9);
});

test("a house full of old food waits: what lies there counts against what is given", () => {
  const fed = (kg: number) => [
    ...newTub(0.5),
    ...[8, 12, 16].map((on) =>
      entry(
        {
          kind: "fed",
          place: 1,
          parts: [{ materialId: "mixed-kitchen-scraps", amount: kilograms(kg), preparation: "chopped" }],
        },
        addDays(START, on),
      ),
    ),
  ];
  expect(asked(brought(fed(1.6), 17).ensemble).kg).toBeLessThan(asked(brought(fed(0.1), 17).ensemble).kg);
});
