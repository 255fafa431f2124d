import { decodeArchive } from "@/archive/decode";
import { addDays } from "@/core/calendar/day";
import { localDate } from "@/vocabulary/fields";
import { demoArchive } from "./demoCellar";

const LAST = localDate.parse("2026-11-23");
const records = (text: string) => {
  const decoded = decodeArchive(text);
  if (!decoded.ok) throw new Error(decoded.problem.code);
  return decoded.value.records;
};

test("the same day gives the same file, another day the same story moved", () => {
  const file = demoArchive(LAST);
  expect(demoArchive(LAST)).toBe(file);
  const moved = records(demoArchive(addDays(LAST, 100)));
  expect(moved.bins.map((bin) => bin.name)).toEqual(records(file).bins.map((bin) => bin.name));
  expect(moved.entries.every((entry) => entry.day <= addDays(LAST, 100))).toBe(true);
});
