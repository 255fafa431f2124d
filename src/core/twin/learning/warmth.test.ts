import { look, START } from "../../../../tests/log";
import { brought, fedTub } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import { twinExpectation } from "../ahead/expect";

/* A bed's warmth beside its room's is a spell of days, until readings of separate weeks agree on it. */

const WEEKS = 14;
const DAY = 98;
const warmth = (days: readonly number[], temperatureC: number) => {
  const log = fedTub(WEEKS, (week) =>
    days
      .filter((day) => day >= 7 * week + 7 && day < 7 * week + 14)
      .map((day) => look([{ of: "temperature", temperatureC }], day)),
  );
  const twin = twinExpectation(brought(log, DAY), addDays(START, DAY));
  return twin.temperatureC;
};
const never = warmth([], 0);

test.each([4, 7, 11, -6])(
  "two readings of one visit's week, %i K off, are no habit three weeks later",
  (off) => {
    const at = Math.round(never.middle + off);
    expect(Math.abs(warmth([DAY - 2, DAY - 1], at).middle - at)).toBeLessThan(2.5);
    const later = warmth([DAY - 23, DAY - 21], at);
    expect(Math.abs(later.middle - never.middle)).toBeLessThan(1.5);
    expect(later.high - later.low).toBeGreaterThan(0.7 * (never.high - never.low));
  },
);

test("six weeks that agree are the room's way, and hold three weeks later", () => {
  const at = never.middle + 6;
  const later = warmth([28, 35, 42, 49, 56, 63, 70, 77], at);
  expect(later.middle).toBeGreaterThan(never.middle + 3.5);
});
