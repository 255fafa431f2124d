import { BIN_ROW, CLIMATE, entry, lotEntry, lotOf, newTub, START } from "../../../tests/log";
import { binSchema } from "@/records/bin";
import { replay } from "../bin/replay";
import { simpleEngine } from "../expectation/simpleEngine";
import { lotDue } from "../lot/due";
import { lotLog, lotState } from "../lot/state";
import { timetableSchema } from "@/records/timetable";
import { batchSchema } from "@/records/batch";
import { addDays } from "../calendar/day";
import { batchState } from "../batch/state";
import { startTimetable, USUAL_CHOICES } from "../startUp/timetable";
import { datedTasks, nextStart, startsToday } from "./dated";

const head = {
  schemaVersion: 1,
  rowId: "r",
  id: "t1",
  revision: 1,
  recordedAt: "2026-01-01T00:00:00.000Z",
  deviceId: "d",
};
const planned = (done: number) =>
  timetableSchema.parse({
    ...head,
    name: "Tansy",
    wormsKg: 0.4,
    steps: startTimetable(START, USUAL_CHOICES, 5).map((step, at) => ({
      ...step,
      ...(at < done ? { doneOn: step.day } : {}),
    })),
  });
/** A start of which nothing stands in a log. */
const timetable = (done: number) => startsToday([planned(done)], [], [])[0]!;
const batch = batchSchema.parse({
  ...head, id: "b1", name: "Card", mixedOn: START, parts: [{ use: "bedding", materialId: "coir", massKg: 5, moisture: 0.15 }], waterL: 5,
  massKg: 10, moisture: 0.6, volumeL: 30, heats: true, placeC: 18, turnDays: [addDays(START, 3)], ripeFrom: addDays(START, 14), ripeBy: addDays(START, 20),
}); // prettier-ignore
const stored = (day: number) => ({ batch, state: batchState(batch, [], addDays(START, day)) });

test("of one start at most two steps stand on the slate, the one longest due first; what is done or ahead does not", () => {
  const tasks = datedTasks([timetable(0)], [], START, "metric");
  expect(tasks.map(({ verb, overdueDays }) => [verb, overdueDays])).toEqual([
    ["set water aside", 19],
    ["mix and soak the bedding", 18],
  ]);
  expect(datedTasks([timetable(99)], [], START, "metric")).toEqual([]);
  expect(datedTasks([timetable(0)], [], addDays(START, -30), "metric")).toEqual([]);
});
test("a batch asks to be turned on its day and to be measured when it should be ripe", () => {
  expect(datedTasks([], [stored(2)], addDays(START, 2), "metric")).toEqual([]);
  expect(datedTasks([], [stored(5)], addDays(START, 5), "metric")).toMatchObject([
    { name: "Card", verb: "turn it", overdueDays: 2 },
  ]);
  expect(datedTasks([], [stored(16)], addDays(START, 16), "us").map(({ verb }) => verb)).toEqual([
    "turn it",
    "measure its middle",
  ]);
  expect(datedTasks([], [stored(16)], addDays(START, 16), "us")[1]!.why).toMatch(/86 °F/);
});
test("on a day without tasks the next step is named with its day", () => {
  expect(nextStart([timetable(3)], addDays(START, -9))).toMatchObject({
    name: "Tansy",
    title: "Order the worms",
    day: addDays(START, -7),
  });
  expect(nextStart([timetable(99)], START)).toBeUndefined();
});

test("castings and troubles stand on the slate from their day on, and go when what they ask for is done", async () => {
  const lot = lotOf();
  const lots = (log: Parameters<typeof lotLog>[0], day: number) => {
    const due = lotDue(lot, lotState(lot, lotLog(log)), addDays(START, day), CLIMATE);
    return datedTasks([], [], addDays(START, day), "metric", due ? [{ lot, due }] : [{ lot }]);
  };
  expect(lots([], 0)).toEqual([]);
  expect(lots([], 4)).toMatchObject([
    { name: "Spring castings", verb: "spread it to dry", overdueDays: 3, to: { room: "lots", id: "lot-1" } },
  ]);
  const spread = lotEntry({ kind: "staged", stage: "drying" }, 4);
  expect(lots([spread], 5)).toEqual([]);
  expect(lots([spread], 6)).toMatchObject([{ verb: "turn it" }]);
  expect(lots([spread, lotEntry({ kind: "turned" }, 6)], 6)).toEqual([]);
  expect(
    lots(
      [spread, lotEntry({ kind: "parted", how: "thrown", amount: { massKg: 12, measuredBy: "weighed" } }, 6)],
      90,
    ),
  ).toEqual([]);

  const noted = entry(
    { kind: "diagnosed", signs: ["smell-sour", "food-piled"], causes: ["acid"], lookOn: addDays(START, 27) },
    20,
  );
  const asked = async (log: Parameters<typeof replay>[0], day: number) => {
    const state = replay(log);
    const today = addDays(START, day);
    const expectation = await simpleEngine.expect(state, CLIMATE, today);
    const decision = { verdict: "leave" as const, steps: [], nextDay: today, cautions: [] };
    return datedTasks(
      [],
      [],
      today,
      "metric",
      [],
      [{ bin: binSchema.parse(BIN_ROW), state, expectation, decision }],
    );
  };
  expect(await asked([...newTub(), noted], 26)).toEqual([]);
  const [task] = await asked([...newTub(), noted], 29);
  expect(task).toMatchObject({
    name: "Quince",
    overdueDays: 2,
    to: { room: "trouble", id: "bin-1" },
    why: "smell sour, food piled.",
  });
  const over = entry({ kind: "followedUp", troubleId: noted.id, outcome: "gone" }, 29);
  expect(await asked([...newTub(), noted, over], 40)).toEqual([]);
});

test("before an absence each bin in use is on the slate for its last visit, until it had one", async () => {
  const away = entry(
    { kind: "altered", changes: { ahead: { awayFrom: addDays(START, 40), awayUntil: addDays(START, 60) } } },
    20,
  );
  const asked = async (log: Parameters<typeof replay>[0], day: number) => {
    const state = replay(log);
    const today = addDays(START, day);
    const expectation = await simpleEngine.expect(state, CLIMATE, today);
    const decision = { verdict: "leave" as const, steps: [], nextDay: today, cautions: [] };
    const bin = binSchema.parse(BIN_ROW);
    return datedTasks([], [], today, "metric", [], [{ bin, state, expectation, decision }]).map(
      ({ verb }) => verb,
    );
  };
  const log = [...newTub(), away];
  expect(await asked(log, 37)).toEqual([]);
  expect(await asked(log, 38)).toEqual(["visit before you leave"]);
  expect(await asked(log, 39)).toEqual(["visit before you leave"]);
  const look = (on: number) => entry({ kind: "looked", lid: "lifted", readings: [] }, on);
  expect(await asked([...log, look(39)], 39)).toEqual([]);
  expect(await asked([...log, look(30)], 39)).toEqual(["visit before you leave"]);
  expect(await asked(log, 40)).toEqual([]);
  expect(await asked([...log, entry({ kind: "altered", changes: { retired: true } }, 30)], 39)).toEqual([]);
});
