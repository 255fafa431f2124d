import { EMPTY_BIN } from "@/core/bin/state";
import type { FollowedKind, Told } from "@/core/fold/folds";
import { foldRows } from "@/core/fold/folds";
import type { BookedFold } from "@/core/reckon/flows";
import { bookedFold } from "@/core/reckon/flows";
import { effectiveEntries } from "@/core/log/effective";
import { scriptOf } from "@/core/twin/log/script";
import type { Digest, Standing } from "@/persistence/database";
import type { KeptOf } from "@/persistence/importing";
import { upToOf } from "@/persistence/upTo";
import type { Entry } from "@/records/entry";
import type { Room } from "@/records/room";
import { packed } from "./books";
import { booksFingerprint, booksUnder, fingerprintOf, scriptRestsOn } from "./fingerprint";

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
 * States, books and scripts of the logs that are about to come into a cellar whole, made of the rows at hand: read back from the store
 * afterwards they would have to be judged once more, which takes four times as long. `rooms`: all that the cellar then has. Gives what
 * turns tallies into what is kept; a log that had rows already is left out there, and folded when it is asked for. Never throws.
 */
export function foldedAhead(entries: readonly Entry[], rooms: readonly Room[]): KeptOf {
  const climates = Object.fromEntries(rooms.map(({ id, climate }) => [id as string, climate]));
  const logs = new Map<string, Entry[]>();
  for (const entry of entries) {
    const log = logs.get(entry.subject.id);
    if (log) log.push(entry);
    else logs.set(entry.subject.id, [entry]);
  }
  const made = [...logs].flatMap(([subjectId, rows]) => {
    const kind = FOLLOWED[rows[0]!.subject.kind];
    const told = kind && folded(kind, rows);
    if (told?.fault !== undefined) return [];
    const books = packed(rows, rows.length, told?.fold);
    const script =
      kind === "bins"
        ? (JSON.stringify(scriptOf(effectiveEntries(rows), climates)) as string | undefined)
        : undefined;
    return [{ subjectId, kind, state: told?.state, books, script, upTo: upToOf(rows, rows.length) }];
  });
  return (tallies) => {
    const tallyOf = new Map(tallies.map((tally) => [tally.subjectId, tally]));
    const whole = made.flatMap((one) => {
      const tally = tallyOf.get(one.subjectId);
      return tally?.rowCount === one.upTo.rowCount ? [{ ...one, tally }] : [];
    });
    return {
      digests: whole.flatMap(({ subjectId, kind, state, books, upTo, tally }): Digest[] => [
        ...(kind
          ? [{ subjectId, fingerprint: fingerprintOf(kind, tally), result: state, brokenRows: 0, upTo }]
          : []),
        {
          subjectId: booksUnder(subjectId),
          fingerprint: booksFingerprint(tally),
          result: books,
          brokenRows: 0,
        },
      ]),
      standings: whole.flatMap(({ subjectId, script, tally }): Standing[] =>
        script
          ? [{ subjectId, snapshots: [], script, of: scriptRestsOn(fingerprintOf("bins", tally), climates) }]
          : [],
      ),
    };
  };
}
