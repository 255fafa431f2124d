import "fake-indexeddb/auto";
import { BIN_ROW, entry, litres, meal, newTub } from "../../tests/log";
import { decodeArchive } from "@/archive/decode";
import { encodeArchive } from "@/archive/document";
import type { FollowedKind } from "@/core/fold/folds";
import { effectiveEntries } from "@/core/log/effective";
import { scriptOf } from "@/core/twin/log/script";
import { demoRecords } from "@/demo/demoCellar";
import { CellarDatabase } from "@/persistence/database";
import { importPlan, previewImport, replaceCellar } from "@/persistence/importing";
import { readFrame, readLog } from "@/persistence/read";
import { undo, write } from "@/persistence/write";
import { localDate } from "@/vocabulary/fields";
import { packed } from "./books";
import { booksFingerprint, booksUnder, fingerprintOf, scriptRestsOn } from "./fingerprint";
import { foldedAhead } from "./foldedAhead";
import { readFolded } from "./readFolded";

const AT = "2026-11-23T08:00:00.000Z";
const HEAD = { exportedAt: AT, deviceId: "device-1" };
const RECORDS = demoRecords(localDate.parse("2026-11-23"));
const SUBJECTS = (["bins", "batches", "lots", "tubs"] as const).flatMap((kind) =>
  RECORDS[kind].map(({ id }): { kind: FollowedKind; id: string } => ({ kind, id })),
);
let made = 0;
const opened = () => new CellarDatabase(`ahead-${(made += 1)}`);
const archiveOf = (records: Parameters<typeof encodeArchive>[1]) => {
  const archive = decodeArchive(encodeArchive(HEAD, records, []));
  if (!archive.ok) throw new Error(archive.problem.code);
  return archive.value;
};

test("what an import keeps beside the logs is what reading each log back and folding it gives, state and books", async () => {
  const db = opened();
  const archive = archiveOf(RECORDS);
  expect(
    (await replaceCellar(db, archive, foldedAhead(archive.records.entries, archive.records.rooms))).ok,
  ).toBe(true);
  const { rooms } = await readFrame(db);
  const climates = Object.fromEntries(rooms.map((room) => [room.id as string, room.climate]));
  const tallied = SUBJECTS.filter(({ id }) => RECORDS.entries.some(({ subject }) => subject.id === id));
  expect(tallied.length).toBeGreaterThan(8);
  for (const subject of tallied) {
    const tally = await db.tallies.get(subject.id);
    const kept = (await db.digests.get(subject.id))!;
    expect(kept.fingerprint).toBe(fingerprintOf(subject.kind, tally));
    expect(kept).toMatchObject({ brokenRows: 0 });
    expect(kept.result).toEqual((await readFolded(db, subject)).state);
    const books = (await db.digests.get(booksUnder(subject.id)))!;
    expect(books.fingerprint).toBe(booksFingerprint(tally));
    const { rows } = await readLog(db, subject.id);
    expect(books.result).toEqual(packed(rows, rows.length));
    // What the log says to the model, in the rooms as the twin is told of them.
    const standing = await db.standings.get(subject.id);
    if (subject.kind !== "bins") expect(standing).toBeUndefined();
    else
      expect(standing).toEqual({
        subjectId: subject.id,
        snapshots: [],
        script: JSON.stringify(scriptOf(effectiveEntries(rows), climates)),
        of: scriptRestsOn(fingerprintOf("bins", tally), climates),
      });
  }
  await db.delete();
});

test("a log that had rows already is not taken for whole, and an import taken back leaves nothing that is believed", async () => {
  const db = opened();
  await write(db, "set up", [{ kind: "bins", row: BIN_ROW }, ...newTub().map((row) => ({ kind: "entries" as const, row }))], AT); // prettier-ignore
  const other = { ...BIN_ROW, id: "bin-2", rowId: "bin-2-row", name: "Medlar" } as typeof BIN_ROW;
  const whole = newTub(0.4).map((row) => ({ ...row, id: `${row.id}-2`, rowId: `${row.rowId}-2`, subject: { kind: "bin" as const, id: "bin-2" } })) as ReturnType<typeof newTub>; // prettier-ignore
  const more = [meal(0.4, 1, 9), entry({ kind: "watered", amount: litres(0.5) }, 9)];
  const archive = archiveOf({
    ...RECORDS,
    ...Object.fromEntries(Object.keys(RECORDS).map((kind) => [kind, []])),
    bins: [BIN_ROW, other] as unknown as (typeof RECORDS)["bins"],
    entries: [...more, ...whole],
  });
  const plan = await previewImport(db, archive);
  if (!plan.ok) throw new Error(plan.problem.code);
  const ahead = foldedAhead(plan.value.fresh.entries, RECORDS.rooms);
  expect((await importPlan(db, plan.value, [], { label: "brought in", at: AT }, undefined, ahead)).ok).toBe(
    true,
  );
  expect([await db.digests.get("bin-1"), await db.standings.get("bin-1")]).toEqual([undefined, undefined]);
  const kept = (await db.digests.get("bin-2"))!;
  expect(kept.fingerprint).toBe(fingerprintOf("bins", await db.tallies.get("bin-2")));
  await undo(db, { newId: () => `undo-${(made += 1)}`, now: () => AT });
  expect(kept.fingerprint).not.toBe(fingerprintOf("bins", await db.tallies.get("bin-2")));
  await db.delete();
});
