import { unitsAlone } from "../quantity/parse";
import { solve } from "yalps";
import fc from "fast-check";
import { pantryOf } from "../catalogue/pantry";
import { readBench, reportMix } from "./bench";
import { asBedding, batchIdOf, batchParts, withStore } from "./fromStore";
import type { BlendWish } from "./solve";
import { blendFrom, blendProgramme, sayMissing } from "./solve";

const pantry = pantryOf([]);
const bedding = (id: string, mostKg?: number) => ({
  material: pantry.of("bedding", id)!,
  ...(mostKg === undefined ? {} : { mostKg }),
});
const food = (id: string, mostKg?: number) => ({
  material: pantry.of("food", id)!,
  ...(mostKg === undefined ? {} : { mostKg }),
});
const blend = (wish: BlendWish) => {
  const { constraints, variables } = blendProgramme(wish);
  const solution = solve({ direction: "minimize", objective: "price", constraints, variables });
  return blendFrom(wish, new Map(solution.variables));
};

test("card, leaf mould and coffee come to the wish exactly, from no more than there is", () => {
  const wish = {
    volumeL: 40,
    moisture: 0.78,
    cn: 30,
    stock: [bedding("cardboard-corrugated"), bedding("leaf-mould", 3), food("coffee-grounds", 6)],
  };
  const found = blend(wish);
  expect(found.missing).toEqual([]);
  expect(found.volumeL).toBeCloseTo(40, 3);
  expect(found.moisture).toBeCloseTo(0.78, 4);
  expect(Math.abs(found.cn! / 30 - 1)).toBeLessThan(0.051);
  expect(found.parts.find(({ material }) => material.id === "leaf-mould")?.massKg ?? 0).toBeLessThanOrEqual(
    3 + 1e-6,
  );
});

test("what cannot be had is said, with the nearest that can", () => {
  const lean = blend({ volumeL: 30, moisture: 0.78, cn: 25, stock: [bedding("cardboard-corrugated")] });
  expect(lean.missing[0]?.code).toBe("blend/too-lean");
  expect(sayMissing(lean.missing[0]!, { volumeL: 30, moisture: 0.78, cn: 25 })).toMatch(/367.*nitrogen/);
  const wet = blend({ volumeL: 10, moisture: 0.6, cn: 12, stock: [food("lettuce-salad")] });
  expect(wet.missing.map(({ code }) => code)).toContain("blend/too-wet");
  const little = blend({
    volumeL: 100,
    moisture: 0.78,
    cn: 350,
    stock: [bedding("cardboard-corrugated", 1)],
  });
  expect(little.missing[0]).toMatchObject({ code: "blend/too-little" });
  expect(blend({ volumeL: 40, moisture: 0.78, cn: 30, stock: [] }).missing[0]?.code).toBe("blend/too-little");
});

test("whatever is wished of whatever is there, no amount is negative and no stock is overdrawn", () => {
  const all = pantry.materials.filter(({ stance, use }) => stance !== "avoid" && use !== "amendment");
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.nat(all.length - 1), { minLength: 1, maxLength: 8 }),
      fc.double({ min: 1, max: 500, noNaN: true }),
      fc.double({ min: 0.5, max: 0.88, noNaN: true }),
      fc.double({ min: 12, max: 200, noNaN: true }),
      fc.double({ min: 0.1, max: 40, noNaN: true }),
      (picked, volumeL, moisture, cn, mostKg) => {
        const found = blend({
          volumeL,
          moisture,
          cn,
          stock: picked.map((at) => ({ material: all[at]!, mostKg })),
        });
        expect(found.waterL).toBeGreaterThanOrEqual(0);
        expect(found.volumeL).toBeLessThanOrEqual(volumeL * 1.0001);
        for (const part of found.parts) {
          expect(part.massKg).toBeGreaterThan(0);
          expect(part.massKg).toBeLessThanOrEqual(mostKg * 1.0001);
        }
        if (found.missing.length === 0) {
          expect(found.moisture).toBeLessThanOrEqual(moisture + 0.006);
          if (found.cn !== undefined) expect(Math.abs(found.cn / cn - 1)).toBeLessThan(0.06);
        }
      },
    ),
  );
});

test("lines read as typed: kilograms, litres, parts of what is still wanted; a line that cannot be read stays a line", () => {
  const line = (key: string, materialId: string, amount: string) =>
    ({ key, use: "bedding", materialId, amount }) as const;
  const read = readBench(
    [
      line("a", "leaf-mould", "10 L"),
      line("b", "cardboard-corrugated", "2 parts"),
      line("c", "straw-aged", "1 part"),
      line("d", "coir", "a brick"),
    ],
    pantry,
    40,
    unitsAlone("metric"),
  );
  expect(read.parts.map(({ volumeL }) => volumeL)).toEqual([10, 20, 10]);
  expect(read.faults.d).toMatch(/How big is the brick/);
  const card = readBench([line("a", "cardboard-corrugated", "1 kg")], pantry, 40, unitsAlone("metric")).parts;
  expect(card[0]!.volumeL).toBeCloseTo(0.92 / 0.05, 6);
});

test("dry card soaked to 72 % is wrung out: one or two drops; at 85 % it streams; the report keeps dry mass", () => {
  const parts = readBench(
    [{ key: "a", use: "bedding", materialId: "cardboard-corrugated", amount: "2 kg" }],
    pantry,
    40,
    unitsAlone("metric"),
  ).parts;
  expect(reportMix(parts, 0.72).squeeze).toBe("fewDrops");
  expect(reportMix(parts, 0.85).squeeze).toBe("stream");
  const report = reportMix(parts, 0.78);
  expect(report.whole.dryKg).toBeCloseTo(2 * 0.92, 9);
  expect(report.moisture).toBeCloseTo(0.78, 9);
  expect(report.structure).toBe("airy");
});

test("an own value takes the place of the catalogue's, an own material joins it, both come first", () => {
  const own = pantryOf([
    {
      schemaVersion: 1, rowId: "r", id: "i", revision: 1, recordedAt: "2026-01-01T00:00:00.000Z", deviceId: "d",
      use: "bedding", materialId: "leaf-mould", name: "Our oak mould", moisture: 0.5, carbonPctDm: 40, nitrogenPctDm: 2, densityKgPerL: 0.3,
    } as never,
  ]); // prettier-ignore
  expect(own.of("bedding", "leaf-mould")).toMatchObject({
    name: "Our oak mould",
    moisture: 0.5,
    dryDensityKgPerL: 0.15,
  });
  expect(own.materials).toHaveLength(pantry.materials.length);
  expect(own.materials[0]!.name).toBe("Our oak mould");
});

test("a batch of the store is a material again: its sums are its own, and taken apart its parts add up", () => {
  const parts = readBench(
    [
      { key: "a", use: "bedding", materialId: "cardboard-corrugated", amount: "3 kg" },
      { key: "b", use: "food", materialId: "coffee-grounds", amount: "5 kg" },
    ],
    pantry,
    40,
    unitsAlone("metric"),
  ).parts;
  const report = reportMix(parts, 0.7);
  const batch = {
    id: "Bx1", name: "Brew", massKg: report.whole.massKg, moisture: report.moisture, volumeL: report.dry.volumeL, waterL: report.waterL,
    parts: parts.map(({ material, massKg }) => ({ use: material.use, materialId: material.id, massKg, moisture: material.moisture })),
  } as never; // prettier-ignore
  const store = withStore(pantry, [{ batch, leftKg: 5 }]);
  const again = readBench(
    [{ key: "s", use: "bedding", materialId: "batch-Bx1", amount: "4 kg" }],
    store,
    40,
    unitsAlone("metric"),
  ).parts;
  const second = reportMix(again, 0.5);
  expect(second.cn! / report.cn!).toBeCloseTo(1, 6);
  expect(second.moisture).toBeCloseTo(0.7, 6);
  expect(second.dry.volumeL / second.dry.massKg).toBeCloseTo(report.dry.volumeL / report.whole.massKg, 6);
  const apart = batchParts(batch, 4);
  expect(apart.parts.reduce((sum, { massKg }) => sum + massKg, 0) + apart.waterL).toBeCloseTo(4, 6);
  const bedded = asBedding(batch, 4);
  expect(bedded.reduce((sum, { amount }) => sum + amount.massKg, 0)).toBeCloseTo(4, 3);
  expect(batchIdOf("batch-Bx1")).toBe("Bx1");
});
