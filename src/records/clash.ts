import type { AnyRecord, RecordKind } from "./kinds";

/** A fact that was told anew in two places from one telling; both changed the same lines, so that someone has to say. */
export interface Clashing {
  readonly kind: RecordKind;
  /** What both began with. */
  readonly base: AnyRecord;
  /** What is to be written: typed here just now, or brought in by a file. */
  readonly mine: AnyRecord;
  /** What stands here by now. */
  readonly standing: AnyRecord;
}
