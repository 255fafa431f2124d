import { LOG } from "../../../tests/everyKind";
import { entry, kilograms, litres, lotEntry, meal, newTub, START } from "../../../tests/log";
import { addDays, daysBetween } from "../calendar/day";
import { bellShaped, seeded } from "../chance/seeded";
import { accounts, accountsOf, sumMin } from "./accounts";
import type { Compared } from "./compare";
import { compare, compareGone } from "./compare";
import { courseOf } from "./course";
import type { Books, Flow } from "./flows";
import { booksOf } from "./flows";
import { reckon } from "./reckon";

const TO = (days: number) => addDays(START, days - 1);
/** A bin by chance: a meal every five days, a harvest every six weeks of `yieldOf` what was eaten since, give or take. */
function history(seed: string, days: number, yieldOf: number): Books {
  const chance = seeded(seed);
  const flows: Flow[] = [];
  let since = 0;
  for (let at = Math.floor(5 * chance()); at < days; at += 5) {
    const wetKg = Math.max(0.05, 0.6 + 0.2 * bellShaped(chance));
    flows.push({ day: addDays(START, at), of: "food", wetKg, dryKg: 0 });
    since += wetKg;
    if (at > 0 && Math.floor(at / 40) > Math.floor((at - 5) / 40)) {
      const castings = since * yieldOf * Math.max(0.2, 1 + 0.25 * bellShaped(chance));
      flows.push({ day: addDays(START, at), of: "castings", wetKg: castings, dryKg: 0 });
      since = 0;
    }
  }
  return { flowsIn: (from, to) => flows.filter(({ day }) => day >= from && day <= to), standingAt: () => 0 };
}
const side = (seed: string, days: number, yieldOf: number) => ({
  books: [history(seed, days, yieldOf)],
  areaM2: 0.25,
});
const shareReal = (days: number, of: number, count = 100): number => {
  let real = 0;
  let told = 0;
  for (let nth = 0; nth < count; nth += 1) {
    const found = compare(
      side(`a${nth}`, days, 0.4),
      side(`b${nth}`, days, 0.4 * of),
      "food",
      START,
      TO(days),
    );
    if (found.is === "tooShort") continue;
    told += 1;
    if (found.isReal) real += 1;
  }
  expect(told).toBeGreaterThan(count / 2);
  return real / told;
};

test("chance is not taken for a difference, a true one is found when it has run long enough", () => {
  expect(shareReal(365, 1)).toBeLessThan(0.08);
  expect(shareReal(730, 1)).toBeLessThan(0.08);
  expect(shareReal(730, 2)).toBeGreaterThan(0.85);
  expect(shareReal(730, 2)).toBeGreaterThan(shareReal(240, 2));
});

test("which is named first changes the sign only; how long it must run is longer than it has run; few harvests prove nothing", () => {
  for (let nth = 0; nth < 20; nth += 1) {
    const [a, b] = [side(`x${nth}`, 500, 0.4), side(`y${nth}`, 500, 0.5)];
    const found = compare(a, b, "ground", START, TO(500)) as Extract<Compared, { is: "compared" }>;
    const other = compare(b, a, "ground", START, TO(500)) as typeof found;
    expect(found.is).toBe("compared");
    expect(found.low).toBeLessThanOrEqual(found.difference);
    expect(found.difference).toBeLessThanOrEqual(found.high);
    expect(other.difference).toBeCloseTo(-found.difference, 9);
    expect([found.a, found.b]).toEqual([other.b, other.a]);
    expect(compare(a, b, "ground", START, TO(500))).toEqual(found);
    if (found.isReal) expect(found.wouldTakeDays).toBeUndefined();
    else if (found.wouldTakeDays !== undefined) expect(found.wouldTakeDays).toBeGreaterThan(500);
  }
  const bare = { books: [booksOf([...newTub(), meal(1, 1, 9)])], areaM2: 0.2 };
  expect(compare(bare, side("x", 300, 0.4), "food", START, TO(300))).toMatchObject({ is: "tooShort" });
  expect(compare(side("x", 90, 0.4), side("y", 90, 0.4), "day", START, TO(90)).is).toBe("tooShort");
  expect(compare(bare, bare, "food", START, addDays(START, -5))).toMatchObject({ is: "tooShort", days: 0 });
});

test("meals gone sooner one way than another: chance is counted, four meals of each are the least", () => {
  const spans = (days: readonly number[]) => days.map((middle) => ({ low: middle - 1, high: middle + 1 }));
  expect(compareGone(spans([5, 6, 5]), spans([11, 12, 10, 9]))).toBeUndefined();
  expect(compareGone(spans([5, 6, 5, 4]), spans([11, 12, 10, 9]))).toMatchObject({
    aDays: 5,
    bDays: 10.5,
    isReal: true,
  });
  expect(compareGone(spans([5, 9, 7, 8]), spans([6, 8, 9, 5]))!.isReal).toBe(false);
  // Of two heaps drawn from one, few are told apart.
  let real = 0;
  for (let nth = 0; nth < 100; nth += 1) {
    const chance = seeded(`one heap/${nth}`);
    const some = () => spans(Array.from({ length: 6 }, () => 5 + 6 * chance()));
    if (compareGone(some(), some())!.isReal) real += 1;
  }
  expect(real).toBeLessThan(12);
});

test("hours and money: each line of each log once, what is not timed said, struck out lines gone", () => {
  const at = (day: number) => addDays(START, day);
  const sold = lotEntry(
    { kind: "parted", how: "sold", amount: litres(2), price: { money: 7.5, currency: "EUR" }, where: "a neighbour" },
    40,
  ); // prettier-ignore
  const rows = [
    entry({ kind: "looked", lid: "lifted", readings: [], tookMin: 6 }, 5),
    entry({ kind: "looked", lid: "lifted", readings: [] }, 9),
    entry({ kind: "looked", lid: "closed", readings: [] }, 10),
    entry({ kind: "harvested", grossKg: 3, tareKg: 0, method: "light", tookMin: 90 }, 30),
    entry({ kind: "booked", of: "work", tookMin: 20, what: "shredding" }, 31),
    entry({ kind: "booked", of: "cost", sum: { money: 12, currency: "EUR" }, what: "lime" }, 31),
    entry({ kind: "booked", of: "cost", sum: { money: 3, currency: "GBP" }, what: "post" }, 32),
    sold,
  ];
  const all = accounts(accountsOf(rows), at(0), at(60));
  expect(all).toMatchObject({ workMin: { visit: 6, harvest: 90, other: 20 }, timed: 2, all: 3 });
  expect(sumMin(all)).toBe(116);
  expect([...all.costs]).toEqual([["EUR", 12], ["GBP", 3]]); // prettier-ignore
  expect([...all.income]).toEqual([["EUR", 7.5]]);
  const [first, last] = [
    accounts(accountsOf(rows), at(0), at(30)),
    accounts(accountsOf(rows), at(31), at(60)),
  ];
  expect(sumMin(first) + sumMin(last)).toBe(116);
  const struck = [...rows, { ...sold, rowId: "later", revision: 2, deleted: true } as typeof sold];
  expect(accounts(accountsOf(struck), at(0), at(60)).income.size).toBe(0);
  expect(() => accountsOf(LOG)).not.toThrow();
});

test("from its first day a bin’s curve never falls but where it must, and ends where its books do", () => {
  const log = [
    ...newTub(),
    ...Array.from({ length: 20 }, (_, nth) => meal(0.4, 1 + (nth % 4), 6 + 7 * nth)),
    entry({ kind: "weighed", grossKg: 15, tareKg: 2 }, 60),
    entry({ kind: "looked", lid: "lifted", readings: [{ of: "weight", massKg: 12.5 }] }, 90),
    entry({ kind: "harvested", grossKg: 2.4, tareKg: 0.4, method: "light" }, 120),
    entry({ kind: "fed", parts: [{ materialId: "tea-leaves", amount: { massKg: 0.2, measuredBy: "guessed" }, preparation: "whole" }] }, 130),
  ]; // prettier-ignore
  const today = addDays(START, 180);
  const books = booksOf(log);
  const course = courseOf(log, books, today)!;
  course.points.slice(1).forEach((point, nth) => {
    const before = course.points[nth]!;
    for (const key of ["foodDryKg", "beddingDryKg", "outDryKg"] as const)
      expect(point[key]).toBeGreaterThanOrEqual(before[key]);
    expect(daysBetween(before.day, point.day)).toBeGreaterThan(0);
  });
  const whole = reckon([books], START, today);
  const last = course.points.at(-1)!;
  expect(last.day).toBe(today);
  expect(last.standingDryKg).toBeCloseTo(whole.standingDryKg, 9);
  expect(last.foodDryKg + last.beddingDryKg - last.outDryKg - last.standingDryKg).toBeCloseTo(whole.breathedDryKg, 9); // prettier-ignore
  expect(course.weighings.map(({ wetKg }) => wetKg)).toEqual([13, 12.5]);
  expect([course.weighed, course.amounts]).toEqual([course.amounts - 1, course.amounts]);
  expect(kilograms(1).measuredBy).toBe("weighed");
  expect(courseOf([], booksOf([]), today)).toBeUndefined();
});
