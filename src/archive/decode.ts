import { deviceId, instant } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import type { Formats, RecordKind } from "@/records/kinds";
import { LATER_KINDS, RECORD_FORMATS, RECORD_KINDS } from "@/records/kinds";
import type { SubjectKind } from "@/records/entry";
import { sayFault } from "@/records/words";
import type { RecordFormat } from "@/records/row/migrate";
import { readRow } from "@/records/row/migrate";
import type { ArchiveRecords, SetAside } from "./document";
import { checksumOf, FORMAT, FORMAT_VERSION, FROM_NEWER, MOST_BYTES } from "./document";

export type BadArchive =
  | { readonly code: "archive/empty" }
  | { readonly code: "archive/too-large"; readonly megabytes: number }
  | { readonly code: "archive/not-json" }
  | { readonly code: "archive/foreign" }
  | { readonly code: "archive/newer"; readonly formatVersion: number }
  | { readonly code: "archive/damaged" }
  | {
      readonly code: "archive/bad-record";
      readonly kind: RecordKind;
      readonly number: number;
      /** What is wrong with it, in a keeper's words. */
      readonly fault: string;
    }
  | { readonly code: "archive/twice"; readonly kind: RecordKind; readonly rowId: string }
  | { readonly code: "archive/no-such-subject"; readonly number: number; readonly of: SubjectKind }
  | { readonly code: "archive/row-differs"; readonly kind: RecordKind; readonly rowId: string };

export interface DecodedArchive {
  readonly exportedAt: string;
  readonly records: ArchiveRecords;
  readonly setAside: readonly SetAside[];
}

const frame = z.strictObject({
  format: z.literal(FORMAT),
  formatVersion: z.number().int().min(1),
  exportedAt: instant,
  deviceId,
  checksum: z.string().max(100),
  content: z.strictObject({
    // A kind of record that a newer app knows is no reason to refuse the rest.
    records: z.record(z.string().regex(/^[a-z][A-Za-z]{0,39}$/), z.array(z.unknown())),
    setAside: z.array(
      z.strictObject({ kind: z.string().max(40), reason: z.string().max(2_000), raw: z.unknown() }),
    ),
  }),
});

/**
 * Reads an archive whole or not at all: frame, version, checksum, then every row through its own migrations and
 * schema. Nothing of a faulty file is used. Rows of an older version come out in the current one; rows and kinds of a
 * newer app are set aside whole and travel on, and what was set aside as newer and can be read by now is taken in.
 * `formats` are others than the app's own only where a test plays a later version of it.
 */
export function decodeArchive(
  text: string,
  formats: Formats = RECORD_FORMATS,
): Outcome<DecodedArchive, BadArchive> {
  if (text.trim() === "") return refused({ code: "archive/empty" });
  if (text.length > MOST_BYTES)
    return refused({ code: "archive/too-large", megabytes: Math.round(text.length / 1_000_000) });
  const raw = isTooDeep(text) ? undefined : parsedJson(text);
  if (raw === undefined) return refused({ code: "archive/not-json" });
  if (typeof raw !== "object" || raw === null || !("format" in raw) || raw.format !== FORMAT)
    return refused({ code: "archive/foreign" });
  if ("formatVersion" in raw && typeof raw.formatVersion === "number" && raw.formatVersion > FORMAT_VERSION) {
    return refused({ code: "archive/newer", formatVersion: raw.formatVersion });
  }
  const framed = frame.safeParse(raw);
  if (!framed.success) return refused({ code: "archive/foreign" });
  const { content, exportedAt, checksum } = framed.data;
  const kinds = Object.keys((raw as unknown as { content: { records: object } }).content.records);
  if (kinds.length !== Object.keys(content.records).length) return refused({ code: "archive/foreign" });
  // Taken from what was read, before the schema's own copies: a key the frame dropped must not escape the sum.
  if (checksumOf((raw as { content?: unknown }).content) !== checksum)
    return refused({ code: "archive/damaged" });
  const isWhole = RECORD_KINDS.every((kind) => LATER_KINDS.has(kind) || Object.hasOwn(content.records, kind));
  if (!isWhole) return refused({ code: "archive/foreign" });

  const setAside: SetAside[] = Object.entries(content.records).flatMap(([kind, rows]) =>
    isKnown(kind) ? [] : rows.map((row) => ({ kind, reason: FROM_NEWER, raw: row })),
  );
  const waiting = new Map<string, unknown[]>();
  for (const row of content.setAside)
    if (
      row.reason === FROM_NEWER &&
      isKnown(row.kind) &&
      readRow(row.raw, formats[row.kind] as RecordFormat<unknown>).ok
    )
      waiting.set(row.kind, [...(waiting.get(row.kind) ?? []), row.raw]);
    else setAside.push(row);
  const records: Record<string, unknown[]> = {};
  for (const kind of RECORD_KINDS) {
    const rows = readRows(kind, formats, [...(content.records[kind] ?? []), ...(waiting.get(kind) ?? [])]);
    if (!rows.ok) return rows;
    records[kind] = rows.value.rows;
    setAside.push(...rows.value.newer.map((row) => ({ kind, reason: FROM_NEWER, raw: row })));
  }
  const read = records as unknown as ArchiveRecords;
  const stray = entryWithoutSubject(read, setAside);
  return stray ? refused(stray) : done({ exportedAt, records: read, setAside });
}

const isKnown = (kind: string): kind is RecordKind => Object.hasOwn(RECORD_FORMATS, kind);

function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

/** An archive is some ten levels deep; nesting without end would exhaust whoever walks it. */
const MOST_LEVELS = 64;
function isTooDeep(text: string): boolean {
  let level = 0;
  let isInText = false;
  for (let at = 0; at < text.length; at += 1) {
    const letter = text.charCodeAt(at);
    if (isInText) {
      if (letter === 92) at += 1;
      else if (letter === 34) isInText = false;
    } else if (letter === 34) isInText = true;
    else if (letter === 91 || letter === 123) {
      level += 1;
      if (level > MOST_LEVELS) return true;
    } else if (letter === 93 || letter === 125) level -= 1;
  }
  return false;
}

function readRows(
  kind: RecordKind,
  formats: Formats,
  raws: readonly unknown[],
): Outcome<{ readonly rows: unknown[]; readonly newer: unknown[] }, BadArchive> {
  const rows: unknown[] = [];
  const newer: unknown[] = [];
  const seen = new Set<string>();
  for (const [at, raw] of raws.entries()) {
    const row = readRow<{ rowId: string }>(raw, formats[kind]);
    if (!row.ok && row.problem.code === "record/from-the-future") newer.push(raw);
    else if (!row.ok)
      return refused({ code: "archive/bad-record", kind, number: at + 1, fault: sayFault(row.problem) });
    else if (seen.has(row.value.rowId))
      return refused({ code: "archive/twice", kind, rowId: row.value.rowId });
    else {
      seen.add(row.value.rowId);
      rows.push(row.value);
    }
  }
  return done({ rows, newer });
}

/** Where the subjects of entries are kept; those that have no records yet can only come from a newer app. */
const SUBJECT_RECORDS: Record<SubjectKind, RecordKind | undefined> = {
  bin: "bins",
  room: "rooms",
  batch: "batches",
  cellar: "cellars",
  bag: undefined,
  lot: "lots",
  tub: "tubs",
};

function entryWithoutSubject(records: ArchiveRecords, setAside: readonly SetAside[]): BadArchive | undefined {
  const aside = new Set(setAside.map(({ raw }) => idOf(raw)));
  const known = new Map<SubjectKind, ReadonlySet<string>>();
  for (const [of, kind] of Object.entries(SUBJECT_RECORDS) as [SubjectKind, RecordKind | undefined][])
    known.set(of, new Set(kind ? records[kind].map(({ id }) => id as string) : []));
  const at = records.entries.findIndex(
    ({ subject }) => !known.get(subject.kind)!.has(subject.id) && !aside.has(subject.id),
  );
  return at === -1
    ? undefined
    : { code: "archive/no-such-subject", number: at + 1, of: records.entries[at]!.subject.kind };
}

const idOf = (raw: unknown): unknown =>
  typeof raw === "object" && raw !== null && "id" in raw ? raw.id : undefined;
