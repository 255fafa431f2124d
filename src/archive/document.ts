import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import type { RecordKind, Records } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";

/** Every row of a cellar, all revisions, deletions included. */
export type ArchiveRecords = { readonly [K in RecordKind]: readonly Records[K][] };

/** A row that could not be read, kept whole so that nothing is lost on the way. */
export interface SetAside {
  readonly kind: string;
  readonly reason: string;
  readonly raw: unknown;
}
/** Reasons that a later app may find to be gone. */
export const FROM_NEWER = "written by a newer Brown Cellar";
/** What was in the place of a row that the keeper mended. */
export const MENDED = "mended by hand; this is what it was";

/** The open file, first version: one JSON document. Schema of the records: the published JSON Schemas of src/records. */
export interface ArchiveDocument {
  readonly format: "brown-cellar";
  readonly formatVersion: 1;
  readonly exportedAt: string;
  readonly deviceId: string;
  /** `sha256:` and the hash of the `content` as JSON without white space. */
  readonly checksum: string;
  readonly content: { readonly records: ArchiveRecords; readonly setAside: readonly SetAside[] };
}

export const FORMAT = "brown-cellar";
export const FORMAT_VERSION = 1;
/** What one file may hold to be read: a browser holds a text of some 500 million letters at most. */
export const MOST_BYTES = 400_000_000;
/** A cellar of more than that is written as several files, each an archive by itself. */
const ROWS_BYTES_A_FILE = 100_000_000;

export const checksumOf = (content: unknown): string =>
  `sha256:${bytesToHex(sha256(utf8ToBytes(JSON.stringify(content))))}`;

interface Head {
  readonly exportedAt: string;
  readonly deviceId: string;
}

export function encodeArchive(head: Head, records: ArchiveRecords, setAside: readonly SetAside[]): string {
  // Kinds always in the same order, so that the same cellar gives the same file.
  const content = {
    records: Object.fromEntries(
      RECORD_KINDS.map((kind) => [kind, records[kind]]),
    ) as unknown as ArchiveRecords,
    setAside,
  };
  const document: ArchiveDocument = {
    format: FORMAT,
    formatVersion: FORMAT_VERSION,
    ...head,
    checksum: checksumOf(content),
    content,
  };
  return JSON.stringify(document);
}

/**
 * The cellar as files that can each be read again whatever its size: the log in stretches, everything else in each of
 * them. Merging is the union of rows, so the files may be brought in one by one and in any order.
 */
export function* encodeInFiles(
  head: Head,
  records: ArchiveRecords,
  setAside: readonly SetAside[],
  mostBytes = ROWS_BYTES_A_FILE,
): Generator<string> {
  let from = 0;
  let rest = setAside;
  do {
    let bytes = 0;
    let to = from;
    while (to < records.entries.length && (to === from || bytes < mostBytes)) {
      bytes += JSON.stringify(records.entries[to]).length;
      to += 1;
    }
    yield encodeArchive(head, { ...records, entries: records.entries.slice(from, to) }, rest);
    from = to;
    rest = [];
  } while (from < records.entries.length);
}
