import { BIN_ROW, meal, newTub, START } from "../../tests/log";
import type { Bin } from "@/records/bin";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import type { BadArchive, DecodedArchive } from "./decode";
import { decodeArchive } from "./decode";
import type { ArchiveRecords } from "./document";
import { checksumOf, encodeArchive } from "./document";
import type { MergePlan } from "./merge";
import { startMerge } from "./merge";
import { LATER_KINDS, RECORD_KINDS } from "@/records/kinds";
import { demoRecords } from "@/demo/demoCellar";
import { sayBadArchive } from "./words";

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
      archive.records[kind].map((row) => here(kind, row.rowId)),
    );
    if (problem) return problem;
  }
  return merging.plan();
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
    "an entry from a newer app",
    () => forged(({ records }) => Object.assign(records.entries![0]!, { schemaVersion: 3 })),
    "archive/from-the-future",
  ],
  [
    "the same row twice",
    () => forged(({ records }) => records.entries!.push(records.entries![0]!)),
    "archive/twice",
  ],
  ["an entry of no bin", () => forged(({ records }) => (records.bins = [])), "archive/no-such-bin"],
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
    changedBins: ["Quince"],
    newBins: [],
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
