import * as Comlink from "comlink";
import type { OnWritten } from "@/persistence/write";
import type { ArchiveWorker } from "./archive.protocol";

/** A callback the worker may call while it works. */
export const progressTo = (say: OnWritten) => Comlink.proxy(say);

/** Starts a worker for one errand; `end` it afterwards, so that a large archive does not stay in memory. */
export function startArchiveWorker(): {
  readonly archive: Comlink.Remote<ArchiveWorker>;
  readonly end: () => void;
} {
  const worker = new Worker(new URL("./archive.worker.ts", import.meta.url), {
    type: "module",
    name: "archive",
  });
  const archive = Comlink.wrap<ArchiveWorker>(worker);
  return {
    archive,
    end: () => {
      archive[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
