import * as Comlink from "comlink";
import type { enoughBy } from "@/core/nursery/enough";
import type { steadyFor } from "@/core/nursery/steady";
import type { StockingWorker } from "./stocking.worker";

type Aside<F extends (...all: never[]) => unknown> = (...question: Parameters<F>) => Promise<ReturnType<F>>;
/** A nursery's plans in a worker of their own; `end` it with the page. */
export interface StockingDesk {
  readonly enough: Aside<typeof enoughBy>;
  readonly steady: Aside<typeof steadyFor>;
  readonly end: () => void;
}

export function openStockingDesk(): StockingDesk {
  const worker = new Worker(new URL("./stocking.worker.ts", import.meta.url), {
    type: "module",
    name: "stocking",
  });
  const asked = Comlink.wrap<StockingWorker>(worker);
  // A wire takes unions apart, and a worker that dies answers nothing more: whoever waits is told.
  const answered = <A>(answer: Promise<unknown>): Promise<A> =>
    new Promise((resolve, reject) => {
      worker.addEventListener("error", ({ message }) => reject(new Error(message)), { once: true });
      answer.then((found) => resolve(found as A), reject);
    });
  return {
    enough: (...question) => answered(asked.enough(...question)),
    steady: (...question) => answered(asked.steady(...question)),
    end: () => worker.terminate(),
  };
}
