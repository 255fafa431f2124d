import type { Batch } from "./batch";
import { batchFormat } from "./batch";
import type { Bin } from "./bin";
import { binFormat } from "./bin";
import type { Cellar } from "./cellar";
import { cellarFormat } from "./cellar";
import type { Entry } from "./entry";
import { entryFormat } from "./entry";
import type { OwnMaterial } from "./material";
import { ownMaterialFormat } from "./material";
import type { Plan } from "./plan";
import { planFormat } from "./plan";
import type { Room } from "./room";
import { roomFormat } from "./room";
import type { Settings } from "./settings";
import { settingsFormat } from "./settings";
import type { Timetable } from "./timetable";
import { timetableFormat } from "./timetable";

/** Every kind of record there is, under the name its table and its part of the archive bear. */
export interface Records {
  readonly cellars: Cellar;
  readonly rooms: Room;
  readonly bins: Bin;
  readonly entries: Entry;
  readonly settings: Settings;
  readonly materials: OwnMaterial;
  readonly batches: Batch;
  readonly plans: Plan;
  readonly timetables: Timetable;
}
export type RecordKind = keyof Records;
export type AnyRecord = Records[RecordKind];

export const RECORD_FORMATS = {
  cellars: cellarFormat,
  rooms: roomFormat,
  bins: binFormat,
  entries: entryFormat,
  settings: settingsFormat,
  materials: ownMaterialFormat,
  batches: batchFormat,
  plans: planFormat,
  timetables: timetableFormat,
} as const;
export const RECORD_KINDS = Object.keys(RECORD_FORMATS) as RecordKind[];

/** Kinds that came after the first archives were written: a file without them is whole. */
export const LATER_KINDS: ReadonlySet<RecordKind> = new Set(["materials", "batches", "plans", "timetables"]);
