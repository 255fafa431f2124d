import type { AnyRecord, RecordKind } from "@/records/kinds";
import { RECORDS } from "@/records/kinds";
import { dayAndMonth } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { sayEntry } from "./entry";

/** Any record named in a few words: an entry by what was done and when, all else by what it is and is called. */
export function sayRecord(kind: RecordKind, record: AnyRecord, units: UnitSystem): string {
  if ("subject" in record) {
    const { verb, rest } = sayEntry(record, units);
    return `${`${verb} ${rest}`.trim()}, ${dayAndMonth(record.day)} ${record.day.slice(0, 4)}`;
  }
  const { called } = RECORDS[kind];
  return "name" in record && typeof record.name === "string" ? `${called} ${record.name}` : called;
}
