import fc from "fast-check";
import type { SpeciesId } from "@/vocabulary/setup";
import { HARVEST_METHODS } from "@/vocabulary/setup";
import { envelopes } from "./envelopes";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { closure } from "../ensemble/measures";
import { TOTE } from "../engine/twinBin";
import { halfLives } from "./halfLives";
import { ripenessOf } from "../engine/ripeness";
import { TEMPO } from "../engine/materials";
import { AS_SPECIFIED, withParameters } from "../engine/parameters";
import type { DatedEvent } from "../ensemble/run";
import { runTwin, startTwin } from "../ensemble/run";
import type { Field } from "../engine/state";
import { AT, beddingOf, castingsOf, cocoonsOf, foodOf, liveOf, moistureOf, STRIDE } from "../engine/state";

const threeOf = (arrangement: TwinBin["arrangement"]): Pick<TwinBin, "arrangement" | "compartments"> => ({
  arrangement,
  compartments: ["a", "b", "c"].map((id) => ({ id, areaM2: 0.15, heightM: 0.2, faceM2: 0.1 })),
});
const ROOM: TwinPlace = { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.55 };
const start = (g = 450): DatedEvent[] =>
  [
    { kind: "bed", id: "cardboard", g: 1200 },
    { kind: "bed", id: "coir", g: 1000 },
    { kind: "water", g: 5200 },
    { kind: "castings", g: 300 },
    { kind: "amend", id: "grit", g: 50 },
    { kind: "worms", g },
  ].map((event) => ({ day: 0, event: event as DatedEvent["event"] }));
const every = (
  from: number,
  by: number,
  until: number,
  of: (day: number) => DatedEvent["event"][],
): DatedEvent[] =>
  Array.from({ length: Math.floor((until - from) / by) + 1 }, (_, at) => from + at * by).flatMap((day) =>
    of(day).map((event) => ({ day, event })),
  );
const meal = (id: string, g: number, preparation: "chopped" | "whole" = "chopped") =>
  ({ kind: "food", id, g, preparation }) as const;
const R2 = (until: number, food: readonly number[] = []) =>
  every(3, 3, until, (day) => [
    ...(food.includes(day) ? [] : [meal("mixed", 500)]),
    ...(food.includes(day) ? [] : [{ kind: "bed", id: "cardboard", g: 40 } as const]),
  ]);

/** The reference runs are those of the model as it was first specified; what departs from it stands in envelopes. */
function after(log: DatedEvent[], days: readonly number[], bin = TOTE, place = ROOM) {
  const rows = new Map<number, Float64Array>();
  withParameters(AS_SPECIFIED, () =>
    runTwin(
      { bin, place, startDayOfYear: 0, log: log.toSorted((a, b) => a.day - b.day), days: Math.max(...days) },
      (ensemble, day) => {
        if (days.includes(day)) rows.set(day, ensemble.views[0]![0]!.slice());
      },
    ),
  );
  return rows;
}
/** day, m, T, AN, food, bed, cast, live, cocoons, adults, pH, evaporation, air space, as the reference tables print them. */
const row = (s: Float64Array): number[] => [
  moistureOf(s), s[AT.T]!, s[AT.AN]!, foodOf(s), beddingOf(s), castingsOf(s), liveOf(s), cocoonsOf(s), s[AT.NA]!, s[AT.PH]!, s[AT.EV1]!, s[AT.EPS]!,
]; // prettier-ignore
const PRINTED = [4, 2, 4, 1, 0, 1, 1, 0, 0, 2, 1, 3];
const expectRow = (s: Float64Array, printed: readonly number[]) =>
  row(s).forEach((value, at) =>
    expect([
      at,
      Math.abs(value - printed[at]!) <= 0.51 * 10 ** -PRINTED[at]! + 1e-9 ? printed[at] : value,
    ]).toEqual([at, printed[at]]),
  );

test("R1: the whole state after days 1, 2, 10 and 30", () => {
  const log = [
    ...start(),
    { day: 0, event: meal("mixed", 300) },
    { day: 15, event: meal("fruit", 400, "whole") },
    { day: 15, event: { kind: "turn" } as const },
  ];
  const rows = after(log, [1, 2, 10, 30]);
  const printed: Partial<Record<Field, readonly number[]>> = {
    R0: [11.435, 8.62446, 0.871752, 2.87531], R1: [16.4156, 13.7838, 3.33262, 4.11073], R2: [8.12653, 7.57906, 4.30041, 4.79791],
    C0: [2.07258, 2.44385, 0.625844, 0.640086], C1: [1.72943, 2.06369, 0.5323, 0.296664], C2: [0.635751, 0.879021, 0.90419, 0.487646],
    KP: [2.1, 2.1, 2.1, 1.08277], BE: [672.08, 665.078, 606.505, 477.019], BR: [1271.14, 1267.94, 1240.06, 1170.25],
    CF: [10.6482, 20.8588, 89.8533, 196.94], CM: [104.978, 105.212, 115.123, 183.963], W: [5846.14, 5798.88, 5422.54, 4694.43],
    T: [19.6116, 19.6586, 19.5223, 19.4425], AN: [0.0000661184, 0.000112377, 0.000151187, 0.0000934375],
    AC: [0.00528667, 0.0046818, 0.00167378, 0.00436642], NF: [0.986103, 0.878427, 0.329626, 0.282378], SA: [0.6, 0.6, 0.6, 0.8],
    MI: [0.0295498, 0.0334632, 0.0641664, 0.135855], WB: [4.20051, 4.20051, 4.20051, 4.20051], DB: [89.0789, 89.0789, 89.0789, 89.0789],
    NY: [696.594, 679.726, 560.559, 358.035], BY: [21.8351, 21.23, 16.6667, 9.27684], NS: [709.66, 705.22, 673.678, 614.388],
    BS: [109.918, 107.593, 90.8285, 64.5657], NA: [711.711, 722.548, 793.971, 885.304], BA: [315.517, 316.081, 314.084, 292.677],
    LR: [36.2507, 30.2533, 6.95995, 11.059], LC: [4.25917, 5.21565, 1.86459, 1.29651], L0: [45, 45, 45, 56], LK: [0.36225, 0.36225, 0.36225, 0.2045],
    LO: [0, 0, 0, 0.082085], RESP: [5.20516, 10.4036, 46.7269, 132.809], EVAP: [54.9841, 107.072, 522.747, 1687.9],
    INDM: [2230.5, 2230.5, 2230.5, 2286.5], INW: [6269.5, 6269.5, 6269.5, 6613.5], METW: [2.86284, 5.72198, 25.6998, 73.0452],
    EATEN: [13.0139, 26.0352, 122.646, 340.107], DEAD: [1.45526, 2.89676, 13.9169, 37.8631],
  }; // prettier-ignore
  for (const [field, values] of Object.entries(printed))
    [1, 2, 10, 30].forEach((day, at) => {
      const found = rows.get(day)![AT[field as Field]]!;
      const wanted = values[at]!;
      // Printed to six figures.
      expect([field, day, Math.abs(found - wanted) <= 1e-5 * Math.abs(wanted) ? wanted : found]).toEqual([
        field,
        day,
        wanted,
      ]);
    });
});

test("R2: half a year of ordinary feeding", () => {
  const rows = after([...start(), ...R2(180)], [3, 30, 60, 90, 140, 180]);
  expectRow(rows.get(3)!, [0.7237, 19.48, 0.0001, 0.4, 1915, 134.5, 437.4, 0, 732, 7.0, 51.2, 0.689]);
  expectRow(rows.get(30)!, [0.7377, 20.37, 0.0043, 189.5, 2079, 504.2, 462.0, 2241, 956, 6.88, 58.2, 0.645]);
  expectRow(rows.get(60)!, [0.751, 20.55, 0.0095, 178.9, 2265, 1011.4, 540.3, 5196, 1162, 6.91, 59.7, 0.603]);
  expectRow(rows.get(90)!, [0.7614, 20.6, 0.0121, 134.1, 2375, 1589.0, 627.4, 5208, 1213, 6.94, 60.3, 0.563]);
  expectRow(rows.get(140)!, [0.7743, 20.73, 0.0235, 128.7, 2423, 2623.7, 682.5, 2637, 1062, 6.95, 61.1, 0.5]);
  expectRow(rows.get(180)!, [0.7815, 20.64, 0.0367, 99.1, 2408, 3446.8, 655.7, 1900, 954, 6.96, 60.8, 0.456]);
});

test("R3: fruit every day sours the bin and kills the herd", () => {
  const rows = after([...start(), ...every(0, 1, 40, () => [meal("fruit", 450)])], [7, 14, 20, 21, 28, 40]);
  expectRow(rows.get(7)!, [0.7639, 20.77, 0.0096, 301.1, 1912, 205.5, 454.1, 594, 779, 6.1, 60.0, 0.613]);
  expectRow(rows.get(20)!, [0.8031, 21.2, 0.5079, 619.4, 1872, 467.4, 493.3, 2123, 934, 5.87, 65.1, 0.497]);
  expectRow(rows.get(28)!, [0.8034, 20.44, 0.8738, 904.2, 1861, 573.1, 465.4, 2320, 963, 5.55, 59.1, 0.474]);
  expectRow(rows.get(40)!, [0.8004, 20.35, 0.9947, 1541.1, 1853, 637.3, 51.5, 863, 130, 5.08, 57.6, 0.466]);
});

test("R4: a cool, closed, badly drained bin", () => {
  const bin = { ...TOTE, cover: "looseLid", drainage: "poor" } as const;
  const log = [...start(), ...every(4, 4, 90, () => [meal("cabbage", 400, "whole")])];
  const rows = after(log, [7, 30, 60, 90], bin, { ...ROOM, meanC: 10, humidity: 0.7 });
  expectRow(rows.get(7)!, [0.7366, 10.08, 0.0001, 29.7, 1899, 149.7, 435.3, 0, 728, 6.97, 11.2, 0.671]);
  expectRow(rows.get(60)!, [0.8125, 10.29, 0.0009, 171.5, 1660, 474.6, 399.1, 1160, 845, 7.03, 11.8, 0.477]);
  expectRow(rows.get(90)!, [0.8337, 10.33, 0.0022, 201.8, 1569, 657.5, 397.9, 2192, 882, 7.11, 11.9, 0.379]);
});

test("R5: a harvest by light on day 150", () => {
  const log = [
    ...start(),
    ...R2(152, [150]),
    { day: 150, event: { kind: "harvest", g: 4000, method: "light" } as const },
  ];
  const rows = after(log, [150, 151, 152]);
  expectRow(
    rows.get(150)!,
    [0.7762, 20.64, 0.0254, 103.5, 2410, 2830.9, 681.2, 2306, 1034, 6.96, 60.8, 0.488],
  );
  expectRow(
    rows.get(151)!,
    [0.7766, 20.47, 0.0225, 83.6, 2370, 1981.5, 677.1, 1690, 1028, 6.96, 60.1, 0.518],
  );
  expectRow(
    rows.get(152)!,
    [0.7765, 20.35, 0.0198, 68.6, 2356, 1999.0, 673.6, 1639, 1025, 6.96, 58.7, 0.518],
  );
});

test.each([
  ["fetida", [0.7665, 24.58, 0.0177, 70.2, 2124, 2372.9, 554.5, 1067, 1063, 6.96, 69.5, 0.514]],
  ["excavatus", [0.7666, 24.57, 0.0177, 71.1, 2121, 2376.5, 545.6, 1812, 930, 6.96, 69.5, 0.514]],
  ["eugeniae", [0.7665, 24.57, 0.0175, 71.2, 2124, 2372.9, 562.7, 300, 285, 6.96, 69.5, 0.515]],
  ["hortensis", [0.7647, 24.6, 0.0201, 112.0, 2479, 2004.5, 650.2, 1066, 652, 6.96, 69.1, 0.545]],
] as const)("R6: %s after 120 days at 24 °C", (speciesId: SpeciesId, printed) => {
  const rows = after(
    [...start(), ...R2(120)],
    [120],
    { ...TOTE, speciesId },
    { ...ROOM, meanC: 24, humidity: 0.6 },
  );
  expectRow(rows.get(120)!, printed);
});

test.each(envelopes().map((one) => [`envelope ${one.no}: ${one.what}`, one] as const))("%s", (_, one) => {
  expect(one.obtained).toBeGreaterThanOrEqual(one.from);
  expect(one.obtained).toBeLessThanOrEqual(one.to);
});

test("lifted from below out of one part: as it lies there, so what stays is as finished; out of one mass: from its ripe side", () => {
  const bed = (at: string): DatedEvent[] =>
    [
      { kind: "bed", id: "cardboard", g: 900 } as const,
      { kind: "castings", g: 1200 } as const,
      { kind: "water", g: 2500 } as const,
    ].map((event) => ({ day: 0, event, at }));
  const lifted = (bin: TwinBin, at: string, method: (typeof HARVEST_METHODS)[number]) => {
    const { ensemble, apply } = startTwin({ bin, place: ROOM, startDayOfYear: 0 });
    for (const one of bed(at)) apply(one.event, one.at);
    const s = ensemble.lines[0]![bin.compartments.findIndex(({ id }) => id === at)]!;
    const before = ripenessOf(s);
    const dryBefore = castingsOf(s) + beddingOf(s);
    apply({ kind: "harvest", g: 1500, method }, at);
    expect(closure(ensemble.lines[0]!, { speciesId: "fetida" }).dryMatter).toBeLessThan(1e-9);
    return { before, after: ripenessOf(s), share: 1 - (castingsOf(s) + beddingOf(s)) / dryBefore };
  };
  const part = lifted({ ...TOTE, ...threeOf("line") }, "c", "bottom");
  expect(part.before).toBeLessThan(0.5);
  expect(part.after).toBeCloseTo(part.before, 9);
  expect(part.share).toBeGreaterThan(0.2);
  const sorted = lifted({ ...TOTE, ...threeOf("line") }, "c", "light");
  const whole = lifted(TOTE, TOTE.compartments[0]!.id, "bottom");
  for (const one of [sorted, whole]) expect(one.after).toBeLessThan(0.7 * one.before);
});

test("foods by rule go as fast as the catalogue says, at the tempo of the model's own list", () => {
  const ratios = halfLives()
    .filter((one) => !one.isListed && one.tableDays <= 250)
    .map((one) => one.modelDays / (TEMPO * one.tableDays));
  expect(ratios.length).toBeGreaterThan(90);
  expect(ratios.filter((ratio) => ratio > 0.7 && ratio < 1.5).length).toBeGreaterThan(0.95 * ratios.length);
});

test("a trace of cocoons, too small for arithmetic, is no herd", () => {
  const log = [
    { day: 0, event: { kind: "water", g: 1e30 } as const },
    { day: 0, event: { kind: "worms", g: NaN, cocoons: 7.27e-318 } as const },
    { day: 0, event: { kind: "worms", g: 1e-8, cocoons: 1e-8 } as const },
  ];
  const s = after(log, [200]).get(200)!;
  expect(closure([s], { speciesId: "fetida" }).dryMatter).toBeLessThan(1e-9);
  expect([...s].every(Number.isFinite)).toBe(true);
});

test("whatever the log, however absurd: the books close, nothing is negative, nothing is infinite", () => {
  const amount = fc.oneof(
    fc.double({ min: 0, max: 5_000, noNaN: true }),
    fc.constantFrom(NaN, -5, Infinity, -Infinity, 1e30, 0),
  );
  const event = fc.oneof(
    fc.record({
      kind: fc.constant("food" as const),
      id: fc.constantFrom("mixed", "bread", "citrus", "nothing known"),
      g: amount,
      preparation: fc.constantFrom("whole" as const, "pureed" as const, "precomposted" as const),
    }),
    fc.record({
      kind: fc.constant("bed" as const),
      id: fc.constantFrom("cardboard", "coir", "horse"),
      g: amount,
      water: fc.option(fc.double({ min: -1, max: 2 }), { nil: undefined }),
    }),
    fc.record({ kind: fc.constant("water" as const), g: amount }),
    fc.record({ kind: fc.constant("worms" as const), g: amount, cocoons: amount }),
    fc.record({ kind: fc.constant("castings" as const), g: amount }),
    fc.record({
      kind: fc.constant("amend" as const),
      id: fc.constantFrom("lime", "biochar", "grit"),
      g: amount,
    }),
    fc.record({
      kind: fc.constant("harvest" as const),
      g: amount,
      method: fc.constantFrom(...HARVEST_METHODS),
    }),
    fc.record({ kind: fc.constant("split" as const), fraction: fc.double({ min: -1, max: 2 }) }),
    fc.record({ kind: fc.constant("removed" as const), g: amount }),
    fc.record({ kind: fc.constant("takeWorms" as const), g: amount }),
    fc.record({ kind: fc.constant("drain" as const), g: fc.option(amount, { nil: undefined }) }),
    fc.record({ kind: fc.constant("turn" as const) }),
    fc.record({ kind: fc.constant("foodTaken" as const), g: amount }),
    fc.record({ kind: fc.constant("advanced" as const), fraction: fc.double({ min: -1, max: 2 }) }),
    fc.record({ kind: fc.constant("rotated" as const), order: fc.constantFrom(["c", "a", "b"], ["b"]) }),
    fc.record({ kind: fc.constant("emptied" as const) }),
  );
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          day: fc.nat(80),
          event,
          at: fc.option(fc.constantFrom("a", "b", "c", "nowhere"), { nil: undefined }),
        }),
        { maxLength: 60 },
      ),
      fc.constantFrom("fetida" as const, "eugeniae" as const),
      fc.constantFrom("free" as const, "sump" as const, "poor" as const, "none" as const),
      fc.double({ min: -20, max: 60, noNaN: true }),
      fc.boolean(),
      fc.constantFrom("single" as const, "trays" as const, "column" as const, "line" as const),
      (log, speciesId, drainage, meanC, isStarted, arrangement) => {
        const bin = {
          ...TOTE,
          ...(arrangement === "single" ? {} : threeOf(arrangement)),
          speciesId,
          drainage,
          sumpL: 3,
        };
        const whole = [...(isStarted ? start() : []), ...log].toSorted((a, b) => a.day - b.day);
        runTwin({ bin, place: { ...ROOM, meanC }, startDayOfYear: 0, log: whole, days: 90 }, (ensemble) => {
          const { dryMatter, water } = closure(ensemble.lines[0]!, { speciesId });
          expect(dryMatter).toBeLessThan(1e-9);
          expect(water).toBeLessThan(1e-9);
          for (const state of ensemble.lines[0]!)
            for (let at = 0; at < STRIDE; at += 1)
              if (!(Number.isFinite(state[at]!) && (at === AT.T || at === AT.TD || state[at]! >= 0)))
                throw new Error(`${Object.keys(AT)[at]} is ${state[at]}`);
        });
      },
    ),
    { numRuns: 150 },
  );
});
