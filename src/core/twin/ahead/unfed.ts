import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";

/** One question about the days to come, asked at the dawn of each. */
export interface Watcher<Found> {
  /** Looks at a day, today first, and says whether it has to see another. */
  readonly wantsMore: (ensemble: Ensemble, inDays: number) => boolean;
  readonly found: () => Found;
}

/**
 * The bin left alone from today on, walked through once for all who ask: until none wants more, or for `mostDays`. The
 * ensemble itself is not changed. Never throws.
 */
export function watchUnfed(
  ensemble: Ensemble,
  mostDays: number,
  watchers: readonly Watcher<unknown>[],
): void {
  const one = copied(ensemble);
  let asking = [...watchers];
  for (let day = 0; day <= mostDays; day += 1) {
    asking = asking.filter((watcher) => watcher.wantsMore(one, day));
    if (asking.length === 0 || day === mostDays) return;
    passDay(one);
  }
}

/** `watchUnfed` for one question alone. */
export function watchedUnfed<Found>(ensemble: Ensemble, mostDays: number, watcher: Watcher<Found>): Found {
  watchUnfed(ensemble, mostDays, [watcher]);
  return watcher.found();
}
