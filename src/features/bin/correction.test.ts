import { entry, kilograms, litres, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { corrected, correctionLines, isFixedDay, typedOf } from "./correction";

const bin = { firstDay: START, today: addDays(START, 60) };
const compartment = { id: "c9", widthM: 0.4, lengthM: 0.6, heightM: 0.3, placeCount: 4 };
const LOG: readonly Entry[] = [
  entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.5) }] }),
  entry({
    kind: "stocked",
    worms: [{ speciesId: "hortensis", amount: { count: 900, measuredBy: "guessed" } }],
  }),
  entry({ kind: "seeded", amount: litres(2) }),
  entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(0.4), moisture: 0.7 }] }),
  entry({ kind: "fed", parts: [{ materialId: "tea-leaves", amount: kilograms(0.2), preparation: "whole" }] }),
  entry({ kind: "watered", amount: litres(0.35) }),
  entry({ kind: "dosed", materialId: "eggshell-powder", amount: kilograms(0.02) }),
  entry({
    kind: "looked",
    lid: "lifted",
    visitId: "visit-1",
    readings: [
      { of: "squeeze", squeeze: "manyDrops" },
      { of: "foodLeft", foodLeft: "half", place: 2 },
      { of: "smell", smell: "sour" },
      { of: "warmth", warmth: "cool" },
      { of: "temperature", temperatureC: 17.5 },
      { of: "moisture", moisture: 0.78 },
      { of: "weight", massKg: 12 },
      { of: "fillDepth", belowRimM: 0.08 },
      { of: "fillMark", mark: "atTheLine" },
      { of: "sign", sign: "fruit-flies", isPresent: true },
    ],
  }),
  entry({ kind: "turned" }),
  entry({ kind: "covered", cover: "wetBlanket" }),
  entry({ kind: "drained", amount: litres(0.5) }),
  entry({ kind: "weighed", grossKg: 14, tareKg: 2 }),
  entry({ kind: "harvested", grossKg: 5, tareKg: 0.4, method: "light" }),
  entry({ kind: "removed", what: "food", amount: kilograms(0.3) }),
  entry({ kind: "wormsTaken", amount: kilograms(0.25) }),
  entry({ kind: "split", fraction: 0.5 }),
  entry({ kind: "tipped", fraction: 0.333 }),
  entry({ kind: "rotated", order: ["c2", "c1"] }),
  entry({ kind: "advanced", fraction: 0.1 }),
  entry({ kind: "added", added: compartment, position: 1 }),
  entry({ kind: "emptied" }),
  entry({ kind: "altered", changes: setupOf("trayStack") }),
  entry({ kind: "noted", text: "damp corner" }),
];
const line = (of: Entry, label: RegExp) =>
  correctionLines(of, "metric").find((one) => label.test(one.label))!.key;
const correct = (of: Entry, texts: Record<string, string>, more: { day?: string; note?: string } = {}) => {
  const lines = correctionLines(of, "metric");
  const typed = typedOf(of, lines);
  return corrected(of, lines, { ...typed, ...more, lines: { ...typed.lines, ...texts } }, bin);
};
const look = LOG.find((one) => one.kind === "looked")!;

test("every kind of entry opens with what it states, and kept untouched states the same", () => {
  expect(new Set(LOG.map(({ kind }) => kind)).size).toBe(22);
  for (const units of ["metric", "us"] as const)
    for (const one of LOG) {
      const lines = correctionLines(one, units);
      expect(corrected(one, lines, typedOf(one, lines), bin)).toEqual({ ok: true, value: one });
    }
});

test("each line says its own value back within what it shows, and the result passes the schema", () => {
  for (const units of ["metric", "us"] as const)
    for (const one of LOG)
      for (const { key, text, write } of correctionLines(one, units)) {
        const copy = structuredClone(one) as unknown as Record<string, unknown>;
        expect([one.kind, key, write(copy, text)]).toEqual([one.kind, key, undefined]);
        const numbers = (value: unknown) =>
          JSON.stringify(value, (at, inner: unknown) =>
            at === "typed" ? undefined : typeof inner === "number" ? Number(inner.toPrecision(3)) : inner,
          );
        expect(numbers(entrySchema.parse(copy))).toBe(numbers(one));
      }
});

test("a look of last week: another squeeze, a smell forgotten, another day, a note", () => {
  const short = entry({ kind: "looked", lid: "lifted", readings: [{ of: "squeeze", squeeze: "dust" }] }, 20);
  const outcome = correct(
    short,
    { [line(short, /Squeeze/)]: "noDrop", smell: "ammonia" },
    { day: addDays(START, 18), note: "by lamplight" },
  );
  expect(outcome).toMatchObject({
    ok: true,
    value: {
      day: addDays(START, 18),
      note: "by lamplight",
      readings: [
        { of: "squeeze", squeeze: "noDrop" },
        { of: "smell", smell: "ammonia" },
      ],
    },
  });
});

test("what cannot be is said at its line, all at once, and nothing is written", () => {
  const fault = (of: Entry, texts: Record<string, string>, more = {}) => {
    const outcome = correct(of, texts, more);
    return outcome.ok ? {} : outcome.problem.fields;
  };
  const weighed = LOG.find((one) => one.kind === "weighed")!;
  expect(fault(weighed, { grossKg: "some", tareKg: "2 L" }, { day: addDays(START, -1) })).toEqual({
    day: "The bin did not exist on that day.",
    grossKg: expect.stringContaining("some") as string,
    tareKg: expect.stringContaining("volume") as string,
  });
  expect(fault(weighed, { tareKg: "20 kg" }).tareKg).toMatch(/swapped/);
  expect(fault(look, { [line(look, /Moisture/)]: "140" })).not.toEqual({});
  expect(fault(look, {}, { day: addDays(START, 61) }).day).toMatch(/not come/);
});

test("the first set-up keeps its day: all that follows rests on it", () => {
  expect(isFixedDay(entry({ kind: "altered", changes: setupOf("tub") }))).toBe(true);
  expect(isFixedDay(entry({ kind: "altered", changes: { cover: "open" } }))).toBe(false);
});
