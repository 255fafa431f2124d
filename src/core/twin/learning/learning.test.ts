import { withReadings } from "../log/now";
import { entry, kilograms, litres, look, meal, newTub, setupOf, START } from "../../../../tests/log";
import { brought, expected, fedTub, squeeze } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import { decide } from "@/core/decision/decide";
import { closure } from "../ensemble/measures";
import { twinExpectation } from "../ahead/expect";
import { sayHarvest, sayMisfit, saySurprise } from "../ahead/words";

test("going on from a snapshot gives the same as starting over; a late entry makes it start from before it", () => {
  const log = fedTub(16, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
  const whole = brought(log, 118);
  const days = whole.snapshots.map(({ ensemble }) => ensemble.day);
  expect(days).toEqual([90, 112].filter((day) => days.includes(day)));
  const again = brought(log, 118, { snapshots: whole.snapshots });
  expect(again.ensemble.state).toEqual(whole.ensemble.state);
  expect([...again.ensemble.logWeights]).toEqual([...whole.ensemble.logWeights]);
  const late = [...log, entry({ kind: "watered", amount: litres(2) }, 70)];
  const fresh = brought(late, 118);
  expect(fresh.ensemble.state).not.toEqual(whole.ensemble.state);
  expect(brought(late, 118, { snapshots: whole.snapshots }).ensemble.state).toEqual(fresh.ensemble.state);
});

test("readings narrow the bands, the books stay closed, and the same seed says the same", () => {
  const unread = expected(fedTub(10), 80);
  const read = expected(
    fedTub(10, (week) => [
      look(
        [
          { of: "moisture", moisture: 0.72, instrument: "ovenDried" },
          { of: "temperature", temperatureC: 18 },
          { of: "smell", smell: "earthy" },
        ],
        7 + 7 * week,
      ),
    ]),
    80,
  );
  const width = ({ low, high }: { low: number; high: number }) => high - low;
  expect(width(read.moisture)).toBeLessThan(0.85 * width(unread.moisture));
  expect(read.moisture.middle).toBeLessThan(unread.moisture.middle - 0.008);
  expect(read.sureness).not.toBe("guess");
  const log = fedTub(10, (week) => [squeeze("stream", 7 + 7 * week)]);
  const now = brought(log, 80);
  for (const line of now.ensemble.lines) {
    const { dryMatter, water } = closure(line, { speciesId: "fetida" });
    expect(Math.max(dryMatter, water)).toBeLessThan(1e-9);
  }
  expect(twinExpectation(now, addDays(START, 80))).toEqual(expected(log, 80));
});

test("what no one wrote down: a stream after weeks of calm is a surprise, is believed, and asks for dry bedding", () => {
  const log = fedTub(10, (week) => [squeeze("fewDrops", 7 + 7 * week)]);
  const now = brought(log, 78);
  const before = twinExpectation(now, addDays(START, 78));
  const readings = [{ of: "squeeze", squeeze: "stream" }] as const;
  const after = twinExpectation(withReadings(now, readings), addDays(START, 78));
  expect(after.moisture.middle).toBeGreaterThan(before.moisture.middle + 0.03);
  expect(saySurprise(after.twin!.surprises[0]!)).toMatch(/^Wetter than .*did water get in/);
  const decision = decide(after, now.practice, readings, addDays(START, 78));
  expect(decision.verdict).toBe("moistureFirst");
  const bedding = decision.steps.find((step) => step.kind === "addDryBedding");
  expect(bedding?.amount).toMatchObject({ massKg: expect.any(Number) as number });
  // Before the readings the bin is what it was: asking changed nothing.
  expect(twinExpectation(now, addDays(START, 78))).toEqual(before);
});

test("worms counted in a handful tell of the herd", () => {
  const counted = (count: number) =>
    expected(
      fedTub(10, (week) => [look([{ of: "handful", count, volumeL: 0.25 }], 7 + 7 * week)]),
      78,
    ).wormsKg.middle;
  const [few, many] = [counted(1), counted(60)];
  // Ten counts of one worm are believed, and so are ten of sixty.
  expect(few).toBeLessThan(0.15);
  expect(many).toBeGreaterThan(0.3);
  expect(many).toBeLessThan(3);
});

test("entries that cannot all be true are named, and the twin stays sane", () => {
  const log = [
    ...fedTub(8, (week) => [squeeze("fewDrops", 7 + 7 * week)]),
    entry({ kind: "harvested", grossKg: 60, tareKg: 0, method: "light" }, 60),
    entry({ kind: "wormsTaken", amount: kilograms(5) }, 61),
    entry({ kind: "wormsTaken", amount: kilograms(5) }, 62),
    squeeze("dust", 63),
    squeeze("stream", 64),
  ];
  const found = expected(log, 70);
  expect(new Set(found.twin!.misfits.map(({ code }) => code))).toEqual(
    new Set(["harvest-above-castings", "worms-above-herd", "reading-against-log"]),
  );
  for (const misfit of found.twin!.misfits) expect(sayMisfit(misfit, found.day)).toMatch(/^\d+ \w{3}: /);
  for (const band of [found.moisture, found.castingsKg, found.wormsKg, found.fedMassKg]) {
    expect(band.low).toBeGreaterThanOrEqual(0);
    expect(band.low <= band.middle && band.middle <= band.high && Number.isFinite(band.high)).toBe(true);
  }
});

test("a trough is known end by end, trays climb, a move along takes the feedings with it", () => {
  const setup = setupOf("trough");
  const log = [
    ...newTub(1, setup),
    ...Array.from({ length: 10 }, (_, week) => meal(0.8, (week % 3) + 1, 7 + 7 * week)),
    entry({ kind: "advanced", fraction: 0.3 }, 60),
  ];
  const found = expected(log, 78).twin!.compartments;
  expect(found.map(({ id }) => id)).toEqual(["c1", "c2", "c3"]);
  expect(found[0]!.wormShare).toBeGreaterThan(found[2]!.wormShare);
  expect(found[0]!.wormShare + found[1]!.wormShare + found[2]!.wormShare).toBeCloseTo(1, 6);
  const emptied = expected([...log, entry({ kind: "emptied", compartment: "c3" }, 77)], 78);
  expect(emptied.contents.c3!.castingsDryKg).toBeLessThan(0.01);
});

test("no harvest is promised from a new bin; a ripe one is worth the work now, with kilograms", () => {
  const fresh = expected(fedTub(2), 30);
  expect(sayHarvest(fresh, fresh.day, "metric")!.when).toMatch(/No harvest|about/);
  const ripe = expected([...fedTub(2), entry({ kind: "seeded", amount: kilograms(25) }, 20)], 30);
  expect(ripe.twin!.harvest!.inDays).toEqual({ low: 0, middle: 0, high: 0 });
  expect(sayHarvest(ripe, ripe.day, "us")!.when).toBe("Worth harvesting now");
  expect(ripe.twin!.harvest!.kg.middle).toBeGreaterThan(5);
});
