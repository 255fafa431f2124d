import { deviceId, instant } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import type { RecordKind } from "@/records/kinds";
import { LATER_KINDS, RECORD_FORMATS, RECORD_KINDS } from "@/records/kinds";
import { readRow } from "@/records/row/migrate";
import type { ArchiveRecords, SetAside } from "./document";
import { checksumOf, FORMAT, FORMAT_VERSION, MOST_CHARACTERS } from "./document";

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
      readonly path: string;
      readonly message: string;
    }
  | { readonly code: "archive/from-the-future"; readonly kind: RecordKind; readonly number: number }
  | { readonly code: "archive/twice"; readonly kind: RecordKind; readonly rowId: string }
  | { readonly code: "archive/no-such-bin"; readonly number: number; readonly binId: string }
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
    records: z.strictObject(
      Object.fromEntries(
        RECORD_KINDS.map((kind) => [
          kind,
          LATER_KINDS.has(kind) ? z.array(z.unknown()).optional() : z.array(z.unknown()),
        ]),
      ) as unknown as Record<RecordKind, z.ZodOptional<z.ZodArray<z.ZodUnknown>>>,
    ),
    setAside: z.array(
      z.strictObject({ kind: z.string().max(40), reason: z.string().max(2_000), raw: z.unknown() }),
    ),
  }),
});

/**
 * Reads an archive whole or not at all: frame, version, checksum, then every row through its own migrations and
 * schema. Nothing of a faulty file is used. Rows of an older version come out in the current one.
 */
export function decodeArchive(text: string): Outcome<DecodedArchive, BadArchive> {
  if (text.trim() === "") return refused({ code: "archive/empty" });
  if (text.length > MOST_CHARACTERS)
    return refused({ code: "archive/too-large", megabytes: Math.round(text.length / 1_000_000) });
  const raw = parsedJson(text);
  if (raw === undefined) return refused({ code: "archive/not-json" });
  if (typeof raw !== "object" || raw === null || !("format" in raw) || raw.format !== FORMAT)
    return refused({ code: "archive/foreign" });
  if ("formatVersion" in raw && typeof raw.formatVersion === "number" && raw.formatVersion > FORMAT_VERSION) {
    return refused({ code: "archive/newer", formatVersion: raw.formatVersion });
  }
  const framed = frame.safeParse(raw);
  if (!framed.success) return refused({ code: "archive/foreign" });
  const { content, exportedAt, checksum } = framed.data;
  // Taken from what was read, before the schema's own copies: a key the frame dropped must not escape the sum.
  if (checksumOf((raw as { content?: unknown }).content) !== checksum)
    return refused({ code: "archive/damaged" });
  const records: Record<string, unknown[]> = {};
  for (const kind of RECORD_KINDS) {
    const rows = readRows(kind, content.records[kind] ?? []);
    if (!rows.ok) return rows;
    records[kind] = rows.value;
  }
  const read = records as unknown as ArchiveRecords;
  const stray = entryWithoutBin(read);
  return stray ? refused(stray) : done({ exportedAt, records: read, setAside: content.setAside });
}

/** A text made to exhaust the parser (nesting without end) fails like any other that is not JSON. */
function parsedJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

function readRows(kind: RecordKind, raws: readonly unknown[]): Outcome<unknown[], BadArchive> {
  const rows: unknown[] = [];
  const seen = new Set<string>();
  for (const [at, raw] of raws.entries()) {
    const row = readRow<{ rowId: string }>(raw, RECORD_FORMATS[kind]);
    if (!row.ok) {
      if (row.problem.code === "record/from-the-future")
        return refused({ code: "archive/from-the-future", kind, number: at + 1 });
      const fault = row.problem.code === "record/invalid" ? row.problem.faults[0] : undefined;
      return refused({
        code: "archive/bad-record",
        kind,
        number: at + 1,
        path: fault?.path ?? "",
        message: fault?.message ?? row.problem.code,
      });
    }
    if (seen.has(row.value.rowId)) return refused({ code: "archive/twice", kind, rowId: row.value.rowId });
    seen.add(row.value.rowId);
    rows.push(row.value);
  }
  return done(rows);
}

function entryWithoutBin(records: ArchiveRecords): BadArchive | undefined {
  const bins = new Set<string>(records.bins.map((bin) => bin.id));
  const at = records.entries.findIndex(
    (entry) => entry.subject.kind === "bin" && !bins.has(entry.subject.id),
  );
  return at === -1
    ? undefined
    : { code: "archive/no-such-bin", number: at + 1, binId: records.entries[at]!.subject.id };
}
