import { unitsAlone } from "@/core/quantity/parse";
import { LOG as OF_BIN, LOT_LOG, TUB_LOG } from "../../../tests/everyKind";
import { FOUND_LOG } from "../../../tests/foundLog";
import { entry, setupOf, START } from "../../../tests/log";
import { rebased, saysTheSame } from "@/records/row/rebase";
import { clashLines } from "./clashLines";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { corrected, isFixedDay, typedOf } from "./correction";
import { correctionLines } from "./correctionLines";

/** Of bins, lots and tubs alike. */
const LOG = [...OF_BIN, ...FOUND_LOG, ...LOT_LOG, ...TUB_LOG];
const bin = { firstDay: START, today: addDays(START, 400) };
const line = (of: Entry, label: RegExp) =>
  correctionLines(of, unitsAlone("metric")).find((one) => label.test(one.label))!.key;
const correct = (of: Entry, texts: Record<string, string>, more: { day?: string; note?: string } = {}) => {
  const lines = correctionLines(of, unitsAlone("metric"));
  const typed = typedOf(of, lines);
  return corrected(of, lines, { ...typed, ...more, lines: { ...typed.lines, ...texts } }, bin);
};
const look = LOG.find((one) => one.kind === "looked" && one.readings.length > 8)!;

test("every kind of entry opens with what it states, and kept untouched states the same", () => {
  expect(new Set(LOG.map(({ kind }) => kind)).size).toBe(41);
  for (const units of ["metric", "us"] as const)
    for (const one of LOG) {
      const lines = correctionLines(one, unitsAlone(units));
      expect(corrected(one, lines, typedOf(one, lines), bin)).toEqual({ ok: true, value: one });
    }
});

test("each line says its own value back within what it shows, and the result passes the schema", () => {
  for (const units of ["metric", "us"] as const)
    for (const one of LOG)
      for (const { key, text, write } of correctionLines(one, unitsAlone(units))) {
        const copy = structuredClone(one) as unknown as Record<string, unknown>;
        expect([one.kind, key, write(copy, text)]).toEqual([one.kind, key, undefined]);
        const numbers = (value: unknown) =>
          JSON.stringify(value, (at, inner: unknown) =>
            at === "typed" || at === "measuredBy"
              ? undefined
              : typeof inner === "number"
                ? Number(inner.toPrecision(3))
                : inner,
          );
        expect(numbers(entrySchema.parse(copy))).toBe(numbers(one));
      }
});

test("what one line changes is that and nothing else, to the last digit, and it is how that was known", () => {
  const leaves = (value: unknown, path = ""): Map<string, unknown> =>
    typeof value === "object" && value !== null
      ? new Map(Object.entries(value).flatMap(([key, inner]) => [...leaves(inner, `${path}/${key}`)]))
      : new Map([[path, value]]);
  let tried = 0;
  for (const units of ["metric", "us"] as const)
    for (const one of LOG)
      for (const line of correctionLines(one, unitsAlone(units), setupOf("trayStack"))) {
        const typed = line.options?.find(({ value }) => value !== line.text && value !== "")?.value ?? "3";
        if (line.isDay || typed === line.text) continue;
        const all = correctionLines(one, unitsAlone(units), setupOf("trayStack"));
        const before = typedOf(one, all);
        const outcome = corrected(
          one,
          all,
          { ...before, lines: { ...before.lines, [line.key]: typed } },
          bin,
        );
        if (!outcome.ok) continue;
        tried += 1;
        const [was, is] = [leaves(one), leaves(outcome.value)];
        const changed = [...new Set([...was.keys(), ...is.keys()])].filter(
          (at) => was.get(at) !== is.get(at),
        );
        // An amount is one thing: how much, how it was known, and how it was typed.
        const things = new Set(
          changed.map((at) =>
            at.replace(/(\/readings\/\d+)\/.*|\/(massKg|volumeL|count|measuredBy|typed)$/, "$1"),
          ),
        );
        expect([one.kind, line.key, [...things]]).toEqual([one.kind, line.key, [expect.any(String)]]);
        expect(entrySchema.safeParse(outcome.value).success).toBe(true);
      }
  expect(tried).toBeGreaterThan(100);
});

test("an amount typed over what was proposed is the keeper's own; what was guessed stays a guess", () => {
  const known = (measuredBy: string) => {
    const one = entry({ kind: "watered", amount: { volumeL: 0.4, measuredBy } });
    const outcome = correct(one, { amount: "600 mL" });
    return outcome.ok && outcome.value.kind === "watered" && outcome.value.amount;
  };
  expect(known("proposed")).toEqual({ volumeL: 0.6, measuredBy: "volume", typed: "600 mL" });
  expect(known("guessed")).toEqual({ volumeL: 0.6, measuredBy: "guessed", typed: "600 mL" });
  const fed = LOG.find((one) => one.kind === "fed")!;
  expect(correct(fed, { part0: "2 L" })).toMatchObject({
    value: { parts: [{ amount: { volumeL: 2, measuredBy: "volume" } }, {}, {}] },
  });
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
    day: "There was none yet on that day.",
    grossKg: expect.stringContaining("some") as string,
    tareKg: expect.stringContaining("volume") as string,
  });
  expect(fault(weighed, { tareKg: "20 kg" }).tareKg).toMatch(/swapped/);
  expect(fault(look, { [line(look, /Moisture/)]: "140" })).not.toEqual({});
  expect(fault(look, {}, { day: addDays(START, 401) }).day).toMatch(/not come/);
});

test("the first set-up keeps its day: all that follows rests on it", () => {
  expect(isFixedDay(entry({ kind: "altered", changes: setupOf("tub") }))).toBe(true);
  expect(isFixedDay(entry({ kind: "altered", changes: { cover: "open" } }))).toBe(false);
});

test("two corrections of one entry made from the same telling both stand; on one line the second is asked, both words at hand", () => {
  const told = (one: Entry, key: string, nth: number) => {
    const lines = correctionLines(one, unitsAlone("metric"));
    const line = lines.find((other) => other.key === key);
    if (!line) return undefined;
    const options = line.options?.filter(({ value }) => value !== line.text && value !== "");
    const typed = options ? options[Math.min(nth, options.length - 1)]?.value : ["3", "4"][nth];
    const outcome = typed === undefined || line.isDay ? undefined : correct(one, { [key]: typed });
    return outcome?.ok ? { ...outcome.value, rowId: `told-${key}-${nth}` as Entry["rowId"] } : undefined;
  };
  let [both, asked] = [0, 0];
  for (const one of LOG) {
    const lines = correctionLines(one, unitsAlone("metric"));
    for (const [at, { key }] of lines.entries()) {
      const mine = told(one, key, 0);
      if (!mine) continue;
      const other = lines[(at + 1) % lines.length]!.key;
      const theirs = other === key ? undefined : told(one, other, 0);
      const together = theirs && rebased<Entry>(one, mine, theirs);
      if (together && together.clashes.length === 0) {
        both += 1;
        // In either order, and as if one hand had made both.
        const inOrder = (of: Entry) =>
          of.kind === "looked"
            ? { ...of, readings: of.readings.toSorted((a, b) => (a.of < b.of ? -1 : 1)) }
            : of;
        expect(saysTheSame(inOrder(together.row), inOrder(rebased<Entry>(one, theirs, mine).row))).toBe(true);
        for (const [line, telling] of [[key, mine], [other, theirs]] as const) {
          const text = (of: Entry) => correctionLines(of, unitsAlone("metric")).find((found) => found.key === line)?.text;
          expect([one.kind, line, text(together.row)]).toEqual([one.kind, line, text(telling)]);
        } // prettier-ignore
        // Where both are right and together are not, all of both is asked.
        if (!entrySchema.safeParse(together.row).success)
          expect(clashLines({ kind: "entries", base: one, mine, standing: theirs }, "metric").length).toBe(2);
      }
      const rival = told(one, key, 1);
      if (!rival || [mine, one].some((other) => saysTheSame(rival, other))) continue;
      const clashing = { kind: "entries", base: one, mine, standing: rival } as const;
      const said = clashLines(clashing, "metric");
      expect([one.kind, key, said.length]).toEqual([one.kind, key, 1]);
      expect(said[0]!.mine).not.toBe(said[0]!.standing);
      expect(saysTheSame(rebased<Entry>(one, mine, rival, "mine").row, mine)).toBe(true);
      expect(saysTheSame(rebased<Entry>(one, mine, rival).row, rival)).toBe(true);
      asked += 1;
    }
    // Struck out here and corrected there: neither goes without a word.
    const struck = { ...one, deleted: true };
    const corrected = told(one, lines[0]?.key ?? "", 0);
    if (corrected) expect(rebased<Entry>(one, struck, corrected)).toMatchObject({ clashes: [["deleted"]] });
  }
  expect([both > 60, asked > 60]).toEqual([true, true]);
});
