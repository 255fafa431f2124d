import { START } from "../../../tests/log";
import { House } from "../../../tests/nursery";
import { addDays } from "../calendar/day";
import { courseOf } from "./cohorts";
import { howLived } from "./lived";
import { sayLived } from "./words";

const LATE = addDays(START, 60);
const tray = (cocoons: number, share: number, ofAll = 1) => {
  const house = new House(0);
  house.tray("tray", cocoons, START);
  const expected = courseOf(house.one("tray", LATE))!.on(LATE).growing;
  house.say("tray", { kind: "tubCounted", of: "growing", count: Math.round(expected * share * ofAll), fraction: ofAll }, LATE); // prettier-ignore
  return howLived(house.today(LATE)).trays;
};

test("what was counted is held against what was laid: as expected, far fewer, far more, each with its range", () => {
  const [as] = tray(900, 1);
  expect(as).toMatchObject({ is: "asExpected", ofExpected: { middle: expect.closeTo(1, 1) as number } });
  expect(tray(900, 0.3)[0]).toMatchObject({ is: "fewer" });
  expect(tray(900, 2)[0]).toMatchObject({ is: "more" });
  for (const share of [0.3, 1, 2])
    for (const ofAll of [1, 0.1]) {
      const { low, middle, high } = tray(900, share, ofAll)[0]!.ofExpected;
      expect([low < middle, middle < high]).toEqual([true, true]);
    }
  // A tenth counted is known less well than all of it.
  const width = (ofAll: number) => {
    const { low, high } = tray(900, 1, ofAll)[0]!.ofExpected;
    return high - low;
  };
  expect(width(0.1)).toBeGreaterThan(width(1));
  expect(sayLived(as!)).toMatch(/^100 % of the young that were to be expected.*: as nature has it\.$/);
  expect(sayLived(tray(900, 0.3)[0]!)).toMatch(/really fewer.*air, wet and a bait/);
});

test("a first look is no count, an uncounted brood tells nothing, and thinned out it is the half that is held against the half", () => {
  const house = new House(0);
  house.tray("tray", 900, START);
  house.say("tray", { kind: "tubCounted", of: "hatchlings", count: 4, fraction: 1 }, addDays(START, 4));
  expect(howLived(house.today(LATE)).trays).toEqual([]);
  house.tubs.push({ ...house.tubs[0]!, id: "other" as never });
  house.say("other", { kind: "trayFilled", fromId: "x", fraction: 1, laidFrom: START, laidTo: START }, START);
  house.say("other", { kind: "tubCounted", of: "growing", count: 400, fraction: 1 }, LATE);
  expect(howLived(house.today(LATE)).trays).toEqual([]);
  const expected = courseOf(house.one("tray", LATE))!.on(LATE).growing;
  house.say("tray", { kind: "tubCounted", of: "growing", count: Math.round(expected), fraction: 1 }, LATE);
  house.say("tray", { kind: "thinned", into: [{ trayId: "new", fraction: 0.5 }] }, addDays(LATE, 1));
  expect(howLived(house.today(addDays(LATE, 2))).trays[0]!.ofExpected.middle).toBeCloseTo(1, 1);
});

test("grown worms that came back are a share of those set, never more than all, and only where both were told", () => {
  const house = new House(3);
  for (const [id, out] of [["tub-1", 200], ["tub-2", 400], ["tub-3", undefined]] as const) {
    house.set(id, 250, START);
    house.say(id, { kind: "tubCleared", how: "sieved", ...(out === undefined ? {} : { grown: { count: out, measuredBy: "weighed" } }) }, addDays(START, 24));
  } // prettier-ignore
  expect(howLived(house.today(LATE))).toMatchObject({ cycles: 2, grownBack: 0.9 });
  expect(howLived(new House(2).today(LATE))).toEqual({ trays: [], cycles: 0 });
});
