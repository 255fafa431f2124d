import * as Comlink from "comlink";
import type { Books } from "@/core/reckon/flows";
import { booksOf } from "@/core/reckon/flows";
import type { Reckoning } from "@/core/reckon/reckon";
import { reckon } from "@/core/reckon/reckon";
import { CellarDatabase } from "@/persistence/database";
import { readLog } from "@/persistence/read";
import type { LocalDate } from "@/vocabulary/fields";

/** Books read so far: another span of the same bins is then a matter of adding up. */
const books = new Map<string, Promise<Books>>();
let db: CellarDatabase | undefined;

/** Reads the logs of some bins out of the cellar's own store and reckons them, one reckoning for each group. */
const api = {
  reckon: async (
    database: string,
    groups: readonly (readonly string[])[],
    from: LocalDate,
    to: LocalDate,
  ): Promise<readonly Reckoning[]> => {
    const store = (db ??= new CellarDatabase(database));
    const booksFor = (binId: string): Promise<Books> => {
      const known = books.get(binId) ?? readLog(store, binId).then(({ rows }) => booksOf(rows));
      books.set(binId, known);
      return known;
    };
    return Promise.all(groups.map(async (ids) => reckon(await Promise.all(ids.map(booksFor)), from, to)));
  },
};
export type ReckonWorker = typeof api;

Comlink.expose(api);
