import "fake-indexeddb/auto";
import { BIN_ROW, entry, START } from "../../tests/log";
import { addDays, localDateOf } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { findChanges } from "./changes";
import { CellarDatabase } from "./database";
import type { NewRow } from "./write";
import { write } from "./write";

let db: CellarDatabase;
const NAMES = ["Quince", "Medlar"];
const DEEDS = ["visit kept", "watered", "bedding, corrected"];
/** Thirty changes, one a day, of two bins in turn. */
beforeAll(async () => {
  db = new CellarDatabase("changes");
  for (const [at, name] of NAMES.entries())
    await write(db, `${name}: set up`, [{ kind: "bins", row: { ...BIN_ROW, rowId: `row-${at}`, id: `bin-${at}`, name } }], "2026-04-01T08:00:00.000Z"); // prettier-ignore
  for (let n = 0; n < 30; n += 1) {
    const day = addDays(START, 40 + n);
    const row = { ...entry({ kind: "turned" }, day), subject: { kind: "bin", id: `bin-${n % 2}` } } as Entry;
    const rows: NewRow[] = [{ kind: "entries", row }];
    await write(db, `${NAMES[n % 2]}: ${DEEDS[n % 3]}`, rows, `${day}T09:00:00.000Z`);
  }
});
afterAll(() => db.delete());
const labels = async (most: number, sought: Parameters<typeof findChanges>[2]) => {
  const { changes, isMore } = await findChanges(db, most, sought);
  return { labels: changes.map(({ label }) => label), isMore };
};

test("all that was kept is found, the newest first, as many as are asked for and whether there are more", async () => {
  const all = await labels(100, { words: [] });
  expect([all.labels.length, all.isMore]).toEqual([32, false]);
  const some = await labels(5, { words: [] });
  expect(some).toEqual({ labels: all.labels.slice(0, 5), isMore: true });
  expect(all.labels.at(-1)).toBe("Quince: set up");
});

test("by words in any order, by bin whatever it was called then, by day, and by all of them together", async () => {
  expect((await labels(100, { words: ["corrected", "medlar"] })).labels).toEqual(
    Array.from({ length: 5 }, () => "Medlar: bedding, corrected"),
  );
  const ofBin = await labels(100, { words: [], subjectId: "bin-1" });
  expect(ofBin.labels).toHaveLength(16);
  expect(new Set(ofBin.labels.map((label) => label.split(":")[0]))).toEqual(new Set(["Medlar"]));
  const isOn = (at: string) => localDateOf(at) === addDays(START, 43);
  expect((await labels(100, { words: [], isOn })).labels).toEqual(["Medlar: visit kept"]);
  expect((await labels(100, { words: ["visit"], subjectId: "bin-0", isOn })).labels).toEqual([]);
});
