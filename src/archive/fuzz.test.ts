import { LOG, LOT_LOG, TUB_LOG } from "../../tests/everyKind";
import { BIN_ROW, lotOf, newTub, tubOf, orderOf } from "../../tests/log";
import { seeded } from "@/core/chance/seeded";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { readEntry } from "@/records/entry";
import { sayFault } from "@/records/words";
import { decodeArchive } from "./decode";
import { checksumOf, encodeArchive } from "./document";
import { sayBadArchive } from "./words";

/*
 * Files as disks, mail and hands spoil them: letters lost, swapped, doubled, and rows forged with the checksum made anew.
 * Whatever comes, the answer is the archive as it was or a sentence; never a throw, never something else.
 */

const HEAD = { exportedAt: "2026-11-23T08:00:00.000Z", deviceId: "laptop" };
const entries = [...newTub(), ...LOG, ...LOT_LOG, ...TUB_LOG] as readonly Entry[];
const whole = encodeArchive(
  HEAD,
  {
    cellars: [],
    rooms: [],
    bins: [binSchema.parse(BIN_ROW)],
    entries,
    settings: [],
    materials: [],
    batches: [],
    plans: [],
    timetables: [],
    lots: [lotOf()],
    tubs: [tubOf()],
    orders: [orderOf()],
  },
  [],
);
const LETTERS = '{}[]",:0129.-eE \\u0000"null__proto__';

function spoilt(text: string, chance: () => number): string {
  let now = text;
  for (let n = 1 + Math.floor(chance() * 3); n > 0; n -= 1) {
    const at = Math.floor(chance() * now.length);
    const letter = LETTERS[Math.floor(chance() * LETTERS.length)]!;
    const what = chance();
    if (what < 0.3) now = now.slice(0, at) + letter + now.slice(at + 1);
    else if (what < 0.5) now = now.slice(0, at) + now.slice(at + 1 + Math.floor(chance() * 20));
    else if (what < 0.7) now = now.slice(0, at) + letter + now.slice(at);
    else if (what < 0.85) now = now.slice(0, at) + now.slice(at, at + 40) + now.slice(at);
    else now = now.slice(0, at);
  }
  return now;
}

test("400 spoilt files: each is the archive as it was, or a sentence that says nothing was changed", () => {
  const chance = seeded("spoilt files");
  const good = decodeArchive(whole);
  if (!good.ok) throw new Error(good.problem.code);
  const codes = new Map<string, number>();
  for (let nth = 0; nth < 400; nth += 1) {
    const outcome = decodeArchive(spoilt(whole, chance));
    if (outcome.ok) {
      // Only what the checksum does not speak of may differ: when it was written, and by whom.
      expect(outcome.value.records).toEqual(good.value.records);
      expect(outcome.value.setAside).toEqual([]);
    } else {
      expect(sayBadArchive(outcome.problem)).toMatch(/^[A-Z].*Nothing was changed\.$/);
      codes.set(outcome.problem.code, (codes.get(outcome.problem.code) ?? 0) + 1);
    }
  }
  expect(codes.get("archive/damaged")).toBeGreaterThan(20);
  expect(codes.get("archive/not-json")).toBeGreaterThan(20);
});

/** Any value at all, some of them nasty. */
function anything(chance: () => number, deep = 0): unknown {
  const nasty = [null, true, "", "2026-02-30", "__proto__", -1, 1e308, NaN, 0.1 + 0.2, "<script>", [], {}];
  const what = chance();
  if (deep > 3 || what < 0.6) return nasty[Math.floor(chance() * nasty.length)];
  if (what < 0.8) return Array.from({ length: Math.floor(chance() * 4) }, () => anything(chance, deep + 1));
  return Object.fromEntries(
    ["kind", "massKg", "id", "amount", "parts", "constructor"]
      .filter(() => chance() < 0.4)
      .map((key) => [key, anything(chance, deep + 1)]),
  );
}

/** A copy with one value, anywhere in it, made something else. */
function forged(row: unknown, chance: () => number): unknown {
  if (typeof row !== "object" || row === null || chance() < 0.15) return anything(chance);
  const copy = structuredClone(row) as Record<string, unknown>;
  const keys = Object.keys(copy);
  const key = keys[Math.floor(chance() * keys.length)];
  if (key === undefined) return anything(chance);
  if (chance() < 0.15) delete copy[key];
  else copy[key] = forged(copy[key], chance);
  return Array.isArray(row) ? Object.values(copy) : copy;
}

test("900 forged rows: each is read whole or refused in a keeper's words, and reading twice says the same", () => {
  const chance = seeded("forged rows");
  let refused = 0;
  for (let nth = 0; nth < 900; nth += 1) {
    const raw = forged(entries[nth % entries.length], chance);
    const read = readEntry(raw);
    if (read.ok) {
      // What was read can be written and read again, and is the same.
      expect(readEntry(JSON.parse(JSON.stringify(read.value)))).toEqual(read);
      continue;
    }
    refused += 1;
    expect(sayFault(read.problem)).not.toMatch(/expected|invalid|undefined|NaN|object/i);
    expect(readEntry(raw)).toEqual(read);
  }
  expect(refused).toBeGreaterThan(300);
});

test("an archive with one forged row is refused or is whole, with its checksum made anew", () => {
  const chance = seeded("forged archives");
  for (let nth = 0; nth < 120; nth += 1) {
    const document = JSON.parse(whole) as {
      content: { records: Record<string, unknown[]> };
      checksum: string;
    };
    const rows = document.content.records.entries!;
    const at = Math.floor(chance() * rows.length);
    rows[at] = forged(rows[at], chance);
    const made = JSON.stringify({ ...document, checksum: checksumOf(document.content) });
    const outcome = decodeArchive(made);
    if (!outcome.ok) expect(sayBadArchive(outcome.problem)).toMatch(/Nothing was changed\.$/);
    else expect(outcome.value.records.entries.length + outcome.value.setAside.length).toBe(entries.length);
  }
});
