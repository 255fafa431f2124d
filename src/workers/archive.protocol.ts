import type { BadArchive } from "@/archive/decode";
import type { MergeSummary } from "@/archive/merge";
import type { ImportNote } from "@/persistence/importing";
import type { OnWritten, Reversed, WriteProblem, Written } from "@/persistence/write";
import type { Outcome } from "@/vocabulary/outcome";

/** From what row ids are made in the worker, and the moment its rows bear. */
export interface WorkerStamp {
  readonly prefix: string;
  readonly at: string;
}

/**
 * Whole cellars in and out of files. Rows go between the file and the cellar's own store inside the worker; the page
 * hears what would change, how far it is and how it ended.
 */
export interface ArchiveWorker {
  /** Everything in a cellar as one file, or as several where one could not be read again. */
  pack(
    database: string,
    head: { readonly exportedAt: string; readonly deviceId: string },
  ): Promise<readonly ArrayBuffer[]>;
  /** What importing a file would change. Its size is judged before it is read; writes nothing; held for `accept`. */
  open(database: string, file: Blob): Promise<Outcome<MergeSummary, BadArchive>>;
  /** Writes the archive opened last, all of it or nothing, as one change. @throws Error when none is. */
  accept(note: ImportNote, onWritten: OnWritten): Promise<Outcome<Written, WriteProblem>>;
  /** Takes a large change (an import) back, or puts it back. */
  revise(
    database: string,
    changeNo: number,
    say: "undo" | "redo",
    stamp: WorkerStamp,
    onWritten: OnWritten,
  ): Promise<Outcome<Reversed | undefined, WriteProblem>>;
  /** Empties a cellar and fills it with the demo that ends on a day, through the door any file takes. */
  demo(database: string, lastDay: string): Promise<Outcome<void, WriteProblem>>;
}
