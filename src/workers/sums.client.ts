import * as Comlink from "comlink";
import type { Refusal } from "@/core/calculators/calculator";
import type { Outcome } from "@/vocabulary/outcome";
import type { SumsWorker } from "./sums.worker";

/** A worker for the sums of one page; `end` it with the page. */
export interface Sums {
  /** Undefined when a later sum was asked for meanwhile: what is not wanted any more is not worked out to its end. */
  readonly run: (name: string, raw: unknown) => Promise<Outcome<unknown, Refusal> | undefined>;
  readonly end: () => void;
}

export function startSums(): Sums {
  let worker: Worker | undefined;
  let drop: (() => void) | undefined;
  const end = () => {
    worker?.terminate();
    worker = undefined;
    drop?.();
    drop = undefined;
  };
  return {
    end,
    run: (name, raw) => {
      if (drop) end();
      worker ??= new Worker(new URL("./sums.worker.ts", import.meta.url), { type: "module", name: "sums" });
      const asked = worker;
      const { run } = Comlink.wrap<SumsWorker>(asked);
      return new Promise((resolve, reject) => {
        drop = () => resolve(undefined);
        asked.addEventListener("error", ({ message }) => reject(new Error(message)), { once: true });
        run(name, raw).then((outcome) => {
          if (worker === asked) drop = undefined;
          resolve(outcome);
        }, reject);
      });
    },
  };
}
