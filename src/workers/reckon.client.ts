import * as Comlink from "comlink";
import type { Reckoning } from "@/core/reckon/reckon";
import type { LocalDate } from "@/vocabulary/fields";
import type { ReckonWorker } from "./reckon.worker";

/** The books of a cellar in a worker of their own: kept as long as one looks at them, ended with the page. */
export interface ReckonDesk {
  readonly reckon: (
    groups: readonly (readonly string[])[],
    from: LocalDate,
    to: LocalDate,
  ) => Promise<readonly Reckoning[]>;
  readonly end: () => void;
}
export function openReckonDesk(database: string): ReckonDesk {
  const worker = new Worker(new URL("./reckon.worker.ts", import.meta.url), {
    type: "module",
    name: "reckon",
  });
  const { reckon } = Comlink.wrap<ReckonWorker>(worker);
  return {
    // A worker that dies answers nothing more: whoever waits is told.
    reckon: (groups, from, to) =>
      new Promise((resolve, reject) => {
        worker.addEventListener("error", ({ message }) => reject(new Error(message)), { once: true });
        reckon(database, groups, from, to).then(resolve, reject);
      }),
    end: () => worker.terminate(),
  };
}
