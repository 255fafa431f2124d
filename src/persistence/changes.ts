import Dexie from "dexie";
import type { CellarDatabase, Change } from "./database";

/** What is sought among the changes of this device: all of it must hold. */
export interface SoughtChange {
  /** In small letters; each must stand somewhere in what the change is called. */
  readonly words: readonly string[];
  /** It wrote in the log of this subject, or of the subject itself. */
  readonly subjectId?: string;
  /** Of the moment it was made at. */
  readonly isOn?: (at: string) => boolean;
}

/** Changes that fit, the newest first, `most` of them, and whether there are more. */
export async function findChanges(
  db: CellarDatabase,
  most: number,
  { words, subjectId, isOn }: SoughtChange,
): Promise<{ readonly changes: readonly Change[]; readonly isMore: boolean }> {
  const ofSubject =
    subjectId === undefined
      ? undefined
      : new Set(
          await db.entries
            .where("[subject.id+day]")
            .between([subjectId, Dexie.minKey], [subjectId, Dexie.maxKey])
            .primaryKeys(),
        );
  const fits = ({ label, at, rows, isImport }: Change): boolean => {
    const said = label.toLowerCase();
    return (
      words.every((word) => said.includes(word)) &&
      (isOn?.(at) ?? true) &&
      // What an import wrote stands apart: it may be of any bin.
      (!ofSubject ||
        isImport === true ||
        (rows ?? []).some(({ rowId, id }) => ofSubject.has(rowId) || id === subjectId))
    );
  };
  const found = await db.changes
    .orderBy("no")
    .reverse()
    .filter(fits)
    .limit(most + 1)
    .toArray();
  return { changes: found.slice(0, most), isMore: found.length > most };
}
