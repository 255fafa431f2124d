import "fake-indexeddb/auto";
import { BIN_ROW, CLIMATE, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { weatherDays } from "@/core/weather/standIn";
import { CellarDatabase } from "@/persistence/database";
import { readFrame } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import { askWeather, rehearsalOn, roomsAhead, weatherQuery } from "./outlook";

const OUTDOORS = { meanC: 10, swingK: 9, hottestDay: 205, humidity: 0.75, rainMmPerDay: 2 };
const { name: _, firstDay: __, ...ROW } = BIN_ROW;
const room = (id: string, climate: object): NewRow => ({
  kind: "rooms",
  row: { ...ROW, schemaVersion: 3, rowId: `row-of-${id}`, id, name: id, climate } as never,
});
let db: CellarDatabase;
let made = 0;
let asked: URLSearchParams[] = [];
/** The route as it answers, or a network that is down. */
const network = (isUp: boolean) => {
  globalThis.fetch = ((address: string) => {
    const query = new URLSearchParams(address.split("?")[1]);
    asked.push(query);
    if (!isUp) return Promise.reject(new Error("no network"));
    const today = query.get("today") as typeof START;
    const days = weatherDays(OUTDOORS, query.get("seed")!, today, addDays(today, -10), 21, query.get("rehearse") as "heat"); // prettier-ignore
    return Promise.resolve({ ok: true, json: () => Promise.resolve({ days }) });
  }) as never;
};
const before = globalThis.fetch;
beforeEach(() => {
  db = new CellarDatabase(`outlook-${(made += 1)}`);
  asked = [];
  network(true);
});
afterEach(async () => {
  globalThis.fetch = before;
  await db.delete();
});
const frameWith = async (...rows: NewRow[]) => {
  expect(await write(db, "rows", rows, "2026-11-23T08:00:00.000Z")).toMatchObject({ ok: true });
  return readFrame(db);
};

test("every screen and the twin hear one answer; another day is another question", async () => {
  const query = (today: string) => `today=${today}&seed=x&rehearse=asItComes`;
  const [one, same] = await Promise.all([askWeather(db, query(START)), askWeather(db, query(START))]);
  expect([one, asked.length]).toEqual([same, 1]);
  expect(one).toHaveLength(21);
  await askWeather(db, query(addDays(START, 1)));
  expect(asked).toHaveLength(2);
});

test("without a network the answer of this very day and place is kept, no other stands in, and it is asked again when the network is back", async () => {
  const query = `today=${START}&seed=kept&rehearse=asItComes`;
  const kept = await askWeather(db, query);
  network(false);
  expect(await askWeather(db, query.replace("kept", "other"))).toBeUndefined();
  // Asked anew after another: what the device kept.
  expect(await askWeather(db, query)).toEqual(kept);
  network(true);
  expect(await askWeather(db, query.replace("kept", "other"))).toHaveLength(21);
  await db.device.put({
    key: "weather",
    value: JSON.stringify({ query: "broken", days: [{ day: "no day" }] }),
  });
  network(false);
  expect(await askWeather(db, "broken")).toBeUndefined();
});

test("each room hears the spell as far as it feels it; a cellar that lies nowhere hears nothing and asks nothing", async () => {
  const nowhere = await frameWith(room("room-1", CLIMATE));
  expect(weatherQuery(nowhere, START, "heat")).toBeUndefined();
  expect(await roomsAhead(db, nowhere, START)).toBeUndefined();
  expect(asked).toEqual([]);
  const frame = await frameWith(room("yard", OUTDOORS));
  expect(await rehearsalOn(db)).toBe("asItComes");
  const calm = (await roomsAhead(db, frame, START))!;
  await db.device.put({ key: "rehearsal", value: "heat" });
  const hot = (await roomsAhead(db, frame, START))!;
  expect(Object.keys(hot).toSorted()).toEqual(["room-1", "yard"]);
  expect(Math.max(...hot.yard!)).toBeGreaterThan(Math.max(...calm.yard!) + 6);
  // Indoors less of it comes.
  expect(Math.max(...hot["room-1"]!)).toBeLessThan(0.5 * Math.max(...hot.yard!));
  await db.device.put({ key: "rehearsal", value: "what is that" });
  expect(await rehearsalOn(db)).toBe("asItComes");
});
