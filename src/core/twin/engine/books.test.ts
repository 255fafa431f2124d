import { HARVEST_METHODS, PREPARATIONS } from "@/vocabulary/setup";
import { seeded } from "@/core/chance/seeded";
import type { BinEvent } from "../ensemble/deed";
import { doDeed } from "../ensemble/deed";
import { closure } from "../ensemble/measures";
import type { TwinWalk } from "../ensemble/run";
import { startTwin } from "../ensemble/run";
import type { TwinEvent } from "./events";
import { AT, beddingOf, castingsOf, dryOf, foodOf, liveOf } from "./state";
import { exchange } from "./line";
import { herdC } from "./step";
import type { TwinBin } from "./twinBin";
import { livingIn, oneMass, TOTE } from "./twinBin";

/*
 * Every event by itself, on a bin in the middle of its life: its books close, and it moves what it says it moves, by as
 * much as it says, and nothing else.
 */

const PLACE = { meanC: 20, swingC: 4, hottestDay: 200, humidity: 0.55 };

/** A tote some weeks on: bedding, worms, castings, three meals half eaten, water. */
function livedIn(weeks = 6): TwinWalk {
  const walk = startTwin({ bin: TOTE, place: PLACE, startDayOfYear: 20, maturity: 0.4 });
  walk.apply({ kind: "bed", id: "cardboard", g: 1500 });
  walk.apply({ kind: "bed", id: "coir", g: 800 });
  walk.apply({ kind: "water", g: 5000 });
  walk.apply({ kind: "castings", g: 1200 });
  walk.apply({ kind: "worms", g: 500 });
  for (let day = 0; day < 7 * weeks; day += 1) {
    if (day % 5 === 0)
      doDeed(walk.ensemble, {
        event: { kind: "food", id: "mixed", g: 250, preparation: "chopped" },
        place: 1 + ((day / 5) % 3),
        key: "",
      });
    walk.sleep();
  }
  return walk;
}

interface Sight {
  readonly food: number;
  readonly bedding: number;
  readonly castings: number;
  readonly live: number;
  readonly water: number;
  readonly dry: number;
  readonly cocoons: number;
  readonly temperature: number;
}
const sight = ({ state: s }: TwinWalk): Sight => ({
  food: foodOf(s),
  bedding: beddingOf(s),
  castings: castingsOf(s),
  live: liveOf(s),
  water: s[AT.W]!,
  dry: dryOf(s),
  cocoons: [AT.Q1, AT.Q2, AT.Q3, AT.Q4, AT.Q5, AT.Q6, AT.Q7, AT.Q8].reduce((sum, box) => sum + s[box]!, 0),
  temperature: s[AT.T]!,
});
const changed = (before: Sight, after: Sight): string[] =>
  (Object.keys(before) as (keyof Sight)[]).filter(
    (key) => Math.abs(after[key] - before[key]) > 1e-9 * Math.max(1, Math.abs(before[key])),
  );

type Expected = {
  readonly event: TwinEvent | BinEvent;
  /** What may differ afterwards; all else is as it was. */
  readonly moves: readonly (keyof Sight)[];
  readonly by?: (before: Sight, after: Sight) => void;
};
const up = (value: number, by: number) => expect(value).toBeCloseTo(by, 6);

const EVENTS: Record<string, Expected> = {
  "food brings its dry matter and its water": {
    event: { kind: "food", id: "mixed", g: 400, preparation: "chopped" },
    moves: ["food", "water", "dry"],
    by: (before, after) => up(after.food - before.food + (after.water - before.water), 400),
  },
  "bedding brings its dry matter and its water": {
    event: { kind: "bed", id: "cardboard", g: 300, water: 0.5 },
    moves: ["bedding", "water", "dry"],
    by: (before, after) => {
      up(after.bedding - before.bedding, 150);
      up(after.water - before.water, 150);
    },
  },
  "water brings water": {
    event: { kind: "water", g: 700 },
    moves: ["water"],
    by: (before, after) => up(after.water - before.water, 700),
  },
  "living castings bring castings and water": {
    event: { kind: "castings", g: 500, water: 0.6 },
    moves: ["castings", "water", "dry", "live", "cocoons", "food", "bedding"],
    by: (before, after) => expect(after.castings).toBeGreaterThan(before.castings + 100),
  },
  "worms bring worms": {
    event: { kind: "worms", g: 120 },
    moves: ["live"],
    by: (before, after) => up(after.live - before.live, 120),
  },
  "minerals bring no water": { event: { kind: "amend", id: "grit", g: 40 }, moves: ["dry"] },
  "turning moves nothing in or out": { event: { kind: "turn" }, moves: [] },
  "food of one place is taken out whole": {
    event: { kind: "foodTaken" },
    moves: ["food", "water", "dry"],
    by: (_, after) => expect(after.food).toBeCloseTo(0, 9),
  },
  "food is taken out by weight": {
    event: { kind: "foodTaken", g: 30 },
    moves: ["food", "water", "dry"],
    by: (before, after) => {
      const out = before.food - after.food + (before.water - after.water);
      expect(out).toBeGreaterThan(0);
      expect(out).toBeLessThanOrEqual(30 + 1e-9);
    },
  },
  "contents are taken out in proportion": {
    event: { kind: "removed", g: 800 },
    moves: ["food", "bedding", "castings", "live", "water", "dry", "cocoons"],
    by: (before, after) => {
      const share = after.castings / before.castings;
      expect(after.food / before.food).toBeCloseTo(share, 9);
      expect(after.bedding / before.bedding).toBeCloseTo(share, 9);
      expect(share).toBeLessThan(1);
    },
  },
  "half given away leaves half of everything": {
    event: { kind: "split", fraction: 0.5 },
    moves: ["food", "bedding", "castings", "live", "water", "dry", "cocoons"],
    by: (before, after) => {
      for (const key of ["food", "bedding", "castings", "live", "water", "cocoons"] as const)
        expect(after[key]).toBeCloseTo(before[key] / 2, 6);
    },
  },
  "worms taken are worms fewer": {
    event: { kind: "takeWorms", g: 90 },
    moves: ["live"],
    by: (before, after) => up(before.live - after.live, 90),
  },
  "draining lets free water go": { event: { kind: "drain" }, moves: ["water"] },
  "a cover changes nothing inside": { event: { kind: "cover", cover: "open" }, moves: [] },
  "another room changes nothing inside": {
    event: { kind: "place", place: { ...PLACE, meanC: 9 } },
    moves: [],
  },
};

test.each(Object.entries(EVENTS))("%s, and its books close", (_, { event, moves, by }) => {
  const walk = livedIn();
  const before = sight(walk);
  doDeed(walk.ensemble, { event, key: "" });
  const after = sight(walk);
  const odd = changed(before, after).filter((key) => !moves.includes(key as keyof Sight));
  expect(odd).toEqual([]);
  by?.(before, after);
  for (let day = 0; day < 14; day += 1) {
    const { dryMatter, water } = closure(walk.ensemble.lines[0]!, TOTE);
    expect(dryMatter).toBeLessThan(1e-9);
    expect(water).toBeLessThan(1e-9);
    walk.sleep();
  }
});

test.each(HARVEST_METHODS)(
  "a harvest by %s takes no more castings than there are, and its books close",
  (method) => {
    for (const g of [50, 500, 50_000]) {
      const walk = livedIn();
      const before = sight(walk);
      walk.apply({ kind: "harvest", g, method });
      const after = sight(walk);
      expect(after.castings).toBeLessThan(before.castings);
      expect(after.castings).toBeGreaterThanOrEqual(0);
      expect(after.live).toBeLessThanOrEqual(before.live);
      const { dryMatter, water } = closure(walk.ensemble.lines[0]!, TOTE);
      expect([dryMatter < 1e-9, water < 1e-9]).toEqual([true, true]);
    }
  },
);

test.each(PREPARATIONS)("%s food weighs what it weighs, whenever it is given", (preparation) => {
  const chance = seeded(`books/${preparation}`);
  const walk = livedIn(2);
  for (let nth = 0; nth < 10; nth += 1) {
    const g = 20 + 400 * chance();
    const before = sight(walk);
    walk.apply({ kind: "food", id: chance() < 0.5 ? "melon" : "mixed", g, preparation });
    const after = sight(walk);
    expect(
      after.food - before.food + (after.bedding - before.bedding) + (after.water - before.water),
    ).toBeCloseTo(g, 6);
    walk.sleep();
  }
});

test("rain falls through what is open: a millimetre on a square metre is a litre, a lid keeps it out, and it is booked", () => {
  const after = (cover: "open" | "tightLid", rainMm: number) => {
    const walk = startTwin({
      bin: { ...TOTE, ...oneMass(0.5, 0.3), cover, drainage: "none" },
      place: { meanC: 12, swingC: 0, hottestDay: 200, humidity: 0.9, rainMm },
      startDayOfYear: 0,
    });
    walk.apply({ kind: "bed", id: "leafmould", g: 10_000, water: 0.6 });
    const came = walk.state[AT.INW]!;
    for (let day = 0; day < 10; day += 1) walk.sleep();
    const { water } = closure([walk.state], TOTE);
    expect(water).toBeLessThan(1e-9);
    return walk.state[AT.INW]! - came;
  };
  expect(after("open", 3)).toBeCloseTo(10 * 3 * 0.5 * 1000, 6);
  expect(after("open", 0)).toBe(0);
  expect(after("tightLid", 3)).toBe(0);
});

test("freezing takes heat: a wet bed stands near nought for days where a dry one has long gone below", () => {
  const coldest = (water: number) => {
    const walk = startTwin({
      bin: { ...TOTE, ...oneMass(0.2, 0.3) },
      place: { meanC: -6, swingC: 0, hottestDay: 200, humidity: 0.8 },
      startDayOfYear: 0,
    });
    walk.apply({ kind: "bed", id: "coir", g: 12_000, water });
    walk.state[AT.T] = 4;
    for (let day = 0; day < 3; day += 1) walk.sleep();
    return walk.state[AT.T]!;
  };
  expect(coldest(0.8)).toBeGreaterThan(-1.01);
  expect(coldest(0.1)).toBeLessThan(-2);
});

test("worms that flee a deadly middle to both its sides are all of them there, and no more", () => {
  const size = { areaM2: 0.3, heightM: 0.3, faceM2: 0.18 };
  const bin: TwinBin = {
    ...TOTE,
    arrangement: "line",
    compartments: ["a", "b", "c"].map((id) => ({ id, ...size })),
  };
  const walk = startTwin({
    bin,
    place: { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.6 },
    startDayOfYear: 0,
  });
  for (const id of ["a", "b", "c"]) walk.apply({ kind: "bed", id: "leafmould", g: 8000, water: 0.75 }, id);
  walk.apply({ kind: "worms", g: 600 }, "b");
  walk.sleep();
  const line = walk.ensemble.lines[0]!;
  const middle = line[1]!;
  middle[AT.T] = middle[AT.TD] = 45;
  const before = line.reduce((sum, s) => sum + liveOf(s), 0);
  const around = { arrangement: "line", species: livingIn(bin), areasM2: [0.3, 0.3, 0.3], facesM2: [0.18, 0.18, 0.18] } as const; // prettier-ignore
  exchange(line, around);
  expect(line.reduce((sum, s) => sum + liveOf(s), 0)).toBeCloseTo(before, 9);
  // Grown ones all, young ones half.
  expect(middle[AT.BA]).toBeCloseTo(0, 9);
  expect(liveOf(line[0]!)).toBeGreaterThan(0.3 * before);
});

test("a herd lies between its bed and what is below, and stays where it is well", () => {
  const [sp] = livingIn(TOTE);
  const chance = seeded("where a herd lies");
  const unwell = (t: number) => Math.max(t - sp!.bestC, sp!.leastC + 3 - t, 0);
  let wentDown = 0;
  for (let turn = 0; turn < 500; turn += 1) {
    const [bedC, belowC] = [-10 + 55 * chance(), -10 + 55 * chance()];
    const lies = herdC(bedC, belowC, 0.75, 0.2 * chance(), sp!);
    expect(lies).toBeGreaterThanOrEqual(Math.min(bedC, belowC) - 1e-9);
    expect(lies).toBeLessThanOrEqual(Math.max(bedC, belowC) + 1e-9);
    if (unwell(bedC) === 0) expect(lies).toBe(bedC);
    if (lies !== bedC) wentDown += 1;
    // Below it is drowned, or there is no air: no refuge.
    expect(herdC(bedC, belowC, 0.95, 0, sp!)).toBeCloseTo(bedC, 9);
    expect(herdC(bedC, belowC, 0.75, 1, sp!)).toBeCloseTo(bedC, 9);
  }
  expect(wentDown).toBeGreaterThan(100);
  // In deadly heat all of them are below.
  expect(herdC(sp!.zeroC, sp!.zeroC - 8, 0.75, 0, sp!)).toBeCloseTo(sp!.zeroC - 8, 9);
});
