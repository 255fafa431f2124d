import { START } from "../../../tests/log";
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
