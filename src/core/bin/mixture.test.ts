import fc from "fast-check";
import { CLIMATE, entry, kilograms, newTub, setupOf, START } from "../../../tests/log";
import { SPECIES } from "@/vocabulary/setup";
import { addDays } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { decide } from "../decision/decide";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { capacity } from "../ration/ration";
import { herdOf, speciesIn, tenderest } from "./mixture";
import { replay } from "./replay";

const stocked = (...worms: (readonly [(typeof SPECIES)[number], number])[]) =>
  entry(
    { kind: "stocked", worms: worms.map(([speciesId, kg]) => ({ speciesId, amount: kilograms(kg) })) },
    3,
  );
const herd = (...worms: Parameters<typeof stocked>) =>
  replay([...newTub(0.5, setupOf("tub")).slice(0, 3), stocked(...worms)]).worms;

test("a bin of one species is what it was; a second one counts from a twentieth on, whichever came first", () => {
  expect(herd(["fetida", 0.5]).came).toBeUndefined();
  expect(tenderest(herd(["fetida", 0.5]))).toBe(speciesOf("fetida"));
  expect(speciesIn(herd(["fetida", 1], ["eugeniae", 0.03]))).toHaveLength(1);
  const mixed = herd(["fetida", 0.6], ["hortensis", 0.4]);
  expect(speciesIn(mixed).map(({ species, share }) => [species.id, Number(share.toFixed(2))])).toEqual([
    ["fetida", 0.6],
    ["hortensis", 0.4],
  ]);
  const later = replay([...newTub(0.5, setupOf("tub")), entry({ kind: "stocked", worms: [{ speciesId: "eugeniae", amount: kilograms(0.3) }] }, 40)]); // prettier-ignore
  expect(speciesIn(later.worms).map(({ species }) => species.id)).toEqual(["fetida", "eugeniae"]);
});

test("bounds are never wider than those of any that lives there, and its appetite lies between theirs", () => {
  const mass = fc.double({ min: 0.2, max: 2, noNaN: true });
  fc.assert(
    fc.property(
      fc.constantFrom(...SPECIES),
      fc.constantFrom(...SPECIES),
      mass,
      mass,
      fc.double({ min: 0, max: 40, noNaN: true }),
      (a, b, kgA, kgB, at) => {
        fc.pre(a !== b);
        const worms = herd([a, kgA], [b, kgB]);
        const bound = tenderest(worms);
        for (const id of [a, b]) {
          const own = speciesOf(id);
          expect(bound.heatDeathC).toBeLessThanOrEqual(own.heatDeathC);
          expect(bound.zeroC).toBeLessThanOrEqual(own.zeroC);
          expect(bound.leastC).toBeGreaterThanOrEqual(own.leastC);
          expect(bound.coldDeathC).toBeGreaterThanOrEqual(own.coldDeathC);
        }
        const rest = { wormsKg: kgA + kgB, temperatureC: at, moisture: 0.78, ageDays: 200 };
        const eats = (of: Parameters<typeof capacity>[0]) => capacity(of).kgPerDay;
        const both = eats({ ...rest, ...herdOf(worms) });
        const [one, other] = [a, b].map((id) => eats({ ...rest, species: speciesOf(id) })) as [
          number,
          number,
        ];
        expect(both).toBeGreaterThanOrEqual(Math.min(one, other) - 1e-9);
        expect(both).toBeLessThanOrEqual(Math.max(one, other) + 1e-9);
      },
    ),
  );
});

test("heat that a tiger worm bears is an emergency where a dendrobaena lives beside it", () => {
  const today = addDays(START, 60);
  const verdict = (...worms: Parameters<typeof stocked>) => {
    const state = replay([...newTub(0.5, setupOf("tub")).slice(0, 3), stocked(...worms)]);
    return decide(simpleExpectation(state, CLIMATE, today), practiceOf(state)!, [{ of: "temperature", temperatureC: 29 }], today).verdict; // prettier-ignore
  };
  expect(verdict(["fetida", 0.5])).not.toBe("actNow");
  expect(verdict(["fetida", 0.5], ["hortensis", 0.2])).toBe("actNow");
});
