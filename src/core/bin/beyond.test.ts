import { LOG } from "../../../tests/everyKind";
import { entry, kilograms, litres, setupOf } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import { SYSTEMS } from "@/vocabulary/setup";
import { isBeyondReason, measured } from "./beyond";
import { binVolumeL } from "./system";

const ofBins = LOG.filter(
  ({ subject, kind }) => subject.kind === "bin" && kind !== "altered" && kind !== "looked",
);
/** The same deed with all its amounts so many times as large. */
const times = (one: Entry, by: number): Entry =>
  JSON.parse(
    JSON.stringify(one, (key, value: unknown) =>
      /^(massKg|volumeL|grossKg)$/.test(key) ? (value as number) * by : value,
    ),
  ) as Entry;

test("what keepers do with a bin of any kind is not asked back; a thousand times as much, grams for kilograms, always is", () => {
  for (const system of SYSTEMS) {
    const setup = setupOf(system);
    const holdsL = binVolumeL(setup);
    let asked = 0;
    for (const one of ofBins) {
      const measure = measured(one, setup);
      if (!measure || measure.stated <= 0) continue;
      // In a bin of the size the deed was made for.
      if (holdsL > 50) expect([system, one.kind, isBeyondReason(one, setup)]).toEqual([system, one.kind, false]);
      expect([system, one.kind, isBeyondReason(times(one, 10_000), setup)]).toEqual([system, one.kind, true]);
      asked += 1;
    }
    expect(asked).toBeGreaterThan(12);
  }
}); // prettier-ignore

test("more is never less beyond reason, and a larger bin never asks where a smaller does not", () => {
  const small = setupOf("tub");
  const large = {
    ...small,
    compartments: small.compartments.map((one) => ({ ...one, lengthM: 3 * one.lengthM })),
  };
  for (const one of ofBins)
    for (let by = 1; by < 1e5; by *= 3) {
      if (isBeyondReason(times(one, by), small)) expect(isBeyondReason(times(one, 3 * by), small)).toBe(true);
      if (isBeyondReason(times(one, by), large)) expect(isBeyondReason(times(one, by), small)).toBe(true);
    }
});

test("half a ton of scraps, four hundred litres of water and a harvest of five hundred kilograms out of a tub of 54 L are asked back", () => {
  const tub = setupOf("tub");
  const fed = (massKg: number) =>
    entry({ kind: "fed", parts: [{ materialId: "mixed-kitchen-scraps", amount: kilograms(massKg), preparation: "chopped" }] });
  const harvested = (grossKg: number) => entry({ kind: "harvested", grossKg, tareKg: 0.4, method: "light" });
  const weighed = (massKg: number) => entry({ kind: "looked", lid: "closed", readings: [{ of: "weight", massKg }] });
  const asked = (one: Entry) => isBeyondReason(one, tub);
  expect([fed(500), entry({ kind: "watered", amount: litres(400) }), harvested(500), weighed(2500)].map(asked)).toEqual([true, true, true, true]);
  expect([fed(12), entry({ kind: "watered", amount: litres(20) }), harvested(30), weighed(80)].map(asked)).toEqual([false, false, false, false]);
}); // prettier-ignore
