import type { StatedFact } from "@/core/bin/beyond";
import { isBeyondReason } from "@/core/bin/beyond";
import { binVolumeL } from "@/core/bin/system";
import type { NewRow } from "@/persistence/write";
import type { BinSetup } from "@/records/setup";
import type { BeyondFact } from "./questions";

export interface NamedBin {
  readonly name: string;
  readonly setup: BinSetup;
}
/** Entries that state far more than their bin holds, but for those that did before and were kept so. */
export const beyondReason = (
  rows: readonly NewRow[],
  binOf: (id: string) => NamedBin | undefined,
): readonly BeyondFact[] =>
  rows.flatMap((one): BeyondFact[] => {
    if (one.kind !== "entries" || one.row.deleted || one.row.subject.kind !== "bin") return [];
    const bin = binOf(one.row.subject.id);
    const isNew = !one.onto || (bin && !isBeyondReason(one.onto, bin.setup));
    return bin && isNew && isBeyondReason(one.row as StatedFact, bin.setup)
      ? [{ row: one.row, binName: bin.name, holdsL: binVolumeL(bin.setup) }]
      : [];
  });
