import { START } from "../../../tests/log";
import { daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { sayDead } from "./deadWords";
import { AS_TROUBLE, HARMS, isItDead, LIVING } from "./isItDead";
import { CAUSES, signOf } from "./knowledge";

const SPECIES = (["fetida", "hortensis", "eugeniae", "excavatus"] as const).map(speciesOf);

test("whatever happened and was found, each answer is whole: a look that lies ahead, hatching before buying, steps to do now", () => {
  for (const harm of HARMS)
    for (const living of LIVING)
      for (const sawCocoons of [true, false])
        for (const species of SPECIES)
          for (const bedC of [3, 12, 18, 25, 34]) {
            const found = isItDead(harm, living, sawCocoons, species, bedC, START);
            expect(found.lookOn > START).toBe(true);
            if (found.hatch) {
              expect(found.hatch.from < found.hatch.to).toBe(true);
              if (found.buyFrom) expect(found.buyFrom > found.hatch.to).toBe(true);
            }
            // Who lives buys nothing; a bed too cold hatches nothing; only what is most likely dead has no hope of cocoons.
            if (living === "many") expect(found).toMatchObject({ is: "lives" });
            if (living === "many") expect(found.buyFrom).toBeUndefined();
            if (found.isTooColdToHatch) expect(found.hatch).toBeUndefined();
            if (found.is === "likelyDead")
              expect([living, sawCocoons, found.hatch]).toEqual(["none", false, undefined]);
            const said = sayDead(found, harm, START);
            for (const line of [said.verdict, ...said.now, ...said.then]) expect(line).toMatch(/[.]$/);
            expect(said.now.length).toBeGreaterThanOrEqual(3);
          }
});

test("cocoons outlast frost before heat; warmth brings hatchlings sooner; a species that hatches slowly later", () => {
  const [tiger, dendro] = [speciesOf("fetida"), speciesOf("hortensis")];
  expect(isItDead("frost", "none", false, tiger, 15, START).is).toBe("cocoonsOnly");
  expect(isItDead("heat", "none", false, tiger, 25, START).is).toBe("likelyDead");
  const first = (bedC: number, species = tiger) =>
    daysBetween(START, isItDead("frost", "few", true, species, bedC, START).hatch!.from);
  expect(first(25)).toBe(20);
  expect(first(18)).toBeGreaterThan(first(25));
  expect(first(12)).toBeGreaterThan(first(18));
  expect(first(20, dendro)).toBeGreaterThan(first(20));
  expect(isItDead("poison", "none", true, tiger, 20, START).needsNewBed).toBe(true);
});

test("it is followed like any trouble: its sign and its cause stand in the tables", () => {
  for (const { sign, cause } of Object.values(AS_TROUBLE)) {
    expect(signOf(sign)?.id).toBe(sign);
    expect(CAUSES.map(({ id }) => id)).toContain(cause);
  }
});
