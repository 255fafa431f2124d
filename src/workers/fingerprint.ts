import type { FollowedKind } from "@/core/fold/folds";
import { BOOKS_BY, FOLD_VERSIONS, SCRIPT_BY } from "@/core/stored/versions";
import type { Climate } from "@/records/room";
import type { Tally } from "@/persistence/database";

const rowsAs = (tally: Tally | undefined): string => `${tally?.rowCount ?? 0}:${tally?.lastRowId ?? ""}`;

/** What names a state that was folded as it is folded now, of whichever rows. */
export const foldOfNow = (kind: FollowedKind): string => `${FOLD_VERSIONS[kind]}:`;
/** Names the log a stored state was folded from, and by which fold. Never throws. */
export const fingerprintOf = (kind: FollowedKind, tally: Tally | undefined): string =>
  `${foldOfNow(kind)}${rowsAs(tally)}`;

/** Books are kept beside the states of the subjects; what is found under this name is of theirs alone. */
export const booksUnder = (id: string): string => `books/${id}`;
/** What names books that were made as they are made now, of whichever rows. */
export const BOOKS_OF_NOW = `${BOOKS_BY}/${FOLD_VERSIONS.bins}/`;
/** Names the log that books were made of, and by what. Never throws. */
export const booksFingerprint = (tally: Tally | undefined): string => `${BOOKS_OF_NOW}${rowsAs(tally)}`;

/** Names what a script was made of, and by what: a log, by the fingerprint of its state, and the climates of all rooms. Never throws. */
export const scriptRestsOn = (log: string, climates: Readonly<Record<string, Climate>>): string =>
  JSON.stringify([SCRIPT_BY, log, Object.entries(climates).toSorted(([a], [b]) => (a < b ? -1 : 1))]);
