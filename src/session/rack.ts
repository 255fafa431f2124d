import type { BinToday } from "@/core/round/round";
import type { NewRow } from "@/persistence/write";
import type { Cellar } from "@/records/cellar";
import type { LocalDate } from "@/vocabulary/fields";
import type { FactAbout } from "@/records/entry/about";
import type { Author } from "./author";
import { newId, ofBin } from "./author";

/** A bin and the first entries of its log, all on its first day. */
export async function newBinRows(
  author: Author,
  name: string,
  firstDay: LocalDate,
  facts: readonly FactAbout<"bin">[],
  group?: string,
): Promise<{ readonly binId: string; readonly rows: readonly NewRow[] }> {
  const binId = newId();
  return {
    binId,
    rows: [
      author.first("bins", { name, firstDay, ...(group === undefined ? {} : { group }) }, binId),
      ...(await author.entries(ofBin(binId), firstDay, facts)),
    ],
  };
}

/** The cellar with these bins at the end of the walk; made when it is not there yet. */
export function walkedLast(
  author: Author,
  cellar: Cellar | undefined,
  bins: readonly BinToday[],
  added: readonly string[],
): NewRow {
  const walkingOrder = [...(cellar?.walkingOrder ?? bins.map(({ bin }) => bin.id)), ...added];
  return cellar
    ? author.revised("cellars", cellar, { walkingOrder })
    : author.first("cellars", { name: "My cellar", walkingOrder });
}
