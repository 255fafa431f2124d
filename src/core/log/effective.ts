import type { Entry } from "@/records/entry";
import { present } from "@/records/row/row";

/**
 * The entries that count, in their order of effect: newest revision of each, deletions dropped, by day, seq, moment of
 * recording, id. The result does not depend on the order in which rows arrived.
 */
export const effectiveEntries = (rows: Iterable<Entry>): Entry[] => present(rows).sort(inOrderOfEffect);

function inOrderOfEffect(a: Entry, b: Entry): number {
  return compare(a.day, b.day) || a.seq - b.seq || compare(a.recordedAt, b.recordedAt) || compare(a.id, b.id);
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
