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

/** What a fact says: two lines of it, its note and whether it is struck out. */
interface Said {
  readonly note: string;
  readonly isStruck: boolean;
}
interface Told {
  readonly fact: string;
  readonly before: Said;
  readonly after: Said;
}
interface ModelChange {
  readonly no: number;
  readonly told: readonly Told[];
  isUndone: boolean;
}

/** The model: facts as a keeper sees them. A change that goes back touches the lines it changed and that still say so. */
class Model {
  readonly changes: ModelChange[] = [];
  private readonly said = new Map<string, Said>();
  /** How often a fact came to say something else. */
  tellings = 0;

  now(fact: string): Said | undefined {
    return this.said.get(fact);
  }
  keep(no: number, told: readonly { readonly fact: string; readonly after: Said }[]): void {
    const whole = told.map(({ fact, after }) => ({
      fact,
      before: this.now(fact) ?? { ...after, isStruck: true },
      after,
    }));
    for (const { fact, after } of whole) this.tell(fact, after);
    this.changes.push({ no, told: whole, isUndone: false });
  }
  reverse(change: ModelChange): void {
    for (const { fact, before, after } of change.told) {
      const [from, to] = change.isUndone ? [before, after] : [after, before];
      const now = this.now(fact)!;
      const next = {
        note: from.note !== to.note && now.note === from.note ? to.note : now.note,
        // What was corrected since is not struck out by taking back what came before.
        isStruck:
          from.isStruck === to.isStruck || (to.isStruck && !now.isStruck && now.note !== from.note)
            ? now.isStruck
            : to.isStruck,
      };
      if (next.note !== now.note || next.isStruck !== now.isStruck) this.tell(fact, next);
    }
    change.isUndone = !change.isUndone;
  }
  standing(): Record<string, string> {
    return Object.fromEntries(
      [...this.said].flatMap(([fact, { note, isStruck }]) => (isStruck ? [] : [[fact, note]])),
    );
  }
  private tell(fact: string, said: Said): void {
    this.tellings += 1;
    this.said.set(fact, said);
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
          fresh.map((fact) => ({ fact, after: { note: `first ${fact}`, isStruck: false } })),
        );
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
        const after = isStruck ? { note: held!.note!, isStruck } : { note: `told at ${step}`, isStruck };
        model.keep(kept.value.changeNo, [{ fact, after }]);
      } else if (what < 0.85) {
        // The newest that stands, as by the key; or any, as from the list of changes.
        const standing = model.changes.filter(({ isUndone }) => !isUndone).toSorted((a, b) => b.no - a.no);
        const one = chance() < 0.6 ? standing[0] : pick(standing);
        if (one) {
          expect(await undo(db, stamp, one.no)).toMatchObject({ ok: true });
          model.reverse(one);
        }
      } else {
        const gone = pick(model.changes.filter(({ isUndone }) => isUndone));
        if (gone) {
          expect(await redo(db, stamp, gone.no)).toMatchObject({ ok: true });
          model.reverse(gone);
        }
      }
      expect([seed, step, await standingIn(db)]).toEqual([seed, step, model.standing()]);
    }
    // Nothing was erased: every telling is a row of its own, and the tally knows how many.
    expect(await db.entries.count()).toBe(model.tellings);
    expect((await db.tallies.get("bin-1"))?.rowCount).toBe(model.tellings);
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
