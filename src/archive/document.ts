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
/** A hundred bins with ten years of log come to some 400 MB as text; beyond a quarter of that a browser tab gives up. */
export const MOST_CHARACTERS = 120_000_000;

export const checksumOf = (content: unknown): string =>
  `sha256:${bytesToHex(sha256(utf8ToBytes(JSON.stringify(content))))}`;

export function encodeArchive(
  head: { readonly exportedAt: string; readonly deviceId: string },
  records: ArchiveRecords,
  setAside: readonly SetAside[],
): string {
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
