import type { FollowedKind, Subject } from "@/core/fold/folds";
import type { CellarDatabase, Digest, Tally } from "@/persistence/database";
import { fingerprintOf, foldOfNow } from "@/workers/fingerprint";
import type { LogRead } from "@/workers/readFolded";

export interface Known<K extends FollowedKind = FollowedKind> extends LogRead<K> {
  readonly fingerprint: string;
}
export type KnownBin = Known<"bins">;

/** So many logs are folded on the spot; more go to the workers, so that the screen stays free. */
const AT_HAND = 2;

/** Loaded when a log has grown: a cellar opens from stored states, which need no fold. */
async function foldedHere<K extends FollowedKind>(
  db: CellarDatabase,
  subject: Subject<K>,
): Promise<LogRead<K>> {
  const { readFolded } = await import("@/workers/readFolded");
  return readFolded(db, subject);
}

/** What was known of a bin, grown by what was written since: no worker is asked for a few rows. */
async function grownHere(
  db: CellarDatabase,
  subject: Subject,
  before: LogRead | undefined,
  tally: Tally | undefined,
): Promise<LogRead | undefined> {
  if (!before || !tally || subject.kind !== "bins") return undefined;
  const { readGrown } = await import("@/workers/readFolded");
  return readGrown(db, subject, before, tally.rowCount);
}

async function foldedAside<K extends FollowedKind>(
  db: CellarDatabase,
  subject: Subject<K>,
): Promise<LogRead<K>> {
  const { askTwin } = await import("@/workers/twin.client");
  const { answer } = askTwin(subject.id, true, (worker) => worker.state(db.name, subject));
  // A worker that fails is no reason not to read the cellar.
  const told = await answer.catch(() => undefined);
  return (told as LogRead<K> | undefined) ?? foldedHere(db, subject);
}

/** Unpacked so many at a stretch: a hundred at once would hold the screen. */
const UNPACKED_AT_ONCE = 10;
async function readDigests(
  db: CellarDatabase,
  asked: readonly Subject[],
): Promise<readonly (Digest | undefined)[]> {
  const found: (Digest | undefined)[] = [];
  for (let from = 0; from < asked.length; from += UNPACKED_AT_ONCE)
    found.push(...(await db.digests.bulkGet(asked.slice(from, from + UNPACKED_AT_ONCE).map(({ id }) => id))));
  return found;
}

/**
 * The state of each subject: from memory, from its stored digest, or by folding its log, whichever is still true. A
 * hundred bins with a thousand entries each open from a hundred digests.
 */
export async function statesOf(
  db: CellarDatabase,
  subjects: readonly Subject[],
  tallies: readonly Tally[],
  known: Map<string, Known>,
  onRead: (read: number, of: number) => void,
): Promise<Map<string, Known>> {
  const tallyOf = new Map(tallies.map((tally) => [tally.subjectId, tally]));
  const wanted = ({ kind, id }: Subject) => fingerprintOf(kind, tallyOf.get(id));
  const asked = subjects.filter((subject) => known.get(subject.id)?.fingerprint !== wanted(subject));
  const digests = await readDigests(db, asked);
  const isMany = asked.length > AT_HAND;
  let read = 0;
  const fresh: Digest[] = [];
  const learn = async (subject: Subject, at: number): Promise<void> => {
    const fingerprint = wanted(subject);
    const digest = digests[at];
    if (digest?.fingerprint === fingerprint) {
      const state = digest.result as Known["state"];
      const { brokenRows, upTo } = digest;
      known.set(subject.id, { fingerprint, state, brokenRows, ...(upTo ? { upTo } : {}) });
    } else {
      const kept: LogRead | undefined = digest?.fingerprint.startsWith(foldOfNow(subject.kind))
        ? { state: digest.result as Known["state"], ...digest }
        : undefined;
      const told =
        (await grownHere(db, subject, known.get(subject.id) ?? kept, tallyOf.get(subject.id))) ??
        (isMany ? await foldedAside(db, subject) : await foldedHere(db, subject));
      known.set(subject.id, { fingerprint, ...told });
      if (told.fault === undefined)
        fresh.push({
          subjectId: subject.id,
          fingerprint,
          result: told.state,
          brokenRows: told.brokenRows,
          ...(told.upTo ? { upTo: told.upTo } : {}),
        });
    }
    read += 1;
    if (asked.length > 10 && read % 5 === 0) onRead(subjects.length - asked.length + read, subjects.length);
  };
  await Promise.all(asked.map(learn));
  // Kept for the next start, in one go: each strict saving waits for the disk. That it may fail (a full one) harms nothing.
  if (fresh.length > 0) await db.digests.bulkPut(fresh).catch(() => undefined);
  return known;
}
