import * as Comlink from "comlink";
import type { Compared } from "@/core/reckon/compare";
import type { ReckonWorker } from "./reckon.worker";

type Rest<T> = T extends (database: string, ...rest: infer R) => infer A ? (...rest: R) => A : never;
/** The books of a cellar in a worker of their own: kept as long as one looks at them, ended with the page. */
export type ReckonDesk = { readonly [K in keyof ReckonWorker]: Rest<ReckonWorker[K]> } & {
  readonly end: () => void;
};

export function openReckonDesk(database: string): ReckonDesk {
  const worker = new Worker(new URL("./reckon.worker.ts", import.meta.url), {
    type: "module",
    name: "reckon",
  });
  const asked = Comlink.wrap<ReckonWorker>(worker);
  // A worker that dies answers nothing more: whoever waits is told.
  const orDies = <T>(answer: Promise<T>): Promise<T> =>
    new Promise((resolve, reject) => {
      worker.addEventListener("error", ({ message }) => reject(new Error(message)), { once: true });
      answer.then(resolve, reject);
    });
  return {
    reckon: (...rest) => orDies(asked.reckon(database, ...rest)),
    // A wire takes unions apart.
    compare: (...rest) => orDies(asked.compare(database, ...rest) as Promise<Compared>),
    gone: (...rest) => orDies(asked.gone(database, ...rest)),
    accounts: (...rest) => orDies(asked.accounts(database, ...rest)),
    seasons: (...rest) => orDies(asked.seasons(database, ...rest)),
    lookBack: (...rest) => orDies(asked.lookBack(database, ...rest)),
    course: (...rest) => orDies(asked.course(database, ...rest)),
    end: () => worker.terminate(),
  };
}
