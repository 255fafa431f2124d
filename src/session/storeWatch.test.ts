import "fake-indexeddb/auto";
import { BIN_ROW, meal, newTub } from "../../tests/log";
import { CellarDatabase } from "@/persistence/database";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import type { Lost } from "./storeWatch";
import { isLeft, leave, steadyFrame, steadyTallies, watchStore } from "./storeWatch";

/* A store that goes away under the app is told once, and what stood before stands; one that works is never suspected. */

const AT = "2026-11-23T08:00:00.000Z";
let made = 0;
const opened = async () => {
  const db = new CellarDatabase(`watched-${(made += 1)}`);
  await write(db, "rows", [{ kind: "bins", row: BIN_ROW }], AT);
  return db;
};
const rows = (log: ReturnType<typeof newTub>) => log.map((row): NewRow => ({ kind: "entries", row }));
const unanswered = async (asked: Promise<unknown>) =>
  Promise.race([asked.then(() => "answered"), new Promise((go) => setTimeout(() => go("never"), 50))]);

test("readings that overtake each other while rows are written are never taken for a clearing", async () => {
  const db = await opened();
  const cleared = jest.fn();
  for (let nth = 0; nth < 12; nth += 1) {
    const before = steadyFrame(db, cleared);
    const bin = { ...BIN_ROW, rowId: `more-${nth}`, id: `more-${nth}` };
    await write(db, "one more", [{ kind: "bins", row: bin }], AT);
    const after = steadyFrame(db, cleared);
    // The later one may be there first.
    const [late, early] = [await after, await before];
    expect(late.bins.length).toBeGreaterThanOrEqual(early.bins.length);
  }
  expect(cleared).not.toHaveBeenCalled();
  await write(db, "log", rows([...newTub(), meal(0.4, 1, 9)]), AT);
  expect(await steadyTallies(db)).toMatchObject([{ subjectId: "bin-1", rowCount: 5 }]);
  await db.delete();
});

test("a store that has opened again, empty, is told as cleared; what is asked after that is left unanswered", async () => {
  const db = await opened();
  const cleared = jest.fn();
  await steadyFrame(db, cleared);
  await Promise.all(db.tables.map((table) => table.clear()));
  expect(await unanswered(steadyFrame(db, cleared))).toBe("never");
  expect([cleared.mock.calls.length, isLeft(db)]).toEqual([1, true]);
  expect(await unanswered(steadyFrame(db, cleared).catch(() => new Promise(() => undefined)))).toBe("never");
  expect(cleared).toHaveBeenCalledTimes(1);
});

test("a newer app takes the store over: it is told why, once, and this one is closed", async () => {
  const db = await opened();
  const told: Lost[] = [];
  watchStore(db, (why) => told.push(why));
  const newer = await new Promise<IDBDatabase>((go, fail) => {
    const opening = indexedDB.open(db.name, 9_990);
    opening.onsuccess = () => go(opening.result);
    opening.onerror = () => fail(new Error(String(opening.error)));
  });
  expect(told).toEqual(["newer"]);
  expect(db.isOpen()).toBe(false);
  expect(await write(db, "too late", [{ kind: "bins", row: { ...BIN_ROW, rowId: "x" } }], AT)).toMatchObject({
    ok: false,
    problem: { code: "write/newer-store" },
  });
  newer.close();
});

test("a store we close ourselves, to open another, is no loss", async () => {
  const db = await opened();
  const told = jest.fn();
  watchStore(db, told);
  leave(db);
  await new Promise((go) => setTimeout(go, 10));
  expect(told).not.toHaveBeenCalled();
});
