import fc from "fast-check";
import { inOwnContainers } from "./containers";
import { readQuantity } from "./parse";

test("an amount said in a keeper’s own containers is read back as that amount, to the nearest quarter", () => {
  const mine = [
    { name: "Grey bucket", volumeL: 8.5 },
    { name: "jar", volumeL: 0.7 },
    { name: "sprayer", litresPerMin: 0.1 },
  ];
  expect([8.5, 4, 2.2, 20, 0.7, 0.2, 0.1, 200, 60].map((litres) => inOwnContainers(litres, mine))).toEqual([
    "a grey bucket", "half a grey bucket", "a quarter of a grey bucket", "2¼ grey buckets", "a jar", "a quarter of a jar", undefined, undefined, "7 grey buckets",
  ]); // prettier-ignore
  expect(inOwnContainers(3, [])).toBeUndefined();
  fc.assert(
    fc.property(fc.double({ min: 0.18, max: 100, noNaN: true }), (litres) => {
      const said = inOwnContainers(litres, mine)!;
      const read = readQuantity(said, { takes: ["volume"] }, { units: "metric", containers: mine });
      expect([said, read.ok]).toEqual([said, true]);
      if (read.ok) expect(Math.abs(read.value.value - litres)).toBeLessThanOrEqual((litres > 33 ? 0.251 : 0.13) * 8.5); // prettier-ignore
    }),
    { seed: 35, numRuns: 400 },
  );
});
