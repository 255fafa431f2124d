import type { BadArchive } from "@/archive/decode";
import type { MergeSummary } from "@/archive/merge";
import type { WriteProblem } from "@/persistence/write";
import type { Outcome } from "@/vocabulary/outcome";

/** Rows written so far. */
export type OnWritten = (rows: number, of: number) => void;

/**
 * Whole cellars in and out of files. Rows go between the file and the cellar's own store inside the worker; the page
 * hears what would change, how far it is and how it ended.
 */
export interface ArchiveWorker {
  /** Everything in a cellar as one file; rows that cannot be read go along whole. */
  pack(
    database: string,
    head: { readonly exportedAt: string; readonly deviceId: string },
  ): Promise<ArrayBuffer>;
  /** What importing a file would change. Writes nothing; the archive is held for `accept`. */
  open(database: string, bytes: ArrayBuffer): Promise<Outcome<MergeSummary, BadArchive>>;
  /** Writes the archive opened last, all of it or nothing. @throws Error when none is. */
  accept(onWritten: OnWritten): Promise<Outcome<void, WriteProblem>>;
  /** Empties a cellar and fills it with the demo that ends on a day, through the door any file takes. */
  demo(database: string, lastDay: string): Promise<Outcome<void, WriteProblem>>;
}
