import { CLIMATE, START } from "../../../tests/log";
import { addDays } from "../calendar/day";
import { seeded } from "../chance/seeded";
import type { Coming } from "../harvest/coming";
import type { Producer } from "./target";
import { targetStands } from "./target";
import { sayChange } from "./words";

const coming = (kg: number, inDays: number): Coming => ({
  binId: "bin-1",
  name: "Quince",
  system: "tub",
  inDays: { low: inDays - 10, middle: inDays, high: inDays + 20 },
  kg: { low: 0.7 * kg, middle: kg, high: 1.4 * kg },
  gainsKg: 0.5,
});
const tub = (changes: Partial<Producer> = {}): Producer => ({
  binId: "bin-1",
  name: "Quince",
  system: "tub",
  areaM2: 0.2,
  climate: { ...CLIMATE, meanC: 14, swingK: 2 },
  fedKgPerDay: 0.05,
  ...changes,
});
const target = { name: "the year", massKg: 40, from: START, by: addDays(START, 364) };

test("what is in and what is to come make what will be; what is missing is missing; nothing comes after the day", () => {
  for (let seed = 0; seed < 100; seed += 1) {
    const chance = seeded(`target/${seed}`);
    const some = Array.from({ length: 4 }, () => coming(1 + 8 * chance(), Math.floor(300 * chance())));
    const done = 20 * chance();
    const today = addDays(START, Math.floor(360 * chance()));
    const stands = targetStands(target, done, some, [tub()], undefined, today);
    expect(stands.willKg.low).toBeGreaterThanOrEqual(done);
    expect(stands.willKg.low).toBeLessThanOrEqual(stands.willKg.middle);
    expect(stands.willKg.middle).toBeLessThanOrEqual(stands.willKg.high);
    expect(stands.shortKg).toBeCloseTo(Math.max(0, 40 - stands.willKg.middle), 9);
    expect(stands.changes.length).toBeLessThanOrEqual(2);
    // More in the house is never further from the target.
    expect(targetStands(target, done + 3, some, [tub()], undefined, today).shortKg).toBeLessThanOrEqual(stands.shortKg); // prettier-ignore
    if (stands.shortKg === 0) expect(stands.changes).toEqual([]);
  }
  const over = targetStands(target, 11, [coming(9, 3)], [tub()], undefined, addDays(START, 400));
  expect(over).toMatchObject({
    willKg: { low: 11, middle: 11, high: 11 },
    shortKg: 29,
    paceKg: 40,
    changes: [],
  });
});

test("of what would help, the kinds that gain most: warmth where it is cool, food where it could take more, a bin where there is time", () => {
  const today = addDays(START, 2);
  const cool = tub({ climate: { ...CLIMATE, meanC: 12, swingK: 2 } });
  const { changes } = targetStands(target, 0, [], [cool], 0.4, today);
  expect(new Set(changes.map(({ of }) => of)).size).toBe(2);
  expect(changes[0]!.gainKg).toBeGreaterThanOrEqual(changes[1]!.gainKg);
  const of = (some: readonly Producer[], by = today) =>
    targetStands(target, 0, [], some, 0.4, by).changes.map((one) => one.of);
  // A warm room gains nothing by warmth, one that is fed all it takes nothing by food, a bin begun too late nothing at all.
  const warm = { ...CLIMATE, meanC: 23, swingK: 1 };
  expect(of([tub({ climate: warm })])).not.toContain("warmer");
  expect(of([tub({ fedKgPerDay: 2 })])).not.toContain("moreFood");
  expect(of([tub({ fedKgPerDay: 2, climate: warm })], addDays(START, 330))).toEqual([]);
  // Purée gains by how much is given, and nothing where it is puréed already; worms where few live, as far as that kind of bin makes use of them.
  const swap = (changes: Partial<Producer>) =>
    of([tub({ system: "stackSwap", fedKgPerDay: 2, climate: warm, ...changes })]);
  expect(swap({ wormsKg: 9, isFeedingBed: true })).toContain("pureed");
  expect(swap({ isPureed: true, wormsKg: 9, isFeedingBed: true })).not.toContain("pureed");
  expect(swap({ isPureed: true, wormsKg: 0.1, isFeedingBed: true })).toContain("moreWorms");
  expect(swap({ isPureed: true, isFeedingBed: true })).not.toContain("moreWorms");
  // Bedding that feeds, but where it is so bedded already.
  expect(swap({ isPureed: true })).toContain("feedingBed");
  expect(swap({ isPureed: true, isFeedingBed: true })).not.toContain("feedingBed");
  // More food for a day gains more.
  const hungry = (kg: number) =>
    targetStands(
      target,
      0,
      [],
      [tub({ fedKgPerDay: kg, climate: warm })],
      0.4,
      addDays(START, 150),
    ).changes.find((one) => one.of === "moreFood")!;
  expect(hungry(0).gainKg).toBeGreaterThan(hungry(0.05).gainKg);
  for (const change of changes) expect(sayChange(change, "metric", today)).toMatch(/about [\d.]+ k?g/);
});
