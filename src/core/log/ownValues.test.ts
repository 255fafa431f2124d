import fc from "fast-check";
import type { FactAbout } from "@/records/entry/about";
import { materialOf } from "../catalogue/material";
import { beddingPartMatter, feedPartMatter } from "./amount";
import { withOwnValues } from "./ownValues";

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test("litres of an own material hold the dry matter a litre of it does, whatever moisture is stated; weights stay", () => {
  fc.assert(
    fc.property(
      fc.constantFrom("food" as const, "bedding" as const),
      number(0.02, 2),
      number(0.05, 0.9),
      fc.option(number(0.05, 0.9), { nil: undefined }),
      number(0.1, 40),
      fc.boolean(),
      (use, densityKgPerL, moisture, stated, much, isVolume) => {
        const own = [{ use, materialId: "own-pulp-abcd", densityKgPerL, moisture }];
        const amount = isVolume ? { volumeL: much, measuredBy: "volume" as const, typed: "so much" } : { massKg: much, measuredBy: "weighed" as const }; // prettier-ignore
        const part = {
          materialId: "own-pulp-abcd",
          amount,
          ...(stated === undefined ? {} : { moisture: stated }),
        };
        const fact = use === "food" ? { kind: "fed", parts: [{ ...part, preparation: "whole" }] } : { kind: "bedded", parts: [part] }; // prettier-ignore
        const kept = withOwnValues(fact as FactAbout<"bin">, own) as unknown as { parts: never[] };
        const { dryKg } = use === "food" ? feedPartMatter(kept.parts[0]!) : beddingPartMatter(kept.parts[0]!);
        const wanted = isVolume ? much * densityKgPerL * (1 - moisture) : much * (1 - (stated ?? moisture));
        expect(dryKg).toBeCloseTo(wanted, 4);
        expect(kept.parts[0]).toMatchObject({ moisture: stated ?? moisture, amount: isVolume ? { typed: "so much", measuredBy: "volume" } : amount }); // prettier-ignore
      },
    ),
    { seed: 35, numRuns: 300 },
  );
});

test("what is none of the keeper’s own, comes out of a batch, or is no meal and no bedding stays as it was", () => {
  const own = [{ use: "bedding" as const, materialId: "leaf-mould", densityKgPerL: 0.5, moisture: 0.5 }];
  const volume = { volumeL: 2, measuredBy: "volume" as const };
  for (const fact of [
    { kind: "bedded", parts: [{ materialId: "cardboard-corrugated", amount: volume }] },
    { kind: "bedded", parts: [{ materialId: "leaf-mould", batchId: "b1", amount: volume }] },
    { kind: "fed", parts: [{ materialId: "leaf-mould", preparation: "whole", amount: volume }] },
    { kind: "watered", amount: volume },
  ] as unknown as FactAbout<"bin">[])
    expect(withOwnValues(fact, own)).toEqual(fact);
  // A material of the catalogue with the keeper's own values goes by those.
  expect(
    withOwnValues({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: volume }] }, own),
  ).toMatchObject({
    parts: [{ amount: { massKg: 1 }, moisture: 0.5 }],
  });
  expect(materialOf("bedding", "leaf-mould").densityKgPerL).not.toBe(0.5);
});
