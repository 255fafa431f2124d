import type { Plan } from "@/records/plan";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { airTemperatureC, SHELTER } from "../expectation/climate";
import type { SystemFacts } from "../bin/system";
import { systemOf } from "../bin/system";
import { lagOf, sunOnBedK } from "../weather/bedAhead";
import { HERD_KG_PER_M2 } from "../matter/figures";
import { WETNESS } from "../mixing/purposes";
import { correctMoisture } from "../moisture/correct";
import type { KindFacts, PlanKind } from "./kinds";
import { KINDS, PLAN_KINDS } from "./kinds";
import type { Span } from "./underAdvice";
import { firstYear, steadyKgPerM2Day } from "./underAdvice";
import type { ScrapRate } from "./scraps";

/** Why a kind was put forward, warned about or ruled out; words.ts says it in the keeper's units. */
export type Remark =
  | {
      readonly code:
        | "plan/fits-wish"
        | "plan/easy-to-begin"
        | "plan/little-time"
        | "plan/no-lifting"
        | "plan/stands-cold"
        | "plan/stands-heat"
        | "plan/follows-heat"
        | "plan/comes-evenly"
        | "plan/rules-of-selling"
        | BestAt;
    }
  | { readonly code: "plan/eats-all"; readonly days: number }
  | { readonly code: "plan/too-heavy"; readonly pieceKg: number; readonly liftKg: number }
  | { readonly code: "plan/heavy-on-stairs"; readonly wholeKg: number }
  | { readonly code: "plan/too-much-time" | "plan/takes-time"; readonly hours: number }
  | { readonly code: "plan/many-needed"; readonly count: number }
  | { readonly code: "plan/takes-room"; readonly times: number }
  | { readonly code: "plan/far-too-large"; readonly share: number }
  | {
      readonly code:
        | "plan/needs-ground"
        | "plan/drips"
        | "plan/dries-out"
        | "plan/damp-room"
        | "plan/not-the-wish"
        | "plan/others-fit-better";
    }
  | { readonly code: "plan/freezes" | "plan/too-cold"; readonly coldestC: number }
  /** The warmest of the bed on an afternoon of the hottest week. */
  | { readonly code: "plan/too-hot" | "plan/dies-in-heat"; readonly bedC: number }
  /** What it takes in the hottest months beside what it would in the best, as a share. */
  | { readonly code: "plan/eats-less-in-heat"; readonly share: number };

/** What one proposal is better at than all others beside it. */
type BestAt =
  | "plan/takes-most"
  | "plan/gives-most"
  | "plan/soonest"
  | "plan/lightest"
  | "plan/least-time"
  | "plan/fewest-worms";

export interface Proposal {
  readonly kind: PlanKind;
  readonly facts: KindFacts;
  readonly size: SystemFacts["usual"];
  readonly count: number;
  readonly surfaceM2: number;
  readonly volumeL: number;
  /** To buy: they grow into the bin. And what it carries when it runs well. */
  readonly buyWormsKg: number;
  readonly fullHerdKg: number;
  /** Of one of them, full and wet; and of the heaviest piece one lifts in ordinary work. */
  readonly wholeKg: number;
  readonly pieceKg: number;
  readonly hoursPerWeek: number;
  /** Scraps it takes a day in each of the first twelve months under this app's advice, kg; never more than there are. */
  readonly takenKgPerDay: readonly Span[];
  /** Months until castings are first worth lifting; beyond 24 none were within the year that was lived. */
  readonly firstHarvestMonths: Span;
  /** Castings of the first year, kg as harvested. */
  readonly yieldKg: Span;
  /** What the usual rule (half the worms' mass a day) would give it from the first day on: hopeful, and named so. */
  readonly hopefulKgPerDay: number;
  readonly beddingL: number;
  readonly beddingDryKg: number;
  readonly waterL: number;
  /** By the keeper's own prices, where they are given. */
  readonly cost?: number;
  readonly score: number;
  readonly for_: readonly Remark[];
  readonly care: readonly Remark[];
}
export interface RuledOut {
  readonly kind: PlanKind;
  readonly why: Remark;
}
export interface Proposals {
  readonly proposals: readonly Proposal[];
  readonly ruledOut: readonly RuledOut[];
  /** What holds of all that are proposed, and so tells none from another. */
  readonly shared: readonly Remark[];
}

/** Scraps a kilogram of worms eats in a day by the usual rule, kg. Hopeful. Source: process model 5.1. */
const HOPEFUL_INTAKE = 0.5;
/** Wet castings and bedding, kg in a litre; a bin is seldom fuller than this. Source: caution on lifting; judgement. */
const WET_KG_PER_L = 0.75;
const FILLED = 0.8;
const LOOSE_CARD_KG_PER_L = 0.05 / 0.92;
/** A first bedding a third deep. */
const FIRST_BEDDING = 1 / 3;
/** Litres of bedding a bin of such ground and height begins with. Never throws. */
export const firstBeddingL = (groundM2: number, heightM: number): number =>
  groundM2 * heightM * 1000 * FIRST_BEDDING;
const HARVESTS_A_YEAR = 3;
/** A herd spread thinner than this is hard to find and slow to breed. */
const MOST_SPARE = 5;
const MOST_SPARE_ON_FLOOR = 2.5;
/** A keeper’s figure for what can be lifted is not to the kilogram. */
const LIFT_TOLERANCE = 1.15;

/**
 * Two to four ways to keep worms in this room with this time for this wish, and why the others are not among them. What
 * each takes, gives and when comes from a year under this app's advice, for the months of this room from `today` on.
 */
export function propose(plan: Plan, scraps: ScrapRate, today: LocalDate): Proposals {
  const months = roomMonthsC(plan, today);
  const all = PLAN_KINDS.map((kind) => weighed(KINDS[kind], plan, scraps, months));
  const could = all.flatMap((one) => ("why" in one ? [] : [one]));
  const leastL = Math.min(...could.map(({ volumeL }) => volumeL));
  // Out of doors there is room.
  const isTight = !SHELTER[plan.shelter].isOutdoors;
  const roomy = isTight
    ? could.filter(({ volumeL, facts }) => !facts.needsGround && volumeL > FAR_ROOMIER * leastL)
    : [];
  const standing = could
    .filter((one) => !roomy.includes(one))
    .map((one) => (isTight ? roomHeeded(one, leastL) : one))
    .toSorted((a, b) => b.score - a.score);
  const proposals = standing.slice(0, 4).filter(({ score }, at) => at < 2 || score > standing[0]!.score - 5);
  const chosen = new Set(proposals.map(({ kind }) => kind));
  const least = standing
    .filter(({ kind }) => !chosen.has(kind))
    .map(({ kind, care }) => ({
      kind,
      why:
        care.find((one) => one.code === "plan/many-needed" && one.count > FEW) ??
        care[0] ??
        ({ code: "plan/others-fit-better" } as const),
    }));
  return {
    ...toldApart(proposals),
    ruledOut: [
      ...all.flatMap((one) => ("why" in one ? [one] : [])),
      ...roomy.map(({ kind, volumeL }) => ({
        kind,
        why: { code: "plan/takes-room", times: volumeL / leastL } as const,
      })),
      ...least,
    ],
  };
}

/** More than so many of one kind are a reason of their own. */
const FEW = 3;
/** From so many times the room of the smallest on it counts against a bin, by each doubling. */
const ROOMY = 2;
const FAR_ROOMIER = 4;
function roomHeeded(one: Proposal, leastL: number): Proposal {
  const times = one.volumeL / leastL;
  if (times <= ROOMY || one.facts.needsGround) return one;
  return {
    ...one,
    score: one.score - 2.5 * Math.log2(times),
    care: [...one.care, { code: "plan/takes-room", times }],
  };
}

/** Mean of each of the twelve months from a day on in the room as it was told, °C. */
function roomMonthsC({ coldestC, hottestC }: Plan, today: LocalDate): number[] {
  const climate = {
    meanC: (coldestC + hottestC) / 2,
    swingK: (hottestC - coldestC) / 2,
    hottestDay: 205,
    humidity: 0.65,
  };
  return Array.from({ length: 12 }, (_, month) =>
    airTemperatureC(climate, addDays(today, Math.round((month + 0.5) * 30.44))),
  );
}

/** Said of one where it is so much better than the next. */
const BETTER = 0.9;
const BEST_AT: readonly (readonly [BestAt, (one: Proposal) => number])[] = [
  ["plan/takes-most", ({ takenKgPerDay }) => -takenKgPerDay.reduce((sum, [, middle]) => sum + middle, 0)],
  ["plan/gives-most", ({ yieldKg }) => -yieldKg[1]],
  ["plan/soonest", ({ firstHarvestMonths }) => firstHarvestMonths[1]],
  ["plan/lightest", ({ pieceKg }) => pieceKg],
  ["plan/least-time", ({ hoursPerWeek }) => hoursPerWeek],
  ["plan/fewest-worms", ({ buyWormsKg }) => buyWormsKg],
];
/** What all share is said once, and each bears what it is best at. */
function toldApart(proposals: readonly Proposal[]): Pick<Proposals, "proposals" | "shared"> {
  if (proposals.length < 2) return { proposals, shared: [] };
  const shared = proposals[0]!.for_.filter(({ code }) =>
    proposals.every(({ for_ }) => for_.some((other) => other.code === code)),
  );
  const isShared = ({ code }: Remark) => shared.some((one) => one.code === code);
  const best = new Map<Proposal, Remark[]>();
  for (const [code, of] of BEST_AT) {
    const [first, second] = proposals.toSorted((a, b) => of(a) - of(b));
    // Of what is wanted much, so much more; of what is wanted little, so much less.
    const isClear = of(first!) < 0 ? of(first!) * BETTER < of(second!) : of(first!) < of(second!) * BETTER;
    if (isClear) best.set(first!, [...(best.get(first!) ?? []), { code }]);
  }
  return {
    proposals: proposals.map((one) => ({
      ...one,
      for_: [...(best.get(one) ?? []), ...one.for_.filter((remark) => !isShared(remark))],
    })),
    shared,
  };
}

function weighed(
  facts: KindFacts,
  plan: Plan,
  scraps: ScrapRate,
  monthsC: readonly number[],
): Proposal | RuledOut {
  // Breeding tubs are as many as are tended, whatever they eat.
  const perM2 =
    facts.kind === "breederTub"
      ? HOPEFUL_INTAKE * HERD_KG_PER_M2.running
      : steadyKgPerM2Day(facts.system, monthsC);
  const wantedM2 = scraps.kgPerDay / perM2;
  const herdKg = wantedM2 * HERD_KG_PER_M2.running;
  const { size, count, pieceM2 } = sized(facts, wantedM2, plan.liftKg);
  const volumeL = volumeOf(facts, size) * count;
  const wholeKg = volumeOf(facts, size) * FILLED * WET_KG_PER_L;
  const pieceKg = pieceOf(facts, size);
  const surfaceM2 = pieceM2 * count;
  const hoursPerWeek = (count * (facts.weeklyMinutes + (facts.harvestMinutes * HARVESTS_A_YEAR) / 52)) / 60;
  const beddingL = firstBeddingL(surfaceM2, size.heightM);
  const beddingDryKg = beddingL * LOOSE_CARD_KG_PER_L;
  const soaked = correctMoisture({
    massKg: beddingDryKg,
    moisture: 0.08,
    targetMoisture: WETNESS[facts.kind === "breederTub" ? "breeding" : "bed"].moisture,
  });
  const buyWormsKg = Math.min(herdKg, surfaceM2 * HERD_KG_PER_M2.start);
  const year = firstYear(facts.system, monthsC);
  const takenKgPerDay = year.takenKgPerM2Day.map((span) => capped(span, surfaceM2, scraps.kgPerDay));
  const middleOf = (spans: readonly Span[]) => spans.reduce((sum, [, middle]) => sum + middle, 0);
  // Where there are fewer scraps than it would take, castings are fewer by as much.
  const isGiven = middleOf(takenKgPerDay) / Math.max(1e-9, middleOf(year.takenKgPerM2Day) * surfaceM2);
  const yieldKg = ripeOnly(
    scaledSpan(year.castingsKgPerM2, surfaceM2 * Math.min(1, isGiven)),
    year.ripeOnDay,
  );
  const bedC = hottestBedC(facts, size, plan);
  const cost = costOf(plan.prices, count * containersOf(facts), buyWormsKg, beddingL);

  const out = ruledOut(facts, plan, { count, pieceKg, hoursPerWeek, wantedM2, surfaceM2, bedC });
  if (out) return { kind: facts.kind, why: out };

  const for_: Remark[] = [];
  const care: Remark[] = [];
  let score = 0;
  const add = (points: number, remark: Remark, isFor = points > 0) => {
    score += points;
    (isFor ? for_ : care).push(remark);
  };
  const isForSale = plan.purpose === "castingsToSell";
  // Breeding tubs are for breeding as nothing else is.
  if (facts.goodFor.includes(plan.purpose === "castingsToSell" ? "castings" : plan.purpose))
    add(facts.kind === "breederTub" ? 6 : 4, { code: "plan/fits-wish" });
  else add(-4, { code: "plan/not-the-wish" });
  if (facts.skill === "first") add(2, { code: "plan/easy-to-begin" });
  if (hoursPerWeek <= 0.5 * plan.hoursPerWeek) add(2, { code: "plan/little-time" });
  if (hoursPerWeek > plan.hoursPerWeek) add(-3, { code: "plan/takes-time", hours: hoursPerWeek });
  if (pieceKg <= 3) add(plan.hasStairs || plan.liftKg < 12 ? 2 : 1, { code: "plan/no-lifting" });
  // Breeding goes in many small tubs by its nature.
  if (count > 1 && facts.kind !== "breederTub")
    add(-1.5 * Math.log2(count), { code: "plan/many-needed", count });
  if (plan.hasStairs && wholeKg > 40 && facts.liftedPieceShare < 0.1 && !facts.needsGround)
    add(-0.5, { code: "plan/heavy-on-stairs", wholeKg });
  if (plan.coldestC < 6 && facts.cold === 2) add(2, { code: "plan/stands-cold" });
  else if (plan.coldestC < 6)
    add(facts.cold === 0 ? -3 : -1, { code: "plan/too-cold", coldestC: plan.coldestC });
  heatHeeded(size, plan, bedC, wholeKg, add);
  const fromBest = inHeat(facts.system, monthsC, plan.hottestC);
  if (fromBest < EATS_LESS) add(-1, { code: "plan/eats-less-in-heat", share: fromBest });
  const { isOutdoors } = SHELTER[plan.shelter];
  if (!isOutdoors && !plan.isDamp && facts.drought === 0) add(-2, { code: "plan/dries-out" });
  if (!isOutdoors && plan.isDamp && facts.drought === 2) add(-0.5, { code: "plan/damp-room" });
  if (facts.dripsWithoutTray && !plan.hasFloorDrain && !isOutdoors) add(-0.5, { code: "plan/drips" });
  // What is sold must come evenly and without sorting worms out of it.
  if (isForSale && (facts.system === "trough" || facts.system === "flowThrough"))
    add(2, { code: "plan/comes-evenly" });
  if (isForSale) add(0, { code: "plan/rules-of-selling" }, false);
  const spare = surfaceM2 / wantedM2;
  if (spare > 3) add(-1.5, { code: "plan/far-too-large", share: spare });
  return {
    kind: facts.kind,
    facts,
    size,
    count,
    surfaceM2,
    volumeL,
    buyWormsKg,
    fullHerdKg: surfaceM2 * HERD_KG_PER_M2.running,
    wholeKg,
    pieceKg,
    hoursPerWeek,
    takenKgPerDay,
    firstHarvestMonths: scaledSpan(year.ripeOnDay, 1 / 30.44),
    yieldKg,
    hopefulKgPerDay: HOPEFUL_INTAKE * buyWormsKg,
    beddingL,
    beddingDryKg,
    waterL: soaked.ok ? soaked.value.waterL : 0,
    ...(cost === undefined ? {} : { cost }),
    score,
    for_,
    care,
  };
}

/** Planned for the tiger worm, which most begin with. */
const WORM = speciesOf("fetida");
/** A bed from so warm on is no longer at ease; and so far above what kills nothing is planned, °C and K. Judgement. */
const WARM_BED_C = 28;
const FAR_TOO_HOT_K = 2;
/** Afternoons from so warm on make mass and depth count, °C. Judgement. */
const HOT_PLACE_C = 31;

/** What of an afternoon of the hottest week comes to the walls of a bin there, °C. */
function afternoonC({ hottestC, hottestPeakC, shelter }: Plan): {
  readonly shadeC: number;
  readonly sun: number;
} {
  const { sun, feelsDay, afternoonK } = SHELTER[shelter];
  const peakC = Math.max(hottestC, hottestPeakC ?? hottestC + afternoonK);
  return { shadeC: hottestC + feelsDay * (peakC - hottestC), sun };
}
/** The warmest the middle of such a bed gets in the hottest week there, °C, by the lag its own mass and walls give it. */
function hottestBedC(facts: KindFacts, size: SystemFacts["usual"], plan: Plan): number {
  const { wall, cover, arrangement } = systemOf(facts.system);
  const litres = volumeOf(facts, size);
  const { swing } = lagOf({
    massKg: litres * FILLED * WET_KG_PER_L,
    wetShare: 0.75,
    areaM2: size.widthM * size.lengthM,
    litres,
    wall: plan.shelter === "buried" ? "ground" : wall,
    isStack: arrangement === "stack",
  });
  const { shadeC, sun } = afternoonC(plan);
  return plan.hottestC + swing * (shadeC - plan.hottestC) + sun * sunOnBedK(wall, cover, swing);
}
/** In a hot place mass and depth rank first; worms are said to die only where the bed itself would get there. */
function heatHeeded(
  size: SystemFacts["usual"],
  plan: Plan,
  bedC: number,
  wholeKg: number,
  add: (points: number, remark: Remark, isFor?: boolean) => void,
): void {
  const { shadeC, sun } = afternoonC(plan);
  if (shadeC + sun * sunOnBedK("plastic", "open", 1) < HOT_PLACE_C) return;
  const byMass = 1.5 * Math.max(-2, Math.min(2, Math.log2(wholeKg / 30)));
  const bySize = byMass + 8 * (size.heightM - 0.3);
  if (bySize > 0) add(bySize, { code: "plan/stands-heat" });
  else add(bySize, { code: "plan/follows-heat" }, false);
  const overK = bedC - WARM_BED_C;
  if (bedC >= WORM.heatDeathC) add(-Math.max(4, overK), { code: "plan/dies-in-heat", bedC });
  else if (overK > 0) add(-overK, { code: "plan/too-hot", bedC });
}
/** From such a share of its best on it is said that a kind eats less in heat. */
const EATS_LESS = 0.6;
/** What a kind takes in its hottest month beside its best month there, by the years that were lived. */
function inHeat(system: SystemFacts["id"], monthsC: readonly number[], hottestC: number): number {
  if (hottestC < WARM_BED_C - 4) return 1;
  const taken = monthsC.map((meanC) => steadyKgPerM2Day(system, [meanC]));
  return taken[monthsC.indexOf(Math.max(...monthsC))]! / Math.max(...taken);
}
/** Castings of a first year are those that are ripe within it. */
const ripeOnly = (kg: Span, ripeOnDay: Span): Span => {
  // The slowest truth gives the least.
  const of = (n: 0 | 1 | 2): number => (ripeOnDay[2 - n]! > 365 ? 0 : kg[n]);
  return [of(0), of(1), of(2)];
};

const scaledSpan = ([low, middle, high]: Span, by: number): Span => [low * by, middle * by, high * by];
const capped = ([low, middle, high]: Span, areaM2: number, mostKg: number): Span => [
  Math.min(mostKg, low * areaM2),
  Math.min(mostKg, middle * areaM2),
  Math.min(mostKg, high * areaM2),
];

/** Containers one buys for one of them: the parts of a trough or a flow-through are one box. */
export const containersOf = (facts: KindFacts): number =>
  facts.system === "trough" || facts.system === "flowThrough" ? 1 : facts.pieces;
/** Of one container: a flow-through is one tall box. */
export const wholeHeightM = ({ facts, size }: Pick<Proposal, "facts" | "size">): number =>
  facts.system === "flowThrough" ? size.heightM * facts.pieces : size.heightM;
const isLine = (facts: KindFacts): boolean => facts.system === "trough";

const volumeOf = (facts: KindFacts, { widthM, lengthM, heightM }: SystemFacts["usual"]): number =>
  widthM * lengthM * heightM * 1000 * (isLine(facts) ? 1 : facts.pieces);
/** What one lifts of it at once in ordinary work. */
const pieceOf = (facts: KindFacts, size: SystemFacts["usual"]): number =>
  ((volumeOf(facts, size) * FILLED * WET_KG_PER_L) / (isLine(facts) ? 1 : facts.pieces)) *
  facts.liftedPieceShare;

/** The smallest size that carries the herd and can be lifted, or as many of the largest liftable as it takes. */
function sized(facts: KindFacts, wantedM2: number, liftKg: number) {
  const area = (one: SystemFacts["usual"]) => one.widthM * one.lengthM;
  const liftable = facts.sizes.filter((one) => pieceOf(facts, one) <= liftKg * LIFT_TOLERANCE);
  const sizes = liftable.length > 0 ? liftable : facts.sizes.slice(0, 1);
  const size = sizes.find((one) => area(one) >= 0.9 * wantedM2) ?? sizes.at(-1)!;
  return { size, pieceM2: area(size), count: Math.max(1, Math.ceil((0.9 * wantedM2) / area(size))) };
}

/** More of one kind than this are a trade, not a plan. */
const MOST_ALIKE = 12;
/** What cannot be, whatever else speaks for it. */
function ruledOut(
  facts: KindFacts,
  plan: Plan,
  {
    count,
    pieceKg,
    hoursPerWeek,
    wantedM2,
    surfaceM2,
    bedC,
  }: {
    count: number;
    pieceKg: number;
    hoursPerWeek: number;
    wantedM2: number;
    surfaceM2: number;
    bedC: number;
  },
): Remark | undefined {
  if (facts.needsGround && !SHELTER[plan.shelter].isOutdoors) return { code: "plan/needs-ground" };
  if (surfaceM2 > (facts.kind === "floorBed" ? MOST_SPARE_ON_FLOOR : MOST_SPARE) * wantedM2)
    return { code: "plan/far-too-large", share: surfaceM2 / wantedM2 };
  if (plan.coldestC < -3 && facts.cold === 0) return { code: "plan/freezes", coldestC: plan.coldestC };
  if (bedC > WORM.heatDeathC + FAR_TOO_HOT_K) return { code: "plan/dies-in-heat", bedC };
  if (facts.kind === "breederTub" && plan.purpose !== "worms") return { code: "plan/not-the-wish" };
  if (pieceKg > plan.liftKg * LIFT_TOLERANCE) return { code: "plan/too-heavy", pieceKg, liftKg: plan.liftKg };
  if (count > MOST_ALIKE && plan.purpose !== "worms") return { code: "plan/many-needed", count };
  if (hoursPerWeek > 2.5 * plan.hoursPerWeek && plan.hoursPerWeek > 0)
    return { code: "plan/too-much-time", hours: hoursPerWeek };
  return undefined;
}

function costOf(
  prices: Plan["prices"],
  pieces: number,
  wormsKg: number,
  beddingL: number,
): number | undefined {
  const { container, wormsPerKg, beddingPer100L } = prices;
  if (container === undefined && wormsPerKg === undefined && beddingPer100L === undefined) return undefined;
  return (container ?? 0) * pieces + (wormsPerKg ?? 0) * wormsKg + ((beddingPer100L ?? 0) * beddingL) / 100;
}
