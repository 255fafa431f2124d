import { unitsAlone } from "@/core/quantity/parse";
import { seeded } from "@/core/chance/seeded";
import type { BinId, CompartmentId } from "@/vocabulary/fields";
import type { HarvestTyped, LineTyped } from "./harvestTyped";
import { EMPTY_LINE, harvestFacts, NOTHING_TYPED, readLines } from "./harvestTyped";

const HERE = {
  binId: "bin-1" as BinId,
  compartment: "c1" as CompartmentId,
  speciesId: "fetida" as const,
  units: "metric" as const,
};
const typed = (lines: readonly Partial<LineTyped>[]): HarvestTyped => ({
  ...NOTHING_TYPED,
  lines: lines.map((line) => ({ ...EMPTY_LINE, ...line })),
});

test("each container's empty weight is taken off as often as there are containers; litres have none", () => {
  const read = readLines(
    typed([
      { weighed: "3 × 12 kg", tare: "600" },
      { weighed: "10 L", tare: "600" },
      { weighed: "", tare: "600" },
    ]),
    unitsAlone("metric"),
    0.7,
  );
  expect(read.of.map(({ netKg }) => netKg && Number(netKg.toFixed(6)))).toEqual([34.2, 7, undefined]);
  expect(read.castingsKg).toBeCloseTo(41.2, 9);
  expect(read.lines).toHaveLength(2);
});

test("in pounds a bare number is pounds, an empty container ounces; kilograms may stand beside them", () => {
  const read = readLines(typed([{ weighed: "10 + 2 kg", tare: "8" }]), unitsAlone("us"), 0.7);
  expect(read.of[0]?.netKg).toBeCloseTo(10 * 0.45359237 + 2 - 2 * 0.5 * 0.45359237, 9);
});

test("a line that cannot be read holds all up and says why; nothing, or all gone back, is nothing to keep", () => {
  const sentence = (lines: readonly Partial<LineTyped>[]) => {
    const all = typed(lines);
    const found = harvestFacts(all, readLines(all, unitsAlone("metric"), 0.7), HERE);
    return found.ok ? found.facts.length : found.sentence;
  };
  expect(sentence([{ weighed: "twelvish" }])).toMatch(/cannot be read/);
  expect(sentence([{ weighed: "1 kg", tare: "a bit" }])).toMatch(/cannot be read/);
  expect(sentence([{}])).toBe("Nothing was weighed yet.");
  expect(sentence([{ portion: "overs", weighed: "2 kg" }])).toMatch(/goes back where it came from/);
  expect(sentence([{ weighed: "2 kg" }, { portion: "liquid", weighed: "1.5 L" }])).toBe(2);
});

test("over random lines the net is never more than the gross, and what is faulty is never kept", () => {
  const next = seeded("lines");
  for (let nth = 0; nth < 400; nth += 1) {
    const lines = Array.from({ length: 1 + Math.floor(4 * next()) }, () => ({
      portion: (["castings", "worms", "overs", "liquid"] as const)[Math.floor(4 * next())]!,
      weighed: next() < 0.1 ? "some" : `${Math.floor(1 + 3 * next())} × ${(20 * next()).toFixed(2)} kg`,
      tare: next() < 0.3 ? "" : (3_000 * next()).toFixed(0),
      to: next() < 0.5 ? "bin-2" : "",
    }));
    const all = typed(lines);
    const read = readLines(all, unitsAlone("metric"), 0.7);
    expect(read.of).toHaveLength(lines.length);
    for (const { netKg, fault } of read.of) {
      expect((netKg === undefined) !== (fault === undefined)).toBe(true);
      if (netKg !== undefined) expect(netKg).toBeGreaterThanOrEqual(0);
    }
    const found = harvestFacts(all, read, HERE);
    if (read.of.some(({ fault }) => fault)) expect(found.ok).toBe(false);
    for (const line of read.lines) expect(line.tareKg).toBeLessThanOrEqual(line.grossKg);
  }
});
