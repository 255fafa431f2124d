import fc from "fast-check";
import { addDays, differenceInCalendarDays, formatISO, parseISO } from "date-fns";
import { refusal, value } from "../../../tests/calculate";
import { lampSchedule } from "../schedule/lampRounds";

const mass = fc.double({ min: 0.001, max: 5_000, noNaN: true });
/** The library counts days as they were lived: Apia had no 30 December in 2011, a calendar has. */
const start = fc.date({ min: new Date("2012-01-02"), max: new Date("2089-12-31"), noInvalidDate: true });
const dayText = (date: Date) => formatISO(date, { representation: "date" });

describe("calendar sums against a calendar library", () => {
  test("sections go clockwise, skip what is left out, and return when the circle closes", () => {
    fc.assert(
      fc.property(
        start,
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        (first, intervalDays, count, skipped) => {
          const skip = skipped < count ? [skipped] : [];
          const { visits } = value<{ visits: { date: string; place: number; returnDate: string }[] }>(
            "sections",
            {
              count,
              startDate: dayText(first),
              intervalDays,
              visits: 3 * count,
              skip,
            },
          );
          visits.forEach((visit, at) => {
            expect(visit.date).toBe(dayText(addDays(first, at * intervalDays)));
            expect(skip).not.toContain(visit.place);
            const back = visits.slice(at + 1).find((later) => later.place === visit.place);
            if (back) expect(visit.returnDate).toBe(back.date);
          });
        },
      ),
    );
    expect(
      refusal("sections", { count: 2, startDate: "2026-01-01", intervalDays: 3, visits: 2, skip: [1, 2] })
        ?.code,
    ).toBe("calc/all-skipped");
    expect(
      refusal("sections", { count: 4, startDate: "2026-02-30", intervalDays: 3, visits: 2 })?.issues[0]?.path,
    ).toBe("startDate");
  });
  test("breeding groups keep their weekday, every tub is set as often as there are cycles, cocoons add up", () => {
    fc.assert(
      fc.property(
        start,
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 6 }),
        (first, tubs, perGroup, cycles) => {
          const plan = value<{
          events: { date: string; kind: string; group: number; tubs: number; cocoonsExpected?: number }[];
          cocoonsExpected: number;
        }>("breeding-plan", {
          tubs, perGroup, startDate: dayText(first), staggerDays: 7, cycleDays: 21, cycles, wormsPerTub: 200,
          cocoonsPerWormCycle: 2.5, hatchDays: 28, splitAfterHatchDays: 40,
        }); // prettier-ignore
          const of = (kind: string) => plan.events.filter((event) => event.kind === kind);
          for (const { date } of [...of("set"), ...of("sieve")])
            expect(parseISO(date).getDay()).toBe(parseISO(dayText(first)).getDay());
          expect(of("set").reduce((sum, event) => sum + event.tubs, 0)).toBe(tubs * cycles);
          expect(of("sieve").reduce((sum, event) => sum + event.cocoonsExpected!, 0)).toBeCloseTo(
            plan.cocoonsExpected,
            6,
          );
          expect(plan.events.map(({ date }) => date)).toEqual(plan.events.map(({ date }) => date).sort());
        },
      ),
      { numRuns: 40 },
    );
  });
  test("pace: the line ends at the target, ahead is actual less expected, the last day says null or nought", () => {
    fc.assert(
      fc.property(
        start,
        fc.integer({ min: 1, max: 800 }),
        fc.nat(800),
        mass,
        (from, length, passed, targetKg) => {
          const to = addDays(from, length);
          const asOf = addDays(from, Math.min(passed, length));
          const found = value<{ expectedKg: number; neededPerDayKg: number | null }>("pace", {
          targetKg, from: dayText(from), to: dayText(to), asOf: dayText(asOf),
          harvests: [{ date: dayText(addDays(from, -1)), kg: 5 }],
        }); // prettier-ignore
          const share = (differenceInCalendarDays(asOf, from) + 1) / (differenceInCalendarDays(to, from) + 1);
          expect(found.expectedKg).toBeCloseTo(targetKg * share, 6);
          const left = differenceInCalendarDays(to, asOf);
          if (left === 0) expect(found.neededPerDayKg).toBeNull();
          else expect(found.neededPerDayKg! * left).toBeCloseTo(targetKg, 6);
        },
      ),
    );
    const year = { targetKg: 10, from: "2026-01-01", to: "2026-12-31" };
    expect(
      value("pace", { ...year, asOf: "2026-12-31", harvests: [{ date: "2026-12-31", kg: 10 }] }),
    ).toMatchObject({ neededPerDayKg: 0, neededPer30DaysKg: 0 });
    expect(refusal("pace", { ...year, asOf: "2027-01-01", harvests: [] })?.issues[0]?.path).toBe("asOf");
  });
});

describe("lamp rounds", () => {
  /** Every order there is, one after the other. */
  const shortest = (left: number[], ready: number[], at: number, wait: number, scrape: number): number => {
    let best = left.every((count) => count === 0) ? at : Infinity;
    left.forEach((count, tub) => {
      if (count === 0) return;
      const end = Math.max(at, ready[tub]!) + scrape;
      best = Math.min(
        best,
        shortest(left.with(tub, count - 1), ready.with(tub, end + wait), end, wait, scrape),
      );
    });
    return best;
  };
  const plan = fc.record({
    scrapes: fc
      .array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 })
      .filter((all) => all.reduce((a, b) => a + b, 0) <= 7),
    waitMin: fc.integer({ min: 0, max: 20 }),
    scrapeMin: fc.integer({ min: 1, max: 9 }),
  });

  test("as short as the shortest of all orders, waits kept, one pair of hands", () => {
    fc.assert(
      fc.property(plan, ({ scrapes, waitMin, scrapeMin }) => {
        const { timeline, totalMin } = lampSchedule({ scrapes, waitMin, scrapeMin });
        if (timeline.length === 0) return expect(totalMin).toBe(0);
        expect(totalMin).toBe(
          shortest(
            scrapes,
            scrapes.map(() => waitMin),
            0,
            waitMin,
            scrapeMin,
          ),
        );
        timeline.forEach((visit, at) => {
          if (at > 0) expect(visit.startMin).toBeGreaterThanOrEqual(timeline[at - 1]!.startMin + scrapeMin);
          const before = timeline.slice(0, at).findLast((other) => other.tub === visit.tub);
          expect(visit.startMin).toBeGreaterThanOrEqual((before ? before.startMin + scrapeMin : 0) + waitMin);
          expect(visit.round).toBe((before?.round ?? 0) + 1);
        });
      }),
      { numRuns: 200 },
    );
  });
  test("many tubs come out at once, never below the bound", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 13, maxLength: 40 }),
        fc.integer({ min: 1, max: 60 }),
        (scrapes, waitMin) => {
          const found = lampSchedule({ scrapes, waitMin, scrapeMin: 4 });
          expect(found.totalMin).toBeGreaterThanOrEqual(found.lowerBoundMin - 1e-9);
          expect(found.totalMin).toBeLessThanOrEqual(found.lowerBoundMin * 1.25);
        },
      ),
      { numRuns: 40 },
    );
  });
});
