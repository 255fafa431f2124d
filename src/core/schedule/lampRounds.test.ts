import fc from "fast-check";
import type { LampPlan, LampSchedule } from "./lampRounds";
import { lampSchedule, scrapesFor } from "./lampRounds";

/** Every order there is, tried one by one. */
function shortest({ scrapes, waitMin, scrapeMin }: LampPlan): number {
  const go = (atMin: number, left: readonly number[], ready: readonly number[]): number => {
    let best = Infinity;
    left.forEach((count, tub) => {
      if (count === 0) return;
      const end = Math.max(atMin, ready[tub]!) + scrapeMin;
      const rest = go(end, left.with(tub, count - 1), ready.with(tub, end + waitMin));
      best = Math.min(best, rest);
    });
    return best === Infinity ? atMin : best;
  };
  return go(
    0,
    scrapes,
    scrapes.map(() => waitMin),
  );
}

/** One pair of hands, light before every scrape, each scrape in its turn, none forgotten. */
function canBeDone({ scrapes, waitMin, scrapeMin }: LampPlan, { timeline, totalMin }: LampSchedule): void {
  const ready = scrapes.map(() => waitMin);
  const done = scrapes.map(() => 0);
  let free = 0;
  for (const { startMin, tub, round } of timeline) {
    expect(startMin).toBeGreaterThanOrEqual(Math.max(free, ready[tub - 1]!) - 1e-9);
    expect(round).toBe((done[tub - 1]! += 1));
    free = startMin + scrapeMin;
    ready[tub - 1] = free + waitMin;
  }
  expect(done).toEqual(scrapes);
  expect(totalMin).toBeCloseTo(free, 9);
}

const minutes = fc.integer({ min: 1, max: 30 });
const plans = (tubs: number, most: number) =>
  fc.record({
    scrapes: fc.array(fc.integer({ min: 0, max: most }), { minLength: 1, maxLength: tubs }),
    waitMin: minutes,
    scrapeMin: minutes,
  });

test("a small round is the shortest of all orders, and can be done by one pair of hands", () => {
  fc.assert(
    fc.property(plans(4, 2), (plan) => {
      const found = lampSchedule(plan);
      canBeDone(plan, found);
      expect(found.totalMin).toBeCloseTo(shortest(plan), 9);
      expect(found.lowerBoundMin).toBeCloseTo(found.totalMin, 9);
    }),
  );
});

test("a large one can be done too, within its bound and not far above it", () => {
  fc.assert(
    fc.property(plans(12, 6), (plan) => {
      const found = lampSchedule(plan);
      canBeDone(plan, found);
      expect(found.totalMin).toBeGreaterThanOrEqual(found.lowerBoundMin - 1e-9);
      // Never worse than tub after tub.
      const alone = plan.scrapes.reduce((sum, one) => sum + one * (plan.waitMin + plan.scrapeMin), 0);
      expect(found.totalMin).toBeLessThanOrEqual(alone + 1e-9);
    }),
  );
});

test("more light, more scrapes or slower hands never make a round shorter", () => {
  fc.assert(
    fc.property(plans(3, 3), minutes, fc.nat({ max: 2 }), (plan, more, at) => {
      const { totalMin } = lampSchedule(plan);
      const tub = at % plan.scrapes.length;
      for (const harder of [
        { ...plan, waitMin: plan.waitMin + more },
        { ...plan, scrapeMin: plan.scrapeMin + more },
        { ...plan, scrapes: plan.scrapes.with(tub, plan.scrapes[tub]! + 1) },
      ])
        expect(lampSchedule(harder).totalMin).toBeGreaterThanOrEqual(totalMin - 1e-9);
    }),
  );
});

test("scrapes are counted down to what is left for the worms, without one too many for a rounding", () => {
  expect([
    scrapesFor(15, 3, 6),
    scrapesFor(15, 3, 5.9),
    scrapesFor(4, 3, 6),
    scrapesFor(0.3, 0.1, 0),
  ]).toEqual([3, 4, 0, 3]);
});
