import type { BadArchive } from "@/archive/decode";
import type { Answer, Parted } from "@/archive/conflicts";
import type { MergeSummary } from "@/archive/merge";
import type { OnWritten, Reversed, WriteProblem, Written } from "@/persistence/write";
import type { Outcome } from "@/vocabulary/outcome";

/** From what row ids are made in the worker, and the moment its rows bear. */
export interface WorkerStamp {
  readonly prefix: string;
  readonly at: string;
}
/** How a change made in the worker is called, who makes it, and what was said of facts that were told in two places. */
export interface WorkerNote extends WorkerStamp {
  readonly label: string;
  readonly deviceId: string;
  readonly answers: Readonly<Record<string, Answer>>;
}
/** What bringing a file in would change, and where it and this cellar have parted. */
export interface Opened {
  readonly summary: MergeSummary;
  readonly parted: Parted;
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
  open(database: string, file: Blob): Promise<Outcome<Opened, BadArchive>>;
  /** Writes the archive opened last, all of it or nothing, as one change. @throws Error when none is. */
  accept(note: WorkerNote, onWritten: OnWritten): Promise<Outcome<Written, WriteProblem>>;
  /** Has what stands in the archive opened last and was struck out here stand again, as one change. @throws Error when none is. */
  bringBack(note: WorkerNote): Promise<Outcome<Written, WriteProblem>>;
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
