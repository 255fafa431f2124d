import fc from "fast-check";
import { newTub, entry, setupOf, START } from "../../../tests/log";
import type { LocalDate } from "@/vocabulary/fields";
import { SYSTEMS } from "@/vocabulary/setup";
import { replay } from "../bin/replay";
import { addDays, daysBetween } from "../calendar/day";
import { practiceOf } from "../practice/practice";
import { BUSY_SAID_DAYS, busyTime, isBusyOver, stretchedDays, toldBusy, toldUsual } from "./busy";

const SEASON = [{ name: "planting out", from: "05-10", until: "08-15" }];

test("a busy time returns each year, is said a fortnight before, goes over a year's end, and a leap day falls where it can", () => {
  const on = (day: string, busy = SEASON) => busyTime(busy, day as LocalDate);
  expect(on("2026-04-01")).toBeUndefined();
  for (const year of [2026, 2027, 2028])
    expect(on(`${year}-05-01`)).toEqual({
      name: "planting out",
      from: `${year}-05-10`,
      until: `${year}-08-15`,
    });
  expect(on("2026-08-15")?.until).toBe("2026-08-15");
  expect(on("2026-08-16")).toBeUndefined();
  const feast = [{ name: "market", from: "11-25", until: "01-06" }];
  expect(on("2027-01-03", feast)).toEqual({ name: "market", from: "2026-11-25", until: "2027-01-06" });
  expect(on("2027-02-25", [{ name: "leap", from: "02-29", until: "03-20" }])?.from).toBe("2027-02-28");
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1500 }), (days) => {
      const today = addDays(START, days);
      const found = on(today, [...SEASON, ...feast]);
      if (!found) return;
      expect(found.until >= today).toBe(true);
      expect(daysBetween(today, found.from)).toBeLessThanOrEqual(BUSY_SAID_DAYS);
    }),
  );
});

test("a bin is told once, never seldomer than its school comes, and goes back to just what it was", () => {
  const until = addDays(START, 90);
  for (const system of SYSTEMS)
    for (const own of [undefined, { intervalDays: 5 }, { ratio: 3 }]) {
      const log = [...newTub(0.5, setupOf(system, own ? { own } : {}))];
      const practice = practiceOf(replay(log))!;
      const told = toldBusy(practice, until);
      expect(stretchedDays(practice)).toBeLessThanOrEqual(Math.max(practice.school.usualIntervalDays, practice.school.maxIntervalDays)); // prettier-ignore
      if (!told) continue;
      const busy = replay([...log, entry({ kind: "altered", changes: told }, 10)]);
      expect(practiceOf(busy)!.school.usualIntervalDays).toBe(stretchedDays(practice));
      expect(toldBusy(practiceOf(busy)!, until)).toBeUndefined();
      expect(isBusyOver(busy.setup!, until)).toBe(false);
      expect(isBusyOver(busy.setup!, addDays(until, 1))).toBe(true);
      const back = replay([
        ...log,
        entry({ kind: "altered", changes: told }, 10),
        entry({ kind: "altered", changes: toldUsual(busy.setup!)! }, 95),
      ]);
      expect(practiceOf(back)!.school).toEqual(practice.school);
      expect(back.setup!.ahead).toEqual({});
    }
  expect(toldUsual(setupOf("tub"))).toBeUndefined();
});
