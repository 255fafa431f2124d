import fc from "fast-check";
import { materialsFor } from "../catalogue/material";
import { beddingPartMatter } from "../log/amount";
import { readQuantity } from "../quantity/parse";
import type { Step } from "./decision";
import { sayByHand, sayStep } from "./words";

const OWN = [{ name: "grey bucket", volumeL: 8.5 }];
const bedding = (massKg: number, materialId: string, moisture?: number): Step =>
  ({ kind: "addDryBedding", amount: { massKg }, materialId, material: "card", why: { code: "none" }, ...(moisture === undefined ? {} : { moisture }) }) as never; // prettier-ignore

test("bedding is said by the volume that weighs what is proposed, in either units, and by the keeper’s own pail", () => {
  expect(sayByHand(bedding(0.46, "cardboard-corrugated"), { units: "metric", containers: OWN })).toBe(
    "about 8.5 L or a grey bucket",
  );
  expect(sayStep(bedding(0.39, "cardboard-corrugated"), { units: "metric" }).after).toContain(
    "card (about 7.2 L)",
  );
  expect(
    sayByHand({ ...bedding(1, "cardboard-corrugated"), kind: "feed" }, { units: "metric" }),
  ).toBeUndefined();
  fc.assert(
    fc.property(
      fc.constantFrom(...materialsFor("bedding")),
      fc.double({ min: 0.05, max: 8, noNaN: true }),
      fc.option(fc.double({ min: 0.4, max: 0.8, noNaN: true }), { nil: undefined }),
      fc.constantFrom("metric" as const, "us" as const),
      (material, massKg, moisture, units) => {
        const said = sayByHand(bedding(massKg, material.id, moisture), { units })!;
        const read = readQuantity(said, { takes: ["volume"] }, { units, containers: [] });
        if (!read.ok) throw new Error(`expected a volume, got ${said}`);
        const part = { materialId: material.id, ...(moisture === undefined ? {} : { moisture }) };
        const { wetKg } = beddingPartMatter({
          ...part,
          amount: { volumeL: read.value.value, measuredBy: "volume" },
        });
        // As coarse as a measuring cup.
        expect(Math.abs(wetKg - massKg)).toBeLessThanOrEqual(0.25 * massKg + 0.02);
      },
    ),
    { seed: 35, numRuns: 300 },
  );
});
