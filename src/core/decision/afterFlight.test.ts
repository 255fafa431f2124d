import type { Entry, Reading } from "@/records/entry";
import { SYSTEMS } from "@/vocabulary/setup";
import { look, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought, fedTub } from "../../../tests/twinLog";
import { fedCompartment } from "../bin/system";
import { addDays } from "../calendar/day";
import { SCRAPS } from "./caps";
import { areaM2 } from "../bin/system";
import { twinExpectation } from "../twin/ahead/expect";
import { withReadings } from "../twin/log/now";
import { decide } from "./decide";
import { sayReason } from "./words";

/* What a kind keeper does after worms fled: air, days of watch, and then a small meal, whatever was given before. */

const SOUND: readonly Reading[] = [
  { of: "smell", smell: "earthy" },
  { of: "squeeze", squeeze: "fewDrops" },
];
const FLED: readonly Reading[] = [{ of: "sign", sign: "mass-escape", isPresent: true }];
const on = (log: readonly Entry[], day: number, read: readonly Reading[]) => {
  const now = withReadings(brought(log, day), read);
  const today = addDays(START, day);
  const expectation = twinExpectation(now, today);
  return { expectation, decision: decide(expectation, now.practice, read, today), state: now.state };
};
const mealIn = ({ decision }: ReturnType<typeof on>) =>
  decision.steps.find(({ kind }) => kind === "feed") as
    { readonly amount: { readonly massKg: number }; readonly why: { readonly code: string } } | undefined;

const grown = fedTub(12, (week) => [look([{ of: "foodLeft", foodLeft: "none", place: week % 8 || 8 }] as never, 7 + 7 * week)]); // prettier-ignore
const LAST = 92;

test("an escape is heard: fewer are believed to live there, and how many is less sure; that none fled changes little", () => {
  const before = on(grown, LAST, []).expectation.wormsKg;
  const after = on(grown, LAST, FLED).expectation.wormsKg;
  expect(after.middle).toBeLessThan(0.9 * before.middle);
  // Nobody is taken for dead by it alone: a quarter of them is held possible at least.
  expect(after.middle).toBeGreaterThan(0.25 * before.middle);
  expect(after.high / after.low).toBeGreaterThan(before.high / before.low);
  const none = on(grown, LAST, [{ of: "sign", sign: "mass-escape", isPresent: false }]).expectation.wormsKg;
  expect(none.middle).toBeGreaterThan(0.85 * before.middle);
});

test("no meal on the day, none for three days, then a small one; the climb begins with what goes well since", () => {
  const usual = mealIn(on(grown, LAST, SOUND))!;
  const fled = [...grown, look(FLED as never, LAST)];
  expect(on(grown, LAST, FLED).decision.verdict).toBe("actNow");
  expect(mealIn(on(grown, LAST, FLED))).toBeUndefined();
  expect(mealIn(on(fled, LAST + 2, SOUND))).toBeUndefined();
  const first = on(fled, LAST + 4, SOUND);
  expect(first.state.feedings.at(-1)).toMatchObject({ fled: true });
  const small = mealIn(first)!;
  expect(small.amount.massKg).toBeLessThan(0.6 * usual.amount.massKg);
  expect(sayReason(small.why as never, { units: "metric", today: START })).toMatch(/^Worms fled or lay dead/);
  // It was eaten: half as much again of that, and not of what was given before.
  const eaten = [
    ...fled,
    look(SOUND as never, LAST + 4),
    meal(small.amount.massKg, 5, LAST + 4),
    look([{ of: "foodLeft", foodLeft: "none", place: 5 }, ...SOUND] as never, LAST + 12),
  ];
  const next = mealIn(on(eaten, LAST + 12, SOUND))!;
  expect(next.amount.massKg).toBeLessThanOrEqual(1.5 * small.amount.massKg + 1e-9);
  expect(next.amount.massKg).toBeGreaterThan(small.amount.massKg);
});

test.each(SYSTEMS)(
  "%s: no meal lies thicker over the whole of it than its way of keeping bears",
  (system) => {
    const setup = setupOf(system);
    const { id, placeCount } = fedCompartment(setup);
    // Whatever it took before: a herd of kilograms, and meals that were all gone.
    const log = [
      ...newTub(4, setup),
      ...Array.from({ length: 8 }, (_, nth) => [
        { ...meal(3 * 1.4 ** nth, (nth % placeCount) + 1, 10 + 9 * nth), compartment: id } as Entry,
        look([{ of: "foodLeft", foodLeft: "none", place: (nth % placeCount) + 1, compartment: id }] as never, 18 + 9 * nth), // prettier-ignore
      ]).flat(),
    ];
    const given = mealIn(on(log, 82, SOUND));
    const thickM = (given?.amount.massKg ?? 0) / SCRAPS.densityKgPerL / 1000 / areaM2(fedCompartment(setup));
    expect(thickM).toBeLessThanOrEqual(0.05 + 1e-9);
  },
);
