import fc from "fast-check";
import { speciesOf } from "../catalogue/species";
import { maturityFactor, moistureFactor, temperatureFactor } from "./appetite";
import { beddingRatio, capacity, clearingDays, ration } from "./ration";

const fetida = speciesOf("fetida");
const mature = { wormsKg: 0.45, species: fetida, temperatureC: 20, moisture: 0.78, ageDays: 200 };

test("450 g of worms at 20 °C eat 675 g in three days; the bedding would buffer 4.8 kg; the worms govern", () => {
  const outcome = ration(mature, 3, { beddingL: 24, ratio: 3, foodDensityKgPerL: 0.6 });
  expect(outcome.byWormsKg).toBeCloseTo(0.675, 10);
  expect(outcome.byRatioKg).toBeCloseTo(4.8, 10);
  expect(outcome).toMatchObject({ governs: "worms" });
  expect(outcome.rationKg).toBeCloseTo(0.675, 10);
});
test("in thin bedding the bedding governs", () => {
  expect(ration(mature, 7, { beddingL: 4, ratio: 8, foodDensityKgPerL: 0.6 })).toMatchObject({
    governs: "ratio",
    rationKg: 0.3,
  });
});
test.each([
  [0, 0.5],
  [4 * 7, 0.625],
  [8 * 7, 0.75],
  [16 * 7, 1],
  [400, 1],
])("on day %i a bin eats %f of its full rate", (days, factor) => {
  expect(maturityFactor(days)).toBeCloseTo(factor, 10);
});
test("appetite by temperature: one at 20, more at 25, little in the cold, none outside the species' range", () => {
  expect(temperatureFactor(20, fetida)).toBeCloseTo(1, 10);
  expect(temperatureFactor(25, fetida)).toBeCloseTo(Math.sqrt(2.2), 6);
  expect(temperatureFactor(5, fetida)).toBeLessThan(0.2);
  expect([
    temperatureFactor(2, fetida),
    temperatureFactor(36, fetida),
    temperatureFactor(-30, fetida),
  ]).toEqual([0, 0, 0]);
});
test("appetite by moisture at the corners of its curve", () => {
  expect(
    [0.2, 0.35, 0.55, 0.7, 0.8, 0.9, 0.95, 0.99]
      .map(moistureFactor)
      .map((factor) => Number(factor.toFixed(6))),
  ).toEqual([0, 0, 0.6, 1, 1, 0.7, 0.1, 0.1]);
});
test("places clear in the days of the envelope", () => {
  expect(clearingDays("chopped", 20.5, 200)).toBeCloseTo(7, 6);
  expect(clearingDays("chopped", 15, 200) / 7).toBeCloseTo(1.4, 0);
  expect(clearingDays("chopped", 10, 200) / 7).toBeCloseTo(2, 0);
  expect(clearingDays("whole", 25, 200) / 14).toBeCloseTo(0.72, 1);
});
test("the ratio of bedding to food falls from the start to the steady one over 16 weeks", () => {
  expect([0, 56, 112, 500].map((days) => beddingRatio(8, 3, days))).toEqual([8, 5.5, 3, 3]);
});

const anyHerd = fc.record({
  wormsKg: fc.double({ min: 0, max: 50, noNaN: true }),
  species: fc
    .constantFrom("fetida" as const, "excavatus" as const, "eugeniae" as const, "hortensis" as const)
    .map(speciesOf),
  temperatureC: fc.double({ min: -30, max: 60, noNaN: true }),
  moisture: fc.double({ min: 0, max: 0.99, noNaN: true }),
  ageDays: fc.double({ min: 0, max: 4000, noNaN: true }),
});
test("capacity is finite and never negative, and more worms never eat less", () => {
  fc.assert(
    fc.property(anyHerd, fc.double({ min: 0, max: 20, noNaN: true }), (herd, more) => {
      const less = capacity(herd).kgPerDay;
      return (
        Number.isFinite(less) &&
        less >= 0 &&
        capacity({ ...herd, wormsKg: herd.wormsKg + more }).kgPerDay >= less
      );
    }),
  );
});
