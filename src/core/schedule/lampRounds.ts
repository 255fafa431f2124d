/*
 * Harvest under a lamp: the worms flee the light, one scrapes off the top, waits, scrapes again. One pair of hands,
 * several tubs. All scrapes take equally long and so do all waits, which is a single machine with equal jobs in chains.
 */

export interface LampPlan {
  /** Scrapes each tub needs. */
  readonly scrapes: readonly number[];
  readonly waitMin: number;
  readonly scrapeMin: number;
}
export interface LampVisit {
  readonly startMin: number;
  /** From 1. */
  readonly tub: number;
  /** Which scrape of this tub it is, from 1. */
  readonly round: number;
}
export interface LampSchedule {
  readonly timeline: readonly LampVisit[];
  readonly totalMin: number;
  /** No schedule can be shorter. */
  readonly lowerBoundMin: number;
}

const EPSILON = 1e-9;
/** Up to here every order is weighed; beyond, the best found is given with its bound. */
const MOST_WEIGHED_SCRAPES = 12;

/** Scrapes that bring a pile down to what is left for the worms. */
export const scrapesFor = (depthCm: number, scrapeCm: number, leaveCm: number): number =>
  Math.max(0, Math.ceil((depthCm - leaveCm) / scrapeCm - EPSILON));

interface Moment {
  readonly atMin: number;
  readonly left: readonly number[];
  readonly readyMin: readonly number[];
}

/**
 * The shortest round: every tub is lit at minute 0, may be scraped `waitMin` later, and again `waitMin` after its last
 * scrape ended. Exact for up to 12 scrapes and wherever a rule of thumb meets the bound; otherwise the best found.
 */
export function lampSchedule(plan: LampPlan): LampSchedule {
  const lowerBoundMin = lowerBound(plan);
  const found = RULES.map((rule) => byRule(plan, rule));
  const best = found.reduce((one, other) => (total(plan, other) < total(plan, one) - EPSILON ? other : one));
  const scrapes = plan.scrapes.reduce((sum, one) => sum + one, 0);
  if (total(plan, best) <= lowerBoundMin + EPSILON || scrapes > MOST_WEIGHED_SCRAPES)
    return { timeline: best, totalMin: total(plan, best), lowerBoundMin };
  const exact = byWeighing(plan);
  return { timeline: exact, totalMin: total(plan, exact), lowerBoundMin: total(plan, exact) };
}

const start = ({ scrapes, waitMin }: LampPlan): Moment => ({
  atMin: 0,
  left: scrapes,
  readyMin: scrapes.map(() => waitMin),
});
const total = ({ scrapeMin }: LampPlan, timeline: readonly LampVisit[]): number =>
  timeline.length === 0 ? 0 : timeline.at(-1)!.startMin + scrapeMin;

/** The j-th scrape of a tub cannot begin before all its waits and scrapes before; all j-th and later ones need hands. */
function lowerBound({ scrapes, waitMin, scrapeMin }: LampPlan): number {
  const most = Math.max(0, ...scrapes);
  let bound = 0;
  for (let j = 1; j <= most; j += 1) {
    const later = scrapes.reduce((sum, count) => sum + Math.max(0, count - j + 1), 0);
    bound = Math.max(bound, waitMin + (j - 1) * (waitMin + scrapeMin) + later * scrapeMin);
  }
  return bound;
}

function scrape(plan: LampPlan, moment: Moment, tub: number): { moment: Moment; visit: LampVisit } {
  const startMin = Math.max(moment.atMin, moment.readyMin[tub]!);
  const endMin = startMin + plan.scrapeMin;
  return {
    moment: {
      atMin: endMin,
      left: moment.left.map((count, at) => (at === tub ? count - 1 : count)),
      readyMin: moment.readyMin.map((ready, at) => (at === tub ? endMin + plan.waitMin : ready)),
    },
    visit: { startMin, tub: tub + 1, round: plan.scrapes[tub]! - moment.left[tub]! + 1 },
  };
}

/** More scrapes left first, then the lower number. */
const byNeed = (moment: Moment) => (a: number, b: number) => moment.left[b]! - moment.left[a]! || a - b;
const open = (moment: Moment): number[] =>
  moment.left.flatMap((count, tub) => (count > 0 ? [tub] : [])).sort(byNeed(moment));

type Rule = (plan: LampPlan, moment: Moment) => number;
const RULES: readonly Rule[] = [
  // The neediest of those that are ready, or the first to become ready.
  (_, moment) => firstReady(moment, open(moment), 0),
  // As before, but waits a little for a needier one that is nearly ready.
  (plan, moment) => firstReady(moment, open(moment), plan.scrapeMin / 2),
  (plan, moment) => firstReady(moment, open(moment), plan.scrapeMin - EPSILON),
  // Longest ready first.
  (_, moment) =>
    open(moment).toSorted((a, b) => moment.readyMin[a]! - moment.readyMin[b]! || byNeed(moment)(a, b))[0]!,
];

function firstReady(moment: Moment, tubs: readonly number[], patienceMin: number): number {
  const earliest = Math.min(...tubs.map((tub) => Math.max(moment.atMin, moment.readyMin[tub]!)));
  return tubs.find(
    (tub) => Math.max(moment.atMin, moment.readyMin[tub]!) <= earliest + patienceMin + EPSILON,
  )!;
}

function byRule(plan: LampPlan, rule: Rule): LampVisit[] {
  let moment = start(plan);
  const timeline: LampVisit[] = [];
  while (moment.left.some((count) => count > 0)) {
    const next = scrape(plan, moment, rule(plan, moment));
    timeline.push(next.visit);
    moment = next.moment;
  }
  return timeline;
}

/** Every order that differs, each state met once: tubs with as much left and as long to wait are the same tub. */
function byWeighing(plan: LampPlan): LampVisit[] {
  const known = new Map<string, { readonly restMin: number; readonly tub: number }>();
  const keyOf = ({ atMin, left, readyMin }: Moment) =>
    left
      .flatMap((count, tub) =>
        count > 0 ? [`${count}:${Math.max(0, readyMin[tub]! - atMin).toFixed(6)}`] : [],
      )
      .sort()
      .join(" ");
  const restMin = (moment: Moment): number => {
    const tubs = open(moment);
    if (tubs.length === 0) return 0;
    const key = keyOf(moment);
    const held = known.get(key);
    if (held) return held.restMin;
    let best = Infinity;
    let chosen = tubs[0]!;
    for (const tub of tubs) {
      const next = scrape(plan, moment, tub).moment;
      const rest = next.atMin - moment.atMin + restMin(next);
      if (rest < best - EPSILON) {
        best = rest;
        chosen = tub;
      }
    }
    known.set(key, { restMin: best, tub: chosen });
    return best;
  };
  let moment = start(plan);
  const timeline: LampVisit[] = [];
  while (open(moment).length > 0) {
    // States are shared between alike tubs, so the tub is chosen anew here: the first, in order of need, that is best.
    const whole = restMin(moment);
    const tub = open(moment).find((candidate) => {
      const next = scrape(plan, moment, candidate).moment;
      return next.atMin - moment.atMin + restMin(next) <= whole + EPSILON;
    })!;
    const next = scrape(plan, moment, tub);
    timeline.push(next.visit);
    moment = next.moment;
  }
  return timeline;
}
