import type { Outcome } from "@/vocabulary/outcome";
import { refused } from "@/vocabulary/outcome";
import { RECORD_KINDS } from "@/records/kinds";
import { readRow } from "@/records/row/migrate";
import type { AnyRecord } from "@/records/kinds";
import type { CellarDatabase } from "./database";
import type { BrokenRow } from "./read";
import type { WriteProblem } from "./write";
import { addRows, settled } from "./write";

export type RepairProblem =
  | WriteProblem
  | { readonly code: "repair/not-json" }
  | { readonly code: "repair/still-broken"; readonly path: string; readonly message: string };

/**
 * Puts a mended row in the place of one that could not be read. The broken one is set aside whole, so this is the one
 * place where a stored row is replaced, and still nothing is lost.
 */
export async function repair(
  db: CellarDatabase,
  broken: BrokenRow,
  mended: string,
): Promise<Outcome<void, RepairProblem>> {
  let raw: unknown;
  try {
    raw = JSON.parse(mended);
  } catch {
    return refused({ code: "repair/not-json" });
  }
  const read = readRow<AnyRecord>(raw, db.formats.records[broken.kind]);
  if (!read.ok) {
    const fault = read.problem.code === "record/invalid" ? read.problem.faults[0] : undefined;
    return refused({
      code: "repair/still-broken",
      path: fault?.path ?? "",
      message: fault?.message ?? read.problem.code,
    });
  }
  return settled(() =>
    db.transaction("rw", [...RECORD_KINDS, "tallies", "setAside", "digests"], async () => {
      await db.table(broken.kind).delete(broken.rowId);
      await db.setAside.add({
        kind: broken.kind,
        reason: "mended by hand; this is what it was",
        raw: broken.raw,
      });
      await addRows(db, [{ kind: broken.kind, row: read.value }]);
    }),
  );
}
