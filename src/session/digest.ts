import type { Bin } from "@/records/bin";
import type { BinState } from "@/core/bin/state";
import { replay } from "@/core/bin/replay";
import type { CellarDatabase, Tally } from "@/persistence/database";
import { readLog } from "@/persistence/read";

/** Raise it when the fold changes: stored states of older code are then computed again. */
const FOLD = "fold-2";

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
