import { LOG } from "../../../tests/everyKind";
import { entry, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { corrected, correctionLines, isFixedDay, typedOf } from "./correction";

const bin = { firstDay: START, today: addDays(START, 60) };
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
