import { BIN_ROW, CLIMATE, look, meal, newTub, START } from "../../../tests/log";
import { entry } from "../../../tests/log";
import { entrySchema } from "@/records/entry";
import { replay } from "@/core/bin/replay";
import { addDays } from "@/core/calendar/day";
import { decide } from "@/core/decision/decide";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { practiceOf } from "@/core/practice/practice";
import { binSchema } from "@/records/bin";
import type { BinToday } from "@/core/round/round";
import type { SheetLine } from "./sheetTyped";
import { EMPTY_LINE, readSheetLine } from "./sheetTyped";

const TODAY = addDays(START, 47);
const log = [...newTub(), meal(0.3, 1, 40), look([{ of: "squeeze", squeeze: "fewDrops" }], 40)];
const one = (rows = log): BinToday => {
  const state = replay(rows);
  const expectation = simpleExpectation(state, CLIMATE, TODAY);
  return { bin: binSchema.parse(BIN_ROW), state, expectation, decision: decide(expectation, practiceOf(state)!, [], TODAY) }; // prettier-ignore
};
const read = (line: Partial<SheetLine>, on = TODAY, bin = one()) =>
  readSheetLine({ ...EMPTY_LINE, ...line }, bin, { day: on, units: "metric", containers: [{ name: "jug", volumeL: 1.5 }] }); // prettier-ignore

test("a line of the sheet is a visit: what was read at the last meal's place, then what was given, as it was written", () => {
  const { facts, fault } = read({ foodLeft: "none", squeeze: "fewDrops", fed: "350", watered: "1 jug", note: "many young" }); // prettier-ignore
  expect(fault).toBeUndefined();
  expect(facts).toMatchObject([
    { kind: "looked", lid: "lifted", note: "many young", readings: [{ of: "foodLeft", foodLeft: "none", place: 1 }, { of: "squeeze", squeeze: "fewDrops" }] },
    { kind: "watered", amount: { volumeL: 1.5 } },
    { kind: "fed", parts: [{ amount: { massKg: expect.closeTo(0.35, 6) as number, typed: "350" } }] },
  ]); // prettier-ignore
  for (const fact of facts) expect(entrySchema.safeParse(entry(fact, TODAY)).success).toBe(true);
  const proposed = one().decision.steps.find(({ kind }) => kind === "feed")!;
  expect(read({ fed: "ok" }).facts[1]).toMatchObject({ kind: "fed", place: proposed.place, parts: [{ amount: { ...proposed.amount, measuredBy: "proposed" } }] }); // prettier-ignore
});

test("an empty line writes nothing; a round typed in twice is said and writes nothing; neither does what cannot be", () => {
  expect(read({})).toEqual({ facts: [] });
  const seen = one([...log, look([], 47)]);
  expect(read({ fed: "300" }, TODAY, seen)).toMatchObject({ facts: [], fault: expect.stringContaining("noted already") as string }); // prettier-ignore
  expect(read({ fed: "some" })).toMatchObject({ facts: [], fault: expect.any(String) as string });
  expect(read({ fed: "90 kg" })).toMatchObject({ facts: [], fault: expect.stringContaining("at most") as string }); // prettier-ignore
  expect(read({ watered: "ok" })).toMatchObject({ facts: [], fault: expect.stringContaining("nothing of that was proposed") as string }); // prettier-ignore
  expect(read({ squeeze: "dust" }, addDays(START, -3))).toMatchObject({ facts: [] });
});
