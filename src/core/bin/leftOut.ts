import type { Entry, EntryOf, LeftUndone } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";

/** What was proposed at the last lifting of the lid and not done since. */
export interface LeftOut {
  readonly day: LocalDate;
  readonly visitId?: string;
  readonly items: readonly LeftOutItem[];
}
export interface LeftOutItem {
  readonly say: string;
  /** As it would be written; without it, it is a deed that asks more. */
  readonly deed?: LeftUndone;
}

/** What a lifting of the lid left out, `undefined` where it left out nothing. Never throws. */
export function leftOutAt({ day, visitId, leftOut, leftOutAs }: EntryOf<"looked">): LeftOut | undefined {
  if (!leftOut || leftOut.length === 0) return undefined;
  return {
    day,
    ...(visitId === undefined ? {} : { visitId }),
    items: leftOut.map((say, at) => ({ say, ...(leftOutAs?.[at] ? { deed: leftOutAs[at] } : {}) })),
  };
}

/** What is still left out once an entry came: whatever is of the same kind, there or anywhere, is done. Never throws. */
export function stillLeftOut(before: LeftOut | undefined, entry: Entry): LeftOut | undefined {
  if (!before || (before.visitId !== undefined && entry.visitId === before.visitId)) return before;
  const items = before.items.filter(({ deed }) => !deed || !answers(entry, deed));
  return items.length === before.items.length
    ? before
    : items.length === 0
      ? undefined
      : { ...before, items };
}

const answers = (entry: Entry, deed: LeftUndone): boolean =>
  entry.kind === deed.kind &&
  (deed.compartment === undefined ||
    entry.compartment === undefined ||
    entry.compartment === deed.compartment) &&
  (deed.kind !== "bedded" || entry.kind !== "bedded" || Boolean(entry.isCover) === Boolean(deed.isCover)) &&
  (deed.kind !== "dosed" || entry.kind !== "dosed" || entry.materialId === deed.materialId);
