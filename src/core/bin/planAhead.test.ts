import fc from "fast-check";
import { setupOf, START } from "../../../tests/log";
import type { BinSetup } from "@/records/setup";
import { addDays, daysBetween } from "../calendar/day";
import { daysToLast, standingPlan, whenSomeoneIsThere } from "./planAhead";

const planned = (ahead: NonNullable<BinSetup["ahead"]>) => setupOf("tub", { ahead });
const day = fc.integer({ min: -40, max: 80 });

test("an absence stands until someone is back and no day longer; a smaller meal stands until it is taken back", () => {
  const setup = planned({ mealShare: 0.5, awayFrom: addDays(START, 10), awayUntil: addDays(START, 24) });
  const away = { from: addDays(START, 10), until: addDays(START, 24) };
  expect(standingPlan(setup, START)).toEqual({ mealShare: 0.5, away });
  expect(standingPlan(setup, addDays(START, 23))).toEqual({ mealShare: 0.5, away });
  expect(standingPlan(setup, addDays(START, 24))).toEqual({ mealShare: 0.5 });
  expect(standingPlan(setupOf("tub"), START)).toBeUndefined();
  expect(standingPlan(undefined, START)).toBeUndefined();
  expect(standingPlan(planned({ awayFrom: away.until, awayUntil: away.from }), START)).toBeUndefined();
});

test("no day of an absence is ever proposed, no other day is moved, and a meal lasts until the day one comes", () => {
  fc.assert(
    fc.property(
      day,
      fc.integer({ min: 1, max: 60 }),
      day,
      fc.integer({ min: 1, max: 30 }),
      (from, long, at, usual) => {
        const away = { from: addDays(START, from), until: addDays(START, from + long) };
        const asked = addDays(START, at);
        const there = whenSomeoneIsThere({ away }, asked);
        const isAway = (one: string) => one >= away.from && one < away.until;
        expect(isAway(there)).toBe(false);
        expect(there).toBe(isAway(asked) ? away.until : asked);
        const lasts = daysToLast({ away }, asked, usual);
        expect(lasts).toBeGreaterThanOrEqual(usual);
        expect(addDays(asked, lasts)).toBe(whenSomeoneIsThere({ away }, addDays(asked, usual)));
        expect(daysToLast(undefined, asked, usual)).toBe(daysBetween(asked, addDays(asked, usual)));
      },
    ),
  );
});
