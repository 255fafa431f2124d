import type { Compared } from "@/core/reckon/compare";
import { openDesk } from "./desk";
import type { ReckonWorker } from "./reckon.worker";

type Rest<T> = T extends (database: string, ...rest: infer R) => infer A ? (...rest: R) => A : never;
/** The books of a cellar in a worker of their own: kept as long as one looks at them, ended with the page. */
export type ReckonDesk = { readonly [K in keyof ReckonWorker]: Rest<ReckonWorker[K]> } & {
  readonly end: () => void;
};

export function openReckonDesk(database: string): ReckonDesk {
  const { ask, end } = openDesk<ReckonWorker>(
    () => new Worker(new URL("./reckon.worker.ts", import.meta.url), { type: "module", name: "reckon" }),
  );
  return {
    reckon: (...rest) => ask((worker) => worker.reckon(database, ...rest)),
    // A wire takes unions apart.
    compare: (...rest) => ask((worker) => worker.compare(database, ...rest) as Promise<Compared>),
    gone: (...rest) => ask((worker) => worker.gone(database, ...rest)),
    accounts: (...rest) => ask((worker) => worker.accounts(database, ...rest)),
    seasons: (...rest) => ask((worker) => worker.seasons(database, ...rest)),
    lookBack: (...rest) => ask((worker) => worker.lookBack(database, ...rest)),
    course: (...rest) => ask((worker) => worker.course(database, ...rest)),
    end,
  };
}
