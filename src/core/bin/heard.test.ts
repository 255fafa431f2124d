import fc from "fast-check";
import { entry, kilograms, litres, look, meal, newTub, setupOf } from "../../../tests/log";
import type { Entry, Reading } from "@/records/entry";
import { FOOD_LEFT, SQUEEZES } from "@/vocabulary/readings";
import { replay } from "./replay";
import { heardKey, placeKey } from "./state";

/* What a bin remembers of what was said to it, over random histories of a trough of three parts. */

const setup = setupOf("trough");
const parts = setup.compartments.map(({ id }) => id);
const reading: fc.Arbitrary<Reading> = fc.oneof(
  fc.record({
    of: fc.constant("squeeze" as const),
    squeeze: fc.constantFrom(...SQUEEZES),
    compartment: fc.constantFrom(...parts),
  }),
  fc.record({
    of: fc.constant("foodLeft" as const),
    foodLeft: fc.constantFrom(...FOOD_LEFT),
    compartment: fc.constantFrom(...parts),
    place: fc.integer({ min: 1, max: 3 }),
  }),
  fc.record({ of: fc.constant("weight" as const), massKg: fc.integer({ min: 5, max: 90 }) }),
);
type Deed = {
  readonly readings?: readonly Reading[];
  readonly deed?: "fed" | "watered" | "removed" | "emptied" | "bedded";
};
const deed: fc.Arbitrary<Deed> = fc.oneof(
  fc.record({ readings: fc.array(reading, { minLength: 1, maxLength: 3 }) }),
  fc.record({ deed: fc.constantFrom("fed" as const, "watered" as const, "removed" as const, "emptied" as const, "bedded" as const) }),
); // prettier-ignore
const written = (one: Deed, on: number): Entry =>
  one.readings
    ? look(one.readings, on)
    : one.deed === "fed"
      ? meal(0.2, 1, on)
      : one.deed === "watered"
        ? entry({ kind: "watered", amount: litres(1) }, on)
        : one.deed === "removed"
          ? entry({ kind: "removed", what: "contents", amount: kilograms(1) }, on)
          : one.deed === "emptied"
            ? entry({ kind: "emptied" }, on)
            : entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(1) }] }, on);

test("the last word on each part and place stands, each day of a first stays, and what is moist is said of the fed end alone", () => {
  fc.assert(
    fc.property(fc.array(deed, { maxLength: 14 }), (deeds) => {
      const entries = deeds.map((one, at) => written(one, 10 + at));
      const state = replay([...newTub(2, setup), ...entries]);
      const since = entries.findLastIndex(({ kind }) => kind === "emptied");
      const looks = entries.flatMap((one) => (one.kind === "looked" ? [one] : []));
      const last = new Map<string, Reading>();
      const fedEnd: Reading[] = [];
      /** What was seen of the meal that lies at a place, as long as no other went in there. */
      const seen = new Map<string, string>();
      entries.forEach((one, at) => {
        if (one.kind === "fed") seen.delete(placeKey(parts[0]!, 1));
        if (one.kind === "emptied") seen.clear();
        if (one.kind !== "looked") return;
        for (const said of one.readings) {
          if (said.of === "weight") continue;
          if (said.of === "foodLeft") seen.set(placeKey(said.compartment!, said.place!), said.foodLeft);
          else if (at > since) last.set(heardKey(said.of, said.compartment!), said);
          if (at > since && said.of === "squeeze" && said.compartment === parts[0]) fedEnd.push(said);
        }
      }); // prettier-ignore
      expect(Object.keys(state.heard).toSorted()).toEqual([...last.keys()].toSorted());
      for (const [key, said] of last) expect(state.heard[key]!.reading).toMatchObject(said);
      const places = Object.entries(state.places).flatMap(([key, place]) => place.seen ? [[key, place.seen.foodLeft]] : []); // prettier-ignore
      expect(Object.fromEntries(places)).toEqual(Object.fromEntries(seen));
      const wet = fedEnd.at(-1);
      expect(state.moisture?.squeeze).toBe(wet?.of === "squeeze" ? wet.squeeze : undefined);
      expect(state.firsts.looked).toBe(looks[0]?.day);
      expect(state.firsts.fed).toBe(entries.find(({ kind }) => kind === "fed")?.day);
      // Bedding after it was emptied fills it again; before that it is known to be empty.
      const isRefilled = entries.slice(since + 1).some(({ kind }) => kind === "bedded");
      expect(state.emptiedOn !== undefined).toBe(since >= 0 && !isRefilled);
    }),
    { numRuns: 300 },
  );
});

test("a weight is held against the one before it only where nothing was taken out between", () => {
  fc.assert(
    fc.property(fc.array(deed, { maxLength: 14 }), (deeds) => {
      const entries = deeds.map((one, at) => written(one, 10 + at));
      const { weight } = replay([...newTub(2, setup), ...entries]);
      const heavy = entries.flatMap((one, at) =>
        one.kind === "looked"
          ? one.readings.flatMap((said) => (said.of === "weight" ? [{ at, kg: said.massKg }] : []))
          : [],
      );
      const taken = entries.findLastIndex(({ kind }) => kind === "removed" || kind === "emptied");
      const now = heavy.at(-1);
      if (!now || now.at < taken) return expect(weight).toBeUndefined();
      const before = heavy.at(-2);
      expect(weight?.kg).toBe(now.kg);
      expect(weight?.beforeKg).toBe(before && before.at > taken ? before.kg : undefined);
    }),
    { numRuns: 300 },
  );
});
