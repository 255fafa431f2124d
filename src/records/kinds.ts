import type { Bin } from "./bin";
import { binFormat } from "./bin";
import type { Cellar } from "./cellar";
import { cellarFormat } from "./cellar";
import type { Entry } from "./entry";
import { entryFormat } from "./entry";
import type { Room } from "./room";
import { roomFormat } from "./room";
import type { Settings } from "./settings";
import { settingsFormat } from "./settings";

/** Every kind of record there is, under the name its table and its part of the archive bear. */
export interface Records {
  readonly cellars: Cellar;
  readonly rooms: Room;
  readonly bins: Bin;
  readonly entries: Entry;
  readonly settings: Settings;
}
export type RecordKind = keyof Records;
export type AnyRecord = Records[RecordKind];

export const RECORD_FORMATS = {
  cellars: cellarFormat,
  rooms: roomFormat,
  bins: binFormat,
  entries: entryFormat,
  settings: settingsFormat,
} as const;
export const RECORD_KINDS = Object.keys(RECORD_FORMATS) as RecordKind[];
