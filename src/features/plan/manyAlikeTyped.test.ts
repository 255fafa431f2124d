import fc from "fast-check";
import { binSetup } from "@/records/setup";
import { usualCompartments } from "@/core/bin/system";
import { MOST_KG_PER_M2 } from "@/core/stocking/delivery";
import { SYSTEMS } from "@/vocabulary/setup";
import type { AlikeTyped } from "./manyAlikeTyped";
import { firstAlike, MOST_AT_ONCE, readAlike, usuallyAlike } from "./manyAlikeTyped";

const faultsOf = (changes: Partial<AlikeTyped>, units: "metric" | "us" = "metric", taken: string[] = []) => {
  const read = readAlike({ ...firstAlike(units), ...changes }, units, taken);
  return read.ok ? {} : read.problem.fields;
};

test("what stands there at first can be put on the rack as it is, for every kind and in either units", () => {
  for (const units of ["metric", "us"] as const)
    for (const system of SYSTEMS) {
      const read = readAlike({ ...firstAlike(units), ...usuallyAlike(system, units) }, units, []);
      if (!read.ok) {
        // What is deeper than worms work is said to be so, and nothing else is wrong with it.
        expect([system, Object.keys(read.problem.fields)]).toEqual([system, ["height"]]);
        continue;
      }
      const { names, size, deepM, wormsKg, group } = read.value;
      expect([names[0], names.length, new Set(names).size, group]).toEqual(["Tub 01", 20, 20, "Tub"]);
      expect(deepM).toBeGreaterThan(0);
      expect(deepM).toBeLessThanOrEqual(size.heightM);
      expect(wormsKg).toBeGreaterThan(0);
    }
});

test("each field that cannot be is named, the others are not", () => {
  expect(faultsOf({ name: " " })).toHaveProperty("name");
  expect(faultsOf({ count: "201" }).count).toBe(`A whole number from 1 to ${MOST_AT_ONCE}.`);
  expect(Object.keys(faultsOf({ count: "2.5", width: "wide", height: "70 cm" })).toSorted()).toEqual([
    "count",
    "height",
    "width",
  ]);
  expect(faultsOf({ height: "70 cm" }).height).toContain("60 cm");
  expect(faultsOf({ length: "6 m" }, "us").length).toContain("10 ft");
  expect(faultsOf({ deep: "25 cm" }).deep).toMatch(/18 cm/);
  expect(faultsOf({ deep: "" })).toEqual({});
  expect(faultsOf({}, "metric", ["tub 07"]).name).toBe("There is a Tub 07 already.");
  expect(faultsOf({ count: "6" }, "metric", ["tub 07"])).toEqual({});
  // What is said to live can be typed.
  const most = /about ([\d\s]+) worms/
    .exec(faultsOf({ wormsPerM2: "80000" }).wormsPerM2!)![1]!
    .replace(/\s/g, "");
  expect(faultsOf({ wormsPerM2: most })).toEqual({});
  expect(Number(most)).toBeGreaterThan(20_000);
});

test("whatever is typed, what comes of it fits the rack: or a field says why not", () => {
  const text = fc.oneof(
    fc.string({ maxLength: 8 }),
    fc.constantFrom("0", "12 cm", "0,3 m", "-4", "1e9", "40", "2 ft", "99 m", "0.45"),
  );
  fc.assert(
    fc.property(
      fc.record({
        name: text,
        group: text,
        count: text,
        width: text,
        length: text,
        height: text,
        deep: text,
        wormsPerM2: text,
        meanG: text,
      }),
      fc.constantFrom(...SYSTEMS),
      (typed, system) => {
        const read = readAlike({ ...firstAlike("metric"), system, ...typed }, "metric", []);
        if (!read.ok)
          return expect(Object.values(read.problem.fields).some((words) => words !== undefined)).toBe(true);
        const { names, size, wormsKg } = read.value;
        expect(names.length).toBeLessThanOrEqual(MOST_AT_ONCE);
        expect(wormsKg).toBeLessThanOrEqual(MOST_KG_PER_M2 * size.widthM * size.lengthM * 1.001);
        expect(binSetup.shape.compartments.safeParse(usualCompartments(system, size)).success).toBe(true);
      },
    ),
    { seed: 5, numRuns: 300 },
  );
  for (const width of ["30 cm", "40 cm", "1 m"])
    for (const meanG of ["0.3", "0,45"]) expect(faultsOf({ width, meanG })).toEqual({});
});
