import "fake-indexeddb/auto";
import { BIN_ROW, entry, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import type { Entry } from "@/records/entry";
import { present } from "@/records/row/row";
import { CellarDatabase } from "./database";
import { readLog } from "./read";
import type { NewRow, Stamp } from "./write";
import { redo, undo, write } from "./write";

/*
 * Random lives of a log in the store, against a model that knows nothing of rows: a list of changes, each with what it
 * said, standing or taken back. What counts in the store must be what the model says, after every single step.
 */

interface Told {
  readonly fact: string;
  /** Undefined: struck out. */
  readonly note: string | undefined;
}
interface ModelChange {
  readonly no: number;
  readonly told: readonly Told[];
  isUndone: boolean;
}

/** The model: facts as a keeper sees them, by replaying every telling in the order it was made. */
class Model {
  readonly changes: ModelChange[] = [];
  /** Each step appends what each fact says from then on, as a revision would. */
  private readonly said = new Map<string, (string | undefined)[]>();
  /** What each fact said before a change was made, to go back to. */
  private readonly before = new Map<string, string | undefined>();

  now(fact: string): string | undefined {
    return this.said.get(fact)?.at(-1);
  }
  keep(no: number, told: readonly Told[]): void {
    for (const { fact, note } of told) {
      this.before.set(`${no}/${fact}`, this.now(fact));
      this.tell(fact, note);
    }
    this.changes.push({ no, told, isUndone: false });
  }
  undo(change: ModelChange): void {
    for (const { fact } of change.told) this.tell(fact, this.before.get(`${change.no}/${fact}`));
    change.isUndone = true;
  }
  redo(change: ModelChange): void {
    for (const { fact, note } of change.told) this.tell(fact, note);
    change.isUndone = false;
  }
  standing(): Record<string, string> {
    return Object.fromEntries(
      [...this.said.keys()].flatMap((fact) => {
        const note = this.now(fact);
        return note === undefined ? [] : [[fact, note]];
      }),
    );
  }
  private tell(fact: string, note: string | undefined): void {
    this.said.set(fact, [...(this.said.get(fact) ?? []), note]);
  }
}

// Every step reads and writes a store.
jest.setTimeout(60_000);
const AT = "2026-11-23T08:00:00.000Z";
let made = 0;
const stamp: Stamp = {
  newId: () => `row-made-${(made += 1)}`,
  now: () => new Date(Date.UTC(2026, 10, 23) + (made += 1)).toISOString(),
};

async function standingIn(db: CellarDatabase): Promise<Record<string, string>> {
  const { rows, broken } = await readLog(db, "bin-1");
  expect(broken).toEqual([]);
  return Object.fromEntries(present(rows).map(({ id, note }) => [id as string, note ?? ""]));
}

async function revisionOf(db: CellarDatabase, fact: string): Promise<Entry | undefined> {
  const { rows } = await readLog(db, "bin-1");
  return rows.filter(({ id }) => (id as string) === fact).toSorted((a, b) => b.revision - a.revision)[0];
}

test("keeping, correcting, striking out, taking back and putting back agree with a model, over 6 random lives", async () => {
  for (let seed = 0; seed < 6; seed += 1) {
    const chance = seeded(`undoing/${seed}`);
    const db = new CellarDatabase(`undoing-${seed}`);
    await write(db, "bin", [{ kind: "bins", row: BIN_ROW }], AT);
    const model = new Model();
    const facts: string[] = [];
    const pick = <T>(values: readonly T[]): T | undefined => values[Math.floor(chance() * values.length)];
    let rowCount = 0;

    for (let step = 0; step < 25; step += 1) {
      const what = chance();
      if (what < 0.4 || facts.length === 0) {
        const fresh = Array.from(
          { length: 1 + Math.floor(chance() * 3) },
          (_, at) => `fact-${seed}-${step}-${at}`,
        );
        const rows = fresh.map((id): NewRow => {
          const day = addDays(START, Math.floor(chance() * 20));
          const row = { ...entry({ kind: "turned" }, day), id, rowId: stamp.newId(), note: `first ${id}` };
          return { kind: "entries", row: row as Entry };
        });
        const kept = await write(db, "kept", rows, AT);
        if (!kept.ok) throw new Error(kept.problem.code);
        facts.push(...fresh);
        model.keep(
          kept.value.changeNo,
          fresh.map((fact) => ({ fact, note: `first ${fact}` })),
        );
        rowCount += rows.length;
      } else if (what < 0.65) {
        const fact = pick(facts)!;
        const held = await revisionOf(db, fact);
        const isStruck = chance() < 0.3;
        const { deleted: _, ...said } = held!;
        const row = {
          ...said,
          rowId: stamp.newId(),
          recordedAt: stamp.now(),
          revision: held!.revision + 1,
          ...(isStruck ? { deleted: true } : { note: `told at ${step}` }),
        } as Entry;
        const kept = await write(db, "corrected", [{ kind: "entries", row }], AT);
        if (!kept.ok) throw new Error(kept.problem.code);
        model.keep(kept.value.changeNo, [{ fact, note: isStruck ? undefined : `told at ${step}` }]);
        rowCount += 1;
      } else if (what < 0.85) {
        // The newest that stands, as by the key, and nothing where there is none.
        const newest = model.changes.filter(({ isUndone }) => !isUndone).toSorted((a, b) => b.no - a.no)[0];
        const taken = newest && (await undo(db, stamp, newest.no));
        expect(taken?.ok ?? true).toBe(true);
        if (newest) {
          model.undo(newest);
          rowCount += newest.told.length;
        }
      } else {
        const gone = pick(model.changes.filter(({ isUndone }) => isUndone));
        if (gone) {
          expect(await redo(db, stamp, gone.no)).toMatchObject({ ok: true });
          model.redo(gone);
          rowCount += gone.told.length;
        }
      }
      expect([seed, step, await standingIn(db)]).toEqual([seed, step, model.standing()]);
    }
    // Nothing was erased: every telling is a row of its own, and the tally knows how many.
    expect(await db.entries.count()).toBe(rowCount);
    expect((await db.tallies.get("bin-1"))?.rowCount).toBe(rowCount);
    await db.delete();
  }
});

test("taking back what is taken back already, or putting back what stands, changes nothing", async () => {
  const db = new CellarDatabase("undoing-twice");
  const kept = await write(db, "kept", [{ kind: "entries", row: entry({ kind: "turned" }) }], AT);
  if (!kept.ok) throw new Error(kept.problem.code);
  const { changeNo } = kept.value;
  expect(await redo(db, stamp, changeNo)).toEqual({ ok: true, value: undefined });
  await undo(db, stamp, changeNo);
  const rows = await db.entries.count();
  expect(await undo(db, stamp, changeNo)).toEqual({ ok: true, value: undefined });
  expect(await undo(db, stamp, 4711)).toEqual({ ok: true, value: undefined });
  expect(await db.entries.count()).toBe(rows);
  await db.delete();
});
