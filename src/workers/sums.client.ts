import type { Refusal } from "@/core/calculators/calculator";
import type { Outcome } from "@/vocabulary/outcome";
import { DeskClosed, openDesk } from "./desk";
import type { SumsWorker } from "./sums.worker";

/** A worker for the sums of one page; `end` it with the page. */
export interface Sums {
  /** Undefined when a later sum was asked for meanwhile: what is not wanted any more is not worked out to its end. */
  readonly run: (name: string, raw: unknown) => Promise<Outcome<unknown, Refusal> | undefined>;
  readonly end: () => void;
}

export function startSums(): Sums {
  const { ask, end } = openDesk<SumsWorker>(
    () => new Worker(new URL("./sums.worker.ts", import.meta.url), { type: "module", name: "sums" }),
  );
  let open = 0;
  return {
    end,
    run: async (name, raw) => {
      if (open > 0) end();
      open += 1;
      try {
        return await ask((worker) => worker.run(name, raw));
      } catch (cause) {
        if (cause instanceof DeskClosed) return undefined;
        throw cause;
      } finally {
        open -= 1;
      }
    },
  };
}
