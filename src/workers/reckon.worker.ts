import type { Accounts } from "@/core/reckon/accounts";
import { accounts } from "@/core/reckon/accounts";
import type { Compared, ComparedBy } from "@/core/reckon/compare";
import { compare } from "@/core/reckon/compare";
import type { Course } from "@/core/reckon/course";
import { courseOf } from "@/core/reckon/course";
import type { Entry } from "@/records/entry";
import type { Books } from "@/core/reckon/flows";
import type { Reckoning } from "@/core/reckon/reckon";
import { reckon } from "@/core/reckon/reckon";
import type { GoneSpans } from "@/core/round/daysToGone";
import { goneSpans } from "@/core/round/daysToGone";
import type { UnitSystem } from "@/core/quantity/format";
import type { LookedBack, Sought } from "@/core/round/lookBack";
import { lookBack } from "@/core/round/lookBack";
import type { SeasonBack } from "@/core/round/yearBack";
import { yearBack } from "@/core/round/yearBack";
import { setupAfter } from "@/core/bin/setupAfter";
import { effectiveEntries } from "@/core/log/effective";
import type { CellarDatabase, Digest } from "@/persistence/database";
import { readingCellar } from "@/persistence/database";
import { readLog } from "@/persistence/read";
import type { LocalDate } from "@/vocabulary/fields";
import type { Booked, Packed } from "./books";
import { grown, packed, unpacked } from "./books";
import { BOOKS_OF_NOW, booksFingerprint, booksUnder } from "./fingerprint";
import { offer } from "./desk";

/** What was opened and read so far, by subject, and of which state of its log. */
const booked = new Map<string, { readonly by: string; readonly known: Promise<Booked> }>();
const logs = new Map<string, { readonly by: string; readonly rows: Promise<readonly Entry[]> }>();
let db: CellarDatabase | undefined;
const opens = (database: string): CellarDatabase => (db ??= readingCellar(database));

/** What each log is by its tally: another one, and what was made of it is made anew; and how many rows it has. */
interface LogNow {
  readonly by: string;
  readonly rowCount: number;
}
async function logsNow(store: CellarDatabase, ids: readonly string[]): Promise<readonly LogNow[]> {
  const tallies = await store.tallies.bulkGet([...ids]);
  return tallies.map((tally) => ({ by: booksFingerprint(tally), rowCount: tally?.rowCount ?? 0 }));
}
/** A log out of the store, anew when rows came to it since. */
function logOf(store: CellarDatabase, id: string, by: string): Promise<readonly Entry[]> {
  const before = logs.get(id);
  if (before?.by === by) return before.rows;
  const rows = readLog(store, id).then((log) => log.rows);
  logs.set(id, { by, rows });
  return rows;
}

/**
 * Books of these subjects: opened before, kept in the store, or made of their logs and kept. Two who ask at once share the work: what
 * is under way is known before anything is waited for.
 */
async function bookedOf(database: string, ids: readonly string[]): Promise<readonly Booked[]> {
  const store = opens(database);
  const own = [...new Set(ids)];
  const now = await logsNow(store, own);
  const stale = own.flatMap((id, nth) => (booked.get(id)?.by === now[nth]!.by ? [] : [{ id, ...now[nth]! }]));
  const kept = store.digests.bulkGet(stale.map(({ id }) => booksUnder(id)));
  const fresh: { readonly id: string; readonly is: string; readonly made: Packed }[] = [];
  stale.forEach(({ id, by, rowCount }, nth) => {
    const known = async () => {
      const digest = (await kept)[nth];
      const before = digest?.fingerprint.startsWith(BOOKS_OF_NOW) ? (digest.result as Packed) : undefined;
      if (before && digest?.fingerprint === by) return before;
      const made = await madeOf(store, id, { by, rowCount }, before);
      fresh.push({ id, is: by, made });
      return made;
    };
    const one = { by, known: known().then(unpacked) };
    booked.set(id, one);
    // What could not be read is tried again by the next who asks.
    one.known.catch(() => booked.get(id) === one && booked.delete(id));
  });
  const all = await Promise.all(ids.map((id) => booked.get(id)!.known));
  // Whoever asked has the answer first: to write books takes as long as to read them.
  if (fresh.length > 0) setTimeout(() => keep(store, fresh));
  return all;
}
/** In one go. A store that takes no more loses time the next time, and nothing else. */
function keep(
  store: CellarDatabase,
  fresh: readonly { readonly id: string; readonly is: string; readonly made: Packed }[],
): void {
  const digests = fresh.map(({ id, is, made }): Digest => ({
    subjectId: booksUnder(id),
    fingerprint: is,
    result: made,
    brokenRows: 0,
  }));
  void store.digests.bulkPut(digests).catch(() => undefined);
}

/** What was kept, grown by what was written since where that is all there is to it, else made of the whole log. */
async function madeOf(
  store: CellarDatabase,
  id: string,
  { by, rowCount }: LogNow,
  before: Packed | undefined,
): Promise<Packed> {
  const longer =
    before &&
    (await grown(before, rowCount, async (day) => (await readLog(store, id, day)).rows).catch(
      () => undefined,
    ));
  return longer ?? packed(await logOf(store, id, by), rowCount);
}
const booksFor = async (database: string, ids: readonly string[]): Promise<readonly Books[]> =>
  (await bookedOf(database, ids)).map(({ books }) => books);

async function rowsOf(database: string, ids: readonly string[]): Promise<readonly (readonly Entry[])[]> {
  const store = opens(database);
  const now = await logsNow(store, ids);
  return Promise.all(ids.map((id, nth) => logOf(store, id, now[nth]!.by)));
}
const entriesOf = async (database: string, ids: readonly string[]): Promise<Entry[]> =>
  (await rowsOf(database, ids)).flatMap((rows) => effectiveEntries(rows));

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
  ): Promise<readonly Reckoning[]> => {
    const ids = [...new Set(groups.flat())];
    const all = new Map((await booksFor(database, ids)).map((books, nth) => [ids[nth], books]));
    return groups.map((group) =>
      reckon(
        group.map((id) => all.get(id)!),
        from,
        to,
      ),
    );
  },
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
    const lines = (await bookedOf(database, subjectIds)).flatMap((one) => one.lines());
    return accounts(lines, from, to);
  },
  /** How long each food, so prepared, took to be gone in these bins, meal by meal; the oftenest first. */
  gone: async (database: string, binIds: readonly string[]): Promise<readonly GoneSpans[]> => {
    const all = new Map<string, GoneSpans>();
    for (const rows of await rowsOf(database, binIds)) {
      const entries = effectiveEntries(rows);
      for (const one of goneSpans(entries, entries.reduce(setupAfter, undefined))) {
        const key = `${one.materialId} ${one.preparation}`;
        all.set(key, { ...one, spans: [...(all.get(key)?.spans ?? []), ...one.spans] });
      }
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
  course: async (
    database: string,
    binId: string,
    until: LocalDate,
    since?: LocalDate,
  ): Promise<Course | undefined> => {
    const [[rows], [books]] = await Promise.all([rowsOf(database, [binId]), booksFor(database, [binId])]);
    return courseOf(rows!, books!, until, since);
  },
};
export type ReckonWorker = typeof api;

offer(api);
