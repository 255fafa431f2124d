import { EMPTY_BIN } from "@/core/bin/state";
import type { FollowedKind, Told } from "@/core/fold/folds";
import { foldRows } from "@/core/fold/folds";
import type { BookedFold } from "@/core/reckon/flows";
import { bookedFold } from "@/core/reckon/flows";
import type { Digest, Tally } from "@/persistence/database";
import { upToOf } from "@/persistence/upTo";
import type { Entry } from "@/records/entry";
import { packed } from "./books";
import { booksFingerprint, booksUnder, fingerprintOf } from "./fingerprint";

const FOLLOWED: Partial<Record<Entry["subject"]["kind"], FollowedKind>> = {
  bin: "bins",
  batch: "batches",
  lot: "lots",
  tub: "tubs",
};

/** A log's state, and a bin's books out of the same fold. */
function folded(kind: FollowedKind, rows: readonly Entry[]): Told & { readonly fold?: BookedFold } {
  if (kind !== "bins") return foldRows(kind, rows);
  try {
    const fold = bookedFold(rows);
    return { state: fold.state, fold };
  } catch (cause) {
    return { state: EMPTY_BIN, fault: String(cause) };
  }
}

/**
 * States and books of the logs that are about to come into a cellar whole, made of the rows at hand: read back from the store
 * afterwards they would have to be judged once more, which takes four times as long. Gives what turns tallies into digests; a log that
 * had rows already is left out there, and folded when it is asked for. Never throws.
 */
export function foldedAhead(entries: readonly Entry[]): (tallies: readonly Tally[]) => readonly Digest[] {
  const logs = new Map<string, Entry[]>();
  for (const entry of entries) {
    const log = logs.get(entry.subject.id);
    if (log) log.push(entry);
    else logs.set(entry.subject.id, [entry]);
  }
  const made = new Map(
    [...logs].flatMap(([id, rows]) => {
      const kind = FOLLOWED[rows[0]!.subject.kind];
      const told = kind && folded(kind, rows);
      if (told?.fault !== undefined) return [];
      const books = packed(rows, rows.length, told?.fold);
      return [[id, { upTo: upToOf(rows, rows.length), kind, state: told?.state, books }] as const];
    }),
  );
  return (tallies) =>
    tallies.flatMap((tally): Digest[] => {
      const one = made.get(tally.subjectId);
      if (one?.upTo.rowCount !== tally.rowCount) return [];
      const { subjectId } = tally;
      const books = {
        subjectId: booksUnder(subjectId),
        fingerprint: booksFingerprint(tally),
        result: one.books,
      };
      return [
        ...(one.kind
          ? [
              {
                subjectId,
                fingerprint: fingerprintOf(one.kind, tally),
                result: one.state,
                brokenRows: 0,
                upTo: one.upTo,
              },
            ]
          : []),
        { ...books, brokenRows: 0 },
      ];
    });
}
