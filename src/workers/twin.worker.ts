import { bringingToToday, withReadings } from "@/core/twin/log/now";
import type { TwinNow } from "@/core/twin/log/now";
import * as Comlink from "comlink";
import { daysBetween } from "@/core/calendar/day";
import { effectiveEntries } from "@/core/log/effective";
import type { Entry } from "@/records/entry";
import type { Script } from "@/core/twin/log/script";
import { deedsInHand, scriptOf } from "@/core/twin/log/script";
import { forgiving } from "@/core/twin/ahead/forgiving";
import { courseAhead } from "@/core/twin/ahead/course";
import { twinExpectation } from "@/core/twin/ahead/expect";
import type { Snapshot } from "@/core/twin/log/follow";
import { mealOutlook } from "@/core/twin/ahead/mealOutlook";
import type { TwinDay } from "@/core/twin/learning/readDay";
import { readDay } from "@/core/twin/learning/readDay";
import type { BinState } from "@/core/bin/state";
import type { CellarDatabase } from "@/persistence/database";
import { readingCellar } from "@/persistence/database";
import { forgetLog, readLog } from "@/persistence/read";
import { turn } from "@/persistence/turn";
import { localDate } from "@/vocabulary/fields";
import { scriptRestsOn } from "./fingerprint";
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
  const fresh = readingCellar(name);
  open.set(name, fresh);
  return fresh;
}

const keyOf = ({ database, binId, fingerprint }: TwinSubject): string =>
  `${database}/${binId}/${fingerprint}`;

/** Questions of someone who stands at a bin, and screens being drawn. While there are any, what is worked out for later stands still. */
let asking = 0;
const waiting: (() => void)[] = [];
const calm = async (): Promise<void> => {
  while (asking > 0) await new Promise<void>((go) => waiting.push(go));
};
function answered(): void {
  asking -= 1;
  if (asking === 0) for (const go of waiting.splice(0)) go();
}
async function atOnce<R>(work: () => Promise<R>): Promise<R> {
  asking += 1;
  try {
    return await work();
  } finally {
    answered();
  }
}

/** One question under way: its number, to be cancelled by, and whether it can wait. */
interface Errand {
  readonly task: number;
  readonly canWait?: boolean;
  readonly onProgress?: OnProgress | undefined;
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
    await turn();
    if (canWait) await calm();
    if (cancelled.delete(task)) return undefined;
    since = performance.now();
  }
}

/** What the twin keeps of a bin for the next start. That of an older app has standings only. */
interface Kept {
  readonly snapshots: readonly Snapshot[];
  /**
   * What the log says to the model, as text, and the log and the rooms it was read from. Words that come out of a store or a message
   * are compared letter by letter, member after member; those that come out of a text are the code's own.
   */
  readonly script?: string;
  readonly of?: string;
}

/** A log, and what was made of just its rows before: where that is so it need not be read again. */
interface LogInHand {
  readonly entries: readonly Entry[];
  readonly state?: BinState | undefined;
  /** As text; undefined where the log does not say what the bin is. */
  readonly script: string | undefined;
  /** Whether a script made of it may be kept as that of the subject's log. */
  readonly isWhole: boolean;
}
async function logInHand(
  db: CellarDatabase,
  subject: TwinSubject,
  kept: Kept | undefined,
): Promise<LogInHand> {
  const digest = await db.digests.get(subject.binId);
  const folded = digest?.fingerprint === subject.log ? (digest.result as BinState) : undefined;
  if (folded && kept?.script && kept.of === scriptRestsOn(subject.log, subject.climates))
    return { entries: [], state: folded, script: kept.script, isWhole: true };
  const log = await readLog(db, subject.binId);
  forgetLog(db, log.rows);
  const rowCount = log.rows.length + log.broken.length;
  const isWhole = folded !== undefined && digest?.upTo?.rowCount === rowCount;
  const entries = effectiveEntries(log.rows);
  const script = JSON.stringify(scriptOf(entries, subject.climates)) as string | undefined;
  return { entries, state: isWhole ? folded : undefined, script, isWhole };
}

async function brought(errand: Errand, subject: TwinSubject): Promise<TwinNow | undefined> {
  const known = inHand.get(keyOf(subject));
  if (known) return known;
  const db = cellar(subject.database);
  // Nothing is worked out meanwhile: a store that is read by a worker with no time for the answer lets nobody write.
  const { kept, entries, state, script, isWhole } = await atOnce(async () => {
    const found = (await db.standings.get(subject.binId)) as Kept | undefined;
    return { kept: found, ...(await logInHand(db, subject, found)) };
  });
  const now = await inSlices(
    bringingToToday({
      binId: subject.binId,
      entries,
      state,
      script: script === undefined ? undefined : (JSON.parse(script) as Script),
      climates: subject.climates,
      today: localDate.parse(subject.today),
      snapshots: kept?.snapshots ?? [],
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
  // Kept for the next start while one goes on, where anything is new; that it may fail (a full disk) harms nothing.
  const of = isWhole ? scriptRestsOn(subject.log, subject.climates) : undefined;
  const stood = kept?.snapshots ?? [];
  const isKept = stood.length === now.snapshots.length && now.snapshots.every((one) => stood.includes(one));
  if (!isKept || (of !== undefined && of !== kept?.of))
    void db.standings
      .put({ subjectId: subject.binId, snapshots: now.snapshots, ...(of ? { script, of } : {}) })
      .catch(() => undefined);
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
  const first = daysBetween(now.script.startDay, localDate.parse(from));
  const past: TwinDay[] = [];
  const followed = await inSlices(
    bringingToToday(
      {
        binId: subject.binId,
        entries: [],
        state: now.state,
        script: now.script,
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

/** Rests under way, and what ends each. */
const resting = new Map<number, ReturnType<typeof setTimeout>>();
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
  outlook: (task, subject, readings, facts) =>
    atOnce(async () => {
      const now = await brought({ task }, subject);
      if (!now) return undefined;
      const { ensemble, practice, script } = withReadings(now, readings);
      const deeds = deedsInHand(facts, practice.setup, script, localDate.parse(subject.today));
      return mealOutlook(ensemble, deeds);
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
  rest: (nth, ms) => {
    asking += 1;
    resting.set(
      nth,
      setTimeout(() => api.goOn(nth), ms),
    );
  },
  goOn: (nth) => {
    if (!resting.has(nth)) return;
    clearTimeout(resting.get(nth));
    resting.delete(nth);
    answered();
  },
  cancel: (task) => {
    cancelled.add(task);
  },
};

Comlink.expose(api);
