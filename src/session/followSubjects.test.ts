import "fake-indexeddb/auto";
import { BIN_ROW, CLIMATE, look, meal, newTub, setupOf, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { isPending } from "@/core/decision/pending";
import type { Expectation } from "@/core/expectation/expectation";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import type { BinToday } from "@/core/round/round";
import type { AirAhead } from "@/core/weather/airAhead";
import { replay } from "@/core/bin/replay";
import { CellarDatabase } from "@/persistence/database";
import { readFrame } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import type { Entry } from "@/records/entry";
import type { TwinSubject } from "@/workers/twin.protocol";
import type { Known } from "./digest";
import { followSubjects } from "./followSubjects";
import type { TwinWork } from "./twins";

/** A question to the worker, answered when the test says so. */
interface Question extends TwinSubject {
  readonly answer: (forecast: Expectation | undefined) => void;
  readonly fail: (why: Error) => void;
}
let mockAsked: Question[] = [];
const mockCancelled: string[] = [];
jest.mock("@/workers/twin.client", () => ({
  restTwins: () => Promise.resolve(() => undefined),
  progressTo: () => undefined,
  askTwin: (binId: string, isUrgent: boolean, ask: (worker: unknown, task: number) => Promise<unknown>) => ({
    answer: ask(
      {
        today: (_: number, subject: TwinSubject) =>
          new Promise((answer, fail) => mockAsked.push({ ...subject, answer, fail })),
        state: () => Promise.resolve(undefined),
      },
      0,
    ),
    cancel: () => mockCancelled.push(`${binId} ${isUrgent ? "urgent" : "later"}`),
  }),
}));

const AT = "2026-11-23T08:00:00.000Z";
const TODAY = addDays(START, 20);
const NAMES = ["ash", "bay", "dill"];
let db: CellarDatabase;
let made = 0;
let stops: (() => void)[] = [];

const keep = async (rows: readonly NewRow[]) =>
  expect(await write(db, "rows", rows, AT)).toMatchObject({ ok: true });
const logOf = (binId: string, log: readonly Entry[]): NewRow[] =>
  log.map((row) => ({ kind: "entries", row: { ...row, subject: { kind: "bin", id: binId } } }));
const binRow = (id: string, firstDay = START, changes = {}): NewRow => ({
  kind: "bins",
  row: { ...BIN_ROW, rowId: `row-of-${id}`, id, name: id, firstDay, ...changes },
});
const { name: _, firstDay: __, ...ROW } = BIN_ROW;
const room: NewRow = {
  kind: "rooms",
  row: { ...ROW, schemaVersion: 3, rowId: "room-row", id: "room-1", name: "Cellar", climate: CLIMATE },
};
const cellar = (walkingOrder: readonly string[]): NewRow => ({
  kind: "cellars",
  row: {
    ...ROW,
    schemaVersion: 2,
    rowId: "cellar-row",
    id: "cellar",
    name: "Mine",
    walkingOrder: [...walkingOrder],
  },
});

/** Follows the cellar as it stands, and collects what is told. */
async function follow(known = new Map<string, Known>(), today = TODAY, air?: Promise<AirAhead | undefined>) {
  const drawn: (readonly BinToday[])[] = [];
  const work: (TwinWork | undefined)[] = [];
  const told = { drawn, work, subjects: 0, broken: -1, reading: [] as string[], failed: [] as unknown[] };
  const stop = followSubjects(
    {
      db,
      frame: await readFrame(db),
      tallies: await db.tallies.toArray(),
      today,
      known,
      ...(air ? { air } : {}),
    },
    {
      reading: (read, of) => told.reading.push(`${read} of ${of}`),
      bins: (bins) => drawn.push(bins),
      batches: () => undefined,
      lots: () => undefined,
      tubs: () => undefined,
      subjects: ({ size }) => (told.subjects = size),
      work: (one) => work.push(one),
      read: (broken) => (told.broken = broken),
      failed: (cause) => told.failed.push(cause),
    },
  );
  stops.push(stop);
  await eventually(() => (air ? drawn : work).length > 0);
  return { ...told, told, stop, now: () => drawn.at(-1)! };
}
const pause = () => new Promise((go) => setTimeout(go, 5));
async function eventually(isSo: () => boolean) {
  for (let tries = 0; !isSo(); tries += 1) {
    if (tries > 400) throw new Error("it never came");
    await pause();
  }
}
const settle = async () => {
  for (let n = 0; n < 10; n += 1) await pause();
};
const question = (binId: string) => {
  const at = mockAsked.findIndex((one) => one.binId === binId);
  return mockAsked.splice(at, 1)[0]!;
};
const NOTHING = { low: 0, middle: 0, high: 0 };
const STILL = { moisture: { low: 0.74, middle: 0.75, high: 0.76 }, waterL: 0, dryBeddingKg: 0 };
/** A forecast for a room of that warmth, and what it says of the keeper's hand. */
const forecastOf = (meanC: number, fist = { offset: 0, spread: 0.05, squeezes: 0 }): Expectation => ({
  ...simpleExpectation(replay(newTub()), { ...CLIMATE, meanC }, TODAY),
  engine: `twin at ${meanC}`,
  twin: {
    readings: 0,
    hasReadToday: false,
    meal: {
      mostKg: 0.2,
      forDays: 5,
      limit: "herd",
      trouble: 0.01,
      clearsInDays: 5,
      isAsked: false,
      smallKg: 0.1,
      warmthC: 20,
      heldGone: [],
    },
    lowerC: { low: 18, middle: 18, high: 18 },
    holds: 0.8,
    need: { waterL: NOTHING, dryBeddingKg: NOTHING, isUnsure: false },
    weekOn: { fed: STILL, unfed: STILL },
    herdAtRisk: { now: 0, soon: 0 },
    compartments: [],
    sumpL: NOTHING,
    habits: [],
    fist,
    surprises: [],
    misfits: [],
    warnings: [],
  },
});
const engines = (bins: readonly BinToday[]) => bins.map(({ expectation }) => expectation.engine);
const asked = () => mockAsked.map(({ binId }) => binId);

beforeEach(async () => {
  mockAsked = [];
  mockCancelled.length = 0;
  stops = [];
  db = new CellarDatabase(`follow-${(made += 1)}`);
  await keep([room, ...NAMES.flatMap((id) => [binRow(id), ...logOf(id, newTub())])]);
});
afterEach(async () => {
  for (const stop of stops) stop();
  await db.delete();
});

test("rules of thumb stand at once, forecasts as they come, and at the next start nothing is asked", async () => {
  const first = await follow();
  expect(engines(first.now())).toEqual(Array(3).fill("simple-1"));
  expect(first.work).toEqual([{ done: 0, of: 3 }]);
  await eventually(() => asked().length === 3);
  question("bay").answer(forecastOf(12));
  await eventually(() => engines(first.now())[1] === "twin at 12");
  expect(first.work.at(-1)).toEqual({ done: 1, of: 3 });
  question("ash").answer(forecastOf(11));
  question("dill").answer(forecastOf(13));
  await eventually(() => first.work.at(-1) === undefined);
  expect(engines(first.now())).toEqual(["twin at 11", "twin at 12", "twin at 13"]);
  expect([first.told.subjects, first.told.broken, first.failed]).toEqual([3, 0, []]);

  const again = await follow();
  expect(engines(again.drawn[0]!)).toEqual(["twin at 11", "twin at 12", "twin at 13"]);
  await settle();
  expect([asked(), again.work]).toEqual([[], [undefined]]);
});

test("no amount is said that a forecast on its way may overturn; where none comes the rule of thumb's stands, and an alarm waits for none", async () => {
  await keep(logOf("dill", [look([{ of: "smell", smell: "ammonia" }], 20)]));
  const { now } = await follow();
  const amounts = () =>
    now().map(({ decision }) => decision.steps.filter(({ amount }) => amount !== undefined).length);
  await eventually(() => asked().length === 3);
  expect(now().map(({ decision }) => isPending(decision))).toEqual([true, true, false]);
  expect(amounts().slice(0, 2)).toEqual([0, 0]);
  expect(now()[2]!.decision.verdict).toBe("actNow");
  question("ash").fail(new Error("no worker"));
  question("bay").answer(forecastOf(18));
  await eventually(() => now().every(({ decision }) => !isPending(decision)));
  expect(amounts()[0]).toBeGreaterThan(0);
  expect(engines(now())[0]).toBe("simple-1");
});

test("only the bin that was written to is asked about anew, and its old forecast stands no more", async () => {
  const known = new Map<string, Known>();
  const first = await follow(known);
  await eventually(() => asked().length === 3);
  NAMES.forEach((id) => question(id).answer(forecastOf(12)));
  await eventually(() => first.work.at(-1) === undefined);
  first.stop();
  await keep(logOf("bay", [meal(0.4, 1, 12)]));
  const after = await follow(known);
  await eventually(() => asked().length > 0);
  expect(asked()).toEqual(["bay"]);
  expect(engines(after.now()).map((engine) => engine === "twin at 12")).toEqual([true, false, true]);
  expect(after.now()[1]!.state.entryCount).toBe(newTub().length + 1);
});

test("on the next day all are asked about anew, and until each answers the last forecast stands, marked; not after four days, nor where the log has grown", async () => {
  const first = await follow();
  await eventually(() => asked().length === 3);
  NAMES.forEach((id) => question(id).answer({ ...forecastOf(12), day: TODAY }));
  await eventually(() => first.work.at(-1) === undefined);
  first.stop();
  const tomorrow = addDays(TODAY, 1);
  await keep(logOf("bay", [meal(0.4, 1, 20)]));
  const next = await follow(new Map(), tomorrow);
  await eventually(() => asked().length === 3);
  expect(engines(next.drawn[0]!)).toEqual(["twin at 12", "simple-1", "twin at 12"]);
  expect(next.now().map(({ expectation }) => expectation.madeOn)).toEqual([TODAY, undefined, TODAY]);
  question("ash").answer({ ...forecastOf(15), day: tomorrow });
  await eventually(() => engines(next.now())[0] === "twin at 15");
  expect(next.now().map(({ expectation }) => expectation.madeOn)).toEqual([undefined, undefined, TODAY]);
  next.stop();
  const later = await follow(new Map(), addDays(TODAY, 4));
  // Ash was worked out a day later than dill, and may stand a day longer.
  expect(engines(later.drawn[0]!)).toEqual(["twin at 15", "simple-1", "simple-1"]);
});

test("what one bin learned of the keeper's hand is told to the others, once", async () => {
  const fist = { offset: 0.06, spread: 0.01, squeezes: 20 };
  const { work } = await follow();
  await eventually(() => asked().length === 3);
  expect(mockAsked.map(({ fist: told }) => told)).toEqual([undefined, undefined, undefined]);
  question("ash").answer(forecastOf(12, fist));
  question("bay").answer(forecastOf(12));
  question("dill").answer(forecastOf(12));
  await eventually(() => asked().length === 2);
  // It knows its own hand already.
  expect(asked()).toEqual(["bay", "dill"]);
  expect(mockAsked.every(({ fist: told }) => told!.offset > 0)).toBe(true);
  NAMES.slice(1).forEach((id) => question(id).answer(forecastOf(14, fist)));
  await eventually(() => work.at(-1) === undefined);
  await settle();
  expect(asked()).toEqual([]);
});

test("who knows the hand best is asked first, so that nobody is asked twice", async () => {
  const squeezed = (times: number) =>
    Array.from({ length: times }, (_, day) => look([{ of: "squeeze", squeeze: "fewDrops" }], day + 2));
  await keep([...logOf("dill", squeezed(12)), ...logOf("bay", squeezed(7))]);
  const { work } = await follow();
  await eventually(() => asked().length > 0);
  await settle();
  expect([asked(), work.at(-1)]).toEqual([["dill"], { done: 0, of: 3 }]);
  question("dill").answer(forecastOf(12, { offset: 0.06, spread: 0.01, squeezes: 12 }));
  await eventually(() => asked().length === 2);
  expect(work.every((one) => one === undefined || one.of === 3)).toBe(true);
  expect(mockAsked.map(({ binId, fist }) => [binId, fist!.offset > 0])).toEqual([["ash", true], ["bay", true]]); // prettier-ignore
  expect(work.at(-1)).toEqual({ done: 1, of: 3 });
  ["ash", "bay"].forEach((id) => question(id).answer(forecastOf(14)));
  await eventually(() => work.at(-1) === undefined);
  await settle();
  expect(asked()).toEqual([]);
});

test("a twin that fails leaves the rules of thumb of its bin, and the others go on", async () => {
  const { now, work, failed } = await follow();
  await eventually(() => asked().length === 3);
  question("ash").fail(new Error("the worker died"));
  question("bay").answer(undefined);
  question("dill").answer(forecastOf(12));
  // Those without an answer are asked once more, then left.
  await eventually(() => asked().length === 2);
  ["ash", "bay"].forEach((id) => question(id).answer(undefined));
  await eventually(() => work.at(-1) === undefined);
  expect(engines(now()).map((engine) => engine === "twin at 12")).toEqual([false, false, true]);
  expect(failed).toEqual([]);
  expect((await db.forecasts.toCollection().primaryKeys()).toSorted()).toEqual(["dill"]);
});

test("once stopped nothing is told any more, and what was asked is called off", async () => {
  const { drawn, work, stop, failed } = await follow();
  await eventually(() => asked().length === 3);
  stop();
  const told = [drawn.length, work.length];
  question("ash").answer(forecastOf(12));
  await settle();
  expect([drawn.length, work.length]).toEqual(told);
  expect(mockCancelled).toEqual(NAMES.map((id) => `${id} later`));
  expect([await db.forecasts.count(), failed]).toEqual([0, []]);
});

test("bins stand as the keeper walks, those in no order yet behind them, the oldest first", async () => {
  await keep([
    cellar(["dill", "gone", "ash"]),
    binRow("elm", addDays(START, -9)),
    ...logOf("elm", newTub()),
    // Nothing says yet what it is: it is on the rack, and the twin is not asked.
    binRow("fig", addDays(START, -5)),
  ]);
  const { now } = await follow();
  expect(now().map(({ bin }) => bin.id)).toEqual(["dill", "ash", "elm", "fig", "bay"]);
  await eventually(() => asked().length >= 4);
  expect(asked().toSorted()).toEqual(["ash", "bay", "dill", "elm"]);
});

test("of many bins it says how far it has read, and draws a few forecasts at a time", async () => {
  const more = Array.from({ length: 22 }, (_, at) => `bin-${String(at).padStart(2, "0")}`);
  await keep(more.flatMap((id) => [binRow(id), ...logOf(id, newTub(0.5, setupOf("tub")))]));
  const { drawn, told, work } = await follow();
  expect(told.reading).toEqual(["5 of 25", "10 of 25", "15 of 25", "20 of 25", "25 of 25"]);
  await eventually(() => asked().length === 25);
  const before = drawn.length;
  for (const id of [...NAMES, ...more.slice(0, 6)]) question(id).answer(forecastOf(12));
  await settle();
  expect([drawn.length, work.at(-1)]).toEqual([before, { done: 9, of: 25 }]);
  question(more[6]!).answer(forecastOf(12));
  await eventually(() => drawn.length === before + 1);
});

test("the weather ahead is waited for before the twin is asked, and every question bears it; the bins do not wait", async () => {
  let comes: (air: AirAhead | undefined) => void = () => undefined;
  const air = new Promise<AirAhead | undefined>((go) => (comes = go));
  const first = await follow(new Map(), TODAY, air);
  await eventually(() => first.drawn.length > 0);
  await settle();
  expect([engines(first.now()), asked()]).toEqual([Array(3).fill("simple-1"), []]);
  comes({ "room-1": [0, 3.5, 8] });
  await eventually(() => asked().length === 3);
  expect(mockAsked.map((one) => one.air)).toEqual(Array(3).fill({ "room-1": [0, 3.5, 8] }));
  NAMES.forEach((id) => question(id).answer(forecastOf(12)));
  await eventually(() => first.work.at(-1) === undefined);
  first.stop();
  // The same weather asks nothing again; another asks of all, and what is known stands meanwhile.
  const same = await follow(new Map(), TODAY, Promise.resolve({ "room-1": [0, 3.5, 8] }));
  await settle();
  expect([asked(), engines(same.now())]).toEqual([[], Array(3).fill("twin at 12")]);
  same.stop();
  const other = await follow(new Map(), TODAY, Promise.resolve({ "room-1": [0, 3.5, 9] }));
  await eventually(() => asked().length === 3);
  expect(engines(other.now())).toEqual(Array(3).fill("twin at 12"));
});
