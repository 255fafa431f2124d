import { availableParallelism } from "node:os";
import { Worker } from "node:worker_threads";

/*
 * Long sums (a run of the model, a decision over an archive) beside the one thread that answers requests: a few at a time,
 * some waiting, each for so long and no longer, and none for somebody who has gone.
 */
export type SumEnd =
  /** Status and JSON of the answer. */
  | { readonly is: "answered"; readonly status: number; readonly body: string }
  | { readonly is: "busy" }
  | { readonly is: "tooLong"; readonly seconds: number }
  | { readonly is: "left" }
  | { readonly is: "failed"; readonly message: string };

export interface SumsPool {
  /** Never rejects. `signal` is of whoever asks: aborted, the sum is not begun or is ended. */
  readonly run: (name: string, text: string, signal?: AbortSignal) => Promise<SumEnd>;
}
interface Limits {
  readonly threads: number;
  /** So many may wait beside those under way. */
  readonly waiting: number;
  readonly seconds: number;
}
interface Waiting {
  readonly begin: () => void;
}

export function sumsPool(start: () => Worker, { threads, waiting, seconds }: Limits): SumsPool {
  const queue: Waiting[] = [];
  const idle: Worker[] = [];
  let underWay = 0;
  const next = () => {
    underWay -= 1;
    queue.shift()?.begin();
  };
  return {
    run: (name, text, signal) =>
      new Promise((resolve) => {
        if (signal?.aborted) return resolve({ is: "left" });
        if (underWay >= threads && queue.length >= waiting) return resolve({ is: "busy" });
        const begin = () => {
          underWay += 1;
          signal?.removeEventListener("abort", leaveQueue);
          let worker: Worker;
          try {
            worker = idle.pop() ?? start();
          } catch (cause) {
            next();
            return resolve({ is: "failed", message: String(cause) });
          }
          const end = (how: SumEnd, isWhole: boolean) => {
            clearTimeout(timer);
            signal?.removeEventListener("abort", leave);
            for (const event of ["message", "error", "exit"]) worker.removeAllListeners(event);
            if (isWhole) {
              idle.push(worker);
              worker.unref();
            } else {
              // A thread that is ended may still say so: nobody listens.
              worker.on("error", () => undefined);
              void worker.terminate();
            }
            next();
            resolve(how);
          };
          const leave = () => end({ is: "left" }, false);
          const timer = setTimeout(() => end({ is: "tooLong", seconds }, false), seconds * 1000);
          signal?.addEventListener("abort", leave);
          worker.ref();
          worker.once("message", ({ status, body }: { status: number; body: string }) =>
            end({ is: "answered", status, body }, true),
          );
          worker.once("error", (cause) => end({ is: "failed", message: String(cause) }, false));
          worker.once("exit", (code) =>
            end({ is: "failed", message: `the thread ended with ${code}` }, false),
          );
          worker.postMessage({ name, text });
        };
        const one = { begin };
        const leaveQueue = () => {
          queue.splice(queue.indexOf(one), 1);
          resolve({ is: "left" });
        };
        if (underWay < threads) return begin();
        signal?.addEventListener("abort", leaveQueue);
        queue.push(one);
      }),
  };
}

let pool: SumsPool | undefined;
/** The pool of the built app; undefined where nobody named its thread (`scripts/server.mjs` does): then sums run where they are asked for. */
export function builtPool(): SumsPool | undefined {
  const thread = process.env.SUMS_THREAD;
  if (thread === undefined) return undefined;
  pool ??= sumsPool(() => new Worker(/* turbopackIgnore: true */ thread), {
    threads: Math.max(1, Math.min(4, availableParallelism() - 1)),
    waiting: 16,
    seconds: 60,
  });
  return pool;
}
