import "fake-indexeddb/auto";
import { BIN_ROW, entry, litres, look, meal, newTub } from "../../tests/log";
import { replay } from "@/core/bin/replay";
import { seeded } from "@/core/chance/seeded";
import { CellarDatabase } from "@/persistence/database";
import { readLog } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { redo, undo, write } from "@/persistence/write";
import type { Entry } from "@/records/entry";
import { readGrown } from "@/workers/readFolded";
import type { Known } from "./digest";
import { statesOf } from "./digest";

const AT = "2026-11-23T08:00:00.000Z";
const SUBJECT = { kind: "bins", id: "bin-1" } as const;
let made = 0;
const stamp = { newId: () => `made-${(made += 1)}`, now: () => AT };
const rows = (entries: readonly Entry[]): NewRow[] => entries.map((row) => ({ kind: "entries", row }));

test("whatever is written, corrected, taken back and put back, a state that grows is the state of the whole log", async () => {
  let grew = 0;
  for (let seed = 0; seed < 6; seed += 1) {
    const chance = seeded(`grown/${seed}`);
    const db = new CellarDatabase(`grown-${(made += 1)}`);
    await write(db, "set up", [{ kind: "bins", row: BIN_ROW }, ...rows(newTub())], AT);
    let known = new Map<string, Known>();
    let day = 5;
    const changes: number[] = [];
    for (let step = 0; step < 25; step += 1) {
      const before = known.get("bin-1");
      const dice = chance();
      if (dice < 0.6) {
        day += Math.floor(chance() * 4);
        const facts = [
          meal(0.1 + chance(), 1 + Math.floor(chance() * 8), day),
          entry({ kind: "watered", amount: litres(chance()) }, day),
          look([{ of: "squeeze", squeeze: "fewDrops" }], day),
        ].slice(0, 1 + Math.floor(chance() * 3));
        const done = await write(db, "a visit", rows(facts), AT);
        if (done.ok) changes.push(done.value.changeNo);
      } else if (dice < 0.75) {
        const { rows: log } = await readLog(db, "bin-1");
        const some = log[Math.floor(chance() * log.length)]!;
        const revised = {
          ...some,
          rowId: `revised-${(made += 1)}`,
          revision: some.revision + 1,
          note: "again",
        };
        await write(db, "a correction", rows([revised as Entry]), AT);
      } else if (dice < 0.9) await undo(db, stamp);
      else if (changes.length > 0) await redo(db, stamp, changes.at(-1)!);
      const tallies = await db.tallies.toArray();
      const rowCount = tallies.find(({ subjectId }) => subjectId === "bin-1")!.rowCount;
      if (before && (await readGrown(db, SUBJECT, before, rowCount))) grew += 1;
      // Now and then a page is opened anew and knows only what is stored.
      if (chance() < 0.2) known = new Map();
      await statesOf(db, [SUBJECT], tallies, known, () => undefined);
      const whole = replay((await readLog(db, "bin-1")).rows);
      expect(known.get("bin-1")!.state).toEqual(whole);
      expect((await db.digests.get("bin-1"))!.result).toEqual(whole);
    }
    await db.delete();
  }
  // Most of what is written is new and later, and is not read again with all that was before.
  expect(grew).toBeGreaterThan(40);
});
