import { BIN_ROW, meal, newTub, START } from "../../tests/log";
import type { Bin } from "@/records/bin";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import type { BadArchive, DecodedArchive } from "./decode";
import { decodeArchive } from "./decode";
import type { ArchiveRecords } from "./document";
import { checksumOf, encodeArchive, encodeInFiles, FROM_NEWER } from "./document";
import type { Held, MergePlan } from "./merge";
import { startMerge } from "./merge";
import { LATER_KINDS, RECORD_KINDS } from "@/records/kinds";
import { demoRecords } from "@/demo/demoCellar";
import { sayBadArchive, sayNamedChanges } from "./words";

const HEAD = { exportedAt: "2026-11-23T08:00:00.000Z", deviceId: "laptop" };
const bin: Bin = binSchema.parse(BIN_ROW);
const planMerge = (
  archive: DecodedArchive,
  here: (kind: keyof ArchiveRecords, rowId: string) => unknown,
): MergePlan | BadArchive => {
  const merging = startMerge(archive);
  for (const kind of RECORD_KINDS) {
    const problem = merging.take(
      kind,
      archive.records[kind],
      archive.records[kind].map((row): Held => {
        const held = here(kind, row.rowId);
        return held === undefined ? undefined : { is: "row", row: held };
      }),
    );
    if (problem) return problem;
  }
  return merging.plan({ bins: [bin], rooms: [], batches: [], lots: [], tubs: [], orders: [] });
};
const withEntries = (entries: readonly Entry[]): ArchiveRecords => ({
  cellars: [],
  rooms: [],
  bins: [bin],
  settings: [],
  materials: [],
  batches: [],
  plans: [],
  timetables: [],
  lots: [],
  tubs: [],
  orders: [],
  entries,
});
const whole = (): string =>
  encodeArchive(HEAD, withEntries([...newTub(), meal(0.4, 1, 9)]), [
    { kind: "entries", reason: "older app", raw: { odd: [1, "two"] } },
  ]);
const read = (text: string): DecodedArchive => {
  const outcome = decodeArchive(text);
  if (!outcome.ok) throw new Error(outcome.problem.code);
  return outcome.value;
};
/** The file with something done to its content and the checksum made anew, as a patient forger would. */
const forged = (
  change: (content: { records: Record<string, Record<string, unknown>[]> }) => void,
): string => {
  const document = JSON.parse(whole()) as {
    content: { records: Record<string, Record<string, unknown>[]> };
    checksum: string;
  };
  change(document.content);
  return JSON.stringify({ ...document, checksum: checksumOf(document.content) });
};

test("what was exported comes back the same, rows set aside included", () => {
  const text = whole();
  const archive = read(text);
  expect(encodeArchive(HEAD, archive.records, archive.setAside)).toBe(text);
  // A file that an editor has laid out anew is the same file.
  expect(read(JSON.stringify(JSON.parse(text), null, 2)).records).toEqual(archive.records);
});

test.each([
  ["an empty file", () => "", "archive/empty"],
  ["a photograph", () => "\u0089PNG\r\n", "archive/not-json"],
  ["a file cut short", () => whole().slice(0, -400), "archive/not-json"],
  ["nesting without end", () => "[".repeat(200_000), "archive/not-json"],
  ["nesting that does end", () => "[".repeat(100_000) + "]".repeat(100_000), "archive/not-json"],
  [
    "nesting inside a row that was set aside",
    () => whole().replace('"odd":[1', `"odd":[${"[".repeat(100_000)}${"]".repeat(100_000)},1`),
    "archive/not-json",
  ],
  ["another program's file", () => JSON.stringify({ bins: [] }), "archive/foreign"],
  ["a list", () => "[1,2,3]", "archive/foreign"],
  ["a newer format", () => whole().replace('"formatVersion":1', '"formatVersion":7'), "archive/newer"],
  ["one figure altered", () => whole().replace('"massKg":0.4', '"massKg":4.4'), "archive/damaged"],
  [
    "a key slipped in",
    () => whole().replace('"setAside"', '"__proto__":{"x":1},"setAside"'),
    "archive/foreign",
  ],
  [
    "a mass below nought",
    () =>
      forged(({ records }) =>
        Object.assign(records.entries!.at(-1)!, {
          parts: [{ materialId: "x", preparation: "whole", amount: { massKg: -1, measuredBy: "weighed" } }],
        }),
      ),
    "archive/bad-record",
  ],
  [
    "a kind of entry nobody knows",
    () => forged(({ records }) => Object.assign(records.entries![0]!, { kind: "danced" })),
    "archive/bad-record",
  ],
  [
    "an id that is a word of the language",
    () => forged(({ records }) => Object.assign(records.bins![0]!, { id: "constructor" })),
    "archive/bad-record",
  ],
  [
    "a kind of record under a name of its own",
    () => whole().replace('"records":{', '"records":{"__proto__":[],'),
    "archive/foreign",
  ],
  [
    "the same row twice",
    () => forged(({ records }) => records.entries!.push(records.entries![0]!)),
    "archive/twice",
  ],
  ["an entry of no bin", () => forged(({ records }) => (records.bins = [])), "archive/no-such-subject"],
  [
    "an entry of a batch that is not there",
    () =>
      forged(({ records }) =>
        Object.assign(records.entries!.at(-1)!, {
          subject: { kind: "batch", id: "gone" },
          kind: "turned",
          parts: undefined,
        }),
      ),
    "archive/no-such-subject",
  ],
  [
    "a script for a name",
    () => forged(({ records }) => Object.assign(records.bins![0]!, { name: { toString: "alert(1)" } })),
    "archive/bad-record",
  ],
] as [string, () => string, string][])("%s is refused with a sentence", (_, make, code) => {
  const outcome = decodeArchive(make());
  expect(outcome).toMatchObject({ ok: false, problem: { code } });
  if (!outcome.ok) expect(sayBadArchive(outcome.problem)).toMatch(/Nothing was changed\.$/);
});

test("phone and laptop merge without losing either's work, in either order, once or twice", () => {
  const shared = newTub();
  const phone = [...shared, meal(0.3, 1, 9)];
  const laptop = [...shared, meal(0.5, 2, 10)];
  const merged = (first: Entry[], second: Entry[]) => {
    const held = new Map<string, unknown>([...first, bin].map((row) => [row.rowId, row]));
    const archive = read(encodeArchive(HEAD, withEntries(second), []));
    const plan = planMerge(archive, (_, rowId) => held.get(rowId));
    if ("code" in plan) throw new Error(plan.code);
    return {
      ids: [...held.keys(), ...plan.fresh.entries.map((row) => row.rowId)].sort(),
      summary: plan.summary,
    };
  };
  expect(merged(phone, laptop).ids).toEqual(merged(laptop, phone).ids);
  expect(merged(phone, laptop).summary).toMatchObject({
    freshCount: { entries: 1 },
    alreadyHere: 5,
    named: [],
    logs: [{ name: "Quince", added: 1, corrected: 0, struckOut: 0 }],
  });
  expect(merged(phone, phone).summary.freshCount.entries).toBe(0);
});

test("a row that is here with other words refuses the whole file", () => {
  const archive = read(whole());
  const plan = planMerge(archive, (kind, rowId) =>
    kind === "bins" ? { ...bin, name: "Medlar" } : archive.records[kind].find((row) => row.rowId === rowId),
  );
  expect(plan).toMatchObject({ code: "archive/row-differs", kind: "bins" });
});

test("a file written before materials, batches, plans and timetables existed is whole", () => {
  const old = JSON.parse(whole()) as { content: { records: Record<string, unknown[]> } };
  for (const kind of LATER_KINDS) delete old.content.records[kind];
  const archive = read(JSON.stringify({ ...old, checksum: checksumOf(old.content) }));
  expect(archive.records.entries).toHaveLength(newTub().length + 1);
  for (const kind of LATER_KINDS) expect(archive.records[kind]).toEqual([]);
  const without = JSON.parse(whole()) as { content: { records: Record<string, unknown[]> } };
  delete without.content.records.entries;
  expect(decodeArchive(JSON.stringify({ ...without, checksum: checksumOf(without.content) }))).toMatchObject({
    ok: false,
    problem: { code: "archive/foreign" },
  });
});

test("the demo's store, plan, start and own material go out and come back the same", () => {
  const demo = demoRecords(START);
  const archive = read(encodeArchive(HEAD, demo, []));
  for (const kind of LATER_KINDS) {
    expect([kind, demo[kind].length > 0]).toEqual([kind, true]);
    expect(archive.records[kind]).toEqual(demo[kind]);
  }
});

test("a row and a kind of record from a newer app are set aside whole, said, and travel on; a later app takes them in", () => {
  const document = JSON.parse(whole()) as {
    content: { records: Record<string, Record<string, unknown>[]>; setAside: unknown[] };
    checksum: string;
  };
  const { records } = document.content;
  const newer = { ...records.entries![4]!, schemaVersion: 99, mood: "bright" };
  records.entries![4] = newer;
  records.swarms = [{ rowId: "lot-1", id: "lot-1", schemaVersion: 1, weight: 3 }];
  const old = read(JSON.stringify({ ...document, checksum: checksumOf(document.content) }));
  expect(old.records.entries).toHaveLength(newTub().length);
  expect(old.setAside).toEqual([
    { kind: "swarms", reason: FROM_NEWER, raw: records.swarms[0] },
    { kind: "entries", reason: "older app", raw: { odd: [1, "two"] } },
    { kind: "entries", reason: FROM_NEWER, raw: newer },
  ]);
  const onward = read(encodeArchive(HEAD, old.records, old.setAside));
  expect(onward.setAside).toEqual(old.setAside);
  // The app has learned to read it: here, by the row being one of today's.
  const readable = { ...newer, schemaVersion: 2, mood: undefined };
  const later = read(
    encodeArchive(HEAD, old.records, [{ kind: "entries", reason: FROM_NEWER, raw: readable }]),
  );
  expect(later.records.entries.map(({ rowId }) => rowId)).toContain(records.entries![4].rowId);
  expect(later.setAside).toEqual([]);
});

test("a cellar too large for one file is written as several, each an archive, and all of them are the cellar", () => {
  const log = [...newTub(), ...Array.from({ length: 40 }, (_, at) => meal(0.3, 1, 9 + at))];
  const aside = [{ kind: "entries", reason: "older app", raw: 1 }];
  const files = [...encodeInFiles(HEAD, withEntries(log), aside, 2_000)];
  expect(files.length).toBeGreaterThan(4);
  const archives = files.map(read);
  expect(archives.flatMap(({ records }) => records.entries)).toEqual(log);
  for (const { records } of archives) expect(records.bins).toEqual([bin]);
  expect(archives.flatMap(({ setAside }) => setAside)).toEqual(aside);
});

test("every bin that is renamed, altered, removed or new is named beforehand", () => {
  const later = (changes: Partial<Bin>, revision = 2): Bin =>
    binSchema.parse({ ...bin, rowId: `later-${revision}`, revision, ...changes });
  const changes = (...rows: Bin[]) => {
    const archive = read(encodeArchive(HEAD, { ...withEntries([]), bins: rows }, []));
    const plan = planMerge(archive, (kind, rowId) =>
      kind === "bins" && rowId === bin.rowId ? bin : undefined,
    );
    if ("code" in plan) throw new Error(plan.code);
    return sayNamedChanges(plan.summary.named);
  };
  expect(changes(bin)).toEqual([]);
  expect(changes(later({ name: "Medlar" }))).toEqual(["renamed: bin Quince becomes Medlar"]);
  expect(changes(later({ firstDay: "2026-01-05" as Bin["firstDay"] }))).toEqual(["changed: bin Quince"]);
  expect(changes(later({ deleted: true }))).toEqual(["taken away: bin Quince"]);
  expect(changes(later({ deleted: true }), later({}, 3))).toEqual([]);
  expect(changes(later({ id: "b2" as Bin["id"], name: "Sorrel" }, 1))).toEqual(["new: bin Sorrel"]);
});
