import type { Bin } from "@/records/bin";
import { binFormat, binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { CLIMATE, entry, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "../calendar/day";
import { profileOf } from "../picture/profile";
import { replay } from "../bin/replay";
import { decide } from "../decision/decide";
import { practiceOf } from "../practice/practice";
import { simpleExpectation } from "../expectation/simpleEngine";
import type { BinToday } from "./round";
import { planRound } from "./round";
import { sayLength, sayStanding, sayTask, sayToday } from "./words";

const TODAY = addDays(START, 70);

function today(name: string, log: readonly Entry[]): BinToday {
  const bin: Bin = binSchema.parse({
    schemaVersion: binFormat.current,
    rowId: name,
    id: name,
    revision: 1,
    recordedAt: "2026-03-02T08:00:00.000Z",
    deviceId: "d",
    name,
    firstDay: START,
  });
  const state = replay(log);
  const expectation = simpleExpectation(state, CLIMATE, TODAY);
  return { bin, state, expectation, decision: decide(expectation, practiceOf(state)!, [], TODAY) };
}
const well = [
  { of: "squeeze", squeeze: "fewDrops" },
  { of: "smell", smell: "earthy" },
  { of: "temperature", temperatureC: 19 },
] as const;
const due = today("due", [...newTub(), meal(0.3, 1, 50), look(well, 50, { nextDay: TODAY })]);
const later = today("later", [...newTub(), meal(0.3, 1, 66), look(well, 66, { nextDay: addDays(TODAY, 3) })]);
const late = today("late", [...newTub(), meal(0.3, 1, 50), look(well, 50, { nextDay: addDays(TODAY, -4) })]);
const alarmed = today("alarmed", [
  ...newTub(),
  look([{ of: "smell", smell: "ammonia" }], 69, { nextDay: addDays(TODAY, 5) }),
]);
const resting = today("resting", [
  ...newTub(),
  entry({ kind: "altered", changes: { resting: true, restingUntil: addDays(TODAY, 30) } }, 60),
]);
const waking = today("waking", [
  ...newTub(),
  entry({ kind: "altered", changes: { resting: true, restingUntil: TODAY } }, 60),
]);
const done = today("done", [...newTub(), look(well, 70, { nextDay: addDays(TODAY, 7) })]);

test("the slate has what is due, trouble first, then in walking order; what rests, is done or not due stays off it", () => {
  const round = planRound([due, later, resting, late, done, alarmed, waking], TODAY);
  expect(round.tasks.map((task) => task.binId)).toEqual(["alarmed", "due", "late", "waking"]);
  expect(round.tasks.find((task) => task.binId === "late")?.overdueDays).toBe(4);
  expect(round.tasks[0]?.kind).toBe("act");
});

test("a bin that is left in peace is never late, however long ago its day was", () => {
  const day = addDays(TODAY, -9);
  const log = (school: "halves-alternating" | "leaf-litter-low-input") => [
    ...newTub(0.5, setupOf("tub", { school })),
    meal(0.3, 1, 40),
    look(well, 40, { nextDay: day }),
  ];
  const lateBy = (one: BinToday) => planRound([one], TODAY).tasks.map(({ overdueDays }) => overdueDays);
  expect(lateBy(today("visited", log("halves-alternating")))).toEqual([9]);
  expect(lateBy(today("in-peace", log("leaf-litter-low-input")))).toEqual([0]);
});

test("what to carry is the sum of what the steps ask for", () => {
  const alone = [due, late].map((one) => planRound([one], TODAY).carry.scrapsKg);
  const both = planRound([due, late], TODAY).carry;
  expect(alone[0]).toBeGreaterThan(0);
  expect(both.scrapsKg).toBeCloseTo(alone[0]! + alone[1]!, 10);
  expect(planRound([resting], TODAY).carry).toMatchObject({ scrapsKg: 0, waterL: 0, needsJug: false });
});

test("nothing due names the next day instead", () => {
  expect(planRound([later, resting], TODAY)).toMatchObject({ tasks: [], nextDay: addDays(TODAY, 3) });
});

test("tag and line under a bin say the same thing in few words", () => {
  const [task] = planRound([due], TODAY).tasks;
  expect(sayTask(task!, "metric")).toMatchObject({
    verb: "feed",
    amount: expect.stringMatching(/\d (g|kg)$/) as unknown,
  });
  expect(sayStanding(due, task, TODAY)).toBe("Wants food at 2");
  expect(sayStanding(resting, undefined, TODAY)).toMatch(/^Rests until/);
});

test("one line for a bin's own page: the slate's verb and amount, an alarm before all, else the day one comes back", () => {
  const said = (one: BinToday) => sayToday(one, TODAY, "metric");
  const { verb, amount } = sayTask(planRound([due], TODAY).tasks[0]!, "metric");
  expect(said(due)).toBe(`Today: ${verb} ${amount} at place 2.`);
  expect(said(alarmed)).toBe("Act now, before anything else.");
  expect(said(later)).toBe("Nothing to do today. Back Thursday.");
  expect(said(done)).toMatch(/^Nothing to do today\. Back /);
  for (const one of [due, later, late, alarmed, resting, waking, done])
    expect(said(one)).not.toMatch(/undefined|\?|\s\s|\s\./);
});

test("the profile fits its vessel, and holds as many pockets as places with food", () => {
  for (const one of [due, later, alarmed, resting]) {
    const profile = profileOf(one.bin.id, one.state, one.expectation, TODAY)!;
    for (const compartment of profile.compartments) {
      expect(compartment.beddingM + compartment.workingM + compartment.castingsM).toBeLessThanOrEqual(
        compartment.heightM,
      );
      for (const pocket of compartment.pockets)
        expect(pocket.at > 0 && pocket.at < 1 && pocket.left <= 1).toBe(true);
    }
  }
  expect(
    profileOf("x", later.state, later.expectation, TODAY)!.compartments[0]!.pockets.map(
      (pocket) => pocket.place,
    ),
  ).toEqual([1]);
});

test("a long round is said in hours", () => {
  expect([23, 180, 181, 23_000].map(sayLength)).toEqual(["about 23 minutes", "about 180 minutes", "about 3 hours", "about 383 hours"]); // prettier-ignore
});
