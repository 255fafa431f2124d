import fc from "fast-check";
import { setupOf } from "../../../tests/log";
import type { Contents } from "./matter";
import { added, advancedAlong, bufferL, castingsShare, dryKg, NOTHING, scaled, worked } from "./matter";

const kg = fc.double({ min: 0, max: 40, noNaN: true });
const contents = fc.record({ beddingDryKg: kg, foodDryKg: kg, castingsDryKg: kg });
const days = fc.integer({ min: 0, max: 400 });
const close = (found: Contents, wanted: Contents) => {
  for (const [key, value] of Object.entries(wanted) as [keyof Contents, number][])
    expect(found[key]).toBeCloseTo(value, 9);
};

test("work takes and never makes: two stretches are one, mass only falls, all becomes castings in the end", () => {
  fc.assert(
    fc.property(contents, days, days, (held, first, then) => {
      close(worked(worked(held, first), then), worked(held, first + then));
      const after = worked(held, first);
      expect(dryKg(after)).toBeLessThanOrEqual(dryKg(held) + 1e-9);
      expect(after.castingsDryKg).toBeGreaterThanOrEqual(held.castingsDryKg - 1e-9);
      expect(castingsShare(after)).toBeGreaterThanOrEqual(castingsShare(held) - 1e-9);
      expect(castingsShare(worked(added(held, { ...NOTHING, castingsDryKg: 0.1 }), 4000))).toBeCloseTo(1, 4);
    }),
  );
});

test("moving a wedge along keeps every gram, gives only onwards, and the last keeps what it has", () => {
  const order = setupOf("trough").compartments;
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const line = fc.array(contents, { minLength: order.length, maxLength: order.length });
  fc.assert(
    fc.property(line, share, (held, x) => {
      const before = new Map(order.map(({ id }, at) => [id, held[at]!]));
      const after = advancedAlong(order, before, x);
      const whole = (of: ReadonlyMap<string, Contents>) => [...of.values()].reduce(added, NOTHING);
      close(whole(after), whole(before));
      close(after.get(order[0]!.id)!, scaled(held[0]!, 1 - x));
      const last = held.length - 1;
      close(after.get(order[last]!.id)!, added(held[last]!, scaled(held[last - 1]!, x)));
    }),
  );
});

test("a litre of bedding takes food twice as well as a litre of castings; food itself takes none", () => {
  fc.assert(
    fc.property(contents, (held) => {
      expect(bufferL({ ...held, foodDryKg: 0 })).toBe(bufferL(held));
      expect(bufferL(added(held, { ...NOTHING, beddingDryKg: 0.085 }))).toBeCloseTo(bufferL(held) + 1, 9);
      expect(bufferL(added(held, { ...NOTHING, castingsDryKg: 0.19 }))).toBeCloseTo(bufferL(held) + 0.5, 9);
    }),
  );
});
