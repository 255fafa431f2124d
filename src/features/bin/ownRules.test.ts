import { entry, setupOf, START } from "../../../tests/log";
import { replay } from "@/core/bin/replay";
import { schoolOf } from "@/core/catalogue/school";
import { practiceOf, targetMoisture } from "@/core/practice/practice";
import { ownChanges, ownRules, ownTypedOf } from "./ownRules";

const LOG = [entry({ kind: "altered", changes: setupOf("tub") }, START)];
const state = replay(LOG);
const school = schoolOf("sections-clockwise");
const EMPTY = ownTypedOf(state.setup, "metric");
const change = (texts: object, before = EMPTY, units: "metric" | "us" = "metric") =>
  ownChanges({ ...before, ...texts }, before, ownRules(state, school, units));

test("what is typed is used by the practice, comes back as typed, and taken back leaves the school's own", () => {
  const texts = { interval: "9", ratio: "3", cover: "2 cm", moisture: "66 %", warmest: "24" };
  const outcome = change(texts);
  if (!outcome.ok) throw new Error("refused");
  const after = replay([...LOG, entry({ kind: "altered", changes: outcome.value }, START)]);
  const practice = practiceOf(after)!;
  expect(practice.school).toMatchObject({ usualIntervalDays: 9, startRatio: 3, steadyRatio: 3 });
  expect(targetMoisture(practice).low).toBeCloseTo(0.62);
  const typed = ownTypedOf(after.setup, "metric");
  expect(typed).toMatchObject({ interval: "9", cover: "2 cm", moisture: "66", warmest: "24 C" });
  expect(ownChanges(typed, typed, ownRules(after, school, "metric"))).toEqual({ ok: true, value: {} });
  const back = ownChanges(EMPTY, typed, ownRules(after, school, "metric"));
  if (!back.ok) throw new Error("refused");
  expect(back.value).toEqual({ own: {}, targetMoisture: null });
  const plain = replay([
    ...LOG,
    entry({ kind: "altered", changes: outcome.value }, START),
    entry({ kind: "altered", changes: back.value }, START),
  ]);
  expect(practiceOf(plain)!.school).toEqual(practiceOf(state)!.school);
  expect(targetMoisture(practiceOf(plain)!)).toEqual(targetMoisture(practiceOf(state)!));
});

test("what cannot be is said at its field, and nothing is changed", () => {
  for (const [field, text] of [
    ["interval", "0"],
    ["interval", "soon"],
    ["ratio", "90"],
    ["moisture", "0.7"],
    ["cover", "3 m"],
    ["warmest", "60"],
  ] as const) {
    const outcome = change({ [field]: text });
    expect([field, outcome.ok]).toEqual([field, false]);
    if (!outcome.ok) expect(Object.keys(outcome.problem.fields)).toEqual([field]);
  }
  expect(change({ coldest: "20", warmest: "15" }).ok).toBe(false);
  expect(change({ warmest: "75" }, EMPTY, "us")).toMatchObject({
    ok: true,
    value: { own: { warmestC: expect.closeTo(23.9, 1) as number } },
  });
});
