import "fake-indexeddb/auto";
import { BIN_ROW, CLIMATE, entry, kilograms, look, meal, newTub, setupOf, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { TWIN_MODEL } from "@/core/stored/versions";
import { CellarDatabase } from "@/persistence/database";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import type { AirAhead } from "@/core/weather/airAhead";
import type { Bin } from "@/records/bin";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { binToday } from "./binToday";
import type { KnownBin } from "./digest";
import { statesOf } from "./digest";
import { fistsIn, holding, keptForecasts, subjectsOf } from "./twins";

const AT = "2026-11-23T08:00:00.000Z";
const bin: Bin = binSchema.parse(BIN_ROW);
const TODAY = addDays(START, 20);
let db: CellarDatabase;
let made = 0;
const save = async (...entries: Entry[]) => {
  const rows = entries.map((row): NewRow => ({ kind: "entries", row }));
  expect((await write(db, "rows", rows, AT)).ok).toBe(true);
};
const standings = async (known = new Map<string, KnownBin>()) =>
  (await statesOf(
    db,
    [{ kind: "bins", id: bin.id }],
    await db.tallies.toArray(),
    known,
    () => undefined,
  )) as Map<string, KnownBin>;
const stateNow = async () => (await standings()).get("bin-1")!;

beforeEach(async () => {
  db = new CellarDatabase(`standing-${(made += 1)}`);
  await save(...newTub());
});
afterEach(() => db.delete());

test("a bin is read from its digest as long as its log is the same, grows by an entry that is later, and is made anew after any other", async () => {
  const first = await stateNow();
  expect(first.state).toEqual(replay(newTub().map((one) => ({ ...one }))));
  // What a digest says is believed without the log: so much so that a forged one is.
  const forged = { ...first.state, entryCount: 4711 };
  await db.digests.update("bin-1", { result: forged });
  expect((await stateNow()).state.entryCount).toBe(4711);
  await save(meal(0.4, 1, 9));
  expect((await stateNow()).state.entryCount).toBe(4712);
  await save(meal(0.2, 2, 3));
  const after = await stateNow();
  expect(after.state.entryCount).toBe(first.state.entryCount + 2);
  expect((await db.digests.get("bin-1"))!.result).toEqual(after.state);
});

test("what is in memory is not asked for again; a row that cannot be read is counted, not lost", async () => {
  const known = await standings();
  const held = known.get("bin-1")!;
  await db.digests.clear();
  expect((await standings(known)).get("bin-1")).toBe(held);
  await db.entries.put({ ...meal(0.4, 1, 9), kind: "danced" } as never);
  await db.tallies.put({ subjectId: "bin-1", rowCount: 6, lastRowId: "odd" });
  const { state, brokenRows } = (await standings(known)).get("bin-1")!;
  expect([state.entryCount, brokenRows]).toEqual([held.state.entryCount, 1]);
  expect(await db.entries.count()).toBe(newTub().length + 1);
});

test("a bin is judged once for the same log, day, climate and forecast", async () => {
  const { state } = await stateNow();
  const judged = await binToday(bin, { state }, CLIMATE, TODAY, undefined);
  expect(await binToday(bin, { state }, { ...CLIMATE }, TODAY, undefined)).toBe(judged);
  const forecast = simpleExpectation(state, { ...CLIMATE, meanC: 9 }, TODAY);
  const again = await binToday(bin, { state }, CLIMATE, TODAY, forecast);
  expect(again.expectation).toBe(forecast);
  // A forecast that is being worked out anew leaves the one that stands.
  expect(await binToday(bin, { state }, CLIMATE, TODAY, undefined)).toBe(again);
  expect(await binToday(bin, { state }, CLIMATE, addDays(TODAY, 1), undefined)).not.toBe(again);
  expect(
    (await binToday(bin, { state }, { ...CLIMATE, meanC: 4 }, TODAY, undefined)).expectation,
  ).not.toEqual(judged.expectation);
});

test("a bin whose log does not say what it is gets no advice", async () => {
  const odd = replay([meal(0.4, 1, 3)]);
  const { decision } = await binToday(bin, { state: odd }, undefined, TODAY, undefined);
  expect(decision).toMatchObject({ verdict: "leave", steps: [] });
});

describe("the forecast of a bin stands on", () => {
  const hand = [{ binId: "bin-2", offset: 0.05, spread: 0.02, squeezes: 12 }];
  const ask = async (
    changes: {
      bin?: Bin;
      climate?: typeof CLIMATE;
      today?: typeof TODAY;
      fists?: typeof hand;
      air?: AirAhead;
    } = {},
  ) => {
    const tallies = new Map((await db.tallies.toArray()).map((tally) => [tally.subjectId, tally]));
    const [subject] = subjectsOf(
      db,
      [changes.bin ?? bin],
      tallies,
      { "room-1": changes.climate ?? CLIMATE },
      changes.today ?? TODAY,
      changes.fists ?? [],
      changes.air,
    );
    return subject!;
  };
  test("log, the bin's own row, climates, day, the weather ahead and what other bins know of the hand, and on nothing else", async () => {
    const before = await ask();
    expect(before.fingerprint).toContain(TWIN_MODEL);
    expect((await ask({ climate: { ...CLIMATE } })).fingerprint).toBe(before.fingerprint);
    // Its own word on the hand is in its own log already.
    expect((await ask({ fists: [{ ...hand[0]!, binId: "bin-1" }] })).fingerprint).toBe(before.fingerprint);
    const others = [
      await ask({ bin: { ...bin, rowId: "bin-row-2" as Bin["rowId"] } }),
      await ask({ climate: { ...CLIMATE, meanC: 12 } }),
      await ask({ today: addDays(TODAY, 1) }),
      await ask({ fists: hand }),
      await ask({ air: { "room-1": [0, 4, 6.5] } }),
      await ask({ air: { "room-1": [0, 4, 6.6] } }),
    ];
    await save(meal(0.4, 1, 9));
    others.push(await ask());
    expect(new Set([before, ...others].map(({ fingerprint }) => fingerprint)).size).toBe(8);
  });
  test("and holds only while they are the same", async () => {
    const subject = await ask();
    const expectation = simpleExpectation((await stateNow()).state, CLIMATE, TODAY);
    await db.forecasts.put({ subjectId: "bin-1", fingerprint: subject.fingerprint, expectation });
    const kept = await keptForecasts(db, [bin]);
    expect(holding(kept, [subject]).get("bin-1")).toEqual(expectation);
    expect(holding(kept, [await ask({ today: addDays(TODAY, 1) })]).size).toBe(0);
    // An older forecast still tells of the hand; rules of thumb know nothing of it.
    expect(fistsIn([["bin-1", expectation]])).toEqual([]);
    const fist = { offset: 0.02, spread: 0.02, squeezes: 9 };
    expect(fistsIn([["bin-1", { ...expectation, twin: { fist } } as unknown as typeof expectation]])).toEqual(
      [{ binId: "bin-1", ...fist }],
    );
  });
});

test("entries written late count on their own day", async () => {
  const late = [look([{ of: "squeeze", squeeze: "dust" }], 15), meal(0.3, 1, 8)];
  await save(entry({ kind: "bedded", parts: [{ materialId: "coir", amount: kilograms(0.2) }] }, 12), ...late);
  const written = (await stateNow()).state;
  const inOrder = [...newTub(), ...late].toSorted((a, b) => (a.day < b.day ? -1 : 1));
  expect(written.lastLook?.day).toBe(addDays(START, 15));
  expect(written.feedings.map(({ day }) => day)).toEqual(replay(inOrder).feedings.map(({ day }) => day));
  expect(written.setup).toEqual(setupOf("tub"));
});
