import { MENDED } from "@/archive/document";
import type { Outcome } from "@/vocabulary/outcome";
import { refused } from "@/vocabulary/outcome";
import type { AnyRecord } from "@/records/kinds";
import { RECORD_KINDS } from "@/records/kinds";
import { readRow } from "@/records/row/migrate";
import { sayFault } from "@/records/words";
import type { CellarDatabase } from "./database";
import type { BrokenRow } from "./read";
import type { Stamp, WriteProblem } from "./write";
import { addRows, settled } from "./write";

export type RepairProblem =
  | WriteProblem
  | { readonly code: "repair/not-json" }
  | { readonly code: "repair/still-broken"; readonly fault: string };

/**
 * Puts a mended row in the place of one that could not be read. The broken one is set aside whole, so nothing is lost.
 * The mended one is a further telling of its fact, under a row of its own: where the fact is sound elsewhere, in a
 * backup or on another device, the two merge like any correction.
 */
export async function repair(
  db: CellarDatabase,
  broken: BrokenRow,
  mended: string,
  stamp: Stamp,
): Promise<Outcome<void, RepairProblem>> {
  let raw: unknown;
  try {
    raw = JSON.parse(mended) as unknown;
  } catch {
    return refused({ code: "repair/not-json" });
  }
  const read = readRow<AnyRecord>(raw, db.formats.records[broken.kind]);
  if (!read.ok) return refused({ code: "repair/still-broken", fault: sayFault(read.problem) });
  const row = {
    ...read.value,
    rowId: stamp.newId(),
    revision: read.value.revision + 1,
    recordedAt: stamp.now(),
  } as AnyRecord;
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "setAside", "digests"], async () => {
      await db.table(broken.kind).delete(broken.rowId);
      await db.setAside.add({ kind: broken.kind, reason: MENDED, raw: broken.raw });
      await addRows(db, [{ kind: broken.kind, row }]);
    }),
  );
}
