import fc from "fast-check";
import { bandOf, chanceThat, quantiles } from "./quantiles";

/** Members with weights that add up to 1; equal values happen, as do members that no longer count. */
const members = fc
  .array(fc.record({ value: fc.integer({ min: -50, max: 50 }), weight: fc.integer({ min: 0, max: 20 }) }), {
    minLength: 1,
    maxLength: 400,
  })
  .filter((all) => all.some(({ weight }) => weight > 0))
  .map((all) => {
    const sum = all.reduce((total, { weight }) => total + weight, 0);
    return {
      values: Float64Array.from(all, ({ value }) => value),
      weights: Float64Array.from(all, ({ weight }) => weight / sum),
    };
  });
const shares = fc
  .array(fc.double({ min: 0.001, max: 0.999, noNaN: true }), { minLength: 1, maxLength: 5 })
  .map((list) => list.sort((a, b) => a - b));

test("a quantile is the least value that the share of the weight does not exceed; what it is asked of stays as it was", () => {
  fc.assert(
    fc.property(members, shares, ({ values, weights }, asked) => {
      const before = [[...values], [...weights]];
      const found = quantiles(values, weights, asked);
      expect([[...values], [...weights]]).toEqual(before);
      expect(found).toHaveLength(asked.length);
      found.forEach((value, at) => {
        const share = asked[at]!;
        expect([...values]).toContain(value);
        expect(chanceThat(values, weights, (one) => one <= value)).toBeGreaterThan(share - 1e-9);
        expect(chanceThat(values, weights, (one) => one < value)).toBeLessThan(share + 1e-9);
      });
    }),
  );
});

test("the order of the members says nothing, a member counted twice weighs double, and a band lies in order", () => {
  fc.assert(
    fc.property(members, fc.nat(), ({ values, weights }, seed) => {
      const band = bandOf(values, weights);
      expect(band.low).toBeLessThanOrEqual(band.middle);
      expect(band.middle).toBeLessThanOrEqual(band.high);
      const turn = seed % values.length;
      const turned = (list: Float64Array) =>
        Float64Array.from([...list.slice(turn), ...list.slice(0, turn)].reverse());
      expect(bandOf(turned(values), turned(weights))).toEqual(band);
      const halves = Float64Array.from([...weights, ...weights], (weight) => weight / 2);
      expect(bandOf(Float64Array.from([...values, ...values]), halves)).toEqual(band);
    }),
  );
});

test("one member is its own band; none at all says nought", () => {
  const only = new Float64Array([7]);
  expect(bandOf(only, new Float64Array([1]))).toEqual({ low: 7, middle: 7, high: 7 });
  expect(bandOf(new Float64Array(), new Float64Array())).toEqual({ low: 0, middle: 0, high: 0 });
});
