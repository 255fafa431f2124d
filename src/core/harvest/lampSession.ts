import { median } from "./median";

/** One tub or heap under the lamp. Moments are ms since 1970. */
export interface LampTub {
  readonly id: string;
  readonly name: string;
  /** Scrapes it needs until the last layer, which stays with the worms. */
  readonly layers: number;
  readonly litAt: number;
  readonly scrapedAt: readonly number[];
}
/** A round of scraping under way: everything in moments, so that it runs on through a reload or a locked phone. */
export interface LampSession {
  readonly tubs: readonly LampTub[];
  readonly waitMs: number;
}

/** How long a scrape takes until the keeper's own pace is known. Judgement. */
const FIRST_PACE_MS = 4 * 60_000;
const PACES_KEPT = 8;
/** A pause, a telephone call: no pace. */
const LONGEST_SCRAPE_MS = 20 * 60_000;

export const layersLeft = ({ layers, scrapedAt }: LampTub): number => Math.max(0, layers - scrapedAt.length);
/** The moment a tub may be scraped again. */
export const readyAt = ({ litAt, scrapedAt }: LampTub, waitMs: number): number =>
  (scrapedAt.at(-1) ?? litAt) + waitMs;

/** The tub to go to next: of those that are ready the one with most left, else the first to become ready. */
export function nextTub({ tubs, waitMs }: LampSession, now: number): LampTub | undefined {
  const open = tubs.filter((tub) => layersLeft(tub) > 0);
  const ready = open.filter((tub) => readyAt(tub, waitMs) <= now);
  const most = (some: readonly LampTub[]) =>
    some.reduce<LampTub | undefined>(
      (best, tub) => (best === undefined || layersLeft(tub) > layersLeft(best) ? tub : best),
      undefined,
    );
  if (ready.length > 0) return most(ready);
  const earliest = Math.min(...open.map((tub) => readyAt(tub, waitMs)));
  return most(open.filter((tub) => readyAt(tub, waitMs) === earliest));
}

const changed = (session: LampSession, id: string, change: (tub: LampTub) => LampTub): LampSession => ({
  ...session,
  tubs: session.tubs.map((tub) => (tub.id === id ? change(tub) : tub)),
});
/** A layer off a tub; nothing where none is left. */
export const scraped = (session: LampSession, id: string, at: number): LampSession =>
  changed(session, id, (tub) =>
    layersLeft(tub) > 0
      ? { ...tub, scrapedAt: [...tub.scrapedAt, Math.max(at, tub.scrapedAt.at(-1) ?? 0)] }
      : tub,
  );
/** The newest scrape of all taken back. */
export function takenBack(session: LampSession): LampSession {
  const last = Math.max(...session.tubs.flatMap(({ scrapedAt }) => scrapedAt.at(-1) ?? -Infinity));
  const tub = session.tubs.find(({ scrapedAt }) => scrapedAt.at(-1) === last);
  return tub
    ? changed(session, tub.id, (one) => ({ ...one, scrapedAt: one.scrapedAt.slice(0, -1) }))
    : session;
}
/** Another layer after all, or none any more: the worms have gone down as far as they will. */
export const withLayers = (session: LampSession, id: string, layers: number): LampSession =>
  changed(session, id, (tub) => ({ ...tub, layers: Math.max(tub.scrapedAt.length, layers) }));

/** How long this keeper takes to scrape a tub, ms: the median of scrapes that followed one another without a wait. */
export function paceMs({ tubs, waitMs }: LampSession): number {
  const all = tubs
    .flatMap((tub) =>
      tub.scrapedAt.map((at, nth) => ({ at, ready: (tub.scrapedAt[nth - 1] ?? tub.litAt) + waitMs })),
    )
    .toSorted((a, b) => a.at - b.at);
  const own = all.slice(1).flatMap(({ at, ready }, before) => {
    const took = at - Math.max(all[before]!.at, ready);
    return took > 0 && took <= LONGEST_SCRAPE_MS ? [took] : [];
  });
  return median(own.slice(-PACES_KEPT)) ?? FIRST_PACE_MS;
}

export interface LampRest {
  readonly scrapes: number;
  /** When all would be done, one pair of hands going on at this pace. */
  readonly doneAt: number;
}
/** What is left to do from now on, by going from tub to tub as `nextTub` calls them. */
export function restOf(session: LampSession, now: number): LampRest {
  const pace = paceMs(session);
  const scrapes = session.tubs.reduce((sum, tub) => sum + layersLeft(tub), 0);
  let doneAt = now;
  let going = session;
  for (let left = scrapes; left > 0; left -= 1) {
    const tub = nextTub(going, doneAt)!;
    doneAt = Math.max(doneAt, readyAt(tub, session.waitMs)) + pace;
    going = scraped(going, tub.id, doneAt);
  }
  return { scrapes, doneAt };
}
