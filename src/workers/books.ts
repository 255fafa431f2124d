import type { AccountLine } from "@/core/reckon/accounts";
import { accountsOf } from "@/core/reckon/accounts";
import type { BinState } from "@/core/bin/state";
import type { BookedFold, Books, KeptBooks } from "@/core/reckon/flows";
import { bookedFold, NO_BOOKS, opened } from "@/core/reckon/flows";
import type { UpTo } from "@/persistence/upTo";
import { freshSince, upToOf } from "@/persistence/upTo";
import type { Entry } from "@/records/entry";

/** A bin's books and what its log says of hours and money: all that sums need, without the log. */
export interface Booked {
  readonly books: Books;
  readonly lines: () => readonly AccountLine[];
}
/**
 * As they are kept. What most sums ask for is numbers; what few ask for is text, which a store gives back in a tenth of the time that
 * its parts would take, and which is read when it is asked for.
 */
export interface Packed {
  readonly books: KeptBooks;
  /** `AccountLine[]`, as text. */
  readonly lines: string;
  /** `BinState` to grow from, as text: of a bin only, since a lot or the cellar has accounts only. */
  readonly state?: string;
  readonly upTo: UpTo;
}

/** The books of one whole log, as they are kept. `rowCount`: of all its rows, those that cannot be read among them. */
export function packed(rows: readonly Entry[], rowCount: number, fold?: BookedFold): Packed {
  const made = rows[0]?.subject.kind === "bin" ? (fold ?? bookedFold(rows)) : undefined;
  return {
    books: made?.books ?? NO_BOOKS,
    lines: JSON.stringify(accountsOf(rows)),
    ...(made ? { state: JSON.stringify(made.state) } : {}),
    upTo: upToOf(rows, rowCount),
  };
}
export const unpacked = ({ books, lines }: Packed): Booked => ({
  books: opened(books),
  lines: () => JSON.parse(lines) as readonly AccountLine[],
});

/**
 * Kept books with what was written since, where all of that is new and later: a correction, a deletion or a line of an earlier day has
 * the whole log read again (undefined). `rowsFrom` reads a log from a day on, `rowCount` counts all its rows.
 * @throws What `rowsFrom` throws.
 */
export async function grown(
  { books, lines, state, upTo: known }: Packed,
  rowCount: number,
  rowsFrom: (day: string) => Promise<readonly Entry[]>,
): Promise<Packed | undefined> {
  if (state === undefined || rowCount <= known.rowCount) return undefined;
  const fresh = freshSince(known, rowCount, await rowsFrom(known.day));
  if (!fresh) return undefined;
  const fold = bookedFold(fresh, { state: JSON.parse(state) as BinState, books });
  const more = accountsOf(fresh);
  return {
    books: fold.books,
    lines: more.length === 0 ? lines : JSON.stringify([...(JSON.parse(lines) as AccountLine[]), ...more]),
    state: JSON.stringify(fold.state),
    upTo: upToOf(fresh, rowCount, known),
  };
}
