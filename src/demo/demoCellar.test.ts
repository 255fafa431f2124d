import { decodeArchive } from "@/archive/decode";
import { addDays, daysBetween } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { localDate } from "@/vocabulary/fields";
import { demoArchive } from "./demoCellar";

const LAST = localDate.parse("2026-11-23");
const records = (text: string) => {
  const decoded = decodeArchive(text);
  if (!decoded.ok) throw new Error(decoded.problem.code);
  return decoded.value.records;
};

test("the demo is an archive like any other: eight bins of five systems and more, a year that ends on the day", () => {
  const { bins, entries, cellars } = records(demoArchive(LAST));
  expect(bins).toHaveLength(8);
  expect(cellars[0]!.walkingOrder).toHaveLength(8);
  const states = bins.map((bin) =>
    replay(entries.filter((entry) => entry.subject.id === (bin.id as string))),
  );
  expect(new Set(states.map((state) => state.setup?.system)).size).toBeGreaterThanOrEqual(5);
  expect(entries.every((entry) => entry.day <= LAST && daysBetween(entry.day, LAST) < 365)).toBe(true);
  expect(states.flatMap((state) => state.problems)).toEqual([]);
  // Every screen has something worth seeing: meals, harvests, a flood, a rest, bins due today.
  expect(states.filter((state) => state.totals.harvestedKg > 0).length).toBeGreaterThanOrEqual(4);
  expect(entries.some((entry) => entry.kind === "noted" && /dripped/.test(entry.text))).toBe(true);
  expect(states.some((state) => state.setup?.resting)).toBe(true);
  expect(states.filter((state) => state.nextDay === LAST).length).toBeGreaterThanOrEqual(3);
});

test("the same day gives the same file, another day the same story moved", () => {
  expect(demoArchive(LAST)).toBe(demoArchive(LAST));
  const moved = records(demoArchive(addDays(LAST, 100)));
  expect(moved.bins.map((bin) => bin.name)).toEqual(records(demoArchive(LAST)).bins.map((bin) => bin.name));
  expect(moved.entries.every((entry) => entry.day <= addDays(LAST, 100))).toBe(true);
});
