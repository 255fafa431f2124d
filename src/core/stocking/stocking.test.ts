import fc from "fast-check";
import { entry, kilograms, newTub, START } from "../../../tests/log";
import { binId } from "@/vocabulary/fields";
import { entrySchema } from "@/records/entry";
import { addDays } from "../calendar/day";
import { replay } from "../bin/replay";
import { lotKg, shareDelivery } from "./delivery";
import { countBySample } from "./sample";
import { transferFacts } from "./transfer";
import { contentsKg } from "./contents";

const quince = binId.parse("quince");
const bay = binId.parse("bay");
const lots = [
  { speciesId: "fetida" as const, amount: { massKg: 1 }, typed: "1 kg" },
  { speciesId: "hortensis" as const, amount: { count: 500 }, typed: "500" },
];
const share = (fractions: readonly number[], more = {}) =>
  shareDelivery({
    lots,
    immatureFraction: 0.3,
    shares: fractions.map((fraction, at) => ({ binId: at === 0 ? quince : bay, fraction })),
    surfaces: {},
    ...more,
  });

test("shares must add up to what arrived; the rest is asked about, not lost", () => {
  expect(share([0.6, 0.6])).toMatchObject({ ok: false, problem: { code: "delivery/over" } });
  expect(share([0.5, 0.3])).toMatchObject({
    ok: false,
    problem: { code: "delivery/rest", fraction: expect.closeTo(0.2, 9) as unknown },
  });
  const told = share([0.5, 0.3], { rest: "dead" });
  expect(told).toMatchObject({
    ok: true,
    value: { entries: [{ facts: { note: expect.stringContaining("dead") as unknown } }, {}] },
  });
  expect(share([0, 0])).toMatchObject({ ok: false, problem: { code: "delivery/nothing" } });
  expect(share([1], { surfaces: { quince: { areaM2: 0.1, wormsKg: 0.2 } } })).toMatchObject({
    ok: false,
    problem: { code: "delivery/crowded" },
  });
});

test("whatever the shares, what the bins are given and what is left is what came", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (first, split) => {
        const outcome = share([first * split, first * (1 - split)], { rest: "givenAway" });
        if (!outcome.ok) return outcome.problem.code === "delivery/nothing";
        const stockedKg = outcome.value.entries.reduce((sum, { facts }) => {
          const read = entrySchema.parse({ ...entry({ kind: "turned" }), ...facts });
          return (
            sum +
            (read.kind === "stocked"
              ? read.worms.reduce(
                  (all, { speciesId, amount }) =>
                    all + ("volumeL" in amount ? 0 : lotKg({ speciesId, amount }, 0.3)),
                  0,
                )
              : 0)
          );
        }, 0);
        return (
          Math.abs(stockedKg + outcome.value.restKg - outcome.value.wholeKg) <
          0.012 * outcome.value.wholeKg + 0.002
        );
      },
    ),
  );
});

test("a counted handful gives the whole with its range; counting them all leaves no doubt", () => {
  const found = countBySample({ sampleKg: 0.05, counted: 100, wholeKg: 0.5 });
  expect(found).toMatchObject({ ok: true, value: { count: 1000, meanG: 0.5 } });
  if (found.ok) {
    expect(found.value.low).toBeCloseTo(776, 0);
    expect(found.value.high).toBeCloseTo(1224, 0);
  }
  expect(countBySample({ sampleKg: 0.5, counted: 900, wholeKg: 0.5 })).toMatchObject({
    ok: true,
    value: { low: 900, high: 900 },
  });
  expect(countBySample({ sampleKg: 0.6, counted: 9, wholeKg: 0.5 })).toMatchObject({
    ok: false,
    problem: { code: "sample/larger-than-whole" },
  });
});

test("a share that leaves the cellar is taken from the giver; within the cellar it goes over as a deed", () => {
  const giver = { binId: quince, state: replay(newTub(0.6)) };
  const out = transferFacts(giver, undefined, { of: "contents", fraction: 0.5 });
  if (!out.ok) throw new Error(out.problem.code);
  const after = replay([...newTub(0.6), ...out.value.map(({ facts }) => entry({ ...(facts as { kind: "split" }) }, addDays(START, 10)))]); // prettier-ignore
  expect(after.worms.massKg).toBeCloseTo(0.3, 6);
  expect(contentsKg(after)).toBeLessThan(0.6 * contentsKg(giver.state));
  expect(transferFacts(giver, { binId: bay }, { of: "contents", fraction: 0.5 }).ok).toBe(false);
});

test("worms given are taken here and stocked there; too many, to itself, or none are refused", () => {
  const giver = { binId: quince, state: replay(newTub(0.5)) };
  const worms = (massKg: number) => ({ of: "worms" as const, massKg, typed: `${massKg} kg` });
  expect(transferFacts(giver, { binId: bay }, worms(0.2))).toMatchObject({
    ok: true,
    value: [
      { facts: { kind: "wormsTaken", amount: kilograms(0.2) } },
      { binId: bay, facts: { kind: "stocked" } },
    ],
  });
  expect(transferFacts(giver, undefined, worms(0.2))).toMatchObject({ ok: true, value: { length: 1 } });
  expect(transferFacts(giver, { binId: bay }, worms(5))).toMatchObject({
    ok: false,
    problem: { code: "transfer/more-than-there-is" },
  });
  expect(transferFacts(giver, { binId: quince }, worms(0.1))).toMatchObject({
    ok: false,
    problem: { code: "transfer/same-bin" },
  });
  expect(transferFacts(giver, { binId: bay }, worms(0))).toMatchObject({
    ok: false,
    problem: { code: "transfer/nothing" },
  });
});
