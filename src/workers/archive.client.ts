import * as Comlink from "comlink";
import type { OnWritten } from "@/persistence/write";
import type { ArchiveWorker } from "./archive.protocol";
import type { Desk } from "./desk";
import { openDesk } from "./desk";

/** A callback the worker may call while it works. */
export const progressTo = (say: OnWritten) => Comlink.proxy(say);

export type ArchiveDesk = Desk<ArchiveWorker>;
/** A worker for one errand; `end` it afterwards, so that a large archive does not stay in memory. */
export const openArchiveDesk = (): ArchiveDesk =>
  openDesk<ArchiveWorker>(
    () => new Worker(new URL("./archive.worker.ts", import.meta.url), { type: "module", name: "archive" }),
  );
