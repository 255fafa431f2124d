import fc from "fast-check";
import { CLIMATE, entry, kilograms, newTub, setupOf, START } from "../../../tests/log";
import { SPECIES } from "@/vocabulary/setup";
import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { decide } from "../decision/decide";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { capacity } from "../ration/ration";
import { twinExpectation } from "../twin/ahead/expect";
import type { Snapshot } from "../twin/log/follow";
import { bringToToday } from "../twin/log/now";
import { sayMixture } from "../round/sayMixture";
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

const twinOf = (
  entries: readonly Entry[],
  today: LocalDate,
  meanC: number,
  snapshots?: readonly Snapshot[],
) =>
  bringToToday({
    binId: "mixed",
    entries,
    climates: { "room-1": { ...CLIMATE, meanC, swingK: 0 } },
    today,
    size: 60,
    ...(snapshots ? { snapshots } : {}),
  })!;
const lived = (days: number, ...more: readonly Entry[]) => [
  ...newTub(0.5, setupOf("tub")).slice(0, 3),
  stocked(["fetida", 0.3], ["eugeniae", 0.2]),
  ...Array.from(
    { length: Math.floor(days / 7) },
    (_, week) =>
    entry({ kind: "fed", parts: [{ materialId: "mixed-kitchen-scraps", amount: kilograms(0.3), preparation: "chopped" }] }, 7 + 7 * week), // prettier-ignore
  ),
  ...more,
];

test("a mixture in a cold cellar: what comes from warm countries dies of it, the rest lives on, and the bin's page says so", () => {
  const today = addDays(START, 70);
  const entries = lived(70);
  const worms = replay(entries).worms;
  const { herds, wormsKg } = twinExpectation(twinOf(entries, today, 6), today);
  const [tiger, african] = herds!;
  expect([tiger!.speciesId, african!.speciesId]).toEqual(["fetida", "eugeniae"]);
  expect(african!.massKg.high).toBeLessThan(0.05);
  expect(tiger!.massKg.middle).toBeGreaterThan(0.2);
  expect(wormsKg.middle).toBeLessThan(0.4);
  const words = sayMixture(worms, herds, "metric")!;
  expect(words).toMatch(/Tiger worm 60 %, African nightcrawler 40 % of what came\./);
  expect(words).toMatch(/Alive by now.*African nightcrawler hardly any/);
  // In a warm room both live, and a ration asks for both by what lives of each.
  const warm = twinExpectation(twinOf(entries, today, 24), today);
  expect(warm.herds![1]!.massKg.middle).toBeGreaterThan(0.1);
  expect(sayMixture(worms, warm.herds, "us")).toMatch(/African nightcrawler \d\d % \(0\.\d\d–0\.\d\d lb\)/);
  expect(herdOf(worms, herds)).toEqual({ species: speciesOf("fetida") });
  expect(
    herdOf(worms, warm.herds)
      .mix!.map(({ share }) => share)
      .sort(),
  ).not.toEqual([0.4, 0.6]);
  expect(herdOf(worms).mix!.find(({ species }) => species.id === "fetida")!.share).toBeCloseTo(0.6, 9);
});

test("a third species that comes later is known from its day; what stood without it is not gone on from", () => {
  const today = addDays(START, 60);
  const before = twinOf(lived(50), today, 20);
  expect(twinExpectation(before, today).herds).toHaveLength(2);
  const late = lived(50, entry({ kind: "stocked", worms: [{ speciesId: "hortensis", amount: kilograms(0.2) }] }, 55)); // prettier-ignore
  const kept = before.snapshots;
  expect(kept.length).toBeGreaterThan(0);
  const [going, anew] = [twinOf(late, today, 20, kept), twinOf(late, today, 20)];
  expect(twinExpectation(going, today)).toEqual(twinExpectation(anew, today));
  const third = twinExpectation(anew, today).herds![2]!;
  expect(third.speciesId).toBe("hortensis");
  expect(third.massKg.low).toBeGreaterThan(0.1);
  expect(third.massKg.high).toBeLessThan(0.4);
});

test("who has died out of a mixture sets no bound any more: in the cold the rest is fed, and no frost is warned of that harms none", () => {
  const today = addDays(START, 75);
  const entries = lived(70);
  const fed = (meanC: number) => {
    const now = twinOf(entries, today, meanC);
    const expectation = twinExpectation(now, today);
    const read = [{ of: "squeeze", squeeze: "fewDrops" }, { of: "foodLeft", foodLeft: "none", place: 1 }] as const; // prettier-ignore
    return { bound: tenderest(now.state.worms, expectation.herds), alone: tenderest(now.state.worms), decision: decide(expectation, now.practice, [...read], today) }; // prettier-ignore
  };
  const cold = fed(7);
  expect(cold.bound).toEqual(speciesOf("fetida"));
  // By what came alone it was too cold for a meal.
  expect(cold.alone.leastC).toBe(speciesOf("eugeniae").leastC);
  expect(cold.decision.steps.some(({ why }) => why.code === "food/too-cold")).toBe(false);
  // While both live the tenderest decides.
  const warm = fed(20);
  expect(warm.bound.leastC).toBe(speciesOf("eugeniae").leastC);
  expect(tenderest(replay(entries).worms, [])).toEqual(warm.alone);
});
