import type { Remote } from "comlink";
import type { FoundAbout } from "@/core/calculators/foundStart";
import type { Refusal } from "@/core/calculators/calculator";
import type { Outcome } from "@/vocabulary/outcome";
import { DeskClosed, openDesk } from "./desk";
import type { FoundSaid, SumsWorker } from "./sums.worker";

/** A worker for the sums of one page; `end` it with the page. */
export interface Sums {
  /** Undefined when a later sum was asked for meanwhile: what is not wanted any more is not worked out to its end. */
  readonly run: (name: string, raw: unknown) => Promise<Outcome<unknown, Refusal> | undefined>;
  readonly found: (about: FoundAbout) => Promise<FoundSaid | undefined>;
  readonly end: () => void;
}

export function startSums(): Sums {
  const { ask, end } = openDesk<SumsWorker>(
    () => new Worker(new URL("./sums.worker.ts", import.meta.url), { type: "module", name: "sums" }),
  );
  let open = 0;
  const newest = async <P extends Promise<unknown>>(
    work: (worker: Remote<SumsWorker>) => P,
  ): Promise<Awaited<P> | undefined> => {
    if (open > 0) end();
    open += 1;
    try {
      return await ask(work);
    } catch (cause) {
      if (cause instanceof DeskClosed) return undefined;
      throw cause;
    } finally {
      open -= 1;
    }
  };
  return {
    end,
    run: (name, raw) => newest((worker) => worker.run(name, raw)),
    found: (about) => newest((worker) => worker.found(about)),
  };
}
