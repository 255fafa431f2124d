import fc from "fast-check";
import { rebased, sameFact, saysTheSame } from "./rebase";
import type { Row } from "./row";

/* Two tellings made from one, brought together: laws over made-up facts of lines, amounts, readings, lists and orders. */

type Fact = Row & Readonly<Record<string, unknown>>;
const line = fc.constantFrom("dry", "moist", "wet", 1, 2, 3, true, undefined);
const amount = fc.record({
  massKg: fc.constantFrom(1, 2, 3),
  measuredBy: fc.constantFrom("weighed", "guessed"),
});
const reading = fc.record({ of: fc.constantFrom("squeeze", "smell"), said: fc.constantFrom("a", "b", "c") });
const unique = (readings: readonly { of: string; said: string }[]) => [
  ...new Map(readings.map((one) => [one.of, one])).values(),
];
const said = fc.record({
  note: line,
  day: line,
  amount,
  own: fc.record({ coverM: line, dips: line }),
  readings: fc.array(reading, { maxLength: 3 }).map(unique),
  parts: fc.array(fc.record({ materialId: fc.constantFrom("card", "leaf"), amount }), {
    minLength: 2,
    maxLength: 2,
  }),
  order: fc.shuffledSubarray(["a", "b", "c", "d", "e"]),
});
const telling =
  (rowId: string) =>
  (facts: object): Fact => ({
    rowId,
    id: "fact",
    revision: 1,
    recordedAt: "2026-05-01T08:00:00.000Z",
    ...facts,
  });
const three = fc.tuple(said.map(telling("base")), said.map(telling("mine")), said.map(telling("standing"))); // prettier-ignore
const LINES = ["note", "day", "amount", "own", "readings", "parts", "order"] as const;

test("what only one side changed stands, and what neither changed stays", () => {
  fc.assert(
    fc.property(three, ([base, mine, standing]) => {
      expect(saysTheSame(rebased(base, mine, { ...base, rowId: "again" }).row, mine)).toBe(true);
      expect(saysTheSame(rebased(base, { ...base, rowId: "again" }, standing).row, standing)).toBe(true);
      const { row, clashes } = rebased<Fact>(base, mine, standing);
      const clashing = new Set(clashes.map(([first]) => first));
      for (const one of LINES) {
        if (sameFact(mine[one], base[one])) expect([one, row[one]]).toEqual([one, standing[one]]);
        else if (sameFact(standing[one], base[one])) expect([one, row[one]]).toEqual([one, mine[one]]);
        // Both changed it to the same: that is no clash.
        else if (sameFact(mine[one], standing[one])) expect(clashing.has(one)).toBe(false);
      }
    }),
    { numRuns: 500 },
  );
});

test("a line that both changed is named, and whoever's word is asked for has it whole; nothing else hangs on whose", () => {
  fc.assert(
    fc.property(three, ([base, mine, standing]) => {
      const [my, theirs] = [rebased<Fact>(base, mine, standing, "mine"), rebased<Fact>(base, mine, standing)];
      expect(my.clashes).toEqual(theirs.clashes);
      const at = (of: Fact, path: readonly string[]) => path.reduce<unknown>((value, step) => (value as Record<string, unknown>)[step], of); // prettier-ignore
      for (const path of my.clashes.filter((steps) => steps.length === 1)) {
        expect(at(my.row, path)).toEqual(at(mine, path));
        expect(at(theirs.row, path)).toEqual(at(standing, path));
      }
      if (my.clashes.length === 0) {
        expect(saysTheSame(my.row, theirs.row)).toBe(true);
        // The other way round it is the same, but for the order of what both appended.
        const turned = rebased<Fact>(base, standing, mine).row;
        for (const one of ["note", "day", "amount", "own", "parts"]) expect(turned[one]).toEqual(my.row[one]);
        expect(new Set(turned.order as string[])).toEqual(new Set(my.row.order as string[]));
      }
      // An order never holds a thing twice, nor one that either took out.
      const order = my.row.order as string[];
      expect(new Set(order).size).toBe(order.length);
    }),
    { numRuns: 500 },
  );
});

test("struck out on one side: silent where the other changed nothing, asked where it did, either way round", () => {
  fc.assert(
    fc.property(three, fc.boolean(), ([base, mine, standing], isMine) => {
      const struck = { ...base, rowId: "struck", deleted: true };
      const other = isMine ? standing : mine;
      const [my, now] = isMine ? [struck, other] : [other, struck];
      const { row, clashes } = rebased<Fact>(base, my, now);
      if (saysTheSame(other, base)) expect([clashes, row.deleted]).toEqual([[], true]);
      else {
        expect(clashes).toContainEqual(["deleted"]);
        expect(row.deleted === true).toBe(!isMine);
        expect(rebased<Fact>(base, my, now, "mine").row.deleted === true).toBe(isMine);
      }
    }),
    { numRuns: 300 },
  );
});
