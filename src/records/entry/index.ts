import type { z } from "@/vocabulary/z";
import type { RecordFormat } from "../row/migrate";
import { readRow } from "../row/migrate";
import type { amount, beddingPart, feedPart, reading } from "./v1";
import { entryV1 } from "./v1";

export const entrySchema = entryV1;
export type Entry = z.infer<typeof entrySchema>;
export type EntryKind = Entry["kind"];
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;
export type Amount = z.infer<typeof amount>;
export type FeedPart = z.infer<typeof feedPart>;
export type BeddingPart = z.infer<typeof beddingPart>;
export type Reading = z.infer<typeof reading>;

export const entryFormat: RecordFormat<Entry> = { current: 1, steps: [], schema: entrySchema };
export const readEntry = (raw: unknown) => readRow(raw, entryFormat);
