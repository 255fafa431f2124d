import { HARVEST_METHODS } from "@/vocabulary/setup";
import { seeded } from "@/core/chance/seeded";
import { doDeed } from "../ensemble/deed";
import { copied } from "../ensemble/ensemble";
import { closure } from "../ensemble/measures";
import { passDay } from "../ensemble/passDay";
import type { TwinWalk } from "../ensemble/run";
import { startTwin } from "../ensemble/run";
import type { TwinEvent } from "./events";
import { AT, cocoonsOf, dryOf, herdG, herdOffset, liveOf, overHerds } from "./state";
import type { TwinBin } from "./twinBin";
import { TOTE } from "./twinBin";

const room = (meanC: number) => ({ meanC, swingC: 0, hottestDay: 200, humidity: 0.55 });
const LINE: TwinBin = {
  ...TOTE,
  arrangement: "line",
  compartments: ["a", "b", "c"].map((id) => ({ id, areaM2: 0.3, heightM: 0.3, faceM2: 0.18 })),
};

function bedded(bin: TwinBin, meanC = 20): TwinWalk {
  const walk = startTwin({ bin, place: room(meanC), startDayOfYear: 0, maturity: 0.5 });
  for (const { id } of bin.compartments) {
    walk.apply({ kind: "bed", id: "cardboard", g: 1500 }, id);
    walk.apply({ kind: "bed", id: "leafmould", g: 2000 }, id);
    walk.apply({ kind: "water", g: 4500 }, id);
    walk.apply({ kind: "castings", g: 800 }, id);
  }
  return walk;
}

/** What a part lacks to a moisture of 0.78, g. */
const thirst = (s: Float64Array): number => Math.max(0, (0.78 / 0.22) * dryOf(s) - s[AT.W]!);

/** A day as keepers have them, now and then with something that moves worms. */
function someDeed(chance: () => number): TwinEvent {
  const roll = chance();
  const g = 20 + 300 * chance();
  if (roll < 0.55)
    return { kind: "food", id: chance() < 0.5 ? "mixed" : "banana", g, preparation: "chopped" };
  if (roll < 0.65) return { kind: "water", g };
  if (roll < 0.72) return { kind: "bed", id: "leaves", g };
  if (roll < 0.78) return { kind: "takeWorms", g: 0.1 * g };
  if (roll < 0.84) return { kind: "harvest", g, method: HARVEST_METHODS[Math.floor(chance() * HARVEST_METHODS.length)]! }; // prettier-ignore
  if (roll < 0.88) return { kind: "removed", fraction: 0.1 * chance(), withWorms: chance() < 0.5 };
  if (roll < 0.92) return { kind: "split", fraction: 0.3 * chance() };
  return { kind: "turn" };
}

test.each([
  ["one mass", TOTE],
  ["a line", LINE],
] as const)("in %s two herds of one species are one herd, whatever is done", (_, bin) => {
  for (const [seed, meanC] of [
    [1, 20],
    [2, 20],
    // In heat and in cold both draw back below, and flee from part to part, as one.
    [3, 30],
    [4, 3],
  ] as const) {
    const chance = seeded(`two herds/${seed}`);
    const share = 0.1 + 0.8 * chance();
    const one = bedded(bin, meanC);
    const two = bedded({ ...bin, furtherIds: ["fetida"] }, meanC);
    for (const walk of [one, two]) walk.apply({ kind: "worms", g: 500, cocoons: 120 });
    for (const s of two.ensemble.lines[0]!)
      for (let field = AT.Q1; field <= AT.BA; field += 1) {
        s[field + herdOffset(1)] = share * s[field]!;
        s[field] = (1 - share) * s[field]!;
      }
    for (let day = 0; day < 150; day += 1) {
      if (chance() < 0.4) {
        const event = someDeed(chance);
        one.apply(event);
        two.apply(event);
      }
      if (day % 7 === 0)
        bin.compartments.forEach(({ id }, at) => {
          const g = thirst(one.ensemble.lines[0]![at]!);
          for (const walk of [one, two]) walk.apply({ kind: "water", g }, id);
        });
      one.sleep();
      two.sleep();
    }
    expect(one.ensemble.lines[0]!.reduce((sum, s) => sum + liveOf(s), 0)).toBeGreaterThan(50);
    one.ensemble.lines[0]!.forEach((s, at) => {
      const both = two.ensemble.lines[0]![at]!;
      for (const field of Object.values(AT)) {
        const is = field >= AT.Q1 && field <= AT.BA ? overHerds(both, field) : both[field]!;
        expect(Math.abs(is - s[field]!) / Math.max(1, Math.abs(s[field]!))).toBeLessThan(1e-7);
      }
    });
  }
});

test("the books of a mixture close, whatever is done to it", () => {
  for (const seed of [1, 2, 3, 4, 5, 6]) {
    const chance = seeded(`books of a mixture/${seed}`);
    const bin: TwinBin = { ...(seed % 2 === 0 ? TOTE : LINE), furtherIds: ["hortensis", "eugeniae"] };
    const walk = bedded(bin, 8 + 22 * chance());
    walk.apply({ kind: "worms", speciesId: "fetida", g: 300, cocoons: 50 });
    walk.apply({ kind: "worms", speciesId: "hortensis", g: 250, cocoons: 40 });
    walk.apply({ kind: "worms", speciesId: "eugeniae", n: 90 });
    walk.apply({ kind: "received", speciesId: "hortensis", beddingG: 200, foodG: 20, castingsG: 300, waterG: 900, wormsG: [5, 10, 30], cocoons: 12 }); // prettier-ignore
    for (let day = 0; day < 200; day += 1) {
      if (chance() < 0.4) walk.apply(someDeed(chance));
      if (day === 150) walk.apply({ kind: "emptied", keepsWorms: seed % 2 === 0 });
      walk.sleep();
      const { dryMatter, water } = closure(walk.ensemble.lines[0]!, bin);
      expect([dryMatter < 1e-9, water < 1e-9]).toEqual([true, true]);
    }
    for (const s of walk.ensemble.lines[0]!) expect(s.every((value) => Number.isFinite(value))).toBe(true);
  }
});

/** Half a year of scraps for two species in a room; what each herd weighs at its end against its beginning. */
function halfYear(
  meanC: number,
  ids: readonly [TwinBin["speciesId"], TwinBin["speciesId"]],
): [number, number] {
  const walk = bedded({ ...TOTE, speciesId: ids[0], furtherIds: [ids[1]] }, meanC);
  for (const speciesId of ids) walk.apply({ kind: "worms", speciesId, g: 250 });
  for (let day = 0; day < 182; day += 1) {
    if (day % 7 === 0) walk.apply({ kind: "food", id: "mixed", g: 600, preparation: "chopped" });
    if (day % 7 === 0) walk.apply({ kind: "water", g: thirst(walk.state) });
    if (day % 28 === 0) walk.apply({ kind: "bed", id: "cardboard", g: 150, water: 0.7 });
    walk.sleep();
  }
  return [herdG(walk.state, 0) / 250, herdG(walk.state, 1) / 250];
}

test("each herd has its own temperatures: what is home to one is the end of the other", () => {
  const [tiger, african] = halfYear(5, ["fetida", "eugeniae"]);
  expect(african).toBeLessThan(0.02);
  expect(tiger).toBeGreaterThan(0.6);
  const [dendro, blue] = halfYear(31, ["hortensis", "excavatus"]);
  expect(dendro).toBeLessThan(0.1);
  expect(blue).toBeGreaterThan(0.6);
  // Between the two it is the warmth that says which of them gains.
  const [coolMain, coolOther] = halfYear(8, ["fetida", "hortensis"]);
  const [warmMain, warmOther] = halfYear(26, ["fetida", "hortensis"]);
  expect(coolMain / coolOther).toBeLessThan(0.98);
  expect(warmMain / warmOther).toBeGreaterThan(1.2);
});

test("which of them is called the main one does not matter", () => {
  for (const meanC of [12, 20, 27]) {
    const [a, b] = halfYear(meanC, ["fetida", "hortensis"]);
    const [d, c] = halfYear(meanC, ["hortensis", "fetida"]);
    expect([c / a, d / b].every((ratio) => Math.abs(ratio - 1) < 1e-6)).toBe(true);
  }
});

test("a mixture in an ensemble may be copied and go its own way", () => {
  const walk = bedded({ ...TOTE, furtherIds: ["hortensis"] });
  walk.apply({ kind: "worms", speciesId: "hortensis", g: 200, cocoons: 10 });
  const copy = copied(walk.ensemble);
  doDeed(copy, { event: { kind: "takeWorms", g: 100 }, key: "" });
  passDay(copy);
  expect(herdG(walk.state, 1)).toBeCloseTo(200, 9);
  expect(herdG(walk.state, 0)).toBe(0);
  expect(cocoonsOf(walk.state)).toBe(10);
  expect(liveOf(copy.lines[0]![0]!)).toBeLessThan(120);
});
