import type { RecordKind, Records } from "@/records/kinds";
import type { LocalDate } from "@/vocabulary/fields";
import type { CellarDatabase } from "@/persistence/database";
import type { NewRow, Stamp } from "@/persistence/write";
import { nanoid } from "nanoid";
import { nextInstant } from "./clock";

export const newId = (): string => nanoid(16);
export const stamp: Stamp = { newId, now: nextInstant };

/** Makes the rows a screen wants written: ids, revisions, order within the day. */
export interface Author {
  readonly deviceId: string;
  /** Entries of one bin on one day, in order after whatever that day holds already. */
  readonly entries: (
    binId: string,
    day: LocalDate,
    facts: readonly Record<string, unknown>[],
  ) => Promise<NewRow[]>;
  readonly first: <K extends RecordKind>(kind: K, facts: Record<string, unknown>) => NewRow;
  /** A correction, or a deletion when `deleted` is among the changes. */
  readonly revised: <K extends RecordKind>(
    kind: K,
    row: Records[K],
    changes: Record<string, unknown>,
  ) => NewRow;
}

export function authorFor(db: CellarDatabase, deviceId: string): Author {
  const head = () => ({ schemaVersion: 1, rowId: newId(), recordedAt: nextInstant(), deviceId });
  return {
    deviceId,
    entries: async (binId, day, facts) => {
      const sameDay = await db.entries.where("[subject.id+day]").equals([binId, day]).toArray();
      const from = sameDay.reduce((most, entry) => Math.max(most, entry.seq), 0) + 1;
      return facts.map((one, at) => ({
        kind: "entries",
        row: {
          ...head(),
          id: newId(),
          revision: 1,
          subject: { kind: "bin", id: binId },
          day,
          seq: from + at,
          ...one,
        },
      }));
    },
    first: (kind, facts) => ({ kind, row: { ...head(), id: newId(), revision: 1, ...facts } }),
    revised: (kind, row, changes) => ({
      kind,
      row: { ...row, ...changes, ...head(), revision: row.revision + 1 },
    }),
  };
}

/** The id this device signs its rows with; made once. */
export async function deviceIdOf(db: CellarDatabase): Promise<string> {
  return db.transaction("rw", db.device, async () => {
    const held = await db.device.get("deviceId");
    if (held) return held.value;
    const value = newId();
    await db.device.put({ key: "deviceId", value });
    return value;
  });
}
