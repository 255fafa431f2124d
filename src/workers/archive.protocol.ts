import type { BadArchive } from "@/archive/decode";
import type { SetAside } from "@/archive/document";
import type { RecordKind } from "@/records/kinds";
import type { Outcome } from "@/vocabulary/outcome";

/** What an archive holds, before its rows are asked for in portions that the page can take without a hitch. */
export interface ArchiveHead {
  readonly exportedAt: string;
  readonly counts: Readonly<Record<RecordKind, number>>;
  readonly setAside: readonly SetAside[];
}

/** Plain data in, plain data out. One archive is held at a time. */
export interface ArchiveWorker {
  decode(bytes: ArrayBuffer): Outcome<ArchiveHead, BadArchive>;
  /** The demo cellar that ends on a day, by the same door as a file. */
  demo(lastDay: string): Outcome<ArchiveHead, BadArchive>;
  rows(kind: RecordKind, from: number, count: number): readonly unknown[];
  forget(): void;
  begin(head: { readonly exportedAt: string; readonly deviceId: string }): void;
  add(kind: RecordKind, rows: readonly unknown[]): void;
  finish(setAside: readonly SetAside[]): ArrayBuffer;
}
