import type { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { readRow } from "../row/migrate";
import type {
  amount,
  beddingPart,
  feedPart,
  herdAmount,
  holds,
  leftUndone,
  reading,
  SUBJECTS,
} from "./schema";
import { ENTRY_VERSION, entrySchema } from "./schema";

export { entrySchema, leftUndone as leftUndoneSchema, reading as readingSchema } from "./schema";
export type Entry = z.infer<typeof entrySchema>;
export type EntryKind = Entry["kind"];
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;
export type SubjectKind = (typeof SUBJECTS)[number];
export type Amount = z.infer<typeof amount>;
/** Worms weighed, or counted. */
export type HerdAmount = z.infer<typeof herdAmount>;
export type FeedPart = z.infer<typeof feedPart>;
export type BeddingPart = z.infer<typeof beddingPart>;
/** What stuff out of a bin is made of. */
export type Holds = z.infer<typeof holds>;
/** A deed that was proposed and not done, as it would be written. */
export type LeftUndone = z.infer<typeof leftUndone>;
export type Reading = z.infer<typeof reading>;
/** As it is written down, before a schema has seen it. */
export type EntryInput = z.input<typeof entrySchema>;

export const entryFormat: RecordFormat<Entry, EntryInput> = {
  current: ENTRY_VERSION,
  // What an earlier version could say the next says in the same words.
  steps: [
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
    (row) => row,
  ],
  schema: entrySchema,
};
export const readEntry = (raw: unknown) => readRow(raw, entryFormat);
