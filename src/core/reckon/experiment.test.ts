import { entry, kilograms, meal, newTub, START } from "../../../tests/log";
import { seeded } from "@/core/chance/seeded";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { settingsSchema } from "@/records/settings";
import { courseOf } from "./course";
import type { Experiment } from "./experiment";
import { begun, runningOn } from "./experiment";
import { booksOf } from "./flows";

const UNTIL = addDays(START, 200);
function logBy(seed: string): Entry[] {
  const chance = seeded(seed);
  const log = [...newTub(0.5)];
  for (let on = 5; on < 200; on += 3 + Math.floor(5 * chance()))
    log.push(
      chance() < 0.8
        ? meal(0.2 + chance(), 1 + Math.floor(3 * chance()), on)
        : entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(1 + chance()), moisture: 0.7 }] }, on), // prettier-ignore
    );
  return log;
}

test("what an experiment has seen go in and what went in before it are together what the whole bin was given; it stands on what lay there", () => {
  for (const seed of ["a", "b", "c", "d", "e"]) {
    const log = logBy(seed);
    const books = booksOf(log);
    const since = addDays(START, 20 + Math.floor(150 * seeded(`${seed} since`)()));
    const whole = courseOf(log, books, UNTIL)!;
    const before = courseOf(log, books, addDays(since, -1))!;
    const own = courseOf(log, books, UNTIL, since)!;
    const last = (one: typeof own) => one.points.at(-1)!;
    for (const pool of ["foodDryKg", "beddingDryKg", "outDryKg"] as const)
      expect(last(own)[pool] + last(before)[pool]).toBeCloseTo(last(whole)[pool], 9);
    expect(own.amounts + before.amounts).toBe(whole.amounts);
    expect(own.points[0]!.day).toBe(since);
    expect(last(own).standingDryKg).toBeCloseTo(last(whole).standingDryKg, 9);
    // From before its first day on it is the whole; after its last there is nothing.
    expect(courseOf(log, books, UNTIL, addDays(START, -9))).toEqual(whole);
    expect(courseOf(log, books, UNTIL, addDays(UNTIL, 1))).toBeUndefined();
  }
});

const one = (nth: number, changes: Partial<Experiment> = {}): Experiment =>
  ({
    name: `No. ${nth}`,
    binId: nth % 2 === 0 ? "bin-1" : "bin-2",
    from: addDays(START, nth),
    ...changes,
  }) as Experiment;

test("of too many experiments those that are over make room first, and what is kept is always a valid setting", () => {
  let all: readonly Experiment[] = [];
  for (let nth = 0; nth < 60; nth += 1)
    all = begun(all, one(nth, nth < 10 ? {} : { until: addDays(START, nth + 5) }));
  expect(all[0]!.name).toBe("No. 59");
  // The ten that run are all still there.
  expect(all.filter(({ until }) => until === undefined)).toHaveLength(10);
  const { experiments } = settingsSchema.shape;
  expect(experiments.safeParse(all).success).toBe(true);
  expect(experiments.safeParse([...all, one(99)]).success).toBe(false);
});

test("an experiment runs from its day to its last, on its own bin", () => {
  const all = [one(2), one(4, { until: addDays(START, 9) }), one(5)];
  const names = (binId: string, on: number) =>
    runningOn(all, binId, addDays(START, on)).map(({ name }) => name);
  expect(names("bin-1", 1)).toEqual([]);
  expect(names("bin-1", 2)).toEqual(["No. 2"]);
  expect(names("bin-1", 9)).toEqual(["No. 2", "No. 4"]);
  expect(names("bin-1", 10)).toEqual(["No. 2"]);
  expect(names("bin-2", 30)).toEqual(["No. 5"]);
  expect(runningOn(undefined, "bin-1", START)).toEqual([]);
});
