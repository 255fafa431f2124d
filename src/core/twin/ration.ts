import type { Ensemble } from "./ensemble";
import { copied, leftAt, sleep } from "./ensemble";
import { weightsOf } from "./learn";
import type { MealKind } from "./meal";
import { give } from "./meal";
import { chanceThat, quantiles } from "./quantiles";
import { fedIndex, heatLimitC, isInTrouble } from "./readDay";
import { foodOf, liveOf, markerGiven, markerLeft } from "./state";

const MOST_TROUBLE = 0.1;
const STEPS = 16;

export interface RationQuestion {
  readonly meal: MealKind;
  /** Days to the next visit. */
  readonly days: number;
  /** Where it would go, and how many places take turns. */
  readonly place: number;
  readonly places: number;
  /** The last ration that left at most a little and smelled well, wet kg. */
  readonly wentWellKg?: number | undefined;
  readonly capKg?: number | undefined;
}
export interface RationAnswer {
  readonly kg: number;
  /** What keeps it from being more. */
  readonly limit: "trouble" | "piling-up" | "not-finished" | "as-asked" | "cannot";
  /** Chance of trouble with it, over the next four weeks at this pace. */
  readonly trouble: number;
  /** Days this preparation needs here however little is given. */
  readonly clearsInDays: number;
}

/**
 * The largest meal that does not pile up, is finished by the next visit where that can be asked, and keeps the chance of
 * trouble at or below one in ten, given again and again at this pace for at least four weeks. Bisection over sixteen steps;
 * every alternative on the same ensemble with the same chance. Source: process model 11, Amount.
 */
export function largestRation(ensemble: Ensemble, question: RationQuestion): RationAnswer {
  const { meal, days, place, places, wentWellKg, capKg } = question;
  const weights = weightsOf(ensemble);
  const live = Float64Array.from(ensemble.lines, (line) => line.reduce((sum, s) => sum + liveOf(s), 0));
  const w50 = quantiles(live, weights, [0.5])[0]!;
  const most = Math.min(
    w50 * days,
    wentWellKg === undefined ? Infinity : 1500 * wentWellKg,
    capKg === undefined ? Infinity : 1000 * capKg,
  );
  const clearsInDays = clearingTime(ensemble, meal, 0.05 * w50 * days, place);
  const tried = new Map<number, Trial>();
  const trial = (step: number): Trial => {
    const known = tried.get(step);
    if (known) return known;
    const fresh = tryRation(ensemble, weights, meal, (most * step) / STEPS, {
      days,
      place,
      places,
      clearsInDays,
    });
    tried.set(step, fresh);
    return fresh;
  };
  if (most <= 0) return { kg: 0, limit: "as-asked", trouble: 0, clearsInDays };
  if (trial(0).fault === "trouble")
    return { kg: 0, limit: "cannot", trouble: trial(0).trouble, clearsInDays };
  let low = 0;
  let high = STEPS + 1;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (trial(middle).fault) high = middle;
    else low = middle;
  }
  if (low > 1 && trial(low - 1).fault) low -= 2;
  const limit = high > STEPS ? "as-asked" : (trial(high).fault ?? "as-asked");
  return {
    kg: (most * Math.max(0, low)) / STEPS / 1000,
    limit,
    trouble: trial(Math.max(0, low)).trouble,
    clearsInDays,
  };
}

interface Trial {
  readonly fault?: "trouble" | "piling-up" | "not-finished";
  readonly trouble: number;
}

function tryRation(
  ensemble: Ensemble,
  weights: Float64Array,
  meal: MealKind,
  g: number,
  {
    days,
    place,
    places,
    clearsInDays,
  }: { days: number; place: number; places: number; clearsInDays: number },
): Trial {
  const one = copied(ensemble);
  const { size, lines } = one;
  const fed = fedIndex(one);
  const limitC = heatLimitC(one);
  const start = one.day;
  const whole = days * Math.ceil(28 / days);
  const early = days * Math.ceil(14 / days);
  const trouble = new Float64Array(size);
  const standing = new Float64Array(size);
  const left = new Float64Array(size);
  const mostTrouble = () => chanceThat(trouble, weights, (value) => value > 0);
  let notFinished = 0;
  let at = place;
  for (let day = 0; day <= whole; day += 1) {
    if (day === early)
      lines.forEach((line, member) => (standing[member] = line.reduce((sum, s) => sum + foodOf(s), 0)));
    if (day === days && days >= clearsInDays) {
      lines.forEach((line, member) => (left[member] = leftAt(line[fed]!, one.marks[fed]!, place)));
      notFinished = chanceThat(left, weights, (value) => value > 0.35);
      if (notFinished > 0.3) return { fault: "not-finished", trouble: mostTrouble() };
    }
    if (day === whole) break;
    if (g > 0 && day % days === 0) {
      give(one, meal, g, at, `trial ${start + day}`);
      at = (at % places) + 1;
    }
    sleep(one);
    for (let member = 0; member < size; member += 1)
      if (trouble[member] === 0 && isInTrouble(lines[member]!, limitC)) trouble[member] = 1;
    if (mostTrouble() > MOST_TROUBLE) return { fault: "trouble", trouble: mostTrouble() };
  }
  const piles = new Float64Array(size);
  lines.forEach((line, member) => {
    const food = line.reduce((sum, s) => sum + foodOf(s), 0);
    piles[member] = food > 1.25 * standing[member]! + 20 ? 1 : 0;
  });
  return {
    trouble: mostTrouble(),
    ...(chanceThat(piles, weights, (value) => value > 0) > 0.3 ? { fault: "piling-up" as const } : {}),
  };
}

/** First day on which a small meal is surely gone but for a third: the time this preparation needs in this bin. */
function clearingTime(ensemble: Ensemble, meal: MealKind, g: number, place: number): number {
  const one = copied(ensemble);
  const fed = fedIndex(one);
  const weights = weightsOf(one);
  const start = one.day;
  give(one, meal, Math.max(1, g), place, `trial ${start}`);
  const slot = one.marks[fed]!.findLastIndex((mark) => mark.day === start && mark.place === place);
  const left = new Float64Array(one.size);
  for (let day = 1; day <= 28; day += 1) {
    sleep(one);
    one.lines.forEach((line, member) => {
      left[member] = markerLeft(line[fed]!, slot) / Math.max(1e-9, markerGiven(line[fed]!, slot));
    });
    if (chanceThat(left, weights, (value) => value > 0.35) <= 0.1) return day;
  }
  return 28;
}
