import type { z } from "@/vocabulary/z";
import { batchFormat } from "./batch";
import { binFormat } from "./bin";
import { cellarFormat } from "./cellar";
import { entryFormat } from "./entry";
import { lotFormat } from "./lot";
import { ownMaterialFormat } from "./material";
import { orderFormat } from "./order";
import { planFormat } from "./plan";
import { roomFormat } from "./room";
import type { RecordFormat } from "./row/migrate";
import { settingsFormat } from "./settings";
import { timetableFormat } from "./timetable";
import { tubFormat } from "./tub";

/*
 * Every kind of record is registered here, once: under the name its table and its part of the archive bear. All else
 * (tables, archive, merging, the frame every screen has) walks this list.
 */

interface Registered<R, I> {
  readonly format: RecordFormat<R, I>;
  /** Version of the store that brought its table. A file from before that is whole without it. */
  readonly since: number;
  /** Indexes of its table beside the row's own id and the fact's. */
  readonly indexes?: string;
  /** How one of them is called in a sentence. */
  readonly called: string;
  /** `one` or `many` of them are at hand on every screen; a `log` is read by its subject. */
  readonly held: "one" | "many" | "log";
}
const registered = <R, I, H extends "one" | "many" | "log">(
  one: Registered<R, I> & { readonly held: H },
): Registered<R, I> & { readonly held: H } => one;

export const RECORDS = {
  cellars: registered({ format: cellarFormat, since: 1, called: "cellar", held: "one" }),
  rooms: registered({ format: roomFormat, since: 1, called: "room", held: "many" }),
  bins: registered({ format: binFormat, since: 1, called: "bin", held: "many" }),
  entries: registered({
    format: entryFormat,
    since: 1,
    indexes: "[subject.id+day]",
    called: "log entry",
    held: "log",
  }),
  settings: registered({ format: settingsFormat, since: 1, called: "setting", held: "one" }),
  materials: registered({ format: ownMaterialFormat, since: 2, called: "own material", held: "many" }),
  batches: registered({ format: batchFormat, since: 2, called: "batch", held: "many" }),
  plans: registered({ format: planFormat, since: 2, called: "plan", held: "many" }),
  timetables: registered({ format: timetableFormat, since: 2, called: "timetable", held: "many" }),
  lots: registered({ format: lotFormat, since: 4, called: "lot of castings", held: "many" }),
  tubs: registered({ format: tubFormat, since: 5, called: "breeding tub", held: "many" }),
  orders: registered({ format: orderFormat, since: 6, called: "order for worms", held: "many" }),
};

export type RecordKind = keyof typeof RECORDS;
type SchemaOf<K extends RecordKind> = (typeof RECORDS)[K]["format"]["schema"];
export type Records = { readonly [K in RecordKind]: z.infer<SchemaOf<K>> };
/** A record as it is written down, before its schema has seen it. */
export type Inputs = { readonly [K in RecordKind]: z.input<SchemaOf<K>> };
export type AnyRecord = Records[RecordKind];
export type HeldAs<H> = { [K in RecordKind]: (typeof RECORDS)[K]["held"] extends H ? K : never }[RecordKind];

export const RECORD_KINDS = Object.keys(RECORDS) as RecordKind[];
export type Formats = { readonly [K in RecordKind]: RecordFormat<Records[K], Inputs[K]> };
export const RECORD_FORMATS = Object.fromEntries(
  RECORD_KINDS.map((kind) => [kind, RECORDS[kind].format]),
) as unknown as Formats;

/** Kinds that came after the first archives were written: a file without them is whole. */
export const LATER_KINDS: ReadonlySet<RecordKind> = new Set(
  RECORD_KINDS.filter((kind) => RECORDS[kind].since > 1),
);
