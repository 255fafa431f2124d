import fc from "fast-check";
import { CLIMATE, START } from "../../../tests/log";
import { House, WARM } from "../../../tests/nursery";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { clearing, thinning } from "./acts";
import { areaOfTub, courseOf, crowdedOn, THIN_KG_PER_M2, traysMore } from "./cohorts";
import type { BroodStand } from "./cohorts";
import { formatCount } from "../quantity/format";
import { SURVIVES } from "./growth";
import { sayStand } from "./words";

const FETIDA = speciesOf("fetida");
const all = ({ hatchlings, growing, grown }: BroodStand) => hatchlings + growing + grown;
const tray = (cocoons: number, laidOver = 24, climate = WARM) => {
  const house = new House(0);
  house.tray("tray", cocoons, START, laidOver);
  const course = () => courseOf(house.one("tray", START, climate))!;
  return { house, course };
};

test("a brood hatches once and for all, grows up, and no worm comes from nowhere: cohorts over any number, days and warmth", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 8000 }),
      fc.integer({ min: 1, max: 60 }),
      fc.double({ min: 10, max: 27, noNaN: true }),
      (cocoons, laidOver, meanC) => {
        const course = tray(cocoons, laidOver, { ...CLIMATE, meanC, swingK: 0 }).course();
        const most = cocoons * FETIDA.hatchShare * FETIDA.hatchlingsPerCocoon;
        let before: BroodStand | undefined;
        for (let day = 0; day <= 300; day += 20) {
          const stand = course.on(addDays(START, day));
          expect(all(stand)).toBeLessThanOrEqual(most * (1 + 1e-9));
          expect(stand.grown).toBeCloseTo(course.grownOn(addDays(START, day)), 6);
          if (before) {
            expect(stand.cocoons).toBeLessThanOrEqual(before.cocoons + 1e-9);
            expect(stand.grown).toBeGreaterThanOrEqual(before.grown - 1e-9);
          }
          before = stand;
        }
        if (meanC > 18) {
          expect(before!.cocoons).toBe(0);
          expect(before!.grown).toBeCloseTo(most * SURVIVES.middle, 3);
        }
      },
    ),
    { numRuns: 40 },
  );
});

test("the days of the board and the cohorts agree: few hatched before the first look, most after the mean, half grown by the day they move on", () => {
  for (const meanC of [16, 20, 24]) {
    const climate = { ...CLIMATE, meanC, swingK: 0 };
    const { house, course } = tray(1000, 24, climate);
    const { brood } = house.one("tray", START, climate);
    const whole = 1000 * FETIDA.hatchShare * FETIDA.hatchlingsPerCocoon;
    expect(all(course().on(addDays(brood!.firstOn!, -3)))).toBeLessThan(0.05 * whole);
    expect(course().on(brood!.lastOn!).cocoons).toBeLessThan(120);
    const grown = course().grownOn(brood!.grownOn!) / (whole * SURVIVES.middle);
    expect(grown).toBeGreaterThan(0.5);
    expect(grown).toBeLessThan(0.98);
  }
});

test("what is counted after hatching is believed, the later count more; a first look at a few is not taken for all", () => {
  const { house, course } = tray(800);
  const late = addDays(START, 55);
  const expected = course().on(late);
  const of = expected.growing > expected.hatchlings ? "growing" : "hatchlings";
  house.say("tray", { kind: "tubCounted", of: "hatchlings", count: 3, fraction: 1 }, addDays(START, 12));
  expect(course().believed).toBe(1);
  house.say("tray", { kind: "tubCounted", of, count: Math.round(expected[of] / 3), fraction: 1 }, late);
  expect(course().believed).toBeCloseTo(1 / 3, 1);
  expect(course().on(late)[of]).toBeCloseTo(expected[of] / 3, -1);
  // Half of it is given to another tray: what was counted before holds for the half that stays.
  const act = thinning([house.one("tray", late)], 1, addDays(late, 1), house.newId);
  house.write(act, addDays(late, 1));
  expect(course().on(addDays(late, 2))[of]).toBeLessThan(0.6 * (expected[of] / 3));
  expect(course().on(addDays(late, 2))[of]).toBeGreaterThan(0.35 * (expected[of] / 3));
});

test("a tray is thinned when its young weigh more than their ground carries, again if they do again, and a sparse one never", () => {
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 6000 }), (cocoons) => {
      const { house, course } = tray(cocoons);
      const area = areaOfTub(house.tubs[0]!);
      const { brood } = house.one("tray", START);
      const crowded = crowdedOn(course(), area, START, brood!.grownOn!);
      const due = house.one("tray", addDays(START, 300)).due!;
      // Looked for and baited first: with those done, what is left is thinning or moving on.
      house.say("tray", { kind: "tubCounted", of: "hatchlings", count: 1, fraction: 1 }, addDays(START, 10));
      house.say("tray", { kind: "noted", text: "bait" }, addDays(brood!.meanOn!, 8));
      const after = house.one("tray", addDays(START, 300)).due!;
      expect(["look", "bait", "thin", "moveOn"]).toContain(due.task);
      expect(after.task).toBe(crowded && crowded < brood!.grownOn! ? "thin" : "moveOn");
      if (!crowded) {
        expect(course().on(brood!.grownOn!).liveG / 1000).toBeLessThanOrEqual(THIN_KG_PER_M2 * area * 1.05);
        return;
      }
      expect(after.on).toBe(crowded);
      const more = traysMore(course(), area, brood!.grownOn)!;
      house.write(thinning([house.one("tray", crowded)], more, crowded, house.newId), crowded);
      const again = house.one("tray", addDays(START, 300)).due!;
      // As many as were proposed carry it until it is grown, or it is thinned once more, later.
      expect(again.task === "moveOn" || again.on > crowded).toBe(true);
      const stay = courseOf(house.one("tray", crowded))!.on(brood!.grownOn!).liveG / 1000;
      expect(stay).toBeLessThanOrEqual(5 * area * 1.02);
    }),
    { numRuns: 40 },
  );
});

test("taken out of a tray, grown worms are gone from it and the rest grows on", () => {
  const { house, course } = tray(300);
  const on = addDays(START, 160);
  const before = course().on(on);
  expect(before.grown).toBeGreaterThan(200);
  house.say("tray", { kind: "wormsTaken", amount: { count: 150, measuredBy: "weighed" } }, on);
  expect(course().on(on).grown).toBeCloseTo(before.grown - 150, 6);
  expect(course().on(on).liveG).toBeLessThan(before.liveG);
  expect(house.one("tray", on).state.stage).toBe("brood");
  house.say("tray", { kind: "wormsTaken", amount: { count: 9000, measuredBy: "weighed" } }, on);
  expect(course().on(on).grown).toBe(0);
});

test("counted from the kept slip after the tub was set again, it is the cleared cycle's and its tray's; put right later, the tray's too", () => {
  const house = new House(1);
  house.set("tub-1", 250, START, 24);
  const cleared = addDays(START, 24);
  house.write(clearing([house.one("tub-1", cleared)], { how: "sieved", day: cleared, grown: new Map(), trays: "each", setsAgain: { cycleDays: 24 } }, house.newId), cleared); // prettier-ignore
  const trayId = house.tubs.at(-1)!.id;
  expect(courseOf(house.one(trayId, cleared))).toBeUndefined();
  house.say("tub-1", { kind: "tubCounted", of: "cocoons", count: 50, fraction: 1 / 16 }, addDays(cleared, 2));
  const { cycles } = house.one("tub-1", addDays(cleared, 3)).state;
  expect(cycles.map(({ cocoons }) => cocoons?.count)).toEqual([800, undefined]);
  expect(house.one(trayId, addDays(cleared, 3)).state.brood?.cocoons?.count).toBe(800);
  house.say("tub-1", { kind: "tubCounted", of: "cocoons", count: 40, fraction: 1 / 16 }, addDays(cleared, 3));
  expect(house.one(trayId, addDays(cleared, 3)).state.brood?.cocoons?.count).toBe(640);
  expect(daysBetween(cleared, cycles[1]!.dueOn)).toBe(24);
});

test("a brood in words leaves out what hardly any is of", () => {
  const stand = { day: START, cocoons: 0.2, hatchlings: 1234, growing: 87, grown: 1, liveG: 1 };
  expect(sayStand(stand)).toBe(`${formatCount(1200)} hatchlings, 87 growing`);
  expect(sayStand({ ...stand, hatchlings: 0, growing: 0, grown: 0 })).toBe("nothing yet");
});
