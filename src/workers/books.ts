import type { AccountLine } from "@/core/reckon/accounts";
import { accountsOf } from "@/core/reckon/accounts";
import type { Books, KeptBooks } from "@/core/reckon/flows";
import { keptBooksOf, opened } from "@/core/reckon/flows";
import type { Entry } from "@/records/entry";

/** A bin's books and what its log says of hours and money: all that sums need, without the log. */
export interface Booked {
  readonly books: Books;
  readonly lines: readonly AccountLine[];
}
interface Packed {
  readonly books: KeptBooks;
  readonly lines: readonly AccountLine[];
}

const NO_BOOKS: KeptBooks = { flows: [], stands: [] };
/** The books of one log, as they are kept; of a bin that was folded already, those of that fold. A lot or the cellar has accounts only. */
export const packed = (
  rows: readonly Entry[],
  books: KeptBooks = rows[0]?.subject.kind === "bin" ? keptBooksOf(rows) : NO_BOOKS,
): string => JSON.stringify({ books, lines: accountsOf(rows) } satisfies Packed);

/** @throws SyntaxError where the text is none that `packed` made. */
export function unpacked(text: string): Booked {
  const { books, lines } = JSON.parse(text) as Packed;
  return { books: opened(books), lines };
}
