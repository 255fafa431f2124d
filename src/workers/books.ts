import type { AccountLine } from "@/core/reckon/accounts";
import { accountsOf } from "@/core/reckon/accounts";
import type { BookedFold, Books } from "@/core/reckon/flows";
import { bookedFold, opened } from "@/core/reckon/flows";
import type { UpTo } from "@/persistence/upTo";
import { freshSince, upToOf } from "@/persistence/upTo";
import type { Entry } from "@/records/entry";

/** A bin's books and what its log says of hours and money: all that sums need, without the log. */
export interface Booked {
  readonly books: Books;
  readonly lines: readonly AccountLine[];
}
/** As they are kept: written as text, which is read back in a tenth of the time that a copy of the parts takes. */
export interface Packed {
  /** Of a bin only: a lot or the cellar has accounts only. */
  readonly fold?: BookedFold;
  readonly lines: readonly AccountLine[];
  readonly upTo: UpTo;
}
const NOTHING: BookedFold["books"] = { flows: [], stands: [] };

/** The books of one whole log, as they are kept. `rowCount`: of all its rows, those that cannot be read among them. */
export function packed(rows: readonly Entry[], rowCount: number, fold?: BookedFold): Packed {
  const isBin = rows[0]?.subject.kind === "bin";
  return {
    ...(isBin ? { fold: fold ?? bookedFold(rows) } : {}),
    lines: accountsOf(rows),
    upTo: upToOf(rows, rowCount),
  };
}
export const asText = (kept: Packed): string => JSON.stringify(kept);
/** What was kept; undefined where it is no text that `asText` made. Never throws. */
export function ofText(text: unknown): Packed | undefined {
  if (typeof text !== "string") return undefined;
  try {
    return JSON.parse(text) as Packed;
  } catch {
    return undefined;
  }
}

export const unpacked = ({ fold, lines }: Packed): Booked => ({
  books: opened(fold?.books ?? NOTHING),
  lines,
});

/**
 * Kept books with what was written since, where all of that is new and later: a correction, a deletion or a line of an earlier day has
 * the whole log read again (undefined). `rowsFrom` reads a log from a day on, `rowCount` counts all its rows.
 * @throws What `rowsFrom` throws.
 */
export async function grown(
  { fold, lines, upTo: known }: Packed,
  rowCount: number,
  rowsFrom: (day: string) => Promise<readonly Entry[]>,
): Promise<Packed | undefined> {
  if (!fold || rowCount <= known.rowCount) return undefined;
  const fresh = freshSince(known, rowCount, await rowsFrom(known.day));
  if (!fresh) return undefined;
  return {
    fold: bookedFold(fresh, fold),
    lines: [...lines, ...accountsOf(fresh)],
    upTo: upToOf(fresh, rowCount, known),
  };
}
