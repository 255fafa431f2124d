import { schoolOf } from "@/core/catalogue/school";
import { targetMoisture } from "@/core/practice/practice";
import { ripenessOf } from "@/core/twin/engine/ripeness";
import { AT, castingsOf, dryOf, foodOf, moistureOf } from "@/core/twin/engine/state";
import { fedAt, harvestedAt } from "@/core/twin/engine/twinBin";
import { copied } from "@/core/twin/ensemble/ensemble";
import { leftAt, litresOf } from "@/core/twin/ensemble/measures";
import { passDay } from "@/core/twin/ensemble/passDay";
import { doDeed } from "@/core/twin/ensemble/deed";
import { readings } from "./senses";
import type { Tally, Year } from "./tally";
import { tallying } from "./tally";
import type { Given, Hardship, TrueBin } from "./trueBin";
import { trueBin } from "./trueBin";

/* Keepers the advice is measured against, on the same hidden truths. */

const DAYS = 365;
/** What a household keeps for its worms before it goes elsewhere, in days of what it makes. */
const STORED_DAYS = 35;

const places = (bin: TrueBin): number => bin.setup.compartments[0]!.placeCount;
export const fedPart = ({ truth }: TrueBin): Float64Array => truth.lines[0]![fedAt(truth.bin)]!;
const freeL = (bin: TrueBin, at: number): number => {
  const { areaM2, heightM } = bin.truth.bin.compartments[at]!;
  return 900 * areaM2 * heightM - litresOf(bin.truth.lines[0]![at]!);
};

/** A year of nights, with scraps coming in; `visit` is asked each day. */
export function lived(
  number: number,
  visit: (bin: TrueBin, tally: Tally, day: number, stored: { kg: number }) => void,
  given?: Given,
  hardship?: Hardship,
): Year {
  const bin = trueBin(number, given, hardship);
  const tally = tallying(bin);
  const stored = { kg: 0 };
  for (let day = 0; day < DAYS; day += 1) {
    const made = bin.scrapsKg(day);
    tally.made(made);
    stored.kg = Math.min(stored.kg + made, STORED_DAYS * made);
    visit(bin, tally, day, stored);
    bin.sleep();
    tally.night();
  }
  return tally.year();
}

/** Ripe castings out where they fill a bin: what any keeper does. */
function harvestWhenFull(bin: TrueBin, tally: Tally): void {
  const at = harvestedAt(bin.truth.bin);
  const s = bin.truth.lines[0]![at]!;
  const { areaM2, heightM } = bin.truth.bin.compartments[at]!;
  const isFull = litresOf(s) > 0.7 * 1000 * areaM2 * heightM;
  if (!isFull || ripenessOf(s) < 0.45) return;
  harvest(bin, tally, 0.5 * castingsOf(s));
}
function harvest(bin: TrueBin, tally: Tally, dryG: number): void {
  const at = harvestedAt(bin.truth.bin);
  const s = bin.truth.lines[0]![at]!;
  const before = castingsOf(s);
  bin.act({
    event: { kind: "harvest", g: dryG / (1 - moistureOf(s)), method: bin.truth.bin.compartments.length > 1 ? "bottom" : "light" },
    at: bin.truth.bin.compartments[at]!.id,
    key: `harvest ${bin.truth.day}`,
  }); // prettier-ignore
  tally.harvested(before - castingsOf(s));
}

function give(bin: TrueBin, tally: Tally, kg: number, place: number, cardPerKg: number): void {
  const top = fedAt(bin.truth.bin);
  tally.fed(kg, leftAt(fedPart(bin), bin.truth.marks[top]!, place));
  bin.act({ event: { kind: "food", id: "mixed", g: 1000 * kg, preparation: "chopped" }, place, key: `meal ${bin.truth.day}`, knownBy: "volume" }); // prettier-ignore
  if (cardPerKg > 0) card(bin, kg * cardPerKg);
}
const card = (bin: TrueBin, kg: number) =>
  bin.act({ event: { kind: "bed", id: "cardboard", g: 1000 * kg }, key: `card ${bin.truth.day}`, knownBy: "volume" }); // prettier-ignore
const water = (bin: TrueBin, kg: number) =>
  bin.act({ event: { kind: "water", g: 1000 * kg }, key: `water ${bin.truth.day}`, knownBy: "volume" });

/** Half the stocked worms' mass a day, once a week, water when the squeeze is dry. */
export const calendarYear = (number: number, given?: Given): Year => {
  let place = 1;
  return lived(
    number,
    (bin, tally, day, stored) => {
      if (day % 7 !== 0) return;
      tally.visited();
      const found = readings(bin, [place]);
      const squeeze = found.find((one) => one.of === "squeeze")!;
      const isDry = squeeze.of === "squeeze" && (squeeze.squeeze === "dust" || squeeze.squeeze === "noDrop");
      if (isDry) water(bin, (0.06 * (dryOf(fedPart(bin)) + fedPart(bin)[AT.W]!)) / 1000);
      harvestWhenFull(bin, tally);
      const kg = Math.min(stored.kg, (0.5 * bin.stockedG * 7) / 1000);
      stored.kg -= kg;
      give(bin, tally, kg, place, 0.05);
      place = (place % places(bin)) + 1;
    },
    given,
  );
};

/**
 * Comes every five days and feeds by what is left of the meal before last (half as much again when it is gone, 0.6 of it
 * when half lies), corrects moisture by the fist, heeds smell and season.
 */
export const carefulYear = (number: number, asked?: Given): Year => {
  let given: number[] = [];
  let meal = 0;
  return lived(
    number,
    (bin, tally, day, stored) => {
      if (day % 5 !== 0) return;
      if (day === 0) {
        given = [];
        meal = (0.15 * bin.stockedG * 5) / 1000;
      }
      tally.visited();
      const found = readings(bin, given.slice(-2, -1));
      const of = <K extends (typeof found)[number]["of"]>(kind: K) =>
        found.find((one): one is Extract<(typeof found)[number], { of: K }> => one.of === kind);
      const squeeze = of("squeeze")!.squeeze;
      const wet = dryOf(fedPart(bin)) + fedPart(bin)[AT.W]!;
      const target = targetMoisture({ school: schoolOf(bin.setup.school), setup: bin.setup } as Parameters<typeof targetMoisture>[0]); // prettier-ignore
      const aim = (target.low + target.high) / 2;
      const feltAs = { dust: 0.45, noDrop: 0.63, fewDrops: 0.75, manyDrops: 0.83, stream: 0.88 }[squeeze];
      if (feltAs < target.low) water(bin, Math.min(0.1, aim - feltAs) * (wet / 1000));
      if (feltAs > target.high + 0.02) card(bin, Math.min(0.06, 0.3 * (feltAs - aim)) * (wet / 1000));
      harvestWhenFull(bin, tally);
      const smell = of("smell")!.smell;
      const warm = of("temperature")?.temperatureC ?? 20;
      if (smell !== "earthy") {
        bin.act({ event: { kind: "turn" }, key: `turn ${day}` });
        card(bin, 0.02 * (wet / 1000));
      }
      if (smell !== "earthy" || warm < 3 || warm > 30) return;
      const left = of("foodLeft")?.foodLeft;
      if (left === "half" || left === "most") {
        meal = Math.max(0.00015 * bin.stockedG, 0.6 * meal);
        return;
      }
      if (left !== undefined) meal *= 1.5;
      meal = Math.min(meal, (bin.stockedG * 1.5 * 5) / 1000);
      const place = ((given.at(-1) ?? 0) % places(bin)) + 1;
      const kg = Math.min(stored.kg, meal, Math.max(0.02, freeL(bin, fedAt(bin.truth.bin)) * 0.6));
      stored.kg -= kg;
      give(bin, tally, kg, place, 0.08);
      given = [...given, place];
    },
    asked,
  );
};

/** The largest ration found by search on the true state, every five days: what could be had at best. */
export const bestYear = (number: number): Year => {
  let place = 1;
  return lived(number, (bin, tally, day, stored) => {
    if (day % 5 !== 0) return;
    tally.visited();
    const target = targetMoisture({ school: schoolOf(bin.setup.school), setup: bin.setup } as Parameters<typeof targetMoisture>[0]); // prettier-ignore
    const s = fedPart(bin);
    const aim = (target.low + target.high) / 2;
    const short = (aim / (1 - aim)) * dryOf(s) - s[AT.W]!;
    if (short > 100) water(bin, short / 1000);
    harvestWhenFull(bin, tally);
    const most = Math.min(stored.kg, (1.2 * bin.stockedG * 5) / 1000, Math.max(0.02, freeL(bin, fedAt(bin.truth.bin)) * 0.6));
    let low = 0;
    for (let step = 1; step <= 8; step += 1) if (isSafe(bin, (most * step) / 8, place)) low = step;
    const kg = (most * low) / 8;
    if (kg <= 0) return;
    stored.kg -= kg;
    give(bin, tally, kg, place, short < -200 ? 0.12 : 0.05);
    place = (place % places(bin)) + 1;
  }); // prettier-ignore
};
function isSafe(bin: TrueBin, kg: number, place: number): boolean {
  return bin.withTruth(() => {
    const one = copied(bin.truth);
    const fed = fedAt(one.bin);
    const before = foodOf(one.lines[0]![fed]!);
    for (let day = 0; day < 20; day += 1) {
      if (day % 5 === 0)
        doDeed(one, {
          event: { kind: "food", id: "mixed", g: 1000 * kg, preparation: "chopped" },
          place,
          key: "try",
        });
      passDay(one);
      const s = one.lines[0]![fed]!;
      if (one.lines[0]!.some((part) => part[AT.AN]! > 0.4) || s[AT.T]! > 31) return false;
    }
    return foodOf(one.lines[0]![fed]!) < 1.3 * before + 1000 * kg * 0.15 * 1.5;
  });
}
