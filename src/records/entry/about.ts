import type { Given } from "../given";
import type { EntryInput, EntryKind, SubjectKind } from "./index";

/*
 * What may be written about which subject: one table. A fact about a subject that cannot have it does not compile; a
 * subject that has no log of its own yet has an empty line.
 */
export const ABOUT = {
  bin: [
    "stocked",
    "seeded",
    "bedded",
    "fed",
    "watered",
    "dosed",
    "looked",
    "turned",
    "covered",
    "drained",
    "weighed",
    "harvested",
    "removed",
    "received",
    "wormsTaken",
    "split",
    "tipped",
    "rotated",
    "advanced",
    "added",
    "emptied",
    "altered",
    "found",
    "diagnosed",
    "followedUp",
    "booked",
    "guarded",
    "rescue",
    "noted",
  ],
  batch: ["looked", "turned", "watered", "removed", "noted"],
  room: ["looked", "noted"],
  cellar: ["booked", "noted"],
  bag: [],
  lot: [
    "staged",
    "looked",
    "turned",
    "watered",
    "weighed",
    "sieved",
    "received",
    "bagged",
    "unbagged",
    "parted",
    "noted",
  ],
  tub: [
    "tubSet",
    "tubDue",
    "tubCleared",
    "tubCounted",
    "trayFilled",
    "thinned",
    "tubEnded",
    "wormsTaken",
    "bedded",
    "fed",
    "watered",
    "dosed",
    "looked",
    "noted",
  ],
} as const satisfies Record<SubjectKind, readonly EntryKind[]>;

/** What the app adds to a fact when it is written: whose row it is, whose log, which day, which place in the day. */
type Stored =
  | "schemaVersion"
  | "rowId"
  | "id"
  | "revision"
  | "recordedAt"
  | "deviceId"
  | "deleted"
  | "subject"
  | "day"
  | "seq";
/** A fact of a kind as a screen or a rule states it. */
export type FactOf<K extends EntryKind> = K extends EntryKind
  ? Given<Omit<Extract<EntryInput, { kind: K }>, Stored>>
  : never;
export type Fact = FactOf<EntryKind>;
export type FactAbout<S extends SubjectKind> = FactOf<(typeof ABOUT)[S][number]>;

export interface SubjectRef<S extends SubjectKind = SubjectKind> {
  readonly kind: S;
  readonly id: string;
}
