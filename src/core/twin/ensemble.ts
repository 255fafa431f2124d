import type { Cover, Drainage, SpeciesId } from "@/vocabulary/setup";
import type { EventContext, TwinEvent } from "./events";
import { applyEvent } from "./events";
import type { TwinSpecies } from "./library";
import { COVERED, DRAINS, twinSpecies } from "./library";
import type { Lie } from "./line";
import { exchange, moveMarker, moveMatter, WORMS_ALONG } from "./line";
import {
  AMOUNT_SPREAD,
  chanceFor,
  drawMember,
  DRIFTING,
  driftFactor,
  DRIFTS_EVERY,
  factor,
  normal,
  MULTIPLIERS,
} from "./members";
import { P } from "./parameters";
import { AT, cocoonsOf, dryOf, emptyMember, liveOf, markerGiven, markerLeft, MARKERS, STRIDE } from "./state";
import type { Surroundings } from "./step";
import { ageMarkers, forStep, saturation, step } from "./step";

export interface TwinCompartment {
  readonly id: string;
  readonly areaM2: number;
  readonly heightM: number;
  /** Face it shares with the next one along. */
  readonly faceM2: number;
}
/** The bin as the model takes it: from the bottom up in trays and columns, from the fed end in a line. Source: process model 3.1, 18. */
export interface TwinBin {
  readonly lie: Lie;
  readonly compartments: readonly TwinCompartment[];
  readonly insulation: number;
  readonly drainage: Drainage;
  readonly cover: Cover;
  readonly speciesId: SpeciesId;
  readonly sumpL: number;
}
/** The air around it over the year. Source: process model 3.2. */
export interface TwinPlace {
  readonly meanC: number;
  readonly swingC: number;
  readonly hottestDay: number;
  /** A fraction. */
  readonly humidity: number;
}
/** What happens to a bin as a whole; the rest is done to a compartment. */
export type BinEvent =
  | { readonly kind: "place"; readonly place: TwinPlace }
  | { readonly kind: "cover"; readonly cover: Cover }
  | { readonly kind: "rebuilt"; readonly bin: TwinBin }
  | { readonly kind: "rotated"; readonly order: readonly string[] }
  | { readonly kind: "advanced"; readonly fraction: number };
export interface TwinAct {
  readonly event: TwinEvent | BinEvent;
  /** Compartment; without one the usual: fed at the fed end, harvested at the other. */
  readonly at?: string | undefined;
  readonly place?: number | undefined;
  /** What names its chance: an entry's id, so that no other entry shifts it. */
  readonly key: string;
  readonly knownBy?: keyof typeof AMOUNT_SPREAD | undefined;
}

/** A feeding still there, or nearly; the same for all members. Its number is its marker. */
export interface FeedingMark {
  readonly place: number;
  /** Day it was given, counted from set-up. */
  readonly day: number;
  readonly wetG: number;
}

/**
 * A bin as many possible bins: one typed array, member after member, compartment after compartment, advanced in place.
 * Everything needed to go on is in it; `frozen` copies it.
 */
export interface Ensemble {
  readonly seed: number;
  readonly size: number;
  bin: TwinBin;
  place: TwinPlace;
  readonly startDayOfYear: number;
  day: number;
  state: Float64Array;
  /** Live views: `views[compartment in the bin's order][member]`. */
  views: Float64Array[][];
  /** The same, member first. */
  lines: Float64Array[][];
  readonly logWeights: Float64Array;
  /** By compartment in the bin's order. */
  marks: FeedingMark[][];
  /** Readings learned from so far, and entries that did not fit what went before. */
  readings: number;
  misfits: readonly EarlierMisfit[];
}
export interface EarlierMisfit {
  readonly code: "harvest-above-castings" | "worms-above-herd" | "reading-against-log";
  readonly key: string;
  readonly day: number;
}

/** A bin of one well-mixed mass. */
export const oneMass = (areaM2: number, heightM: number): Pick<TwinBin, "lie" | "compartments"> => ({
  lie: "single",
  compartments: [{ id: "c1", areaM2, heightM, faceM2: 0 }],
});

const airAt = (place: TwinPlace, dayOfYear: number): number =>
  place.meanC + place.swingC * Math.cos((2 * Math.PI * (dayOfYear - place.hottestDay)) / 365.25);

export interface EnsembleStart {
  readonly bin: TwinBin;
  readonly place: TwinPlace;
  readonly startDayOfYear: number;
  readonly maturity?: number | undefined;
  /** 1: all multipliers 1 and amounts as logged. */
  readonly size: number;
  readonly seed: number;
}

/** Day 0: empty bins at the air's temperature, each member drawn. */
export function newEnsemble({
  bin,
  place,
  startDayOfYear,
  maturity = 0,
  size,
  seed,
}: EnsembleStart): Ensemble {
  const count = bin.compartments.length;
  const state = new Float64Array(size * count * STRIDE);
  const blank = emptyMember(airAt(place, startDayOfYear));
  blank[AT.MI] = Math.min(1, Math.max(0, maturity));
  for (let member = 0; member < size; member += 1) {
    if (size > 1) drawMember(blank, seed, member);
    for (let at = 0; at < count; at += 1) state.set(blank, (member * count + at) * STRIDE);
  }
  const order = bin.compartments.map((_, at) => at);
  return {
    seed,
    size,
    bin,
    place,
    startDayOfYear,
    day: 0,
    state,
    ...viewed(state, size, order),
    logWeights: new Float64Array(size),
    marks: bin.compartments.map(() => []),
    readings: 0,
    misfits: [],
  };
}

function viewed(
  state: Float64Array,
  size: number,
  order: readonly number[],
): Pick<Ensemble, "views" | "lines"> {
  const count = order.length;
  const views = order.map((block) =>
    Array.from({ length: size }, (_, member) =>
      state.subarray((member * count + block) * STRIDE, (member * count + block + 1) * STRIDE),
    ),
  );
  const lines = Array.from({ length: size }, (_, member) => views.map((view) => view[member]!));
  return { views, lines };
}

/** A copy that shares nothing and may go another way. Compartments lie in the bin's order in it. */
export function copied(from: Ensemble): Ensemble {
  const { bin, size } = from;
  const count = bin.compartments.length;
  const state = new Float64Array(from.state.length);
  from.views.forEach((views, at) =>
    views.forEach((view, member) => state.set(view, (member * count + at) * STRIDE)),
  );
  return {
    ...from,
    state,
    ...viewed(
      state,
      size,
      bin.compartments.map((_, at) => at),
    ),
    logWeights: from.logWeights.slice(),
    marks: from.marks.map((marks) => [...marks]),
  };
}

/** What a stored ensemble consists of: plain data and two typed arrays. */
export type Frozen = Omit<Ensemble, "views" | "lines">;
export function frozen(ensemble: Ensemble): Frozen {
  const { views: _views, lines: _lines, ...rest } = copied(ensemble);
  return rest;
}
export const thawed = (from: Frozen): Ensemble =>
  copied({
    ...from,
    ...viewed(
      from.state,
      from.size,
      from.bin.compartments.map((_, at) => at),
    ),
  });

const fedAt = ({ lie, compartments }: TwinBin): number =>
  lie === "trays" || lie === "column" ? compartments.length - 1 : 0;
const harvestedAt = (bin: TwinBin): number =>
  bin.lie === "trays" || bin.lie === "column" ? 0 : bin.compartments.length - 1;
const WHOLE: ReadonlySet<string> = new Set(["turn", "split", "removed", "takeWorms", "foodTaken"]);

const context: EventContext = {
  species: twinSpecies("fetida"),
  isFirstFoodOfDay: false,
  hasSump: false,
  error: 1,
  portion: 1,
  marker: -1,
  isNewMarker: false,
};

/** Does one thing to every member. */
export function act(ensemble: Ensemble, { event, at, place, key, knownBy = "unsaid" }: TwinAct): void {
  const { bin } = ensemble;
  switch (event.kind) {
    case "place":
      ensemble.place = event.place;
      return;
    case "cover":
      ensemble.bin = { ...bin, cover: event.cover };
      return;
    case "rebuilt":
      return rebuild(ensemble, event.bin);
    case "rotated":
      return rotate(ensemble, event.order);
    case "advanced":
      return advance(
        ensemble,
        Number.isFinite(event.fraction) ? Math.min(1, Math.max(0, event.fraction)) : 0,
      );
    case "emptied": {
      const only = bin.compartments.findIndex((one) => one.id === at);
      bin.compartments.forEach((_, one) => {
        if (only >= 0 && one !== only) return;
        onOne(ensemble, one, event, key, 0);
        // The worms picked out of one compartment go to where the food is.
        const into = one === fedAt(bin) ? (one === 0 ? 1 : one - 1) : fedAt(bin);
        if (only >= 0 && bin.compartments.length > 1)
          for (const line of ensemble.lines) moveMatter(line[one]!, line[into]!, 0, 1);
      });
      return;
    }
    default: {
      const spread = ensemble.size > 1 ? AMOUNT_SPREAD[knownBy] : 0;
      const named = at === undefined ? -1 : bin.compartments.findIndex(({ id }) => id === at);
      if (named < 0 && WHOLE.has(event.kind) && bin.compartments.length > 1)
        return bin.compartments.forEach((_, one) => onOne(ensemble, one, event, key, spread, true));
      const usual = event.kind === "harvest" ? harvestedAt(bin) : event.kind === "drain" ? 0 : fedAt(bin);
      return onOne(ensemble, named < 0 ? usual : named, event, key, spread, false, place);
    }
  }
}

function onOne(
  ensemble: Ensemble,
  at: number,
  event: TwinEvent,
  key: string,
  spread: number,
  isWhole = false,
  place = 1,
): void {
  const { size, seed, views, lines, bin } = ensemble;
  const purpose = chanceFor(seed, key);
  context.species = twinSpecies(bin.speciesId);
  context.hasSump = bin.drainage === "sump" && (bin.lie === "line" || at === 0);
  context.portion = 1;
  context.marker = -1;
  context.isNewMarker = false;
  if (event.kind === "food") {
    const known = ensemble.marks[at]!.findIndex((mark) => mark.day === ensemble.day && mark.place === place);
    context.isFirstFoodOfDay = !ensemble.marks[at]!.some((mark) => mark.day === ensemble.day);
    context.marker = known >= 0 ? known : freeMarker(ensemble, at);
    context.isNewMarker = known < 0;
    ensemble.marks[at]![context.marker] = {
      place,
      day: ensemble.day,
      wetG: event.g + (known >= 0 ? ensemble.marks[at]![known]!.wetG : 0),
    };
  }
  const herdWide = event.kind === "takeWorms";
  for (let member = 0; member < size; member += 1) {
    const s = views[at]![member]!;
    if (isWhole) {
      let all = 0;
      for (const other of lines[member]!) all += herdWide ? liveOf(other) : dryOf(other) + other[AT.W]!;
      context.portion = all > 0 ? (herdWide ? liveOf(s) : dryOf(s) + s[AT.W]!) / all : 0;
    }
    context.error = spread > 0 ? factor(spread, purpose, member) : 1;
    applyEvent(s, event, context);
  }
}

/** A marker no feeding needs any more: an unused one, or the one of which least is left over all members. */
function freeMarker({ views, marks }: Ensemble, at: number): number {
  const used = marks[at]!.length;
  if (used < MARKERS) return used;
  let best = 0;
  let least = Infinity;
  for (let slot = 0; slot < used; slot += 1) {
    let left = 0;
    for (const s of views[at]!) left += markerLeft(s, slot);
    if (left < least) {
      least = left;
      best = slot;
    }
  }
  return best;
}

function rotate(ensemble: Ensemble, order: readonly string[]): void {
  const before = ensemble.bin.compartments;
  const asked = order.map((id) => before.findIndex((one) => one.id === id)).filter((at) => at >= 0);
  const whole = [...new Set([...asked, ...before.keys()])];
  ensemble.bin = { ...ensemble.bin, compartments: whole.map((at) => before[at]!) };
  ensemble.views = whole.map((at) => ensemble.views[at]!);
  ensemble.lines = ensemble.lines.map((line) => whole.map((at) => line[at]!));
  ensemble.marks = whole.map((at) => ensemble.marks[at]!);
}

/** The compartments change: those that stay keep their matter, new ones come empty, what was in a lost one goes to the fed end. */
function rebuild(ensemble: Ensemble, bin: TwinBin): void {
  const { size, bin: before, views, marks } = ensemble;
  const count = bin.compartments.length;
  const same =
    before.compartments.length === count &&
    bin.compartments.every(({ id }, at) => id === before.compartments[at]!.id);
  if (same) {
    ensemble.bin = bin;
    return;
  }
  const state = new Float64Array(size * count * STRIDE);
  const fresh = viewed(
    state,
    size,
    bin.compartments.map((_, at) => at),
  );
  const from = bin.compartments.map(({ id }) => before.compartments.findIndex((one) => one.id === id));
  const lost = before.compartments.flatMap(({ id }, at) =>
    bin.compartments.some((one) => one.id === id) ? [] : [at],
  );
  for (let member = 0; member < size; member += 1) {
    const first = views[0]![member]!;
    const blank = emptyMember(first[AT.T]!);
    for (const name of [...MULTIPLIERS, "FIST"] as const) blank[AT[name]] = first[AT[name]]!;
    from.forEach((old, at) => fresh.views[at]![member]!.set(old >= 0 ? views[old]![member]! : blank));
    const into = fresh.views[fedAt(bin)]![member]!;
    for (const at of lost) moveAll(views[at]![member]!, into);
  }
  ensemble.bin = bin;
  ensemble.state = state;
  Object.assign(ensemble, fresh);
  ensemble.marks = from.map((old) => (old >= 0 ? marks[old]! : []));
}

const BOOKS = [
  AT.RESP,
  AT.EVAP,
  AT.DRAIN,
  AT.METW,
  AT.INDM,
  AT.OUTDM,
  AT.INW,
  AT.OUTW,
  AT.CORDM,
  AT.CORW,
  AT.SU,
] as const;
function moveAll(from: Float64Array, into: Float64Array): void {
  moveMatter(from, into, 1, 1);
  for (const book of BOOKS) into[book] = into[book]! + from[book]!;
}

/** A share of every compartment goes on to the next along, from the fed end; the last receives without giving. Source: process model 18. */
function advance(ensemble: Ensemble, share: number): void {
  const { bin, views, marks, size, day } = ensemble;
  const order = bin.compartments.map((_, at) => at);
  if (bin.lie === "trays" || bin.lie === "column") order.reverse();
  // From the finished end back, so that each gives what it held before it received.
  for (let step = order.length - 2; step >= 0; step -= 1) {
    const from = order[step]!;
    const to = order[step + 1]!;
    for (let member = 0; member < size; member += 1)
      moveMatter(views[from]![member]!, views[to]![member]!, share, share * WORMS_ALONG);
    marks[from]!.forEach((mark, slot) => {
      if (day - mark.day > 60) return;
      const known = marks[to]!.findIndex((other) => other.day === mark.day && other.place === mark.place);
      const into = known >= 0 ? known : freeMarker(ensemble, to);
      if (known < 0) marks[to]![into] = { ...mark, wetG: mark.wetG * share };
      for (let member = 0; member < size; member += 1)
        moveMarker(views[from]![member]!, slot, views[to]![member]!, into, share);
    });
  }
}

/**
 * One day passes for every member. In one step, which is the model's own; in `parts` only to ask what another step would
 * give. Source: process model 7 and 18.
 */
export function sleep(ensemble: Ensemble, parts = 1): void {
  const { bin, place, lines, size, seed } = ensemble;
  const airC = airAt(place, ensemble.startDayOfYear + ensemble.day);
  const species = twinSpecies(bin.speciesId);
  const around = surroundings(bin, species, airC, place.humidity * saturation(airC), 1 / parts);
  for (let part = 0; part < parts; part += 1) stepAll(ensemble, around, 1 / parts);
  ensemble.day += 1;
  if (size > 1 && ensemble.day % DRIFTS_EVERY === 0) {
    const purpose = chanceFor(seed, `drift ${ensemble.day}`);
    for (let member = 0; member < size; member += 1)
      DRIFTING.forEach((name, nth) => {
        const by = driftFactor(name, purpose, member, nth);
        for (const s of lines[member]!) s[AT[name]] = s[AT[name]]! * by;
      });
    unlogged(ensemble);
  }
}

/** Spread, of a week, of what no log tells: water that was splashed, dripped or sweated away; matter that crept or was picked off. */
const UNLOGGED_WATER = 0.012;
const UNLOGGED_MATTER = 0.018;
const BEDDING = [AT.BE, AT.BR];
const CASTINGS = [AT.CF, AT.CM];
const FOOD = [AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2];

/** Without it the members of a bin read often would end as one, and its bands would claim more than anyone can know. */
function unlogged({ lines, seed, day, size }: Ensemble): void {
  const purpose = chanceFor(seed, `unlogged ${day}`);
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    for (let at = 0; at < line.length; at += 1) {
      const s = line[at]!;
      const wetter = s[AT.W]! * (Math.exp(UNLOGGED_WATER * normal(purpose, member, 4 * at)) - 1);
      s[AT.W]! += wetter;
      s[AT.CORW]! += wetter;
      [BEDDING, CASTINGS, FOOD].forEach((pools, nth) => {
        const by = Math.exp(
          UNLOGGED_MATTER * (nth === 2 ? 3 : 1) * normal(purpose, member, 4 * at + 1 + nth),
        );
        for (const pool of pools) {
          s[AT.CORDM]! += s[pool]! * (by - 1);
          s[pool]! *= by;
        }
      });
    }
  }
}

function stepAll(
  { bin, views, lines, marks, size }: Ensemble,
  around: readonly Surroundings[],
  dt: number,
): void {
  const count = bin.compartments.length;
  for (let at = 0; at < count; at += 1) {
    const here = around[at]!;
    const members = views[at]!;
    const used = marks[at]!.length;
    const isBuried = bin.lie === "column" && at > 0 && at < count - 1;
    for (let member = 0; member < size; member += 1) {
      if (isBuried) (here as { buriedM: number }).buriedM = buried(lines[member]!, bin, at);
      step(members[member]!, here, dt);
      if (used > 0) ageMarkers(members[member]!, used);
    }
  }
  if (count === 1) return;
  const neighbours = {
    lie: bin.lie,
    species: around[0]!.species,
    areasM2: bin.compartments.map((one) => one.areaM2),
    facesM2: bin.compartments.map((one) => one.faceM2),
  };
  for (let member = 0; member < size; member += 1) exchange(lines[member]!, neighbours, dt);
}

function surroundings(
  bin: TwinBin,
  species: TwinSpecies,
  airC: number,
  airKPa: number,
  dt: number,
): Surroundings[] {
  const { lie, compartments, insulation, drainage, cover, sumpL } = bin;
  const last = compartments.length - 1;
  const { evaporation, air } = COVERED[cover];
  const isStack = lie === "trays" || lie === "column";
  return compartments.map(({ areaM2 }, at) => {
    const isTop = !isStack || at === last;
    const isBase = !isStack || at === 0;
    return {
      species,
      areaM2,
      insulation,
      // From an upper one all free water runs on into the one below.
      ...forStep(isBase ? DRAINS[drainage] : DRAINS.free, dt),
      hasSump: drainage === "sump" && isBase,
      sumpG: (sumpL * 1000) / (isStack ? 1 : compartments.length),
      // An open grate under a column dries at half the rate of an open top.
      evaporation: isTop ? evaporation : isBase && lie === "column" ? 0.5 : 0,
      air,
      openFaces: (isTop ? 1 : 0) + (isBase ? 1 : 0),
      buriedM: 0,
      airC,
      airKPa,
    };
  });
}

/** Matter between a compartment inside a column and the nearer open face. */
function buried(line: readonly Float64Array[], { compartments }: TwinBin, at: number): number {
  let above = 0;
  let below = 0;
  for (let other = 0; other < line.length; other += 1) {
    if (other === at) continue;
    const depth = litresOf(line[other]!) / 1000 / compartments[other]!.areaM2;
    if (other > at) above += depth;
    else below += depth;
  }
  return Math.min(above, below);
}

/** Settled litres of what lies there, fluffing included. Source: process model 7.1. */
export function litresOf(s: Float64Array): number {
  const fill = s[AT.W]! / 1000 + dryOf(s) / P.solid;
  const food = s[AT.R0]! + s[AT.R1]! + s[AT.R2]! + s[AT.C0]! + s[AT.C1]! + s[AT.C2]!;
  const settled =
    (s[AT.BE]! + s[AT.BR]!) / s[AT.DB]! +
    (s[AT.CF]! + s[AT.CM]!) / P.rhoCast +
    food / P.rhoFood +
    s[AT.IN]! / P.rhoInert;
  return Math.max(settled * (1 + P.looseVol * s[AT.LO]!), fill, 0.1);
}

/** Share of what was last given at a place that is still there, older remains included; 0 where nothing was given. */
export function leftAt(s: Float64Array, marks: readonly FeedingMark[], place: number | undefined): number {
  let left = 0;
  let given = 0;
  let newest = -1;
  marks.forEach((mark, slot) => {
    if (place !== undefined && mark.place !== place) return;
    left += markerLeft(s, slot);
    if (mark.day > newest) {
      newest = mark.day;
      given = markerGiven(s, slot);
    }
  });
  return given > 0 ? Math.min(1, left / given) : 0;
}

/** How far one member's books are from closing, relative to what came in: dry matter and water. Source: process model 8. */
export function closure(
  line: readonly Float64Array[],
  speciesId: SpeciesId,
): { readonly dryMatter: number; readonly water: number } {
  const cocoonG = twinSpecies(speciesId).cocoonG;
  const sums = { dry: 0, water: 0, inDry: 0, inWater: 0 };
  for (const s of line) {
    const living = liveOf(s) + cocoonsOf(s) * cocoonG;
    sums.dry += dryOf(s) + P.wd * living + s[AT.RESP]! + s[AT.OUTDM]!;
    sums.water += s[AT.W]! + s[AT.SU]! + (1 - P.wd) * living + s[AT.EVAP]! + s[AT.DRAIN]! + s[AT.OUTW]!;
    sums.inDry += s[AT.INDM]! + s[AT.CORDM]!;
    sums.inWater += s[AT.INW]! + s[AT.METW]! + s[AT.CORW]!;
  }
  return {
    dryMatter: Math.abs(sums.inDry - sums.dry) / Math.max(1, Math.abs(sums.inDry)),
    water: Math.abs(sums.inWater - sums.water) / Math.max(1, Math.abs(sums.inWater)),
  };
}
