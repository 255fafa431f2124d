import type { Settings } from "@/records/settings";
import type { LocalDate } from "@/vocabulary/fields";

/** One bin of which everything is weighed from a day on, to learn something. */
export type Experiment = NonNullable<Settings["experiments"]>[number];

/** So many are remembered; the oldest that are over make room. */
const MOST = 40;

/** With one more, the newest first; of too many the oldest that are over go, and else the oldest. Never throws. */
export function begun(all: readonly Experiment[], one: Experiment): readonly Experiment[] {
  const next = [one, ...all];
  if (next.length <= MOST) return next;
  const gone = next.findLastIndex(({ until }) => until !== undefined);
  return next.filter((_, at) => at !== (gone > 0 ? gone : next.length - 1));
}

/** Those that run on a bin on a day. Never throws. */
export const runningOn = (
  all: readonly Experiment[] | undefined,
  binId: string,
  day: LocalDate,
): readonly Experiment[] =>
  (all ?? []).filter(
    (one) => one.binId === binId && one.from <= day && (one.until === undefined || one.until >= day),
  );
