import { unitsAlone } from "../quantity/parse";
import { seeded } from "@/core/chance/seeded";
import { SYSTEMS } from "@/vocabulary/setup";
import type { BinId } from "@/vocabulary/fields";
import { netWeight } from "../calculators/netWeight";
import { lampSchedule } from "../schedule/lampRounds";
import type { LampSession } from "./lampSession";
import { layersLeft, nextTub, paceMs, readyAt, restOf, scraped, takenBack, withLayers } from "./lampSession";
import type { LayerCheck } from "./ripe";
import { RIPE, ripeVerdict } from "./ripe";
import { lossesOf, waysFor } from "./ways";
import { squeezeMoisture } from "../moisture/squeeze";
import type { WeighLine } from "./weighIn";
import { againstParts, harvestMoisture, netKg, PORTIONS, readWeighings, weighInFacts } from "./weighIn";
import { sayOffer, sayVerdict, WAY_WORDS } from "./words";

const MIN = 60_000;
/** Signs from good to bad. */
const SIGNS = {
  worms: ["none", "few", "many"],
  smell: ["earth", "food", "foul"],
  remains: ["none", "some", "much"],
  holds: ["crumbles", "sticks", "drips"],
} as const;
const band = (middle: number) => ({ low: 0.8 * middle, middle, high: Math.min(1, 1.2 * middle) });

test("a worse sign or an earlier forecast never makes a layer riper, and what is foul or drips is never lifted", () => {
  const next = seeded("layers");
  const rank = (check: LayerCheck, share: number, days: number | undefined) =>
    RIPE.indexOf(
      ripeVerdict(check, { share: band(share), inDays: days === undefined ? undefined : band(days) }).is,
    );
  for (let nth = 0; nth < 3_000; nth += 1) {
    const at = Object.fromEntries(
      Object.keys(SIGNS).map((sign) => [sign, Math.floor(next() * 4) - 1]),
    ) as Record<keyof typeof SIGNS, number>;
    const check = (over: Partial<typeof at> = {}) =>
      Object.fromEntries(
        Object.entries({ ...at, ...over }).flatMap(([sign, step]) =>
          step < 0 ? [] : [[sign, SIGNS[sign as keyof typeof SIGNS][step]]],
        ),
      ) as LayerCheck;
    const share = next();
    const days = next() < 0.3 ? undefined : Math.floor(next() * 90);
    const whole = rank(check(), share, days);
    for (const sign of Object.keys(SIGNS) as (keyof typeof SIGNS)[])
      if (at[sign] >= 0 && at[sign] < 2)
        expect(rank(check({ [sign]: at[sign] + 1 }), share, days)).toBeLessThanOrEqual(whole);
    expect(rank(check(), Math.max(0, share - 0.3), days)).toBeLessThanOrEqual(whole);
    if (at.smell === 2 || at.holds === 2) expect(whole).toBe(0);
    const verdict = ripeVerdict(check(), {
      share: band(share),
      inDays: days === undefined ? undefined : band(days),
    });
    expect(sayVerdict(verdict)).toMatch(/^(Ready|Only|A handful|Wait).*\.$/);
    expect(verdict.because.length === 0).toBe(verdict.is === "ready");
    // Nobody is sent away for a time that nothing foretold: only a sign or a dated forecast has weeks.
    if (days === undefined && at.smell !== 2 && at.holds !== 2 && at.remains !== 2)
      expect(verdict.weeks).toBeUndefined();
  }
});

test("every kind of bin that gives castings has at least two ways; wet stuff is not sieved, nobody waits who is in a hurry", () => {
  const next = seeded("ways");
  for (const system of SYSTEMS)
    for (let nth = 0; nth < 200; nth += 1) {
      const wish = {
        kg: 40 * next(),
        takenShare: next(),
        moisture: 0.55 + 0.35 * next(),
        isUrgent: next() < 0.5,
        wantsWorms: next() < 0.5,
        noLifting: next() < 0.3,
      };
      const ways = waysFor(system, wish);
      if (system === "tower") continue;
      expect(ways.length).toBeGreaterThanOrEqual(2);
      const fit = ways.filter(({ against }) => !against);
      // What does not suit stands behind all that does.
      expect(ways.slice(0, fit.length)).toEqual(fit);
      for (const { way, waitDays, hours, cocoonsOut, wormsLost } of fit) {
        if (way === "sieve") expect(wish.moisture).toBeLessThanOrEqual(0.68);
        if (wish.isUrgent) expect(waitDays).toBeLessThanOrEqual(7);
        expect(hours).toBeGreaterThan(0);
        for (const lost of [cocoonsOut, wormsLost]) {
          expect(lost).toBeGreaterThanOrEqual(0);
          expect(lost).toBeLessThanOrEqual(1);
        }
      }
      for (const offer of ways) {
        expect(sayOffer(offer, undefined, "metric")).toMatch(/^about \d/);
        // In the bin's own numbers: no more than there are, and more of a larger herd.
        const herd = { wormsKg: 0.5, cocoons: 800 };
        const losses = lossesOf(offer, herd, 0.3, 0.5)!;
        expect(losses.wormsKg).toBeLessThanOrEqual(0.15 * 0.5);
        expect(losses.cocoons).toBeLessThanOrEqual(800);
        expect(lossesOf(offer, { wormsKg: 1, cocoons: 1600 }, 0.3, 0.5)!.cocoons).toBeGreaterThanOrEqual(
          losses.cocoons,
        );
        expect(sayOffer(offer, losses, "us")).toMatch(/cocoons go along/);
      }
      for (const { way } of ways) expect(WAY_WORDS[way].steps.length).toBeGreaterThanOrEqual(3);
    }
});

const session = (layers: readonly number[], waitMin = 10): LampSession => ({
  waitMs: waitMin * MIN,
  tubs: layers.map((count, at) => ({
    id: `t${at}`,
    name: `Tub ${at}`,
    layers: count,
    litAt: 0,
    scrapedAt: [],
  })),
});

test("a round that follows the calls is as short as the schedule's best, for a keeper who takes the same time for each", () => {
  const next = seeded("lamps");
  for (let nth = 0; nth < 60; nth += 1) {
    const layers = Array.from({ length: 1 + Math.floor(4 * next()) }, () => Math.floor(4 * next()));
    const [waitMin, scrapeMin] = [Math.ceil(15 * next()), 4];
    let round = session(layers, waitMin);
    let now = 0;
    for (let tub = nextTub(round, now); tub; tub = nextTub(round, now)) {
      now = Math.max(now, readyAt(tub, round.waitMs)) + scrapeMin * MIN;
      round = scraped(round, tub.id, now);
    }
    const planned = lampSchedule({ scrapes: layers, waitMin, scrapeMin });
    expect(now / MIN).toBeGreaterThanOrEqual(planned.totalMin - 1e-6);
    expect(now / MIN).toBeLessThanOrEqual(1.3 * planned.totalMin + 1e-6);
    expect(round.tubs.map(layersLeft).every((left) => left === 0)).toBe(true);
    // What was foretold at the start, at the same pace, is what it took.
    expect(restOf(session(layers, waitMin), 0).doneAt / MIN).toBeCloseTo(now / MIN, 6);
  }
});

test("the pace is the keeper's own, a pause is none, and a press can be taken back", () => {
  let round = session([3, 3], 10);
  expect(paceMs(round)).toBe(4 * MIN);
  // Two minutes each while both are ready; then an hour on the telephone.
  for (const [id, at] of [
    ["t0", 12],
    ["t1", 14],
    ["t0", 24],
    ["t1", 26],
    ["t0", 90],
  ] as const)
    // prettier-ignore
    round = scraped(round, id, at * MIN);
  expect(paceMs(round) / MIN).toBe(2);
  expect(restOf(round, 90 * MIN)).toMatchObject({ scrapes: 1 });
  const back = takenBack(round);
  expect(back.tubs.map(({ scrapedAt }) => scrapedAt.length)).toEqual([2, 2]);
  expect(nextTub(back, 91 * MIN)?.id).toBe("t0");
  // A tub is done when its keeper says so; what was scraped stays scraped.
  const done = withLayers(back, "t0", 0);
  expect(layersLeft(done.tubs[0]!)).toBe(0);
  expect(nextTub(done, 91 * MIN)?.id).toBe("t1");
  expect(scraped(done, "t0", 95 * MIN)).toEqual(done);
  expect(nextTub(session([0]), 0)).toBeUndefined();
});

test.each([
  ["3 × 12 kg", 3, 36],
  ["3x12", 3, 36],
  ["12 kg + 20 lb", 2, 12 + 20 * 0.45359237],
  ["2 × 10 lb; 500 g", 3, 20 * 0.45359237 + 0.5],
  ["15 L", 1, 10.5],
])("“%s” is read as %i containers of %d kg", (text, containers, grossKg) => {
  const read = readWeighings(text, unitsAlone("metric"), 0.7);
  expect(read.ok && read.value.containers).toBe(containers);
  expect(read.ok && read.value.grossKg).toBeCloseTo(grossKg, 9);
});

test("what cannot be read is named; nothing is guessed", () => {
  for (const text of ["", "twelvish", "3 × ", "12 kg + a few", "-3 kg"]) {
    const read = readWeighings(text, unitsAlone("metric"), 0.7);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem.sentence).toMatch(/[.?]$/);
  }
});

test("over random weigh-ins what is kept adds up to what was on the scale, and a heavier empty container is refused", () => {
  const next = seeded("weigh-ins");
  const [here, there] = ["bin-1" as BinId, "bin-2" as BinId];
  for (let nth = 0; nth < 300; nth += 1) {
    const lines = Array.from({ length: 1 + Math.floor(5 * next()) }, () => {
      const grossKg = Math.round(20_000 * next()) / 1000;
      return {
        portion: (["castings", "worms", "overs", "liquid"] as const)[Math.floor(4 * next())]!,
        grossKg,
        tareKg: Math.round(grossKg * 1000 * (next() < 0.05 ? 1.2 : 0.2 * next())) / 1000,
        isByLitre: false,
        typed: "as typed",
        ...(next() < 0.5 ? { toBinId: there } : {}),
      };
    });
    const kept = weighInFacts({ binId: here, speciesId: "fetida", method: "light", lines });
    if (lines.some((line) => netKg(line) < 0)) {
      expect(kept).toMatchObject({ ok: false, problem: { code: "weigh/negative" } });
      continue;
    }
    if (!kept.ok) throw new Error(kept.problem.code);
    const of = (portion: string) => lines.filter((line) => line.portion === portion);
    const harvested = kept.value.flatMap(({ fact }) => (fact.kind === "harvested" ? [fact] : []));
    const castings = of("castings");
    expect(harvested).toHaveLength(castings.some((line) => netKg(line) > 0) ? 1 : 0);
    if (harvested[0] && castings.length > 0) {
      const run = netWeight.run({ weighings: castings.map(({ grossKg, tareKg }) => ({ gross: grossKg, tare: tareKg, unit: "kg" })) }); // prettier-ignore
      expect(run.ok && (run.value as { netKg: number }).netKg).toBeCloseTo(
        harvested[0].grossKg - harvested[0].tareKg,
        6,
      );
    }
    const sum = (kind: string, binId: BinId) =>
      kept.value.reduce((all, { fact, binId: at }) => {
        if (fact.kind !== kind || at !== binId) return all;
        const amount =
          fact.kind === "stocked" ? fact.worms[0]!.amount : "amount" in fact ? fact.amount : undefined;
        return all + (amount && "massKg" in amount ? amount.massKg : 0);
      }, 0);
    // Nothing is lost between two bins, and what goes back where it came from is not written as gone.
    const gone = (portion: string) =>
      of(portion).reduce((all, line) => all + ("toBinId" in line ? netKg(line) : 0), 0);
    expect(sum("wormsTaken", here)).toBeCloseTo(gone("worms"), 6);
    expect(sum("stocked", there)).toBeCloseTo(gone("worms"), 6);
    expect(sum("removed", here)).toBeCloseTo(gone("overs"), 6);
    expect(sum("received", there)).toBeCloseTo(gone("overs"), 6);
  }
  expect(weighInFacts({ binId: here, speciesId: "fetida", method: "light", lines: [] })).toMatchObject({
    ok: false,
    problem: { code: "weigh/nothing" },
  });
});

test("how moist a harvest is: the dried sample goes before the fist; what cannot be is refused", () => {
  expect(harvestMoisture({})).toEqual({ ok: true, value: undefined });
  expect(harvestMoisture({ felt: "fewDrops" })).toEqual({ ok: true, value: squeezeMoisture("fewDrops") });
  expect(harvestMoisture({ felt: "stream", wetKg: 0.2, driedKg: 0.05 })).toEqual({ ok: true, value: 0.75 });
  for (const [wetKg, driedKg] of [
    [0.1, 0.2],
    [0, 0],
    [-1, 0.1],
    [0.1, 0],
  ] as const)
    // prettier-ignore
    expect(harvestMoisture({ wetKg, driedKg }).ok).toBe(false);
});

test("a bin on the scale loses what is weighed of it; a container that is missing is seen, what goes back is no part", () => {
  const binId = "bin-1" as BinId;
  for (let seed = 0; seed < 100; seed += 1) {
    const chance = seeded(`parts/${seed}`);
    const lines = Array.from({ length: 4 }, (): WeighLine => {
      const kg = 0.5 + 5 * chance();
      const portion = PORTIONS[Math.floor(chance() * PORTIONS.length)]!;
      const to = chance() < 0.5 ? { toBinId: (chance() < 0.5 ? "bin-1" : "bin-2") as BinId } : {};
      return { portion, grossKg: kg + 0.4, tareKg: 0.4, isByLitre: false, typed: "", ...to };
    });
    const leaves = lines.filter(
      ({ portion, toBinId }) => portion === "castings" || portion === "liquid" || toBinId === "bin-2",
    );
    const kg = leaves.reduce((sum, line) => sum + line.grossKg - line.tareKg, 0);
    expect(againstParts(40, 40 - kg, lines, binId)).toMatchObject({ isOff: false });
    expect(againstParts(40, 40 - kg, lines, binId).partsKg).toBeCloseTo(kg, 9);
    const largest = leaves.toSorted((a, b) => netKg(b) - netKg(a))[0];
    if (largest)
      expect(againstParts(40, 40 - kg, lines.filter((line) => line !== largest), binId).isOff).toBe(true); // prettier-ignore
    // Fines go as castings, overs as overs, each once out of the one bin and once into the other.
    const read = weighInFacts({ binId, speciesId: "fetida", method: "light", lines, tookMin: 40 });
    if (!read.ok) continue;
    const went = (what: string) => read.value.filter(({ fact }) => fact.kind === "received" && fact.what === what).length; // prettier-ignore
    const sent = (portion: string) => lines.filter((line) => line.portion === portion && line.toBinId === "bin-2").length; // prettier-ignore
    expect([went("castings"), went("overs")]).toEqual([sent("fines"), sent("overs")]);
    for (const { fact } of read.value) if (fact.kind === "harvested") expect(fact.tookMin).toBe(40);
  }
});
