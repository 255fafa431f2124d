import { entry, START } from "../../../tests/log";
import { batchSchema } from "@/records/batch";
import { addDays } from "../calendar/day";
import { pantryOf } from "../catalogue/pantry";
import { ripening } from "./ripen";
import { batchState } from "./state";
import { sayBatch } from "./words";

const pantry = pantryOf([]);
const heap = (volumeL: number, food: string, placeC = 18) =>
  ripening({
    parts: [
      { material: pantry.of("bedding", "cardboard-corrugated")!, massKg: 3, volumeL: volumeL * 0.6 },
      { material: pantry.of("food", food)!, massKg: 12, volumeL: volumeL * 0.4 },
    ],
    volumeL,
    moisture: 0.65,
    cn: 30,
    placeC,
    mixedOn: START,
  });
const batch = batchSchema.parse({
  schemaVersion: 1, rowId: "r", id: "b", revision: 1, recordedAt: "2026-01-01T00:00:00.000Z", deviceId: "d", name: "Card and coffee",
  mixedOn: START, parts: [{ use: "bedding", materialId: "coir", massKg: 10, moisture: 0.15 }], waterL: 10, massKg: 20, moisture: 0.6,
  volumeL: 60, heats: true, placeC: 18, turnDays: [addDays(START, 3), addDays(START, 6)], ripeFrom: addDays(START, 14), ripeBy: addDays(START, 25),
}); // prettier-ignore
const measured = (temperatureC: number, on: number) =>
  entry(
    { kind: "looked", lid: "closed", readings: [{ of: "temperature", temperatureC, instrument: "probe" }] },
    on,
  );

test("a large rich heap heats and is turned in its first two weeks; a small or lean one does not", () => {
  expect(heap(120, "coffee-grounds").heats).toBe(true);
  expect(heap(120, "coffee-grounds").turnDays).toEqual([3, 6, 10, 14].map((day) => addDays(START, day)));
  expect(heap(20, "coffee-grounds").heats).toBe(false);
  expect(heap(120, "carrot-peel").heats).toBe(false);
});
test("it ripens later in the cold, and the span has two ends", () => {
  const warm = heap(40, "carrot-peel", 20);
  const cold = heap(40, "carrot-peel", 9);
  expect(warm.ripeFrom < warm.ripeBy).toBe(true);
  expect(warm.ripeBy < cold.ripeFrom).toBe(true);
});
test("worms wait for two days at or below 30 °C, whatever the calendar says; one hot reading starts it anew", () => {
  const stage = (...log: ReturnType<typeof measured>[]) => batchState(batch, log, addDays(START, 30)).stage;
  expect(stage()).toMatchObject({ is: "untested" });
  expect(stage(measured(48, 20))).toEqual({
    is: "hot",
    temperatureC: 48,
    askOn: addDays(START, 22),
    burns: false,
  });
  expect(stage(measured(48, 20), measured(29, 24))).toMatchObject({
    is: "cooling",
    askOn: addDays(START, 26),
  });
  expect(stage(measured(48, 20), measured(29, 24), measured(30, 26))).toEqual({ is: "fit" });
  expect(stage(measured(29, 22), measured(28, 24), measured(33, 25), measured(28, 26))).toMatchObject({
    is: "cooling",
  });
  expect(batchState(batch, [measured(25, 4), measured(25, 8)], addDays(START, 10)).stage.is).toBe("ripening");
});
test("turning and taking are counted; an empty batch is used up", () => {
  const log = [
    entry({ kind: "turned" }, 3),
    entry({ kind: "removed", what: "contents", amount: { massKg: 5, measuredBy: "weighed" } }, 9),
  ];
  const state = batchState(batch, log, addDays(START, 10));
  expect(state).toMatchObject({ leftKg: 15, nextTurn: addDays(START, 6), turnedOn: [addDays(START, 3)] });
  const gone = batchState(
    batch,
    [...log, entry({ kind: "removed", what: "contents", amount: { massKg: 15, measuredBy: "weighed" } }, 10)],
    addDays(START, 11),
  );
  expect(gone.stage.is).toBe("used");
  expect(sayBatch(state, { today: addDays(START, 10), units: "us" }).todo).toMatch(/Not before 16 March/);
});
