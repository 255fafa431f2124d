import { everydayIds, isCalled } from "./everyday";
import { materialsFor } from "./material";

const ALL = (["food", "bedding", "amendment"] as const).flatMap((use) => materialsFor(use));
const called = (typed: string) => ALL.filter((one) => isCalled(typed, one)).map(({ id }) => id);

test("a material is found by what either kind of English calls it, and by its name", () => {
  for (const [typed, id] of [
    ["zucchini", "courgette"],
    ["courgettes", "courgette"],
    ["eggplant", "aubergine"],
    ["burlap", "sacking"],
    ["hessian", "sacking"],
    ["jute sack", "sacking"],
    ["chicken feed", "grain-mix-crushed"],
    ["newspaper", "newsprint"],
    ["leaf mold", "leaf-mould"],
    ["charcoal", "biochar"],
    ["coco", "coir"],
    ["egg boxes", "egg-carton-pulp"],
    ["cereal boxes", "cardboard-thin"],
    ["coffee", "coffee-grounds"],
    ["overs", "castings-worked-bedding"],
    ["horse manure", "manure-aged-bedding"],
    ["wood chips", "wood-chip-coarse"],
    ["corn husks", "sweetcorn-husks"],
  ] as const)
    // prettier-ignore
    expect([typed, called(typed)]).toEqual([typed, expect.arrayContaining([id]) as string[]]);
  expect(called("zzz")).toEqual([]);
  // Nothing typed shuts nothing out, and what is typed narrows.
  expect(called("")).toHaveLength(ALL.length);
  for (const { id, name } of ALL) expect([id, isCalled(name, { id, name })]).toEqual([id, true]);
});

test("every other name belongs to a material of the table", () => {
  const ids = new Set(ALL.map(({ id }) => id));
  expect(everydayIds().filter((id) => !ids.has(id))).toEqual([]);
});
