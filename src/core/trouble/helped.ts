import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { OpenTrouble } from "../bin/state";

/**
 * What was said to have helped the last time a trouble of the same first cause, or with a same sign, was here; undefined where nothing
 * was. `log`: a bin's entries as they count. Never throws.
 */
export function lastHelp(
  log: readonly Entry[],
  trouble: OpenTrouble,
): { readonly day: LocalDate; readonly helped: string } | undefined {
  const like = new Set<string>();
  for (const entry of log)
    if (entry.kind === "diagnosed" && entry.id !== trouble.entryId)
      if (entry.causes[0] === trouble.causes[0] || entry.signs.some((sign) => trouble.signs.includes(sign)))
        like.add(entry.id);
  for (const entry of log.toReversed())
    if (entry.kind === "followedUp" && entry.helped && like.has(entry.troubleId))
      return { day: entry.day, helped: entry.helped };
  return undefined;
}
