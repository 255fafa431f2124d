import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { UnitSystem } from "../quantity/format";
import type { Season } from "../water/usual";
import { seasonOf } from "../water/usual";
import { sayEntry } from "../words/entry";

/** What is looked for in what was written: words in any order, and a season of whatever year. */
export interface Sought {
  readonly text: string;
  readonly season?: Season;
  readonly isSouth?: boolean;
}
/** One entry found again, as it is said. */
export interface Found {
  readonly subjectId: string;
  readonly entryId: string;
  readonly day: LocalDate;
  readonly said: string;
  readonly note?: string;
}
export interface LookedBack {
  /** The newest first. */
  readonly found: readonly Found[];
  /** How many there are in all. */
  readonly count: number;
}

const MOST_SHOWN = 40;
const plain = (text: string): string =>
  text
    .toLowerCase()
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "");

/**
 * Entries that hold every word that is sought, in their note or in how they are said (foods, signs, deeds), the newest first. Without a
 * word only what bears a note or a trouble is found: all else is the log itself. Never throws. `entries`: as they count.
 */
export function lookBack(entries: readonly Entry[], sought: Sought, units: UnitSystem): LookedBack {
  const words = plain(sought.text).split(/\s+/).filter(Boolean);
  const found: Found[] = [];
  let count = 0;
  for (const entry of entries.toSorted((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : b.seq - a.seq))) {
    if (sought.season && seasonOf(entry.day, sought.isSouth) !== sought.season) continue;
    const isNoted = entry.note !== undefined || entry.kind === "noted" || entry.kind === "diagnosed";
    if (words.length === 0 && !isNoted) continue;
    const { verb, rest } = sayEntry(entry, units);
    const said = `${verb} ${rest}`.trim();
    const text = words.length > 0 ? plain(`${said} ${entry.note ?? ""}`) : "";
    if (!words.every((word) => text.includes(word))) continue;
    count += 1;
    if (found.length < MOST_SHOWN)
      found.push({
        subjectId: entry.subject.id,
        entryId: entry.id,
        day: entry.day,
        said,
        ...(entry.note === undefined ? {} : { note: entry.note }),
      });
  }
  return { found, count };
}
