import type { Bin } from "@/records/bin";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { BinState } from "@/core/bin/state";
import { replay } from "@/core/bin/replay";
import { decide } from "@/core/decision/decide";
import { practiceOf } from "@/core/decision/practice";
import { simpleEngine } from "@/core/expectation/simpleEngine";
import type { BinToday } from "@/core/round/round";
import type { CellarDatabase, Tally } from "@/persistence/database";
import { forgetLog, readLog } from "@/persistence/read";

/** Raise it when the fold changes: stored states of older code are then computed again. */
const FOLD = "fold-1";

/** What was computed of a bin for a day and a climate: handed out again as long as nothing it rests on has changed. */
const computed = new WeakMap<BinState, { readonly key: string; readonly today: BinToday }>();

export interface KnownBin {
  readonly fingerprint: string;
  readonly state: BinState;
  readonly brokenRows: number;
}

const fingerprintOf = (tally: Tally | undefined): string =>
  `${FOLD}:${tally?.rowCount ?? 0}:${tally?.lastRowId ?? ""}`;

/**
 * The state of each bin: from memory, from its stored digest, or by replaying its log, whichever is still true. A
 * hundred bins with a thousand entries each open from a hundred digests.
 */
export async function statesOf(
  db: CellarDatabase,
  bins: readonly Bin[],
  tallies: readonly Tally[],
  known: Map<string, KnownBin>,
  onRead: (read: number, of: number) => void,
): Promise<Map<string, KnownBin>> {
  const tallyOf = new Map(tallies.map((tally) => [tally.subjectId, tally]));
  const asked = bins.filter((bin) => known.get(bin.id)?.fingerprint !== fingerprintOf(tallyOf.get(bin.id)));
  const digests = await db.digests.bulkGet(asked.map((bin) => bin.id));
  for (const [at, bin] of asked.entries()) {
    if (asked.length > 10 && at % 5 === 0) onRead(bins.length - asked.length + at, bins.length);
    const fingerprint = fingerprintOf(tallyOf.get(bin.id));
    const digest = digests[at];
    if (digest?.fingerprint === fingerprint) {
      known.set(bin.id, { fingerprint, state: digest.result as BinState, brokenRows: digest.brokenRows });
      continue;
    }
    const log = await readLog(db, bin.id);
    const state = replay(log.rows);
    if (asked.length > 10) forgetLog(db, log.rows);
    known.set(bin.id, { fingerprint, state, brokenRows: log.broken.length });
    // Kept for the next start; that it may fail (a full disk) harms nothing.
    await db.digests
      .put({ subjectId: bin.id, fingerprint, result: state, brokenRows: log.broken.length })
      .catch(() => undefined);
  }
  return known;
}

/** A climate to compute with while a bin's room is missing. */
const TEMPERATE: Climate = { meanC: 17, swingK: 3, hottestDay: 200, humidity: 0.65 };

/** The same object for the same log, day and climate, so that screens draw again only what is new. */
export async function binToday(
  bin: Bin,
  state: BinState,
  climate: Climate | undefined,
  today: LocalDate,
): Promise<BinToday> {
  const key = JSON.stringify([today, climate, bin.rowId]);
  const held = computed.get(state);
  if (held?.key === key) return held.today;
  const expectation = await simpleEngine.expect(state, climate ?? TEMPERATE, today);
  const practice = practiceOf(state);
  const decision = practice
    ? decide(expectation, practice, [], today)
    : { verdict: "leave" as const, steps: [], nextDay: today, cautions: [] };
  const fresh = { bin, state, expectation, decision };
  computed.set(state, { key, today: fresh });
  return fresh;
}
