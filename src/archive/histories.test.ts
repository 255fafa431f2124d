import { BIN_ROW, entry, START } from "../../tests/log";
import { seeded } from "@/core/chance/seeded";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { newestRows } from "@/records/row/row";
import { decodeArchive } from "./decode";
import { encodeArchive } from "./document";
import type { Held } from "./merge";
import { startMerge } from "./merge";

/*
 * Two devices of one cellar, each with a life of its own, that exchange archives now and then. Whatever they did and in
 * whatever order the files arrive, both end with the same log. 50 seeds here, 1000 in `npm run test:long`.
 */
const SEEDS = Number(process.env.LONG_SEEDS ?? 50);
const bin = binSchema.parse(BIN_ROW);

class Device {
  readonly rows = new Map<string, Entry>();
  private written = 0;

  constructor(
    private readonly name: string,
    private readonly chance: () => number,
  ) {}

  /** A fact, a correction or a striking out, as chance has it. Clocks of two devices are never quite the same. */
  live(): void {
    const facts = newestRows(this.rows.values());
    const one = facts[Math.floor(this.chance() * facts.length)];
    const stamp = {
      rowId: `${this.name}-${(this.written += 1)}`,
      deviceId: this.name,
      recordedAt: new Date(Date.UTC(2026, 3, 1, 0, Math.floor(this.chance() * 50))).toISOString(),
    };
    const what = this.chance();
    if (!one || what < 0.5)
      return this.keep({
        ...entry({
          kind: "watered",
          amount: { volumeL: Math.ceil(this.chance() * 9), measuredBy: "volume" },
        }),
        ...stamp,
        id: `fact-${stamp.rowId}`,
        day: addDays(START, Math.floor(this.chance() * 30)),
        revision: 1,
      });
    const { deleted: _, ...said } = one;
    const next = { ...said, ...stamp, revision: one.revision + 1 };
    if (what < 0.65) this.keep({ ...next, deleted: true });
    else this.keep({ ...next, note: `told again on the ${this.name}` });
  }

  private keep(row: object): void {
    const parsed = entrySchema.parse(row);
    this.rows.set(parsed.rowId, parsed);
  }

  file(): string {
    return encodeArchive(
      { exportedAt: "2026-05-01T00:00:00.000Z", deviceId: this.name },
      { ...EMPTY, bins: [bin], entries: [...this.rows.values()] },
      [],
    );
  }

  takeIn(text: string): number {
    const archive = decodeArchive(text);
    if (!archive.ok) throw new Error(archive.problem.code);
    const merging = startMerge(archive.value);
    const { entries } = archive.value.records;
    const problem = merging.take(
      "entries",
      entries,
      entries.map(({ rowId }): Held => {
        const row = this.rows.get(rowId);
        return row && { is: "row", row };
      }),
    );
    if (problem) throw new Error(problem.code);
    const { fresh } = merging.plan({ bins: [bin], rooms: [], batches: [], lots: [], tubs: [], orders: [] });
    for (const row of fresh.entries) this.rows.set(row.rowId, row);
    return fresh.entries.length;
  }

  log(): unknown {
    return [
      newestRows(this.rows.values()).toSorted((a, b) => (a.id < b.id ? -1 : 1)),
      replay(this.rows.values()).totals,
    ];
  }
}
const EMPTY = {
  cellars: [],
  rooms: [],
  settings: [],
  materials: [],
  batches: [],
  plans: [],
  timetables: [],
  lots: [],
  tubs: [],
  orders: [],
};

test(`two devices agree after ${SEEDS} random histories, whatever was told where and whoever's file came first`, () => {
  let conflicts = 0;
  for (let seed = 0; seed < SEEDS; seed += 1) {
    const chance = seeded(`histories/${seed}`);
    const phone = new Device("phone", chance);
    const laptop = new Device("laptop", chance);
    for (let turn = 0; turn < 4; turn += 1) {
      for (let n = Math.floor(chance() * 6); n >= 0; n -= 1) (chance() < 0.5 ? phone : laptop).live();
      // Now and then a file goes one way only.
      if (chance() < 0.4) laptop.takeIn(phone.file());
      if (chance() < 0.3) phone.takeIn(laptop.file());
    }
    const [mine, yours] = [phone.file(), laptop.file()];
    const third = new Device("tablet", chance);
    for (const file of chance() < 0.5 ? [mine, yours] : [yours, mine]) third.takeIn(file);
    phone.takeIn(yours);
    laptop.takeIn(mine);
    expect([seed, laptop.log(), third.log()]).toEqual([seed, phone.log(), phone.log()]);
    expect([phone.takeIn(yours), phone.takeIn(laptop.file()), phone.rows.size]).toEqual([
      0,
      0,
      laptop.rows.size,
    ]);
    const tellings = new Set<string>();
    for (const { id, revision } of phone.rows.values()) {
      if (tellings.has(`${id}/${revision}`)) conflicts += 1;
      tellings.add(`${id}/${revision}`);
    }
  }
  // Otherwise nothing was tried: both must now and then have told the same fact anew.
  expect(conflicts).toBeGreaterThan(SEEDS / 10);
});
