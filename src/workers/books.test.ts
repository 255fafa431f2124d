import fc from "fast-check";
import { entry, kilograms, litres, look, meal, newTub } from "../../tests/log";
import type { Entry } from "@/records/entry";
import { grown, packed } from "./books";

/** Months of a tub: what was done on which day, in order. */
const deeds = fc.array(
  fc.record({
    after: fc.integer({ min: 0, max: 9 }),
    what: fc.constantFrom("fed", "watered", "looked", "bedded", "harvested", "drained"),
    kg: fc.double({ min: 0.05, max: 2, noNaN: true }),
  }),
  { minLength: 2, maxLength: 40 },
);
function logOf(steps: readonly { after: number; what: string; kg: number }[]): Entry[] {
  let on = 5;
  return [
    ...newTub(),
    ...steps.map(({ after, what, kg }) => {
      on += after;
      if (what === "fed") return meal(kg, 1, on);
      if (what === "watered") return entry({ kind: "watered", amount: litres(kg) }, on);
      if (what === "looked") return look([{ of: "squeeze", squeeze: "fewDrops" }], on);
      if (what === "bedded") return entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(kg) }] }, on); // prettier-ignore
      if (what === "drained") return entry({ kind: "drained", amount: litres(kg) }, on);
      return entry({ kind: "harvested", grossKg: kg, tareKg: 0, method: "light" }, on);
    }),
  ].map((row, seq) => ({ ...row, seq }));
}
const from = (log: readonly Entry[]) => (day: string) => Promise.resolve(log.filter((row) => row.day >= day));

test("books that grew by what was written since are the books of the whole log, wherever it is cut", async () => {
  await fc.assert(
    fc.asyncProperty(deeds, fc.double({ min: 0, max: 0.99, noNaN: true }), async (steps, at) => {
      const log = logOf(steps);
      const cut = 1 + Math.floor(at * (log.length - 1));
      const kept = packed(log.slice(0, cut), cut);
      const whole = packed(log, log.length);
      expect(await grown(kept, log.length, from(log))).toEqual(whole);
      expect(await grown(whole, log.length, from(log))).toBeUndefined();
    }),
    { numRuns: 60 },
  );
});

test("a correction, a deletion, a line of an earlier day and a row that cannot be read have the whole log read again", async () => {
  const log = logOf(
    Array.from({ length: 12 }, (_, at) => ({ after: 3, what: at % 2 ? "fed" : "looked", kg: 0.3 })),
  );
  const kept = packed(log, log.length);
  const last = log.at(-1)!;
  const with_ = (row: Entry, rowCount = log.length + 1) => grown(kept, rowCount, from([...log, row]));
  const later = { ...last, id: "new", rowId: "new-1", seq: 99 } as Entry;
  expect(await with_(later)).toBeDefined();
  expect(await with_({ ...last, rowId: "again", revision: 2 } as Entry)).toBeUndefined();
  expect(await with_({ ...later, revision: 2 })).toBeUndefined();
  expect(await with_({ ...later, deleted: true })).toBeUndefined();
  expect(await with_({ ...log[6]!, id: "new", rowId: "new-1" } as Entry)).toBeUndefined();
  expect(await with_(later, log.length + 2)).toBeUndefined();
});
