import * as Comlink from "comlink";
import type { TwinWorker } from "./twin.protocol";

type Remote = Comlink.Remote<TwinWorker>;
interface Job {
  readonly run: (worker: Remote) => Promise<void>;
  readonly isUrgent: boolean;
  readonly isWanted: () => boolean;
}
interface Bench {
  readonly worker: Remote;
  readonly waiting: Job[];
  isBusy: boolean;
}

/** Two cores do the work of a cellar; more would heat a phone. */
const MOST_WORKERS = 2;
let pool: readonly Bench[] | undefined;
let tasks = 0;

function benches(): readonly Bench[] {
  pool ??= Array.from(
    { length: Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency)) },
    (_, at) => ({
      worker: Comlink.wrap<TwinWorker>(
        new Worker(new URL("./twin.worker.ts", import.meta.url), { type: "module", name: `twin ${at + 1}` }),
      ),
      waiting: [],
      isBusy: false,
    }),
  );
  return pool;
}

/** A bin always goes to the same worker, which may still hold it in hand. */
function benchFor(binId: string): Bench {
  let sum = 0;
  for (let at = 0; at < binId.length; at += 1) sum = (sum * 31 + binId.charCodeAt(at)) >>> 0;
  const all = benches();
  return all[sum % all.length]!;
}

async function serve(bench: Bench): Promise<void> {
  if (bench.isBusy) return;
  bench.isBusy = true;
  for (;;) {
    const urgent = bench.waiting.findIndex((job) => job.isUrgent);
    const job = bench.waiting.splice(Math.max(0, urgent), 1)[0];
    if (!job) break;
    if (job.isWanted()) await job.run(bench.worker);
  }
  bench.isBusy = false;
}

/** Where a computation that is no longer wanted is stopped; `cancel` may come at any time and twice. */
export interface Asked<R> {
  readonly answer: Promise<R | undefined>;
  readonly cancel: () => void;
}

/**
 * Asks a worker of the pool about a bin. Urgent questions (a lid is up) go before the others. Undefined when cancelled,
 * or when there is nothing to say.
 */
export function askTwin<R>(
  binId: string,
  isUrgent: boolean,
  question: (worker: Remote, task: number) => Promise<R | undefined>,
): Asked<R> {
  const bench = benchFor(binId);
  const task = (tasks += 1);
  let isWanted = true;
  let isRunning = false;
  const answer = new Promise<R | undefined>((resolve, reject) => {
    bench.waiting.push({
      isUrgent,
      isWanted: () => {
        if (!isWanted) resolve(undefined);
        return isWanted;
      },
      run: async (worker) => {
        isRunning = true;
        await question(worker, task).then(
          (found) => resolve(isWanted ? found : undefined),
          (cause: unknown) => reject(cause instanceof Error ? cause : new Error(String(cause))),
        );
        isRunning = false;
      },
    });
  });
  void serve(bench);
  return {
    answer,
    cancel: () => {
      if (!isWanted) return;
      isWanted = false;
      if (isRunning) void bench.worker.cancel(task);
    },
  };
}

/** A callback a worker may call while it works. */
export const progressTo = (say: (day: number, until: number) => void) => Comlink.proxy(say);
