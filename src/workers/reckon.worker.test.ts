import "fake-indexeddb/auto";
import { BIN_ROW, entry, meal, newTub, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { booksOf } from "@/core/reckon/flows";
import { reckon } from "@/core/reckon/reckon";
import { CellarDatabase } from "@/persistence/database";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import type { Entry } from "@/records/entry";
import type { ReckonWorker } from "./reckon.worker";

/* The worker itself over a real store, its wire put away. */

let mockApi: ReckonWorker;
jest.mock("comlink", () => ({
  expose: (api: ReckonWorker) => {
    mockApi = api;
  },
}));
const logs: Readonly<Record<string, readonly Entry[]>> = {
  ash: [...newTub(), meal(0.5, 1, 9), entry({ kind: "harvested", grossKg: 1.2, tareKg: 0.2, method: "light" }, 90)],
  bay: [...newTub(0.2), meal(0.3, 1, 12)],
  dill: [],
}; // prettier-ignore
let db: CellarDatabase;
beforeAll(async () => {
  db = new CellarDatabase("reckoned");
  const rows = Object.entries(logs).flatMap(([id, log]): NewRow[] => [
    { kind: "bins", row: { ...BIN_ROW, rowId: `row-of-${id}`, id, name: id } },
    ...log.map(
      (row): NewRow => ({
        kind: "entries",
        row: { ...row, rowId: `${id}-${row.rowId}`, id: `${id}-${row.id}`, subject: { kind: "bin", id } } as Entry,
      }),
    ),
  ]); // prettier-ignore
  expect((await write(db, "rows", rows, "2026-11-23T08:00:00.000Z")).ok).toBe(true);
  Object.assign(globalThis, { addEventListener: () => undefined, postMessage: () => undefined });
  await import("./reckon.worker");
});
afterAll(() => db.delete());

test("groups are reckoned out of the store as their logs say; a bin without a log, or one nobody has, is nothing", async () => {
  const to = addDays(START, 120);
  const found = await mockApi.reckon("reckoned", [["ash", "bay", "dill", "none"], ["ash"], []], START, to);
  expect(found).toEqual([
    reckon([logs.ash!, logs.bay!].map(booksOf), START, to),
    reckon([booksOf(logs.ash!)], START, to),
    reckon([], START, to),
  ]);
  // Asked of other days it reads nothing anew, and two halves are a whole.
  const halves = await Promise.all([
    mockApi.reckon("reckoned", [["ash", "bay"]], START, addDays(START, 60)),
    mockApi.reckon("reckoned", [["ash", "bay"]], addDays(START, 61), to),
  ]);
  const breathed = halves.reduce((sum, [one]) => sum + one!.breathedDryKg, 0);
  expect(breathed).toBeCloseTo(found[0]!.breathedDryKg, 9);
});

test("books are kept beside the store and opened from there, and made anew as soon as their log has grown", async () => {
  const to = addDays(START, 200);
  // They are written once whoever asked has the answer.
  const kept = async () => {
    await new Promise((go) => setTimeout(go, 5));
    return (await db.digests.toArray()).filter(({ subjectId }) => subjectId.endsWith("/ash"));
  };
  const [first] = await mockApi.reckon("reckoned", [["ash"]], START, to);
  const [digest] = await kept();
  expect(digest).toBeDefined();
  // Another worker, which has read nothing yet, says the same out of what is kept.
  const again = async () => {
    await jest.isolateModulesAsync(async () => {
      Object.assign(globalThis, { addEventListener: () => undefined, postMessage: () => undefined });
      await import("./reckon.worker");
    });
    return (await mockApi.reckon("reckoned", [["ash"]], START, to))[0];
  };
  const reads = jest.spyOn(IDBIndex.prototype, "getAll");
  expect(await again()).toEqual(first);
  expect(reads).not.toHaveBeenCalled();
  // Two who ask at once open each book once.
  const opened = jest.spyOn(IDBObjectStore.prototype, "get");
  await jest.isolateModulesAsync(async () => {
    Object.assign(globalThis, { addEventListener: () => undefined, postMessage: () => undefined });
    await import("./reckon.worker");
  });
  const both = await Promise.all([0, 1].map(() => mockApi.reckon("reckoned", [["ash", "bay"]], START, to)));
  expect(both[0]).toEqual(both[1]);
  expect(
    opened.mock.calls.filter(([key]) => typeof key === "string" && key.startsWith("books/")),
  ).toHaveLength(2);
  opened.mockRestore();
  const more = {
    ...meal(0.9, 1, 100),
    rowId: "ash-more",
    id: "ash-more",
    subject: { kind: "bin", id: "ash" },
  } as Entry;
  expect((await write(db, "a meal", [{ kind: "entries", row: more }], "2026-11-24T08:00:00.000Z")).ok).toBe(
    true,
  );
  const fresh = await again();
  expect(reads).toHaveBeenCalled();
  reads.mockRestore();
  expect(fresh).toEqual(reckon([booksOf([...logs.ash!, more])], START, to));
  expect((await kept())[0]!.fingerprint).not.toBe(digest!.fingerprint);
});
