import type { enoughBy } from "@/core/nursery/enough";
import type { steadyFor } from "@/core/nursery/steady";
import { openDesk } from "./desk";
import type { StockingWorker } from "./stocking.worker";

type Aside<F extends (...all: never[]) => unknown> = (...question: Parameters<F>) => Promise<ReturnType<F>>;
/** A nursery's plans in a worker of their own; `end` it with the page. */
export interface StockingDesk {
  readonly enough: Aside<typeof enoughBy>;
  readonly steady: Aside<typeof steadyFor>;
  readonly end: () => void;
}

export function openStockingDesk(): StockingDesk {
  const { ask, end } = openDesk<StockingWorker>(
    () => new Worker(new URL("./stocking.worker.ts", import.meta.url), { type: "module", name: "stocking" }),
  );
  // A wire takes unions apart.
  return {
    end,
    enough: (...question) => ask(({ enough }) => enough(...question) as Promise<ReturnType<typeof enoughBy>>),
    steady: (...question) =>
      ask(({ steady }) => steady(...question) as Promise<ReturnType<typeof steadyFor>>),
  };
}
