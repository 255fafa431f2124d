import type { Bin } from "@/records/bin";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { BinState } from "@/core/bin/state";
import { replay } from "@/core/bin/replay";
import { decide } from "@/core/decision/decide";
import { practiceOf } from "@/core/decision/practice";
import { simpleEngine } from "@/core/expectation/simpleEngine";
import type { Expectation } from "@/core/expectation/expectation";
import type { BinToday } from "@/core/round/round";
import type { CellarDatabase, Tally } from "@/persistence/database";
import { readLog } from "@/persistence/read";

/** Raise it when the fold changes: stored states of older code are then computed again. */
const FOLD = "fold-1";

/** So many logs are replayed on the spot; more go to the workers, so that the screen stays free. */
const AT_HAND = 2;
async function replayed(db: CellarDatabase, binId: string): Promise<Pick<KnownBin, "state" | "brokenRows">> {
  const log = await readLog(db, binId);
  return { state: replay(log.rows), brokenRows: log.broken.length };
}
async function replayedAside(
  db: CellarDatabase,
  binId: string,
): Promise<Pick<KnownBin, "state" | "brokenRows">> {
  const { askTwin } = await import("@/workers/twin.client");
  const { answer } = askTwin(binId, true, (worker) => worker.state(db.name, binId));
  // A worker that fails is no reason not to read the cellar.
  return (await answer.catch(() => undefined)) ?? replayed(db, binId);
}

/** What was computed of a bin for a day and a climate: handed out again as long as nothing it rests on has changed. */
const computed = new WeakMap<BinState, { readonly key: string; readonly today: BinToday }>();

export interface KnownBin {
  readonly fingerprint: string;
  readonly state: BinState;
  readonly brokenRows: number;
}

export const fingerprintOf = (tally: Tally | undefined): string =>
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
  let read = 0;
  const learn = async (bin: Bin, at: number): Promise<void> => {
    const fingerprint = fingerprintOf(tallyOf.get(bin.id));
    const digest = digests[at];
    if (digest?.fingerprint === fingerprint) {
      known.set(bin.id, { fingerprint, state: digest.result as BinState, brokenRows: digest.brokenRows });
    } else {
      const { state, brokenRows } = isMany ? await replayedAside(db, bin.id) : await replayed(db, bin.id);
      known.set(bin.id, { fingerprint, state, brokenRows });
      // Kept for the next start; that it may fail (a full disk) harms nothing.
      await db.digests
        .put({ subjectId: bin.id, fingerprint, result: state, brokenRows })
        .catch(() => undefined);
    }
    read += 1;
    if (asked.length > 10 && read % 5 === 0) onRead(bins.length - asked.length + read, bins.length);
  };
  const isMany = asked.length > AT_HAND;
  await Promise.all(asked.map(learn));
  return known;
}

/** A climate to compute with while a bin's room is missing. */
const TEMPERATE: Climate = { meanC: 17, swingK: 3, hottestDay: 200, humidity: 0.65 };

/**
 * The same object for the same log, day, climate and forecast, so that screens draw again only what is new. Without a
 * forecast of the twin, rules of thumb stand in.
 */
export async function binToday(
  bin: Bin,
  state: BinState,
  climate: Climate | undefined,
  today: LocalDate,
  forecast: Expectation | undefined,
): Promise<BinToday> {
  const key = JSON.stringify([today, climate, bin.rowId]);
  const held = computed.get(state);
  if (held?.key === key && (forecast === undefined || held.today.expectation === forecast)) return held.today;
  const expectation = forecast ?? (await simpleEngine.expect(state, climate ?? TEMPERATE, today));
  const practice = practiceOf(state);
  const decision = practice
    ? decide(expectation, practice, [], today)
    : { verdict: "leave" as const, steps: [], nextDay: today, cautions: [] };
  const fresh = { bin, state, expectation, decision };
  computed.set(state, { key, today: fresh });
  return fresh;
}
