import fc from "fast-check";
import { entry, kilograms, litres, newTub, setupOf, START } from "../../../tests/log";
import type { FeedPart } from "@/records/entry";
import { PREPARATIONS } from "@/vocabulary/setup";
import { addDays } from "../calendar/day";
import { effectiveEntries } from "../log/effective";
import { liquidRhythm } from "./liquid";
import { waterOfFood } from "./ofFood";
import { seasonOf, usualWater } from "./usual";
import { heldFromAbove, soakedFromBelow } from "./poured";
import { sayHeld, sayLiquid, saySoaked, sayUsualWater, sayWaterOfFood } from "./words";

const SUMP = setupOf("trayStack");
const drained = (on: number, volumeL: number, looks = "teaBrown") =>
  entry({ kind: "drained", amount: litres(volumeL), looks }, on);
const DRY = { low: 0.7, middle: 0.74, high: 0.78 };
const WET = { low: 0.84, middle: 0.86, high: 0.88 };

test("a tray emptied each week has a rhythm; when it stops giving and the bed is wet, it may be clogged, else not", () => {
  const log = [7, 14, 21, 28].map((on) => drained(on, 0.4));
  const at = (on: number, moisture = WET, setup = SUMP) =>
    liquidRhythm(log, setup, moisture, 0.8, addDays(START, on));
  expect(at(30)).toMatchObject({
    times: 4,
    everyDays: 7,
    eachL: 0.4,
    lastOn: addDays(START, 28),
    looked: "teaBrown",
  });
  expect(at(40)?.cloggedDays).toBeUndefined();
  expect(at(60)?.cloggedDays).toBe(32);
  expect(at(60, DRY)?.cloggedDays).toBeUndefined();
  expect(at(60, WET, setupOf("tub", { drainage: "none" }))?.cloggedDays).toBeUndefined();
  expect(liquidRhythm([], SUMP, WET, 0.8, START)).toBeUndefined();
});

test("liquid that turned dark says so, and the rule for its use is said once, last", () => {
  const turned = liquidRhythm(
    [drained(7, 0.4, "clear"), drained(14, 0.4, "foul")],
    SUMP,
    DRY,
    0.8,
    addDays(START, 15),
  )!;
  expect(turned.turned).toBe("darker");
  const said = sayLiquid(turned, "metric", addDays(START, 15));
  expect(said.filter((line) => /raw waste/.test(line))).toEqual([said.at(-1)]);
  expect(said.join(" ")).toMatch(/foul.*darker/);
});

test("what a bin is usually given a week is what was poured in each season, over the days of it that were lived", () => {
  const log = effectiveEntries([
    ...newTub(),
    ...[10, 17, 24, 31, 38].map((on) =>
      entry({ kind: "watered", amount: litres(0.35), means: "sprayer" }, on),
    ),
    entry({ kind: "watered", amount: litres(40), means: "rain" }, 20),
  ]);
  // START is 2 March: six weeks of spring.
  const usual = usualWater(log, START, addDays(START, 41));
  expect(usual).toEqual([{ season: "spring", litresPerWeek: (7 * 1.75) / 42, weeks: 6 }]);
  expect(sayUsualWater(usual[0]!, "metric", { name: "sprayer", litresPerMin: 0.35 })).toMatch(
    /50 seconds of the sprayer/,
  );
  expect(usualWater(log, START, addDays(START, 10))).toEqual([]);
  expect(seasonOf(START)).toBe("spring");
  expect(seasonOf(START, true)).toBe("autumn");
});

test("a meal's water never exceeds what is in it, more food brings no less, and dry food is not spoken of", () => {
  const part = (massKg: number, preparation: (typeof PREPARATIONS)[number], materialId = "melon-rind") =>
    ({ materialId, amount: kilograms(massKg), preparation }) as unknown as FeedPart;
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 8, noNaN: true }),
      fc.constantFrom(...PREPARATIONS),
      fc.double({ min: 0.5, max: 0.93, noNaN: true }),
      fc.constantFrom("free" as const, "sump" as const, "poor" as const, "none" as const),
      (massKg, preparation, moisture, drainage) => {
        const bed = { massKg: 12, moisture, wettest: 0.8, drainage };
        const one = waterOfFood([part(massKg, preparation)], bed);
        const two = waterOfFood([part(massKg, preparation), part(1, preparation)], bed);
        if (!one) return;
        expect(one.waterL).toBeLessThanOrEqual(massKg);
        expect(one.atOnceL).toBeLessThanOrEqual(massKg);
        expect(two!.waterL).toBeGreaterThanOrEqual(one.waterL);
        expect(two!.beddingKg).toBeGreaterThanOrEqual(one.beddingKg - 1e-9);
      },
    ),
  );
  const soaked = { massKg: 12, moisture: 0.8, wettest: 0.8, drainage: "none" as const };
  expect(waterOfFood([part(0.5, "whole", "bread")], soaked)).toBeUndefined();
  expect(sayWaterOfFood(waterOfFood([part(2, "pureed")], soaked)!, "metric")).toMatch(
    /nothing drains here.*runs at once.*dry card/,
  );
});

test("what a tray below is good for, and what runs through from above, is learned from what was poured and what was caught", () => {
  const below = (on: number, volumeL: number) => entry({ kind: "watered", amount: litres(volumeL), means: "trayBelow" }, on); // prettier-ignore
  const above = (on: number, volumeL: number) => entry({ kind: "watered", amount: litres(volumeL), means: "can" }, on); // prettier-ignore
  // Filled with a litre, 0.4 L poured off three days later; once filled again after five days, so all of it was gone.
  const tray = [below(10, 1), drained(13, 0.4), below(20, 1), drained(23, 0.4), below(30, 1), below(35, 1), drained(38, 0.4)]; // prettier-ignore
  const soaked = soakedFromBelow(tray)!;
  expect(soaked.times).toBe(4);
  expect([soaked.givenL, soaked.takenL, soaked.inDays]).toEqual([1, 0.6, 3]);
  expect(saySoaked(soaked, "metric")).toMatch(/takes up about 600 mL in 3 days \(4 times\): pour no more/);
  // What nobody looked at tells nothing; nor does one time.
  expect(soakedFromBelow([below(10, 1), below(40, 1), drained(60, 0.4)])).toBeUndefined();
  expect(soakedFromBelow(tray.slice(0, 2))).toBeUndefined();
  expect(heldFromAbove(tray)).toBeUndefined();
  // A litre a week with the tap open.
  const week = [7, 14, 21].flatMap((on) => [above(on, 1), drained(on, 0.2), drained(on + 1, 0.1)]);
  const held = heldFromAbove(week)!;
  expect([held.times, held.givenL]).toEqual([3, 1]);
  expect(held.takenL).toBeCloseTo(0.7, 9);
  expect(sayHeld(held, "us")).toMatch(/runs out by the next day/);
  // What drains later has other reasons; never more is taken than was given.
  expect(heldFromAbove([above(7, 1), drained(12, 0.5), above(14, 1), drained(19, 0.5)])).toBeUndefined();
  expect(heldFromAbove([above(7, 0.2), drained(7, 3), above(14, 0.2), drained(14, 3)])!.takenL).toBe(0);
});
