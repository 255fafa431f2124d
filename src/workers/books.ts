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
interface Packed {
  /** Of a bin only: a lot or the cellar has accounts only. */
  readonly fold?: BookedFold;
  readonly lines: readonly AccountLine[];
  readonly upTo: UpTo;
}
const NOTHING: BookedFold["books"] = { flows: [], stands: [] };

/** The books of one whole log, as they are kept. `rowCount`: of all its rows, those that cannot be read among them. */
export function packed(rows: readonly Entry[], rowCount: number, fold?: BookedFold): string {
  const isBin = rows[0]?.subject.kind === "bin";
  return JSON.stringify({
    ...(isBin ? { fold: fold ?? bookedFold(rows) } : {}),
    lines: accountsOf(rows),
    upTo: upToOf(rows, rowCount),
  } satisfies Packed);
}

/** @throws SyntaxError where the text is none that `packed` made. */
export function unpacked(text: string): Booked {
  const { fold, lines } = JSON.parse(text) as Packed;
  return { books: opened(fold?.books ?? NOTHING), lines };
}

/**
 * Kept books with what was written since, where all of that is new and later: a correction, a deletion or a line of an earlier day has
 * the whole log read again (undefined). `rowsFrom` reads a log from a day on, `rowCount` counts all its rows.
 * @throws SyntaxError where the text is none that `packed` made; what `rowsFrom` throws.
 */
export async function grown(
  text: string,
  rowCount: number,
  rowsFrom: (day: string) => Promise<readonly Entry[]>,
): Promise<string | undefined> {
  const { fold, lines, upTo: known } = JSON.parse(text) as Packed;
  if (!fold || rowCount <= known.rowCount) return undefined;
  const fresh = freshSince(known, rowCount, await rowsFrom(known.day));
  if (!fresh) return undefined;
  return JSON.stringify({
    fold: bookedFold(fresh, fold),
    lines: [...lines, ...accountsOf(fresh)],
    upTo: upToOf(fresh, rowCount, known),
  } satisfies Packed);
}
