import { TWIN_MODEL } from "@/core/stored/versions";
import "fake-indexeddb/auto";
import { BIN_ROW, CLIMATE, look, meal, newTub, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { CellarDatabase } from "@/persistence/database";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import type { TwinSubject, TwinWorker } from "./twin.protocol";

/* The worker itself over a real store, its wire put away: slices, cancelling, standings kept and gone on from. */

let mockApi: TwinWorker;
jest.mock("comlink", () => ({
  expose: (api: TwinWorker) => {
    mockApi = api;
  },
}));

// Real sums of a real ensemble: seconds.
jest.setTimeout(60_000);
const AT = "2026-11-23T08:00:00.000Z";
const log = [
  ...newTub(),
  meal(0.3, 1, 9),
  meal(0.3, 2, 14),
  look([{ of: "squeeze", squeeze: "fewDrops" }], 20),
  meal(0.3, 3, 20),
];
const LOG = "the log as it is";
let db: CellarDatabase;
const subject = (day: number, fingerprint = `day ${day}`): TwinSubject => ({
  database: db.name,
  binId: "bin-1",
  restsOn: "its log",
  fingerprint,
  log: LOG,
  climates: { "room-1": CLIMATE },
  today: addDays(START, day),
});
/** Days as they were told, and a hook to do something at one of them. */
const following = (at?: (day: number) => void) => {
  const days: number[] = [];
  return {
    days,
    tell: (day: number) => {
      days.push(day);
      at?.(day);
    },
  };
};

/** Every look at the clock is a slice later, so that each day is a slice of its own. */
let now = 0;
beforeAll(async () => {
  jest.spyOn(performance, "now").mockImplementation(() => (now += 100));
  db = new CellarDatabase("worked-on");
  const rows = log.map((row): NewRow => ({ kind: "entries", row }));
  expect((await write(db, "rows", [{ kind: "bins", row: BIN_ROW }, ...rows], AT)).ok).toBe(true);
  await import("./twin.worker");
});
afterAll(async () => {
  jest.restoreAllMocks();
  await db.delete();
});

test("a bin is followed day by day, told as it goes, and where it stood is kept for the next day", async () => {
  const first = following();
  const today = await mockApi.today(1, subject(40), first.tell);
  expect(today).toMatchObject({ day: addDays(START, 40), engine: TWIN_MODEL });
  expect(first.days.length).toBeGreaterThan(20);
  const standing = await db.standings.get("bin-1");
  expect(standing?.snapshots.length).toBeGreaterThan(0);

  const next = following();
  const written = jest.spyOn(IDBObjectStore.prototype, "put");
  const tomorrow = await mockApi.today(2, subject(41), next.tell);
  expect(tomorrow).toMatchObject({ day: addDays(START, 41) });
  expect(next.days.length).toBeLessThan(7);
  // A standing of this week does for the week: to write one takes longer than to live those days again.
  expect(written).not.toHaveBeenCalled();
  await mockApi.today(4, subject(42), () => undefined);
  expect(written).toHaveBeenCalledTimes(1);
  written.mockRestore();
  // From the standing or from the beginning: the same bin.
  await db.standings.clear();
  const whole = await mockApi.today(3, subject(41, "from the beginning"), () => undefined);
  expect(whole?.moisture).toEqual(tomorrow?.moisture);
  expect(whole?.wormsKg).toEqual(tomorrow?.wormsKg);
});

test("a log that was folded before is gone on from as if it were folded anew, and is not read where what it says is kept", async () => {
  const anew = await mockApi.today(20, subject(43, "folded anew"), () => undefined);
  expect(anew?.places.length).toBeGreaterThan(0);
  const { state, brokenRows, upTo } = await mockApi.state(db.name, { kind: "bins", id: "bin-1" });
  const keepAs = (rowCount: number, result: unknown = state, fingerprint = LOG) =>
    db.digests.put({ subjectId: "bin-1", fingerprint, result, brokenRows, upTo: { ...upTo!, rowCount } });
  const asked = (day: number, name: string) => mockApi.today(21, subject(day, name), () => undefined);
  await keepAs(upTo!.rowCount);
  expect(await asked(43, "folded before")).toEqual(anew);
  // Told of fewer rows than the log has, or of another log: nothing of it is believed.
  await db.standings.clear();
  const bare = { ...(state as object), places: {} };
  await keepAs(upTo!.rowCount - 1, bare);
  expect(await asked(43, "of fewer rows")).toEqual(anew);
  await keepAs(upTo!.rowCount, bare, "another log");
  expect(await asked(43, "of another log")).toEqual(anew);
  expect((await db.standings.get("bin-1"))?.script).toBeUndefined();

  await keepAs(upTo!.rowCount);
  const next = await asked(44, "read");
  expect((await db.standings.get("bin-1"))?.script).toBeDefined();
  // From here on the rows may be where they like, as long as it is the same log in the same rooms.
  const rows = await db.entries.toArray();
  await db.entries.clear();
  expect(await asked(44, "not read")).toEqual(next);
  expect(
    await mockApi.today(22, { ...subject(44, "grown"), log: "a log that grew" }, () => undefined),
  ).toBeUndefined();
  const warmer = { "room-1": { ...CLIMATE, meanC: 21 } };
  expect(
    await mockApi.today(23, { ...subject(44, "warmer"), climates: warmer }, () => undefined),
  ).toBeUndefined();
  await db.entries.bulkPut(rows);
  await db.digests.clear();
});

test("what nobody waits for any more stops at the next slice, and leaves no standing behind", async () => {
  await db.standings.clear();
  const seen = following((day) => day >= 5 && mockApi.cancel(7));
  expect(await mockApi.today(7, subject(50, "cancelled"), seen.tell)).toBeUndefined();
  expect(seen.days.at(-1)).toBeLessThan(12);
  expect(await db.standings.get("bin-1")).toBeUndefined();
  // Cancelling is of that question alone.
  expect(await mockApi.today(8, subject(50, "asked again"), () => undefined)).toMatchObject({
    day: addDays(START, 50),
  });
});

test("a lid that is up pushes what can wait aside, and is answered first", async () => {
  await db.standings.clear();
  const order: string[] = [];
  let urgent: Promise<unknown> | undefined;
  const slow = mockApi
    .today(
      11,
      subject(60, "in the background"),
      (day) =>
        void (
          day >= 10 &&
          (urgent ??= mockApi.refine(12, subject(45, "lid"), [{ of: "squeeze", squeeze: "stream" }], undefined).then(() => order.push("lid"))) // prettier-ignore
        ),
    )
    .then(() => order.push("background"));
  await slow;
  await urgent;
  expect(order).toEqual(["lid", "background"]);
});

test("at rest a worker answers whoever stands at a bin, and the others once the last rest is over", async () => {
  mockApi.rest(1, 60_000);
  mockApi.rest(2, 60_000);
  let isAnswered = false;
  const later = mockApi.today(30, subject(61)).then((found) => {
    isAnswered = true;
    return found;
  });
  expect(
    await mockApi.refine(31, subject(61), [{ of: "squeeze", squeeze: "stream" }], undefined),
  ).toBeDefined();
  mockApi.goOn(1);
  mockApi.goOn(1);
  await new Promise((go) => setTimeout(go, 50));
  expect(isAnswered).toBe(false);
  mockApi.goOn(2);
  expect(await later).toMatchObject({ day: addDays(START, 61) });
});

test("a log is folded aside by its kind; readings in hand change what is said, not what is kept", async () => {
  expect(await mockApi.state(db.name, { kind: "bins", id: "bin-1" })).toMatchObject({
    state: { entryCount: log.length },
    brokenRows: 0,
  });
  expect(await mockApi.state(db.name, { kind: "batches", id: "bin-1" })).toMatchObject({ brokenRows: 0 });
  const before = await db.standings.get("bin-1");
  const dry = await mockApi.refine(20, subject(60, "dry"), [{ of: "squeeze", squeeze: "dust" }], undefined);
  const wet = await mockApi.refine(21, subject(60, "dry"), [{ of: "squeeze", squeeze: "stream" }], undefined);
  expect(wet!.moisture.middle).toBeGreaterThan(dry!.moisture.middle);
  expect((await db.standings.get("bin-1"))?.snapshots.length).toBe(before?.snapshots.length);
  expect(await db.entries.count()).toBe(log.length);
});
