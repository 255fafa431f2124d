import * as Comlink from "comlink";
import type { AccountLine, Accounts } from "@/core/reckon/accounts";
import { accounts, accountsOf } from "@/core/reckon/accounts";
import type { Compared, ComparedBy } from "@/core/reckon/compare";
import { compare } from "@/core/reckon/compare";
import type { Course } from "@/core/reckon/course";
import { courseOf } from "@/core/reckon/course";
import type { Entry } from "@/records/entry";
import type { Books } from "@/core/reckon/flows";
import { booksOf } from "@/core/reckon/flows";
import type { Reckoning } from "@/core/reckon/reckon";
import { reckon } from "@/core/reckon/reckon";
import type { GoneSpans } from "@/core/round/daysToGone";
import { goneSpans } from "@/core/round/daysToGone";
import type { UnitSystem } from "@/core/quantity/format";
import type { LookedBack, Sought } from "@/core/round/lookBack";
import { lookBack } from "@/core/round/lookBack";
import type { SeasonBack } from "@/core/round/yearBack";
import { yearBack } from "@/core/round/yearBack";
import { replay } from "@/core/bin/replay";
import { effectiveEntries } from "@/core/log/effective";
import { CellarDatabase } from "@/persistence/database";
import { readLog } from "@/persistence/read";
import type { LocalDate } from "@/vocabulary/fields";

/** What was read so far: another span of the same bins is then a matter of adding up. */
interface Known {
  readonly rows: readonly Entry[];
  readonly books: Books;
  readonly lines: readonly AccountLine[];
}
const known = new Map<string, { readonly tally: string; readonly read: Promise<Known> }>();
let db: CellarDatabase | undefined;
/** A log out of the store, in books, anew when rows came to it since; a lot or the cellar has accounts only. */
async function read(database: string, subjectId: string): Promise<Known> {
  const store = (db ??= new CellarDatabase(database));
  const { rowCount = 0, lastRowId = "" } = (await store.tallies.get(subjectId)) ?? {};
  const tally = `${rowCount}/${lastRowId}`;
  const before = known.get(subjectId);
  if (before?.tally === tally) return before.read;
  const fresh = readLog(store, subjectId).then(({ rows }) => ({
    rows,
    books: rows[0]?.subject.kind === "bin" ? booksOf(rows) : NO_BOOKS,
    lines: accountsOf(rows),
  }));
  known.set(subjectId, { tally, read: fresh });
  return fresh;
}
const NO_BOOKS: Books = { flows: [], standingAt: () => 0 };
const booksFor = async (database: string, ids: readonly string[]): Promise<readonly Books[]> =>
  (await Promise.all(ids.map((id) => read(database, id)))).map(({ books }) => books);

const entriesOf = async (database: string, ids: readonly string[]): Promise<Entry[]> =>
  (await Promise.all(ids.map((id) => read(database, id)))).flatMap(({ rows }) => effectiveEntries(rows));

export interface ComparedGroup {
  readonly binIds: readonly string[];
  readonly areaM2: number;
}

/** Reads the logs of some bins out of the cellar's own store and reckons them, one reckoning for each group. */
const api = {
  reckon: async (
    database: string,
    groups: readonly (readonly string[])[],
    from: LocalDate,
    to: LocalDate,
  ): Promise<readonly Reckoning[]> =>
    Promise.all(groups.map(async (ids) => reckon(await booksFor(database, ids), from, to))),
  compare: async (
    database: string,
    [a, b]: readonly [ComparedGroup, ComparedGroup],
    by: ComparedBy,
    from: LocalDate,
    to: LocalDate,
  ): Promise<Compared> => {
    const side = async ({ binIds, areaM2 }: ComparedGroup) => ({
      books: await booksFor(database, binIds),
      areaM2,
    });
    return compare(await side(a), await side(b), by, from, to);
  },
  /** Hours and money of bins, lots and the cellar. */
  accounts: async (
    database: string,
    subjectIds: readonly string[],
    from: LocalDate,
    to: LocalDate,
  ): Promise<Accounts> => {
    const all = await Promise.all(subjectIds.map((id) => read(database, id)));
    return accounts(
      all.flatMap(({ lines }) => lines),
      from,
      to,
    );
  },
  /** How long each food, so prepared, took to be gone in these bins, meal by meal; the oftenest first. */
  gone: async (database: string, binIds: readonly string[]): Promise<readonly GoneSpans[]> => {
    const all = new Map<string, GoneSpans>();
    for (const { rows } of await Promise.all(binIds.map((id) => read(database, id))))
      for (const one of goneSpans(effectiveEntries(rows), replay(rows).setup)) {
        const key = `${one.materialId} ${one.preparation}`;
        all.set(key, { ...one, spans: [...(all.get(key)?.spans ?? []), ...one.spans] });
      }
    return [...all.values()].toSorted((a, b) => b.spans.length - a.spans.length);
  },
  /** The last year by season, all of these bins together. */
  seasons: async (
    database: string,
    binIds: readonly string[],
    today: LocalDate,
    isSouth: boolean,
  ): Promise<readonly SeasonBack[]> => yearBack(await entriesOf(database, binIds), today, isSouth),
  /** What was written about these bins, found again. */
  lookBack: async (
    database: string,
    binIds: readonly string[],
    sought: Sought,
    units: UnitSystem,
  ): Promise<LookedBack> => lookBack(await entriesOf(database, binIds), sought, units),
  course: async (database: string, binId: string, today: LocalDate): Promise<Course | undefined> => {
    const { rows, books } = await read(database, binId);
    return courseOf(rows, books, today);
  },
};
export type ReckonWorker = typeof api;

Comlink.expose(api);
