import { LOT_LOG } from "../../../tests/everyKind";
import { CLIMATE, entry, kilograms, litres, lotEntry, lotOf, meal, START } from "../../../tests/log";
import { addDays } from "../calendar/day";
import { seeded } from "../chance/seeded";
import type { Entry } from "@/records/entry";
import { LOT_USES } from "@/vocabulary/lots";
import { BRICK, drying, isTooDamp, MOIST_FOR } from "./drying";
import { lotDue } from "./due";
import { formatWeighed } from "../quantity/format";
import { CRUMB_KG, litreKgOf, lotLog, lotState } from "./state";
import { eatenBefore, risksOf } from "./trace";
import { USE_RULES, amountFor } from "./uses";
import { receiptRows, sayDrying, sayLotAmount, sayRisks, sayTaken } from "./words";

const bedding = (massKg: number, on: number) =>
  entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(massKg) }] }, on);
const heap = { massKg: 12, moisture: 0.75, litreKg: 0.7 };

test("over random lives of a lot no dry matter is lost or made, whatever order its rows come in", () => {
  for (let seed = 0; seed < 60; seed += 1) {
    const chance = seeded(`lot/${seed}`);
    const lot = lotOf({ massKg: 2 + 20 * chance(), moisture: 0.6 + 0.2 * chance() });
    const rows: Entry[] = [];
    // Beside it, in plain sums: dry kilograms, and the water that was last told.
    let dry = lot.massKg * (1 - lot.moisture);
    let { moisture } = lot;
    for (let at = 1; at < 25; at += 1) {
      const wet = dry / (1 - moisture);
      const kg = 0.3 * wet * chance();
      const pick = chance();
      if (pick < 0.2) {
        moisture = 0.35 + 0.4 * chance();
        rows.push(lotEntry({ kind: "looked", lid: "closed", readings: [{ of: "moisture", moisture }] }, at));
      } else if (pick < 0.4) {
        const grossKg = 1 + dry / (1 - (0.35 + 0.4 * chance()));
        moisture = 1 - dry / (grossKg - 1);
        rows.push(lotEntry({ kind: "weighed", grossKg, tareKg: 1 }, at));
      } else if (pick < 0.6) {
        dry -= kg * (1 - moisture);
        rows.push(lotEntry({ kind: "parted", how: "used", amount: kilograms(kg) }, at));
      } else if (pick < 0.75) {
        dry -= kg * (1 - moisture);
        rows.push(lotEntry({ kind: "sieved", meshM: 0.005, overs: kilograms(kg) }, at));
      } else if (pick < 0.9) {
        dry += 3 * 0.25;
        moisture = 1 - dry / (wet + 3);
        rows.push(
          lotEntry({ kind: "received", what: "castings", amount: kilograms(3), fromBinId: "bin-2" }, at),
        );
      } else rows.push(lotEntry({ kind: "turned" }, at));
    }
    const state = lotState(lot, lotLog(rows));
    expect(state.dryKg).toBeCloseTo(dry, 9);
    expect(state.massKg).toBeCloseTo(dry / (1 - moisture), 9);
    expect(state.overdrawnKg).toBe(0);
    expect(lotState(lot, lotLog(rows.toReversed()))).toEqual(state);
  }
});

test("more gone than there was empties the lot and says by how much; bags go with what is sold", () => {
  const lot = lotOf();
  const emptied = lotState(lot, [lotEntry({ kind: "parted", how: "thrown", amount: kilograms(14) })]);
  expect(emptied).toMatchObject({ massKg: 0, dryKg: 0 });
  expect(emptied.overdrawnKg).toBeCloseTo(2, 9);
  expect(lotDue(lot, emptied, START)).toBeUndefined();
  const state = lotState(lot, lotLog(LOT_LOG));
  expect(state.bags.map(({ count, eachKg }) => [count, eachKg])).toEqual([
    [3, 0.4444],
    [3, expect.closeTo(1.5 * litreKgOf(lot, state.moisture), 9)],
  ]);
  expect(state.partings.map(({ entry: { how } }) => how)).toEqual(["used", "sold", "given", "given", "used"]);
  // A scale read with the wrong container changes nothing.
  const bare = lotState(lot, [lotEntry({ kind: "weighed", grossKg: 1, tareKg: 0 })]);
  expect(bare).toMatchObject({ massKg: 12, moisture: 0.75 });
});

test("over random fillings, sales and openings of two sizes, stock by size and the loose rest are what a pencil gives", () => {
  for (let seed = 0; seed < 80; seed += 1) {
    const chance = seeded(`lines/${seed}`);
    const sizes = [0.4, 2, 0.75];
    const lot = lotOf({ massKg: 60 });
    const rows: Entry[] = [];
    // By pencil: grams, a row a size.
    const stand = new Map(sizes.map((size) => [size, 0]));
    let looseG = 60_000;
    let missing = 0;
    for (let at = 1; at < 40; at += 1) {
      const size = sizes[Math.floor(chance() * sizes.length)]!;
      const count = 1 + Math.floor(chance() * 5);
      const grams = Math.round(size * 1000) * count;
      const pick = chance();
      if (pick < 0.4 && grams <= looseG) {
        rows.push(lotEntry({ kind: "bagged", count, each: kilograms(size) }, at));
        stand.set(size, stand.get(size)! + count);
        looseG -= grams;
      } else if (pick < 0.7 && stand.get(size)! >= count) {
        rows.push(
          lotEntry(
            { kind: "parted", how: "sold", amount: kilograms(grams / 1000), bagCount: count, bagKg: size },
            at,
          ),
        );
        stand.set(size, stand.get(size)! - count);
      } else if (pick < 0.85 && stand.get(size)! >= count) {
        rows.push(lotEntry({ kind: "unbagged", count, eachKg: size }, at));
        stand.set(size, stand.get(size)! - count);
        looseG += grams;
      } else if (pick > 0.95 && stand.get(size)! > 0) {
        // Two tabs open the same bags: what is not there is said, and nothing else is touched.
        rows.push(lotEntry({ kind: "unbagged", count: stand.get(size)! + 2, eachKg: size }, at));
        missing += 2;
        looseG += stand.get(size)! * Math.round(size * 1000);
        stand.set(size, 0);
      }
    }
    const state = lotState(lot, lotLog(rows));
    expect(state.bags.map(({ eachKg, count }) => [eachKg, count])).toEqual(
      [...stand].filter(([, count]) => count > 0).toSorted(([a], [b]) => a - b),
    );
    expect(state.looseKg).toBeCloseTo(looseG / 1000, 9);
    expect(state.missingBags).toBe(missing);
    expect(state.overdrawnKg).toBe(0);
    const said = sayLotAmount(lot, state, "metric");
    for (const { count } of state.bags) expect(said).toContain(`${count} bag`);
    if (state.bags.length > 0) expect(said).toContain("loose");
  }
});

test("what was weighed is said to the gram, sums of it too; what was reckoned from water or litres is rounded", () => {
  expect(formatWeighed(12.5 + 3 - 2 * 0.9, "metric")).toBe("13.7 kg");
  expect(formatWeighed(19.2, "metric")).toBe("19.2 kg");
  expect(formatWeighed(5, "us")).toBe("11 lb 0.4 oz");
  const chance = seeded("as weighed");
  for (let nth = 0; nth < 200; nth += 1) {
    const grams = Math.round(10 + 60_000 * chance() ** 2);
    const said = formatWeighed(grams / 1000, "metric");
    expect(Math.round(Number(said.replace(/[^\d.]/g, "")) * (said.endsWith(" kg") ? 1000 : 1))).toBe(grams);
  }
  const lot = lotOf({ massKg: 19.2 });
  const of = (log: readonly Entry[]) => sayLotAmount(lot, lotState(lot, log), "metric");
  expect(of([])).toMatch(/^19\.2 kg,/);
  const sold = lotEntry({ kind: "parted", how: "sold", amount: kilograms(5.5) }, 2);
  expect(of([sold])).toMatch(/^13\.7 kg,/);
  const felt = lotEntry({ kind: "looked", lid: "closed", readings: [{ of: "moisture", moisture: 0.61 }] }, 3);
  expect(of([sold, felt])).toMatch(/^\d+(\.\d)? kg,/);
  expect(of([sold, felt, lotEntry({ kind: "weighed", grossKg: 9.137, tareKg: 0 }, 4)])).toMatch(
    /^9\.137 kg,/,
  );
});

test("castings that dry weigh less by the litre, and fill less room than they came in but more than their water left", () => {
  const lot = lotOf();
  expect(litreKgOf(lot, lot.moisture)).toBeCloseTo(lot.litreKg, 9);
  let last = { kg: lot.litreKg, litres: 1 };
  for (let moisture = 0.74; moisture > 0.2; moisture -= 0.02) {
    const kg = (lot.litreKg * (1 - lot.moisture)) / (1 - moisture);
    const litres = kg / litreKgOf(lot, moisture);
    expect(litres).toBeLessThan(last.litres);
    expect(last.litres - litres).toBeLessThan(last.kg - kg);
    last = { kg, litres };
  }
});

test("drying takes longer the damper the air, the deeper the heap, the drier the goal, and its water adds up", () => {
  const days = (target: number, humidity: number, spreadM: number) => {
    const found = drying(heap, target, { ...CLIMATE, humidity }, START, spreadM);
    if (isTooDamp(found)) throw new Error("too damp");
    const dry = heap.massKg * (1 - heap.moisture);
    expect(found.waterL).toBeCloseTo(heap.massKg - dry / (1 - target), 9);
    expect(found.areaM2 * spreadM * 1000 * heap.litreKg).toBeCloseTo(heap.massKg, 9);
    expect(found.days.low).toBeLessThan(found.days.high);
    return found.days.low;
  };
  for (const chance of [0.1, 0.4, 0.7].map((at) => seeded(`dry/${at}`)))
    for (let n = 0; n < 20; n += 1) {
      const humidity = 0.3 + 0.4 * chance();
      const target = 0.5 + 0.2 * chance();
      const spreadM = 0.01 + 0.05 * chance();
      const usual = days(target, humidity, spreadM);
      expect(days(target, humidity + 0.05, spreadM)).toBeGreaterThan(usual);
      expect(days(target, humidity, spreadM * 1.3)).toBeGreaterThan(usual);
      expect(days(target - 0.03, humidity, spreadM)).toBeGreaterThan(usual);
    }
  expect(drying(heap, 0.8, CLIMATE, START)).toMatchObject({ waterL: 0, days: { low: 0, high: 0 } });
});

test("air that is too damp is said, with how far it would take it, and that holds", () => {
  const damp = { ...CLIMATE, humidity: 0.97 };
  const found = drying(heap, 0.4, damp, START);
  if (!isTooDamp(found)) throw new Error("it dries");
  expect(found.downTo).toBeGreaterThan(0.4);
  expect(isTooDamp(drying(heap, Math.max(found.downTo, 0.45) + 0.01, damp, START))).toBe(false);
  expect(sayDrying(found, "metric", "for the sieve")).toMatch(/no further/);
  expect(sayDrying(drying(heap, MOIST_FOR.sieve, CLIMATE, START), "us", "for the sieve")).toMatch(
    /in deep.*sq ft/,
  );
});

test("a lot that is tended as it asks is dry before it is stored, never a brick, and is asked after once a month", () => {
  for (const humidity of [0.35, 0.6, 0.8]) {
    const climate = { ...CLIMATE, humidity };
    const lot = lotOf({ moisture: 0.78 });
    const rows: Entry[] = [];
    const done: string[] = [];
    let truth = lot.moisture;
    for (let at = 1; at < 200; at += 1) {
      const state = lotState(lot, lotLog(rows));
      if (state.stage?.is === "drying") {
        // What the air takes in a day off three centimetres, by the middle of the range.
        const goal = drying({ ...heap, moisture: truth }, truth - 0.005, climate, addDays(START, at));
        if (!isTooDamp(goal)) truth -= 0.005 / ((goal.days.low * 1.5) / 0.75);
      }
      const due = lotDue(lot, state, addDays(START, at), climate);
      if (!due || due.on > addDays(START, at)) continue;
      done.push(due.task);
      const fact = {
        spread: { kind: "staged", stage: "drying" },
        turn: { kind: "turned" },
        feel: { kind: "looked", lid: "closed", readings: [{ of: "moisture", moisture: truth }] },
        look: { kind: "looked", lid: "closed", readings: [{ of: "moisture", moisture: truth }] },
        store: { kind: "staged", stage: "stored" },
        putBy: { kind: "staged", stage: "stored" },
        damp: { kind: "watered", amount: litres(1) },
      }[due.task] as Parameters<typeof lotEntry>[0];
      rows.push(lotEntry(fact, at));
      const after = lotDue(lot, lotState(lot, lotLog(rows)), addDays(START, at), climate)!;
      // What was done is not asked for again the same day.
      expect([due.task, after.task === due.task && after.on <= addDays(START, at)]).toEqual([
        due.task,
        false,
      ]);
    }
    const state = lotState(lot, lotLog(rows));
    expect(state.stage?.is).toBe("stored");
    expect(state.moisture).toBeGreaterThan(BRICK);
    expect(state.moisture).toBeLessThan(MOIST_FOR.store + 0.05);
    expect(done.filter((task) => task === "look").length).toBeGreaterThanOrEqual(3);
    expect(done).not.toContain("damp");
  }
});

test("what a bin ate in the half year before a harvest is traced, and manure asks for time", () => {
  const manure = entry(
    { kind: "fed", parts: [{ materialId: "manure-horse-aged", amount: kilograms(3), preparation: "whole" }] },
    150,
  );
  const log = [bedding(2, 1), meal(0.4, 1, 2), meal(0.5, 2, 120), manure, meal(0.3, 1, 170)];
  const found = eatenBefore(log, addDays(START, 160));
  expect(found.parts.map(({ massKg }) => massKg)).toEqual([3, 2, 0.9]);
  expect(risksOf(found.parts)).toEqual(["manure"]);
  expect(sayRisks(["manure", "weeds"])).toMatch(/^manure and weeds with seeds went/);
  // Since the harvest before where that is longer ago, and nothing of before it.
  const harvest = entry({ kind: "harvested", grossKg: 3, tareKg: 0, method: "light" }, 3);
  expect(eatenBefore([...log, harvest], addDays(START, 190)).since).toBe(addDays(START, 3));
  expect(risksOf(eatenBefore(log, addDays(START, 100)).parts)).toEqual([]);
});

test("uses: amounts grow with what is made, water adds up, and nothing is asked for nothing", () => {
  for (const use of LOT_USES) {
    const { castingsL, waterL, totalL } = amountFor(use, 20);
    expect(castingsL.low).toBeLessThan(castingsL.usual);
    expect(castingsL.usual).toBeLessThanOrEqual(castingsL.high);
    expect(amountFor(use, 40).castingsL.usual).toBeCloseTo(2 * castingsL.usual, 9);
    if (USE_RULES[use].by === "water") {
      expect(waterL).toBeCloseTo(20, 9);
      expect(totalL).toBeCloseTo(20 + castingsL.usual, 9);
    }
    expect(amountFor(use, 0)).toEqual({ castingsL: { low: 0, usual: 0, high: 0 } });
  }
});

test("receipts: a line a parting, the money by currency, and a lot that was never touched is none", () => {
  const lot = lotOf();
  const state = lotState(lot, lotLog(LOT_LOG));
  const [head, ...lines] = receiptRows([{ lot, state }]);
  expect(lines).toHaveLength(5);
  expect(lines.every((line) => line.length === head!.length)).toBe(true);
  expect(lines[1]).toEqual(expect.arrayContaining(["sold", "3.50", "EUR", "=a neighbour"]));
  expect(sayTaken([{ state }, { state }])).toBe("7.00 EUR");
  expect(sayTaken([{ state: lotState(lot, []) }])).toBeUndefined();
  expect(lotState(lot, []).massKg).toBeGreaterThan(CRUMB_KG);
});
