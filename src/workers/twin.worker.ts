import { bringingToToday, withReadings } from "@/core/twin/log/now";
import type { TwinNow } from "@/core/twin/log/now";
import * as Comlink from "comlink";
import { daysBetween } from "@/core/calendar/day";
import { effectiveEntries } from "@/core/log/effective";
import { forgiving } from "@/core/twin/ahead/forgiving";
import { courseAhead } from "@/core/twin/ahead/course";
import { twinExpectation } from "@/core/twin/ahead/expect";
import type { Snapshot } from "@/core/twin/log/follow";
import { mealOutlook } from "@/core/twin/ahead/mealOutlook";
import type { TwinDay } from "@/core/twin/learning/readDay";
import { readDay } from "@/core/twin/learning/readDay";
import type { BinState } from "@/core/bin/state";
import type { CellarDatabase } from "@/persistence/database";
import { CellarDatabase as Cellar } from "@/persistence/database";
import { forgetLog, readLog } from "@/persistence/read";
import { localDate } from "@/vocabulary/fields";
import { foldOfNow } from "./fingerprint";
import { readFolded } from "./readFolded";
import type { OnProgress, TwinSubject, TwinWorker } from "./twin.protocol";

/** Long enough to get on with the work, short enough to hear that it is no longer wanted. */
const SLICE_MS = 60;
const cancelled = new Set<number>();
const open = new Map<string, CellarDatabase>();
/** Bins brought to today, the newest last: a visit asks of the same bin again and again. */
const inHand = new Map<string, TwinNow>();
const MOST_IN_HAND = 3;

function cellar(name: string): CellarDatabase {
  const known = open.get(name);
  if (known) return known;
  const fresh = new Cellar(name);
  open.set(name, fresh);
  return fresh;
}

const keyOf = ({ database, binId, fingerprint }: TwinSubject): string =>
  `${database}/${binId}/${fingerprint}`;
const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));

/** Questions of someone who stands at a bin, and screens being drawn. While there are any, what is worked out for later stands still. */
let asking = 0;
const calm = async (): Promise<void> => {
  while (asking > 0) await pause(SLICE_MS);
};
async function atOnce<R>(work: () => Promise<R>): Promise<R> {
  asking += 1;
  try {
    return await work();
  } finally {
    asking -= 1;
  }
}

/** One question under way: its number, to be cancelled by, and whether it can wait. */
interface Errand {
  readonly task: number;
  readonly canWait?: boolean;
  readonly onProgress?: OnProgress;
}

/** Runs a day-by-day computation in slices, saying how far it is, until it ends or is cancelled. */
async function inSlices<R>(
  steps: Generator<{ readonly day: number; readonly until: number }, R>,
  { task, canWait = false, onProgress }: Errand,
): Promise<R | undefined> {
  let since = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - since < SLICE_MS) continue;
    onProgress?.(step.value.day, step.value.until);
    await pause(0);
    if (canWait) await calm();
    if (cancelled.delete(task)) return undefined;
    since = performance.now();
  }
}

/** The state of a bin that was folded, as it is folded now, of just so many rows of its log. */
async function foldedBefore(
  db: CellarDatabase,
  binId: string,
  rowCount: number,
): Promise<BinState | undefined> {
  const digest = await db.digests.get(binId);
  return digest?.upTo?.rowCount === rowCount && digest.fingerprint.startsWith(foldOfNow("bins"))
    ? (digest.result as BinState)
    : undefined;
}

async function brought(errand: Errand, subject: TwinSubject): Promise<TwinNow | undefined> {
  const known = inHand.get(keyOf(subject));
  if (known) return known;
  const db = cellar(subject.database);
  const log = await readLog(db, subject.binId);
  forgetLog(db, log.rows);
  const standing = await db.standings.get(subject.binId);
  const state = await foldedBefore(db, subject.binId, log.rows.length + log.broken.length);
  const now = await inSlices(
    bringingToToday({
      binId: subject.binId,
      entries: effectiveEntries(log.rows),
      state,
      climates: subject.climates,
      today: localDate.parse(subject.today),
      snapshots: (standing?.snapshots ?? []) as readonly Snapshot[],
      fist: subject.fist,
      air: subject.air,
    }),
    errand,
  );
  if (!now) return undefined;
  inHand.set(keyOf(subject), now);
  for (const key of inHand.keys()) {
    if (inHand.size <= MOST_IN_HAND) break;
    inHand.delete(key);
  }
  // Kept for the next start; that it may fail (a full disk) harms nothing.
  await db.standings.put({ subjectId: subject.binId, snapshots: now.snapshots }).catch(() => undefined);
  return now;
}

/** The stretch of the past that was shown last: a what-if asks for the same one again. */
let shown: { readonly of: string; readonly past: readonly TwinDay[] } | undefined;

/** Every day from one on, as the twin saw it then. */
async function pastOf(
  errand: Errand,
  subject: TwinSubject,
  now: TwinNow,
  from: string,
): Promise<readonly TwinDay[] | undefined> {
  const of = `${keyOf(subject)} from ${from}`;
  if (shown?.of === of) return shown.past;
  const db = cellar(subject.database);
  const log = await readLog(db, subject.binId);
  forgetLog(db, log.rows);
  const first = daysBetween(now.script.startDay, localDate.parse(from));
  const past: TwinDay[] = [];
  const followed = await inSlices(
    bringingToToday(
      {
        binId: subject.binId,
        entries: effectiveEntries(log.rows),
        climates: subject.climates,
        today: localDate.parse(subject.today),
        // Only standings from before the stretch that is to be shown.
        snapshots: now.snapshots.filter(({ ensemble }) => ensemble.day <= first),
      },
      (ensemble, day) => {
        if (day >= first) past.push(readDay(ensemble, now.script.startDay));
      },
    ),
    errand,
  );
  if (!followed) return undefined;
  shown = { of, past };
  return past;
}

const api: TwinWorker = {
  state: (database, subject) => readFolded(cellar(database), subject),
  ping: () => true,
  today: async (task, subject, onProgress) => {
    const now = await brought({ task, canWait: true, onProgress }, subject);
    await calm();
    return now && twinExpectation(now, localDate.parse(subject.today));
  },
  refine: (task, subject, readings, knownHarvest) =>
    atOnce(async () => {
      const now = await brought({ task }, subject);
      return (
        now && twinExpectation(withReadings(now, readings), localDate.parse(subject.today), knownHarvest)
      );
    }),
  outlook: (task, subject, readings, given) =>
    atOnce(async () => {
      const now = await brought({ task }, subject);
      return now && mealOutlook(withReadings(now, readings).ensemble, given);
    }),
  course: (task, subject, ask, onProgress) =>
    atOnce(async () => {
      const errand = { task, onProgress };
      const now = await brought(errand, subject);
      if (!now) return undefined;
      const past = await pastOf(errand, subject, now, ask.from);
      return (
        past && { past, ...courseAhead(now, localDate.parse(subject.today), subject.climates, ask.whatIf) }
      );
    }),
  forgiving: (task, subject, onProgress) =>
    atOnce(async () => {
      const now = await brought({ task, onProgress }, subject);
      return now && forgiving(now, localDate.parse(subject.today), subject.climates);
    }),
  rest: (ms) => {
    asking += 1;
    setTimeout(() => (asking -= 1), ms);
  },
  cancel: (task) => {
    cancelled.add(task);
  },
};

Comlink.expose(api);
