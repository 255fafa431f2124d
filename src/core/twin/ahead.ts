import type { Ensemble, TwinAct } from "./ensemble";
import { act, copied, leftAt, sleep } from "./ensemble";
import { harvestIndex, isWorthwhile } from "./harvest";
import { weightsOf } from "./learn";
import { chanceThat, quantiles } from "./quantiles";
import { fedIndex, heatLimitC, isInTrouble } from "./readDay";
import { AT, castingsOf, dryOf, foodOf, liveOf, markerGiven, markerLeft, moistureOf } from "./state";
import type { Band } from "../expectation/expectation";

/** One meal as the rules try it: wet grams of a food, with so much dry bedding to a gram. */
export interface MealKind {
  readonly foodId: string;
  readonly preparation: "whole" | "chopped" | "pureed";
  readonly cardPerG: number;
}
export const SCRAPS_CHOPPED: MealKind = { foodId: "mixed", preparation: "chopped", cardPerG: 0.075 };

const mealActs = (
  { foodId, preparation, cardPerG }: MealKind,
  g: number,
  place: number,
  key: string,
): TwinAct[] => [
  { event: { kind: "food", id: foodId, g, preparation }, place, key },
  ...(cardPerG > 0
    ? [{ event: { kind: "bed", id: "cardboard", g: g * cardPerG }, key: `${key} card` } as const]
    : []),
];
function give(ensemble: Ensemble, kind: MealKind, g: number, place: number, key: string): void {
  for (const one of mealActs(kind, g, place, key)) act(ensemble, one);
}

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

export interface QuietAhead {
  /** Days from now until at most a tenth of it is left, by `compartment/place`. */
  readonly goneInDays: ReadonlyMap<string, Band>;
  /** First day a meal may go to the place asked about; none within the days looked ahead. */
  readonly mealInDays: Band | undefined;
}

/**
 * The bin left alone: when each meal is gone, and the first day on which the place next in turn is ready (left at most a
 * quarter with a chance of six in ten, and sour air unlikely). Source: process model 11, Next feeding day.
 */
export function leftAlone(ensemble: Ensemble, place: number, mostDays: number): QuietAhead {
  const one = copied(ensemble);
  const { size, lines, bin } = one;
  const weights = weightsOf(one);
  const fed = fedIndex(one);
  const watched = one.marks.flatMap((slots, at) =>
    [...new Set(slots.map((mark) => mark.place))].map((number) => ({
      key: `${bin.compartments[at]!.id}/${number}`,
      at,
      number,
      days: new Float64Array(size).fill(-1),
    })),
  );
  const readiness: number[] = [];
  const left = new Float64Array(size);
  const air = new Float64Array(size);
  for (let day = 0; day <= mostDays; day += 1) {
    let open = 0;
    for (const watch of watched)
      for (let member = 0; member < size; member += 1)
        if (watch.days[member]! < 0) {
          if (leftAt(lines[member]![watch.at]!, one.marks[watch.at]!, watch.number) <= 0.1)
            watch.days[member] = day;
          else open += 1;
        }
    for (let member = 0; member < size; member += 1) {
      left[member] = leftAt(lines[member]![fed]!, one.marks[fed]!, place);
      air[member] = lines[member]!.reduce((worst, s) => Math.max(worst, s[AT.AN]!), 0);
    }
    const isSour = chanceThat(air, weights, (value) => value > 0.35) > 0.15;
    readiness.push(isSour ? 0 : chanceThat(left, weights, (value) => value <= 0.25));
    if (open === 0 && readiness.at(-1)! >= 0.9) break;
    sleep(one);
  }
  const first = (share: number) => readiness.findIndex((value) => value >= share);
  const ready = first(0.6);
  return {
    goneInDays: new Map(
      watched.map(({ key, days }) => {
        for (let member = 0; member < size; member += 1) if (days[member]! < 0) days[member] = mostDays;
        const [low, middle, high] = quantiles(days, weights, [0.1, 0.5, 0.9]) as [number, number, number];
        return [key, { low, middle, high }];
      }),
    ),
    mealInDays:
      ready < 0
        ? undefined
        : { low: Math.max(0, first(0.3)), middle: ready, high: first(0.9) < 0 ? mostDays : first(0.9) },
  };
}

/** Water or dry bedding that brings the fed compartment to a target, over the members. Never both in one member. */
export interface MoistureNeed {
  readonly waterL: Band;
  readonly beddingKg: Band;
  /** The doubtful ends disagree on which of the two it is. */
  readonly isUnsure: boolean;
}

/** Source: process model 11, Moisture to a target. `extra` is a meal that goes in first, wet and dry grams. */
export function moistureNeed(
  ensemble: Ensemble,
  target: number,
  beddingMoisture: number,
  extra: { readonly waterG: number; readonly dryG: number } = { waterG: 0, dryG: 0 },
): MoistureNeed {
  const weights = weightsOf(ensemble);
  const r = target / (1 - target);
  const takes = r * (1 - beddingMoisture) - beddingMoisture;
  const water = new Float64Array(ensemble.size);
  const bedding = new Float64Array(ensemble.size);
  ensemble.lines.forEach((line, member) => {
    let dry = extra.dryG;
    let wet = extra.waterG;
    for (const s of line) {
      dry += dryOf(s);
      wet += s[AT.W]!;
    }
    water[member] = Math.max(0, r * dry - wet) / 1000;
    bedding[member] = takes > 0 ? Math.max(0, (wet - r * dry) / takes) / 1000 : 0;
  });
  const band = (values: Float64Array): Band => {
    const [low, middle, high] = quantiles(values, weights, [0.1, 0.5, 0.9]) as [number, number, number];
    return { low, middle, high };
  };
  const waterL = band(water);
  const beddingKg = band(bedding);
  return { waterL, beddingKg, isUnsure: waterL.high > 0.02 && beddingKg.high > 0.02 };
}

/** What is done ahead: meals at a pace, and single acts on days counted from now. */
export interface PlanAhead {
  readonly meal?: {
    readonly kind: MealKind;
    readonly kg: number;
    readonly everyDays: number;
    readonly firstInDays: number;
    readonly places: number;
    readonly firstPlace: number;
  };
  /** Days on which no one comes, from and to, counted from now. */
  readonly away?: { readonly from: number; readonly to: number };
  readonly acts?: readonly { readonly inDays: number; readonly act: TwinAct }[];
}

/** Carries an ensemble on under a plan, showing it at the dawn of each day, today first. Changes it. */
export function carryOut(
  ensemble: Ensemble,
  plan: PlanAhead,
  days: number,
  onDay: (ensemble: Ensemble, inDays: number) => void | "enough",
): void {
  const { meal, away, acts = [] } = plan;
  let place = meal?.firstPlace ?? 1;
  const start = ensemble.day;
  let next = meal?.firstInDays ?? Infinity;
  for (let day = 0; day <= days; day += 1) {
    if (onDay(ensemble, day) === "enough") return;
    for (const one of acts) if (one.inDays === day) act(ensemble, one.act);
    const isAway = away !== undefined && day >= away.from && day < away.to;
    if (meal && day >= next && !isAway) {
      give(ensemble, meal.kind, 1000 * meal.kg, place, `plan ${start + day}`);
      place = (place % meal.places) + 1;
      next = day + meal.everyDays;
    }
    sleep(ensemble);
  }
}

export interface HarvestWindow {
  /** Days from now until a harvest is worth the work; none within the horizon for most members. */
  readonly inDays: Band | undefined;
  /** Ripe wet castings to lift then, kg, handling loss taken off. */
  readonly kg: Band;
  /** More of them a month later, kg. */
  readonly gainsKg: Band;
}
/** Share lost in handling. Source: process model 11, Castings yield. */
const HANDLED = 0.9;

/** When a harvest is worth the work under a plan, what it gives and what waiting a month gains. Source: process model 11. */
export function harvestWindow(ensemble: Ensemble, plan: PlanAhead, mostDays: number): HarvestWindow {
  const one = copied(ensemble);
  const { size } = one;
  const weights = weightsOf(one);
  const ripe = harvestIndex(one);
  const { areaM2, heightM } = one.bin.compartments[ripe]!;
  const litres = 1000 * areaM2 * heightM;
  const days = new Float64Array(size).fill(mostDays + 1);
  const kg = new Float64Array(size);
  const later = new Float64Array(size);
  const now = new Float64Array(size);
  const wetCastings = (s: Float64Array) =>
    (HANDLED * castingsOf(s)) / Math.max(0.05, 1 - moistureOf(s)) / 1000;
  carryOut(one, plan, mostDays, ({ lines }, day) => {
    let open = 0;
    for (let member = 0; member < size; member += 1) {
      const s = lines[member]![ripe]!;
      if (day === 0) now[member] = wetCastings(s);
      if (day === 30) later[member] = wetCastings(s) - now[member]!;
      if (days[member]! <= mostDays) continue;
      open += 1;
      if (!isWorthwhile(s, litres)) continue;
      days[member] = day;
      kg[member] = wetCastings(s);
    }
    return open === 0 && day >= 30 ? "enough" : undefined;
  });
  const [low, middle, high] = quantiles(days, weights, [0.1, 0.5, 0.9]) as [number, number, number];
  const reached = Float64Array.from(kg.filter((value) => value > 0));
  const equal = new Float64Array(reached.length).fill(1 / Math.max(1, reached.length));
  const band = (values: Float64Array, of: Float64Array): Band => {
    if (values.length === 0) return { low: 0, middle: 0, high: 0 };
    const [a, b, c] = quantiles(values, of, [0.1, 0.5, 0.9]) as [number, number, number];
    return { low: a, middle: b, high: c };
  };
  return {
    inDays: middle > mostDays ? undefined : { low, middle, high: Math.min(high, mostDays) },
    kg: band(reached, equal),
    gainsKg: band(later, weights),
  };
}
