import fc from "fast-check";
import { START } from "../../../tests/log";
import { takenEarly } from "./early";
import type { HarvestPlan } from "./harvestPlan";
import { sayEarly } from "./words";

const HERD = { wormsKg: 0.8, cocoons: 4000 };
const OFFER = { wormsLost: 0.02, cocoonsOut: 0.3 };
const planOf = (kg: number, wetKg: number, gainsKg: number, ripeIn?: number) =>
  ({
    kg,
    gainsKg,
    part: { wetKg },
    forecast: {
      share: { low: 0, middle: kg / wetKg, high: 1 },
      ...(ripeIn === undefined ? {} : { inDays: { low: ripeIn - 5, middle: ripeIn, high: ripeIn + 5 } }),
    },
  }) as HarvestPlan;

test("the earlier castings are taken, the more is gone through for them and the more goes along; never more than lives or lies there", () => {
  fc.assert(
    fc.property(
      fc.record({
        wetKg: fc.double({ min: 4, max: 40, noNaN: true }),
        share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        gainsKg: fc.double({ min: 0, max: 5, noNaN: true }),
        wantedKg: fc.double({ min: 0.3, max: 30, noNaN: true }),
        wormShare: fc.double({ min: 0.1, max: 1, noNaN: true }),
        days: fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 61, max: 120 })),
      }),
      ({ wetKg, share, gainsKg, wantedKg, wormShare, days: [soon, late] }) => {
        const plan = planOf(share * wetKg, wetKg, gainsKg, 130);
        const at = (day: number, wanted = wantedKg) => takenEarly(plan, OFFER, HERD, wormShare, wanted, day);
        const [a, b] = [at(soon), at(late)];
        if (!a || !b) return;
        for (const lift of [a, b]) {
          expect(lift.kg).toBeLessThanOrEqual(wantedKg + 1e-9);
          expect(lift.throughKg).toBeGreaterThanOrEqual(lift.kg - 1e-9);
          expect(lift.throughKg).toBeLessThanOrEqual(wetKg + 1e-9);
          expect(lift.lost.wormsKg).toBeLessThanOrEqual(OFFER.wormsLost * HERD.wormsKg * wormShare + 1e-9);
          expect(lift.lost.cocoons).toBeLessThanOrEqual(HERD.cocoons);
          expect(lift.ripe!.lost.wormsKg).toBeLessThanOrEqual(lift.lost.wormsKg + 1e-9);
          expect(lift.ripe!.lost.cocoons).toBeLessThanOrEqual(lift.lost.cocoons);
        }
        expect(b.kg).toBeGreaterThanOrEqual(a.kg - 1e-9);
        // For as much, later is never dearer.
        const same = at(late, a.kg)!;
        expect(same.lost.wormsKg).toBeLessThanOrEqual(a.lost.wormsKg + 1e-9);
        expect(same.throughKg).toBeLessThanOrEqual(a.throughKg + 1e-9);
      },
    ),
  );
});

test("where hardly anything is finished nothing is offered; after the ripe day nothing is early", () => {
  expect(takenEarly(planOf(0.05, 10, 0.1), OFFER, HERD, 1, 5, 10)).toBeUndefined();
  expect(takenEarly(planOf(4, 10, 1, 20), OFFER, HERD, 1, 2, 30)!.ripe).toBeUndefined();
  const lift = takenEarly(planOf(2, 12, 3, 60), OFFER, HERD, 1, 3, 15)!;
  expect(sayEarly("Quince", lift, "metric", START)).toMatch(
    /^Quince taken unripe: about 3 kg, out of 10\.5 kg gone through by hand; \d+ g of worms lost, about [\d,.\s]+ cocoons go along\. From about .* the same would cost: /,
  );
});
