import { START } from "../../../tests/log";
import { House } from "../../../tests/nursery";
import { addDays } from "../calendar/day";
import { clearing } from "./acts";
import { courseOf } from "./cohorts";
import { howLived, livedGroups } from "./lived";
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

test("a bedding whose broods truly fare worse is told from chance over several trays, not over one, nor a sound one", () => {
  const [sound, poor] = ["cardboard-corrugated", "coir"];
  const CLEARED = addDays(START, 24);
  const kept = (trays: number, poorShare: number) => {
    const house = new House(2 * trays);
    const isPoor = (nth: number) => nth % 2 === 1;
    for (const [nth, { id }] of [...house.tubs].entries()) {
      house.set(id, 250, START, 24);
      const part = { materialId: isPoor(nth) ? poor : sound, amount: { volumeL: 12, measuredBy: "proposed" } } as const;
      house.say(id, { kind: "bedded", parts: [part] }, START);
    }
    house.write(clearing(house.today(CLEARED), { how: "sieved", day: CLEARED, grown: new Map(), trays: "each" }, house.newId), CLEARED);
    for (let nth = 0; nth < 2 * trays; nth += 1)
      house.say(`tub-${nth + 1}`, { kind: "tubCounted", of: "cocoons", count: 900, fraction: 1 }, CLEARED);
    const day = addDays(CLEARED, 60);
    for (const one of house.today(day).filter(({ tub }) => tub.role === "tray")) {
      const nth = Number(one.state.brood!.fromIds[0]!.slice(4)) - 1;
      const share = (isPoor(nth) ? poorShare : 1) * (0.92 + 0.04 * (nth % 5));
      const count = Math.round(courseOf(one)!.on(day).growing * share);
      house.say(one.tub.id, { kind: "tubCounted", of: "growing", count, fraction: 1 }, day);
    }
    return howLived(house.today(day)).trays;
  };
  const by = (trays: number, share: number) =>
    Object.fromEntries(livedGroups(kept(trays, share), "bedding")!.map((group) => [group.key, group]));
  const told = by(6, 0.4);
  expect(told[poor]).toMatchObject({ trays: 6, isOther: true });
  expect(told[sound]).toMatchObject({ trays: 6, isOther: false });
  expect(told[poor]!.ofExpected.high).toBeLessThan(told[sound]!.ofExpected.low);
  expect(by(1, 0.4)[poor]!.isOther).toBe(false);
  expect(by(6, 1)[poor]!.isOther).toBe(false);
  // The tubs stand in two rows, all of one species, set in one season.
  expect(livedGroups(kept(2, 1), "row")!.map(({ key, trays }) => [key, trays])).toEqual([["Row A", 2], ["Row B", 2]]);
  expect(livedGroups(kept(2, 1), "species")).toBeUndefined();
  expect(livedGroups([], "row")).toBeUndefined();
}); // prettier-ignore
