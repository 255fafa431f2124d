import { seeded } from "../chance/seeded";
import { pantryOf } from "../catalogue/pantry";
import type { BlendWish, LinearProgramme } from "./solve";
import { blendFrom, blendProgramme } from "./solve";
import { solve } from "yalps";

/* The solver against trying everything: no mixture on a fine grid may be cheaper than what it found. */

const leastPrice = (programme: LinearProgramme) => {
  const solution = solve({
    direction: "minimize",
    objective: "price",
    constraints: { ...programme.constraints },
    variables: { ...programme.variables },
  });
  expect(solution.status).toBe("optimal");
  return new Map(solution.variables);
};

/** What the rows of a programme come to for given variables. */
function rowsOf({ variables }: LinearProgramme, values: ReadonlyMap<string, number>): Record<string, number> {
  const rows: Record<string, number> = {};
  for (const [name, amount] of values)
    for (const [row, factor] of Object.entries(variables[name]!))
      rows[row] = (rows[row] ?? 0) + factor * amount;
  return rows;
}

/** The best price for given masses: water and slacks follow from them, each by itself. */
function bestFor(programme: LinearProgramme, masses: ReadonlyMap<string, number>): number | undefined {
  const rows = rowsOf(programme, masses);
  const { variables: v, constraints } = programme;
  for (const [row, { max }] of Object.entries(constraints))
    if (row.startsWith("most") && max !== undefined && (rows[row] ?? 0) > max + 1e-9) return undefined;
  const wanted = constraints.volume!.equal!;
  const short = wanted - (rows.volume ?? 0);
  if (short < -1e-9) return undefined;
  const dry = -(rows.wet ?? 0);
  const price =
    (rows.price ?? 0) +
    Math.max(0, short) * v.short!.price! +
    (dry >= 0 ? (dry / v.water!.wet!) * v.water!.price! : -dry * v.tooWet!.price!) +
    Math.max(0, rows.lean ?? 0) * v.tooLean!.price! +
    Math.max(0, -(rows.rich ?? 0)) * v.tooRich!.price! +
    Math.max(0, -(rows.open ?? 0)) * v.packs!.price!;
  return price;
}

const PANTRY = pantryOf([]);
const MATERIALS = [
  PANTRY.of("bedding", "cardboard-corrugated")!,
  PANTRY.of("bedding", "leaf-mould")!,
  PANTRY.of("bedding", "straw-fresh")!,
  PANTRY.of("food", "coffee-grounds")!,
  PANTRY.of("food", "mixed-kitchen-scraps")!,
];

test("nothing on a grid of mixtures beats the solver, and what it gives keeps every row, over 40 wishes", () => {
  const chance = seeded("brute force");
  for (let nth = 0; nth < 40; nth += 1) {
    const stock = MATERIALS.toSorted(() => chance() - 0.5)
      .slice(0, 3)
      .map((material) => ({ material, ...(chance() < 0.5 ? { mostKg: 0.5 + 8 * chance() } : {}) }));
    const wish: BlendWish = {
      volumeL: 5 + 40 * chance(),
      moisture: 0.6 + 0.25 * chance(),
      cn: 18 + 30 * chance(),
      stock,
    };
    const programme = blendProgramme(wish);
    const found = leastPrice(programme);
    const rows = rowsOf(programme, found);
    expect(rows.volume).toBeCloseTo(wish.volumeL, 5);
    expect(rows.wet ?? 0).toBeCloseTo(0, 5);
    expect(rows.lean ?? 0).toBeLessThan(1e-6);
    expect(rows.rich ?? 0).toBeGreaterThan(-1e-6);
    for (const value of found.values()) expect(value).toBeGreaterThanOrEqual(-1e-9);
    const price = rows.price ?? 0;
    const perLitre = stock.map((_, at) => programme.variables[`m${at}`]!.volume!);
    const STEPS = 24;
    let best = Infinity;
    for (let a = 0; a <= STEPS; a += 1)
      for (let b = 0; a + b <= STEPS; b += 1)
        for (let c = 0; a + b + c <= STEPS; c += 1) {
          const masses = new Map(
            [a, b, c].map((share, at) => [`m${at}`, (share * wish.volumeL) / STEPS / perLitre[at]!]),
          );
          best = Math.min(best, bestFor(programme, masses) ?? Infinity);
        }
    expect([nth, price <= best + 1e-6 * Math.max(1, best)]).toEqual([nth, true]);
    // Read back, the blend holds what the wish could have.
    const blend = blendFrom(wish, found);
    expect(blend.volumeL).toBeLessThanOrEqual(wish.volumeL * 1.0001);
    expect(blend.parts.every(({ massKg }) => massKg > 0)).toBe(true);
  }
});
