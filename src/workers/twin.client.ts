import * as Comlink from "comlink";
import type { TwinWorker } from "./twin.protocol";

export type Remote = Comlink.Remote<TwinWorker>;
interface Job {
  readonly binId: string;
  readonly run: (worker: Remote) => Promise<void>;
  readonly isWanted: () => boolean;
}
interface Lane {
  readonly waiting: Job[];
  isBusy: boolean;
}
/** A worker takes one question of each lane at a time; what can wait stands still in it while the other is answered. */
interface Bench {
  readonly worker: Remote;
  readonly atOnce: Lane;
  readonly whenFree: Lane;
}

/** Two cores do the work of a cellar; more would heat a phone. One is the page's own: with none left its drawing waits. */
const MOST_WORKERS = 2;
const workersOn = (cores: number): number => Math.max(1, Math.min(MOST_WORKERS, cores - 1));
let pool: readonly Bench[] | undefined;
let tasks = 0;

function benches(): readonly Bench[] {
  pool ??= Array.from({ length: workersOn(navigator.hardwareConcurrency) }, (_, at) => ({
    worker: Comlink.wrap<TwinWorker>(
      new Worker(new URL("./twin.worker.ts", import.meta.url), { type: "module", name: `twin ${at + 1}` }),
    ),
    atOnce: { waiting: [], isBusy: false },
    whenFree: { waiting: [], isBusy: false },
  }));
  return pool;
}

/** A bin always goes to the same worker, which may still hold it in hand. */
function benchFor(binId: string): Bench {
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

async function serve(worker: Remote, lane: Lane): Promise<void> {
  if (lane.isBusy) return;
  lane.isBusy = true;
  for (let job = nextOf(lane); job; job = nextOf(lane)) if (job.isWanted()) await job.run(worker);
  lane.isBusy = false;
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
  const { worker: own, atOnce, whenFree } = benchFor(binId);
  const lane = isUrgent ? atOnce : whenFree;
  const task = (tasks += 1);
  let isWanted = true;
  let isRunning = false;
  const answer = new Promise<R | undefined>((resolve, reject) => {
    lane.waiting.push({
      binId,
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
  void serve(own, lane);
  return {
    answer,
    cancel: () => {
      if (!isWanted) return;
      isWanted = false;
      if (isRunning) void own.cancel(task);
    },
  };
}

/** Lets all workers stand still for so long, questions at a bin excepted: a small machine has no core left to draw with otherwise. */
export async function restTwins(ms: number): Promise<void> {
  await Promise.all((pool ?? []).map(({ worker }) => worker.rest(ms)));
}

/** A callback a worker may call while it works. */
export const progressTo = (say: (day: number, until: number) => void) => Comlink.proxy(say);
