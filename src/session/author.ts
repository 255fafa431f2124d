import { namesMaterials, withOwnValues } from "@/core/log/ownValues";
import type { OwnMaterial } from "@/records/material";
import { present } from "@/records/row/row";
import type { BesideTyped } from "@/core/log/beside";
import { besideIn, NOTHING_BESIDE } from "@/core/log/beside";
import type { FactAbout, SubjectRef } from "@/records/entry/about";
import type { Given } from "@/records/given";
import type { SubjectKind } from "@/records/entry";
import { RECORD_FORMATS } from "@/records/kinds";
import type { Formats, Inputs, RecordKind, Records } from "@/records/kinds";
import type { LocalDate } from "@/vocabulary/fields";
import type { CellarDatabase } from "@/persistence/database";
import type { NewRow, NewRowOf, Stamp } from "@/persistence/write";
import { isStoreGone, standingOf } from "@/persistence/write";
import { nanoid } from "nanoid";
import { nextInstant } from "./clock";

export const newId = (): string => nanoid(16);
export const stamp: Stamp = { newId, now: nextInstant };

/** What the app adds to every row. */
type Head = "schemaVersion" | "rowId" | "revision" | "recordedAt" | "deviceId" | "deleted";
/** What a record states, without its head and, where the app names it, its id. */
export type Facts<K extends RecordKind> = Given<Omit<Inputs[K], Head | "id">>;
export type Changes<K extends RecordKind> = Partial<Facts<K>> & { readonly deleted?: boolean | undefined };
type OrGone<T> = { readonly [K in keyof T]: T[K] | undefined };

/** Makes the rows a screen wants written: ids, revisions, versions, order within the day. */
export interface Author {
  readonly deviceId: string;
  /** Entries about one subject on one day, in order after whatever that day holds already. */
  readonly entries: <S extends SubjectKind>(
    subject: SubjectRef<S>,
    day: LocalDate,
    facts: readonly FactAbout<S>[],
  ) => Promise<NewRow[]>;
  readonly first: <K extends Exclude<RecordKind, "entries">>(
    kind: K,
    facts: Facts<K>,
    id?: string,
  ) => NewRowOf<K>;
  /** What stands of a fact on the disk now, which a screen may not have been told yet; `row` where none is kept. */
  readonly standing: <K extends RecordKind>(kind: K, row: Records[K]) => Promise<Records[K]>;
  /**
   * A correction of what was seen as `row`, or a deletion when `deleted` is among the changes; what is undefined goes.
   * Only what it changes is written, onto whatever stands by then (`write`).
   */
  readonly revised: <K extends RecordKind>(kind: K, row: Records[K], changes: OrGone<Changes<K>>) => NewRow;
}

/** `formats` are others than the app's own only where a test plays a later version of it. */
export function authorFor(db: CellarDatabase, deviceId: string, formats: Formats = RECORD_FORMATS): Author {
  const head = (kind: RecordKind) => ({
    schemaVersion: formats[kind].current,
    rowId: newId(),
    recordedAt: nextInstant(),
    deviceId,
  });
  // The rows are put together from typed facts; TypeScript cannot follow a spread over all kinds at once.
  const rowOf = <K extends RecordKind>(kind: K, row: object) => ({ kind, row }) as NewRowOf<K>;
  return {
    deviceId,
    entries: async (subject, day, facts) => {
      // A store that is gone cannot be written either, and that is said then.
      const sameDay = await db.entries
        .where("[subject.id+day]")
        .equals([subject.id, day])
        .toArray()
        .catch((cause: unknown) => {
          if (isStoreGone(cause)) return [];
          throw cause;
        });
      // Whatever door they come through, materials of the keeper's own bear the keeper's own values.
      const own = facts.some(namesMaterials)
        ? present(await db.table<OwnMaterial>("materials").toArray())
        : [];
      const from = sameDay.reduce((most, entry) => Math.max(most, entry.seq), 0) + 1;
      return facts.map((one, at) =>
        rowOf("entries", {
          ...head("entries"),
          id: newId(),
          revision: 1,
          subject,
          day,
          seq: from + at,
          ...withOwnValues(one, own),
        }),
      );
    },
    first: (kind, facts, id = newId()) => rowOf(kind, { ...head(kind), id, revision: 1, ...facts }),
    standing: async <K extends RecordKind>(kind: K, row: Records[K]) => {
      return (await standingOf(db, kind, row.id)) ?? row;
    },
    revised: (kind, row, changes) => {
      const told = Object.entries({ ...row, ...changes }).filter(([, value]) => value !== undefined);
      const next = { ...Object.fromEntries(told), ...head(kind), revision: row.revision + 1 };
      return { ...rowOf<RecordKind>(kind, next), onto: row } as NewRow;
    },
  };
}

/** A whole telling in place of another, as changes: what it does not name goes. */
export const instead = <R extends object>(row: R, told: R): OrGone<R> => ({
  ...(Object.fromEntries(Object.keys(row).map((key) => [key, undefined])) as OrGone<R>),
  ...told,
});

/** Of a bin's log: the subject most entries are about. */
export const ofBin = (id: string): SubjectRef<"bin"> => ({ kind: "bin", id });

/** The rows of one deed in every log it touches: one act where there are several, a note with the first of the bin it was done at, who did it with all. */
export async function actRows(
  author: Author,
  day: LocalDate,
  lines: readonly { readonly binId: string; readonly fact: FactAbout<"bin"> }[],
  beside?: BesideTyped & { readonly binId: string },
  /** Where it touches more than bins: the act all of it belongs to. */
  actId?: string,
): Promise<NewRow[]> {
  const act = lines.length > 1 || actId !== undefined ? { actId: actId ?? newId() } : {};
  const { note, helper } = besideIn(beside ?? NOTHING_BESIDE);
  const rows = await Promise.all(
    [...new Set(lines.map(({ binId }) => binId))].map((id) =>
      author.entries(
        ofBin(id),
        day,
        lines
          .filter(({ binId }) => binId === id)
          .map(({ fact }, at) => ({
            ...fact,
            ...act,
            ...(helper === undefined ? {} : { helper }),
            ...(note !== undefined && at === 0 && id === beside?.binId ? { note } : {}),
          })),
      ),
    ),
  );
  return rows.flat();
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
