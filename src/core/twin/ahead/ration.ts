import type { RationLimit } from "@/core/expectation/expectation";
import type { Ensemble } from "../ensemble/ensemble";
import { copied } from "../ensemble/ensemble";
import { passDay } from "../ensemble/passDay";
import { weightsOf } from "../learning/learn";
import type { MealKind } from "./meal";
import { give } from "./meal";
import { chanceThat, quantiles } from "../learning/quantiles";
import { heatLimitC, isInTrouble } from "../learning/readDay";
import { fedAt } from "../engine/twinBin";
import type { TroubleUnfed } from "./leftAlone";
import { troubleWatch } from "./leftAlone";
import { thinned } from "./thinned";
import { watchedUnfed } from "./unfed";
import { foodOf, liveOf, markerGiven, markerLeft } from "../engine/state";

const MOST_TROUBLE = 0.1;
const MOST_PILING = 0.3;
/** Of the herd's mass a day: a small meal. */
const SMALL = 0.05;
const STEPS = 16;

export interface RationQuestion {
  readonly meal: MealKind;
  /** Days to the next visit. */
  readonly days: number;
  /** Where it would go, and how many places take turns. */
  readonly place: number;
  readonly places: number;
  /** More than this is not asked of it: what the keeper's own meals speak for, given what a small meal is here, kg. */
  readonly mostKg?: ((smallKg: number) => number) | undefined;
  /** Chance of trouble if nothing is given, where that is known already. */
  readonly unfed?: TroubleUnfed | undefined;
  /** Chance that the bed overheats within days by itself: so much less is given. */
  readonly heatSoon?: number;
}
export interface RationAnswer {
  readonly kg: number;
  /** What keeps it from being more. */
  readonly limit: RationLimit;
  /** Chance of trouble with it, over the next four weeks at this pace, beyond the heat that comes unfed. */
  readonly trouble: number;
  /** Days this preparation needs here however little is given. */
  readonly clearsInDays: number;
  /** No more was asked of it: the bed would bear it, and what the keeper's own meals speak for is less. */
  readonly isAsked?: boolean;
  /** A small meal for this herd and these days, kg. */
  readonly smallKg: number;
}

/** Days a pace is tried for: whole rounds of it, four weeks at least. */
export const trialDays = (days: number): number => days * Math.ceil(28 / days);

/** Members that find about where the limit lies; all of them then say where it is. */
const SCOUTS = 40;

/**
 * The largest meal that does not pile up, is finished by the next visit where that can be asked, and keeps the chance of
 * trouble at or below one in ten beyond the heat that comes unfed, given again and again at this pace for at least four weeks. In sixteen steps: bisected
 * on a few members drawn by weight, then decided on all of them from there; every alternative with the same chance.
 * Never throws. Source: process model 11, Amount.
 */
export function largestRation(ensemble: Ensemble, question: RationQuestion): RationAnswer {
  const { meal, days, place } = question;
  const weights = weightsOf(ensemble);
  const live = Float64Array.from(ensemble.lines, (line) => line.reduce((sum, s) => sum + liveOf(s), 0));
  const w50 = quantiles(live, weights, [0.5])[0]!;
  const small = SMALL * w50 * days;
  const clearsInDays = clearingTime(ensemble, meal, small, place);
  const smallKg = small / 1000;
  const most = Math.min(w50 * days, 1000 * (question.mostKg?.(smallKg) ?? Infinity));
  if (most <= 0) return { kg: 0, limit: "herd", trouble: 0, clearsInDays, smallKg };
  const unfed =
    question.unfed ?? watchedUnfed(ensemble, trialDays(days), troubleWatch(ensemble, trialDays(days)));
  // Hunger cures sour air, but no weather.
  const sour = unfed.air(trialDays(days));
  if (sour > MOST_TROUBLE) return { kg: 0, limit: "cannot", trouble: sour, clearsInDays, smallKg };
  const pace = { ...question, clearsInDays };
  const scouts = thinned(ensemble, SCOUTS);
  let coarser: Trial["fault"];
  for (let step = most / STEPS; ; step /= STEPS) {
    const scout = trialsOf(scouts, pace, step, unfed);
    const trial = trialsOf(ensemble, pace, step, unfed);
    // What the few say beyond doubt is not asked again of all.
    const tooMuch = (steps: number) => (scout(steps).isBeyondDoubt ? scout(steps) : trial(steps)).fault;
    let low = largestStep(tooMuch, bisected(scout));
    // Where one step is too much, a smaller one may not be: as long as it is a meal at all.
    if (low === 0 && step > small / 4) {
      coarser = tooMuch(1);
      continue;
    }
    if (low > 1 && scout(low - 1).fault && trial(low - 1).fault) low -= 2;
    const heat = question.heatSoon ?? 0;
    if (heat > MOST_TROUBLE) {
      const kg = ((1 - heat) * step * low) / 1000;
      return { kg, limit: "heat", trouble: trial(low).trouble, clearsInDays, smallKg };
    }
    return {
      kg: (step * low) / 1000,
      limit: (low < STEPS ? tooMuch(low + 1) : coarser) ?? "herd",
      isAsked: low === STEPS && coarser === undefined && most < w50 * days,
      trouble: trial(low).trouble,
      clearsInDays,
      smallKg,
    };
  }
}

type Trials = (step: number) => Trial;

/** What comes of so many steps of a meal, each tried once. */
function trialsOf(ensemble: Ensemble, pace: Pace, step: number, unfed: TroubleUnfed): Trials {
  const known = new Map<number, Trial>([[0, { trouble: unfed.air(trialDays(pace.days)) }]]);
  return (steps) => {
    const found = known.get(steps) ?? tryRation(ensemble, pace, step * steps, unfed);
    known.set(steps, found);
    return found;
  };
}

/** Most steps without fault, if more never are better. */
function bisected(trial: Trials): number {
  let low = 0;
  let high = STEPS + 1;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (trial(middle).fault) high = middle;
    else low = middle;
  }
  return low;
}

/** The same, looked for upwards and downwards from a guess. */
function largestStep(faultOf: (steps: number) => Trial["fault"], guess: number): number {
  let low = guess;
  while (low > 0 && faultOf(low)) low -= 1;
  if (low === guess) while (low < STEPS && !faultOf(low + 1)) low += 1;
  return low;
}

/** A ration asked about, and the days a small one needs here. */
type Pace = Pick<RationQuestion, "meal" | "days" | "place" | "places"> & { readonly clearsInDays: number };

interface Trial {
  readonly fault?: "trouble" | "piling-up" | "not-finished";
  readonly trouble: number;
  /** Found by so many members that no other draw of them would say otherwise. */
  readonly isBeyondDoubt?: boolean;
}

function tryRation(
  ensemble: Ensemble,
  { meal, days, place, places, clearsInDays }: Pace,
  g: number,
  unfed: TroubleUnfed,
): Trial {
  const one = copied(ensemble);
  const weights = weightsOf(one);
  const { size, lines } = one;
  const fed = fedAt(one.bin);
  const limitC = heatLimitC(one);
  const start = one.day;
  const whole = trialDays(days);
  const early = days * Math.ceil(14 / days);
  const trouble = new Float64Array(size);
  const standing = new Float64Array(size);
  const left = new Float64Array(size);
  /** What a herd is spared by going hungry: heat that comes with or without a meal is none of its doing. */
  const mostTrouble = (within: number) =>
    Math.max(0, chanceThat(trouble, weights, (value) => value > 0) - unfed.heat(within));
  let notFinished = 0;
  /** The first meal's own marker: what lay at its place before is another meal's fault. */
  let slot = -1;
  let at = place;
  for (let day = 0; day <= whole; day += 1) {
    if (day === early)
      lines.forEach((line, member) => (standing[member] = line.reduce((sum, s) => sum + foodOf(s), 0)));
    if (day === days && days >= clearsInDays && slot >= 0) {
      lines.forEach((line, member) => (left[member] = shareLeft(line[fed]!, slot)));
      notFinished = chanceThat(left, weights, (value) => value > 0.35);
      if (notFinished > 0.3) return { fault: "not-finished", trouble: mostTrouble(day) };
    }
    if (day === whole) break;
    if (day % days === 0) {
      give(one, meal, g, at, `trial ${start + day}`);
      if (day === 0) slot = slotOf(one, start, at);
      at = (at % places) + 1;
    }
    passDay(one);
    for (let member = 0; member < size; member += 1)
      if (trouble[member] === 0 && isInTrouble(lines[member]!, limitC)) trouble[member] = 1;
    if (mostTrouble(day + 1) > MOST_TROUBLE) return { fault: "trouble", trouble: mostTrouble(day + 1) };
  }
  const piles = new Float64Array(size);
  lines.forEach((line, member) => {
    const food = line.reduce((sum, s) => sum + foodOf(s), 0);
    piles[member] = food > 1.25 * standing[member]! + 20 ? 1 : 0;
  });
  const piling = chanceThat(piles, weights, (value) => value > 0);
  return {
    trouble: mostTrouble(whole),
    ...(piling > MOST_PILING ? { fault: "piling-up", isBeyondDoubt: piling > 2 * MOST_PILING } : {}),
  };
}

/** First day on which a small meal is surely gone but for a third: the time this preparation needs in this bin. */
function clearingTime(ensemble: Ensemble, meal: MealKind, g: number, place: number): number {
  const one = copied(ensemble);
  const fed = fedAt(one.bin);
  const weights = weightsOf(one);
  const start = one.day;
  give(one, meal, Math.max(1, g), place, `trial ${start}`);
  const slot = slotOf(one, start, place);
  const left = new Float64Array(one.size);
  for (let day = 1; day <= 28; day += 1) {
    passDay(one);
    one.lines.forEach((line, member) => {
      left[member] = shareLeft(line[fed]!, slot);
    });
    if (chanceThat(left, weights, (value) => value > 0.35) <= 0.1) return day;
  }
  return 28;
}

const slotOf = (ensemble: Ensemble, day: number, place: number): number =>
  ensemble.marks[fedAt(ensemble.bin)]!.findLastIndex((mark) => mark.day === day && mark.place === place);
const shareLeft = (s: Float64Array, slot: number): number =>
  markerLeft(s, slot) / Math.max(1e-9, markerGiven(s, slot));
