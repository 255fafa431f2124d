import { BIN_ROW, entry, START } from "../../tests/log";
import { seeded } from "@/core/chance/seeded";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { rebased, saysTheSame } from "@/records/row/rebase";
import { newestRows } from "@/records/row/row";
import { decodeArchive } from "./decode";
import { encodeArchive } from "./document";
import type { Answer } from "./conflicts";
import { partedOver, settled } from "./conflicts";
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
    protected readonly name: string,
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
    if (what < 0.62) this.keep({ ...next, deleted: true });
    else if (what < 0.8 && next.kind === "watered")
      this.keep({ ...next, amount: { volumeL: Math.ceil(this.chance() * 99), measuredBy: "volume" } });
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

/** A device that brings files in as the app does: what parted is settled, asked or not. */
class Settler extends Device {
  settled = { together: 0, asked: 0 };
  private made = 0;
  bring(file: string, clock: number, answer: () => Answer): void {
    const archive = decodeArchive(file);
    if (!archive.ok) throw new Error(archive.problem.code);
    const parted = partedOver("entries", archive.value.records.entries, [...this.rows.values()]);
    const before = new Map(newestRows(this.rows.values()).map((row) => [row.id as string, row]));
    this.takeIn(file);
    const answers = Object.fromEntries(parted.asked.map(({ standing }) => [standing.id, answer()]));
    const later = settled(parted, {
      deviceId: this.name,
      newId: () => `${this.name}-s${(this.made += 1)}`,
      at: new Date(Date.UTC(2026, 5, 1) + clock).toISOString(),
      answers,
    });
    for (const { row } of later) this.rows.set(row.rowId, entrySchema.parse(row));
    this.settled.together += parted.together.length;
    this.settled.asked += parted.asked.length;
    const now = new Map(newestRows(this.rows.values()).map((row) => [row.id as string, row]));
    // What both wrote on other lines stands; of one line that of whom was said.
    for (const { base, mine, standing } of parted.together) {
      const row = now.get(standing.id)!;
      for (const side of [mine, standing] as Entry[])
        for (const line of ["note", "amount", "day"] as const) {
          const said = (of: Entry) => JSON.stringify((of as unknown as Record<string, unknown>)[line]);
          if (said(side) !== said(base as Entry)) expect(said(row)).toBe(said(side));
        }
    }
    for (const one of parted.asked)
      if (answers[one.standing.id] === "standing")
        expect(saysTheSame(now.get(one.standing.id)!, rebased<Entry>(one.base as Entry, one.mine as Entry, before.get(one.standing.id)!).row)).toBe(true); // prettier-ignore
  }
}

test(`three devices that correct the same facts lose no line without a word, and end alike, after ${SEEDS} random histories`, () => {
  const tried = { together: 0, asked: 0 };
  for (let seed = 0; seed < SEEDS; seed += 1) {
    const chance = seeded(`settling/${seed}`);
    const devices = ["phone", "laptop", "tablet"].map((name) => new Settler(name, chance));
    const [first] = devices;
    for (let n = 0; n < 3; n += 1) first!.live();
    for (const other of devices.slice(1)) other.takeIn(first!.file());
    let clock = 0;
    const pick = <T>(all: readonly T[]): T => all[Math.floor(chance() * all.length)]!;
    for (let turn = 0; turn < 5; turn += 1) {
      for (let n = 0; n < 4; n += 1) pick(devices).live();
      const [to, from] = [pick(devices), pick(devices)];
      if (to !== from)
        to.bring(from.file(), (clock += 1000), () => pick(["mine", "standing", "both"] as const));
    }
    // All files to one, and its own back to all: then nothing is parted any more.
    for (const other of devices.slice(1))
      first!.bring(other.file(), (clock += 1000), () => pick(["mine", "standing"] as const));
    for (const other of devices.slice(1)) {
      other.bring(first!.file(), (clock += 1000), () => "standing");
      expect([seed, other.log()]).toEqual([seed, first!.log()]);
    }
    for (const { settled: of } of devices) {
      tried.together += of.together;
      tried.asked += of.asked;
    }
  }
  expect([tried.together > SEEDS / 5, tried.asked > SEEDS / 5]).toEqual([true, true]);
});

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
