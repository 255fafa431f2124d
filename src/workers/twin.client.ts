import * as Comlink from "comlink";
import { setTwinsAil } from "./health";
import type { TwinWorker } from "./twin.protocol";

export type Remote = Comlink.Remote<TwinWorker>;
interface Job {
  readonly binId: string;
  readonly run: (worker: Remote) => Promise<void>;
  readonly isWanted: () => boolean;
  readonly fail: (cause: Error) => void;
}
interface Lane {
  readonly waiting: Job[];
  readonly running: Set<Job>;
  /** So many are under way at once. */
  readonly most: number;
}
/**
 * What a worker has been asked: of someone who stands at a bin one question at a time, and what can wait stands still meanwhile. Of that
 * two are under way, so that the worker has the next one read while it answers the one before.
 */
interface PoolMember {
  readonly name: string;
  /** Undefined while none can be started. */
  worker: { readonly remote: Remote; readonly end: () => void } | undefined;
  readonly atOnce: Lane;
  readonly whenFree: Lane;
  /** Starts that failed one after the other. */
  failures: number;
}

/** Two cores do the work of a cellar; more would heat a phone. One is the page's own: with none left its drawing waits. */
const MOST_WORKERS = 2;
const workersOn = (cores: number): number => Math.max(1, Math.min(MOST_WORKERS, cores - 1));
/** A worker works in slices and answers between them; one that is silent for so long is dead. */
const PING_EVERY_MS = 5_000;
const SILENT_MS = 20_000;
/** Tried again after so long, and twice as long each time, up to a few minutes. */
const AGAIN_AFTER_MS = 5_000;
const AGAIN_AT_MOST_MS = 300_000;
let pool: readonly PoolMember[] | undefined;
let tasks = 0;
let rests = 0;

function benches(): readonly PoolMember[] {
  pool ??= Array.from({ length: workersOn(navigator.hardwareConcurrency) }, (_, at): PoolMember => {
    const bench: PoolMember = {
      name: `twin ${at + 1}`,
      worker: undefined,
      atOnce: { waiting: [], running: new Set(), most: 1 },
      whenFree: { waiting: [], running: new Set(), most: 2 },
      failures: 0,
    };
    startWorker(bench);
    return bench;
  });
  return pool;
}

function startWorker(bench: PoolMember): void {
  let worker: Worker;
  try {
    worker = new Worker(new URL("./twin.worker.ts", import.meta.url), { type: "module", name: bench.name });
  } catch (cause) {
    return workerGone(bench, cause instanceof Error ? cause : new Error(String(cause)));
  }
  const remote = Comlink.wrap<TwinWorker>(worker);
  let heard = performance.now();
  let isAsked = false;
  let looked = heard;
  const watch = setInterval(() => {
    const now = performance.now();
    // A page that was asleep has heard nothing, and that is no fault of the worker's.
    const wasAsleep = now - looked > 3 * PING_EVERY_MS;
    looked = now;
    if (!isBusy(bench) || wasAsleep) heard = now;
    if (!isBusy(bench)) return;
    if (now - heard > SILENT_MS && isAsked) return gone(new Error("the worker is silent"));
    if (isAsked) return;
    isAsked = true;
    void Promise.resolve(remote.ping()).then(
      () => {
        heard = performance.now();
        isAsked = false;
      },
      () => undefined,
    );
  }, PING_EVERY_MS);
  const end = () => {
    clearInterval(watch);
    worker.terminate();
  };
  const gone = (cause: Error) => {
    if (bench.worker?.remote !== remote) return;
    end();
    workerGone(bench, cause);
  };
  worker.addEventListener("error", (event) => gone(new Error(event.message || "the worker did not load")));
  worker.addEventListener("messageerror", () => gone(new Error("the worker was not understood")));
  bench.worker = { remote, end };
  if (bench.failures > 0) void Promise.resolve(remote.ping()).then(tellHealth, () => undefined);
  serve(bench, bench.atOnce);
  serve(bench, bench.whenFree);
}

const tellHealth = (): void => setTwinsAil((pool ?? []).some(({ worker }) => worker === undefined));
const isBusy = ({ atOnce, whenFree }: PoolMember): boolean =>
  atOnce.running.size > 0 || whenFree.running.size > 0;

/** Whoever waits for an answer hears that none will come, so that rules of thumb stand in; later a new one is tried. */
function workerGone(bench: PoolMember, cause: Error): void {
  bench.worker = undefined;
  bench.failures += 1;
  setTwinsAil(true);
  for (const lane of [bench.atOnce, bench.whenFree]) {
    const left = [...lane.running, ...lane.waiting.splice(0)];
    lane.running.clear();
    for (const job of left) job.fail(cause);
  }
  const after = Math.min(AGAIN_AT_MOST_MS, AGAIN_AFTER_MS * 2 ** (bench.failures - 1));
  setTimeout(() => startWorker(bench), after);
}

/** A bin always goes to the same worker, which may still hold it in hand. */
function benchFor(binId: string): PoolMember {
  let sum = 0;
  for (let at = 0; at < binId.length; at += 1) sum = (sum * 31 + binId.charCodeAt(at)) >>> 0;
  const all = benches();
  return all[sum % all.length]!;
}

let favoured: string | undefined;
/** Whatever waits for this bin comes first from now on: it is the one someone looks at. */
export const favour = (binId: string): void => {
  favoured = binId;
};
function nextOf({ waiting }: Lane): Job | undefined {
  const at = waiting.findIndex((job) => job.binId === favoured);
  return waiting.splice(Math.max(0, at), 1)[0];
}

function serve(bench: PoolMember, lane: Lane): void {
  const { worker } = bench;
  while (worker && lane.running.size < lane.most) {
    const job = nextOf(lane);
    if (!job) return;
    if (!job.isWanted()) continue;
    lane.running.add(job);
    void job.run(worker.remote).then(() => {
      lane.running.delete(job);
      serve(bench, lane);
    });
  }
}

/** Where a computation that is no longer wanted is stopped; `cancel` may come at any time and twice. */
export interface Asked<R> {
  readonly answer: Promise<R | undefined>;
  readonly cancel: () => void;
}

/**
 * Asks a worker of the pool about a bin. Urgent questions (a lid is up) push what can wait aside. Undefined when cancelled,
 * or when there is nothing to say.
 */
export function askTwin<R>(
  binId: string,
  isUrgent: boolean,
  question: (worker: Remote, task: number) => Promise<R | undefined>,
): Asked<R> {
  const bench = benchFor(binId);
  const lane = isUrgent ? bench.atOnce : bench.whenFree;
  const task = (tasks += 1);
  let isWanted = true;
  let running: Remote | undefined;
  const answer = new Promise<R | undefined>((resolve, reject) => {
    // Where no worker can be had, nobody waits for one.
    if (!bench.worker) return reject(new Error("there is no worker at the moment"));
    lane.waiting.push({
      binId,
      isWanted: () => {
        if (!isWanted) resolve(undefined);
        return isWanted;
      },
      fail: reject,
      run: async (worker) => {
        running = worker;
        await question(worker, task).then(
          (found) => {
            bench.failures = 0;
            tellHealth();
            resolve(isWanted ? found : undefined);
          },
          (cause: unknown) => reject(cause instanceof Error ? cause : new Error(String(cause))),
        );
        running = undefined;
      },
    });
  });
  serve(bench, lane);
  return {
    answer,
    cancel: () => {
      if (!isWanted) return;
      isWanted = false;
      if (running) void running.cancel(task);
    },
  };
}

/**
 * Lets all workers stand still until what this gives is called, and no longer than so; questions at a bin excepted. A small machine has
 * no core left to draw with otherwise. Never rejects.
 */
export async function restTwins(ms: number): Promise<() => void> {
  const nth = (rests += 1);
  const remotes = (pool ?? []).flatMap(({ worker }) => (worker ? [worker.remote] : []));
  await Promise.allSettled(remotes.map((remote) => remote.rest(nth, ms)));
  return () => {
    for (const remote of remotes) void Promise.resolve(remote.goOn(nth)).catch(() => undefined);
  };
}

/** A callback a worker may call while it works. */
export const progressTo = (say: (day: number, until: number) => void) => Comlink.proxy(say);
