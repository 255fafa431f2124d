import type { HarvestMethod, Preparation, SpeciesId } from "@/vocabulary/setup";
import type { TwinSpecies } from "./library";
import { AMENDED, HARVESTS, PREPARED } from "./library";
import { beddingForTwin, foodForTwin } from "./materials";
import { P } from "./parameters";
import { ripenessOf } from "./ripeness";
import {
  AT,
  beddingOf,
  castingsOf,
  cocoonsG,
  dryOf,
  foodOf,
  heldG,
  herdOffset,
  herdsIn,
  liveOf,
  MARKER_AT,
  MARKER_SIZE,
  MARKERS,
  markerLeft,
  moistureOf,
  overHerds,
} from "./state";

/** What a keeper does, as the model takes it: grams, and library ids. */
export type TwinEvent =
  | {
      readonly kind: "worms";
      /** Of a species that has no herd of its own here they count as the main one. */
      readonly speciesId?: SpeciesId | undefined;
      readonly g?: number;
      readonly n?: number;
      readonly mix?: readonly [number, number, number];
      readonly cocoons?: number;
    }
  | { readonly kind: "bed"; readonly id: string; readonly g: number; readonly water?: number | undefined }
  | {
      readonly kind: "food";
      readonly id: string;
      readonly g: number;
      readonly preparation: Preparation;
      /** Where the keeper knows it better than the table. */
      readonly water?: number | undefined;
    }
  | { readonly kind: "water"; readonly g: number }
  | { readonly kind: "amend"; readonly id: string; readonly g: number }
  | { readonly kind: "castings"; readonly g: number; readonly water?: number | undefined }
  | { readonly kind: "turn" }
  | {
      readonly kind: "harvest";
      readonly g: number;
      readonly moisture?: number | undefined;
      readonly method: HarvestMethod;
    }
  | { readonly kind: "split"; readonly fraction: number }
  /** Contents out: so many grams, or a share of what lies there; worms stay unless they go along. */
  | {
      readonly kind: "removed";
      readonly g?: number | undefined;
      readonly fraction?: number | undefined;
      /** Turned into a share by whoever knows the ground it lies on. */
      readonly depthM?: number | undefined;
      readonly withWorms?: boolean | undefined;
    }
  /** What was in another bin: dry grams, grams of water, live grams by stage. */
  | {
      readonly kind: "received";
      readonly speciesId?: SpeciesId | undefined;
      readonly beddingG: number;
      readonly foodG: number;
      readonly castingsG: number;
      readonly waterG: number;
      readonly wormsG: readonly [number, number, number];
      readonly cocoons: number;
    }
  /** Minerals out again; without an amount all of them. */
  | { readonly kind: "sieved"; readonly g?: number | undefined }
  /** Food taken out again, as it lies there; without an amount all of it. */
  | { readonly kind: "foodTaken"; readonly g?: number | undefined }
  /** Everything out but the grown worms, which are picked out and stay unless they went too: matter, cocoons and young go. */
  | { readonly kind: "emptied"; readonly keepsWorms?: boolean | undefined }
  | { readonly kind: "takeWorms"; readonly g: number; readonly mix?: readonly [number, number, number] }
  | { readonly kind: "drain"; readonly g?: number | undefined };

const WW = 1 - P.wd;
const MOST_G = 1e6;
const MOST_N = 1e7;
/** What is not a finite positive number counts as nothing, and so does less than a nanogram: quotients of it overflow. */
const LEAST_G = 1e-9;
const grams = (x: number | undefined): number =>
  x !== undefined && Number.isFinite(x) && x > LEAST_G ? Math.min(x, MOST_G) : 0;
const pieces = (x: number | undefined): number =>
  x !== undefined && Number.isFinite(x) && x > LEAST_G ? Math.min(x, MOST_N) : 0;
const share = (x: number): number => (Number.isFinite(x) ? Math.min(1, Math.max(0, x)) : 0);
const known = (x: number | undefined, usual: number): number =>
  x !== undefined && Number.isFinite(x) ? Math.min(0.99, Math.max(0, x)) : usual;

const add = (s: Float64Array, at: number, by: number): void => {
  s[at] = s[at]! + by;
};
const scale = (s: Float64Array, fields: readonly number[], by: number): void => {
  for (let each = 0; each < fields.length; each += 1) s[fields[each]!] = s[fields[each]!]! * by;
};
const COCOONS = [AT.Q1, AT.Q2, AT.Q3, AT.Q4, AT.Q5, AT.Q6, AT.Q7, AT.Q8];
const FOOD = [AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2];
/** The mass of the bin, worms apart. */
const MASS = [
  ...FOOD, AT.BE, AT.BR, AT.CF, AT.CM, AT.IN, AT.LR, AT.LC, AT.L0, AT.AC, AT.TAN, AT.NF, AT.SA, AT.LI, AT.W,
]; // prettier-ignore
/** What comes along with lifted castings though one does not want it. */
const HARVESTED_ALONG = [...FOOD, AT.BE, AT.BR, AT.LR, AT.LC, AT.NF];
/** In the order of a remains marker: raw, conditioned, given, rate. */
const LAST_FEEDING = [AT.LR, AT.LC, AT.L0, AT.LK];
/** Young, sub-adults, adults: where number and mass of each stand. */
const STAGES = [[AT.NY, AT.BY], [AT.NS, AT.BS], [AT.NA, AT.BA]] as const; // prettier-ignore
const WORMS = [AT.NY, AT.BY, AT.NS, AT.BS, AT.NA, AT.BA];

/** Remains markers by their own shares: of what is there, and of what counts as given. */
function scaleMarkers(s: Float64Array, left: number, given: number): void {
  for (let slot = 0; slot < MARKERS; slot += 1) scaleMarker(s, slot, left, given);
}
function scaleMarker(s: Float64Array, slot: number, left: number, given: number): void {
  const at = MARKER_AT + slot * MARKER_SIZE;
  if (s[at + 2]! <= 0) return;
  s[at] = s[at]! * left;
  s[at + 1] = s[at + 1]! * left;
  s[at + 2] = s[at + 2]! * given;
}
/** Takes a share of everything out of the mass, its feedings' markers with it. */
function scaleMass(s: Float64Array, by: number): void {
  scale(s, MASS, by);
  scaleMarkers(s, by, by);
}

/** Of every herd. */
function scaleHerds(s: Float64Array, fields: readonly number[], by: number): void {
  for (let herd = 0; herd < herdsIn(s); herd += 1) {
    const offset = herdOffset(herd);
    for (let each = 0; each < fields.length; each += 1)
      s[fields[each]! + offset] = s[fields[each]! + offset]! * by;
  }
}

/** What an event needs to know besides itself; one object, filled anew, so that no event allocates. */
export interface EventContext {
  /** In the order of the herds. */
  species: readonly TwinSpecies[];
  speciesIds: readonly SpeciesId[];
  isFirstFoodOfDay: boolean;
  hasSump: boolean;
  /** The member's factor on what was logged, 1 in a single run. */
  error: number;
  /** Share of the logged amount that falls on this compartment, where the event is on the whole bin. */
  portion: number;
  /** The remains marker of this feeding, −1 for none, and whether it is to be taken over from an older one. */
  marker: number;
  isNewMarker: boolean;
  /** The remains markers that an event speaks of, where it names a place. */
  slots: readonly number[] | undefined;
  /** The share a depth came to, −1 where the event says no depth. */
  share: number;
  /** One of several compartments: what is finished lies in the last of them, and each is mixed in itself. */
  isPart: boolean;
}

/**
 * Applies one event to one compartment in place and books what it brings or takes. Never throws: absurd amounts count as
 * nothing or are held within what is there. Source: process model 6.
 */
export function applyEvent(s: Float64Array, event: TwinEvent, context: EventContext): void {
  const { species, hasSump, error, portion, slots } = context;
  switch (event.kind) {
    case "worms":
      return /* @__NOINLINE__ */ stock(s, event, context);
    case "bed": {
      const material = beddingForTwin(event.id);
      const g = grams(event.g) * error;
      const water = known(event.water, material.water);
      const d = g * (1 - water);
      if (d > 0) {
        const old = beddingOf(s);
        s[AT.WB] = (s[AT.WB]! * old + material.whc * d) / (old + d);
        s[AT.DB] = (old + d) / (old / s[AT.DB]! + d / material.settledGPerL);
        const easy = d * material.easy;
        if (easy > 0) s[AT.BF] = (s[AT.BF]! * s[AT.BE]! + material.feeds * easy) / (s[AT.BE]! + easy);
        add(s, AT.BE, easy);
        add(s, AT.BR, d * (1 - material.easy));
      }
      add(s, AT.W, g * water);
      return bookIn(s, d, g * water);
    }
    case "food":
      return /* @__NOINLINE__ */ feed(s, event, context);
    case "water": {
      const g = grams(event.g) * error;
      add(s, AT.W, g);
      return bookIn(s, 0, g);
    }
    case "amend": {
      const g = grams(event.g) * error;
      const { whc, lime } = AMENDED[event.id] ?? AMENDED.grit!;
      if (g > 0) s[AT.WI] = (s[AT.WI]! * s[AT.IN]! + whc * g) / (s[AT.IN]! + g);
      add(s, AT.IN, g);
      add(s, AT.LI, lime * g);
      return bookIn(s, g, 0);
    }
    case "castings": {
      const g = grams(event.g) * error;
      const water = known(event.water, 0.65);
      const d = g * (1 - water);
      if (d > 0) {
        const part = d / (dryOf(s) + d);
        s[AT.MI] = 1 - (1 - s[AT.MI]!) * (1 - 0.5 * part);
      }
      add(s, AT.CM, d);
      add(s, AT.W, g * water);
      return bookIn(s, d, g * water);
    }
    case "turn":
      s[AT.LO] = 1;
      s[AT.AN] = 0.5 * s[AT.AN]!;
      return;
    case "harvest":
      return /* @__NOINLINE__ */ harvest(s, event, context);
    case "split": {
      const x = share(event.fraction);
      bookOutShare(s, x, species, true);
      scaleMass(s, 1 - x);
      scaleHerds(s, WORMS, 1 - x);
      scaleHerds(s, COCOONS, 1 - x);
      return;
    }
    case "removed": {
      const wet = dryOf(s) + s[AT.W]!;
      const asked =
        context.share >= 0
          ? context.share
          : event.fraction !== undefined
            ? share(event.fraction)
            : wet > 0
              ? (grams(event.g) * error * portion) / wet
              : 0;
      const x = Math.min(1, asked);
      bookOutShare(s, x, species, event.withWorms === true);
      scaleMass(s, 1 - x);
      if (!event.withWorms) return;
      scaleHerds(s, WORMS, 1 - x);
      return scaleHerds(s, COCOONS, 1 - x);
    }
    case "received":
      return receive(s, event, context);
    case "sieved": {
      const out = event.g === undefined ? s[AT.IN]! : Math.min(s[AT.IN]!, grams(event.g) * error);
      if (out <= 0) return;
      add(s, AT.IN, -out);
      return bookOut(s, out, 0);
    }
    case "emptied": {
      const goes = event.keepsWorms === false ? liveOf(s) : overHerds(s, AT.BY);
      const living = goes + cocoonsG(s, species);
      bookOut(s, dryOf(s) + P.wd * living, s[AT.W]! + WW * living);
      scaleMass(s, 0);
      scaleHerds(s, COCOONS, 0);
      scaleHerds(s, event.keepsWorms === false ? WORMS : [AT.NY, AT.BY], 0);
      s[AT.AN] = 0;
      return;
    }
    case "foodTaken":
      return takeFood(s, event.g === undefined ? undefined : grams(event.g) * error * portion, slots);
    case "takeWorms":
      return takeWorms(s, event, error * portion);
    case "drain": {
      if (hasSump) {
        const out = event.g === undefined ? s[AT.SU]! : Math.min(s[AT.SU]!, grams(event.g) * error);
        add(s, AT.SU, -out);
        return add(s, AT.DRAIN, out);
      }
      const free = Math.max(0, s[AT.W]! - heldG(s));
      const out = event.g === undefined ? 0.8 * free : Math.min(free, grams(event.g) * error);
      if (out > 0) scale(s, [AT.SA, AT.TAN, AT.AC], 1 - out / s[AT.W]!);
      add(s, AT.W, -out);
      return add(s, AT.DRAIN, out);
    }
  }
}

function bookIn(s: Float64Array, dry: number, water: number): void {
  add(s, AT.INDM, dry);
  add(s, AT.INW, water);
}
function bookOut(s: Float64Array, dry: number, water: number): void {
  add(s, AT.OUTDM, dry);
  add(s, AT.OUTW, water);
}

/** The herd that worms of a species join: their own, or else the main one. */
const herdFor = (speciesId: SpeciesId | undefined, { speciesIds }: EventContext): number =>
  speciesId === undefined ? 0 : Math.max(0, speciesIds.indexOf(speciesId));

function stock(s: Float64Array, event: Extract<TwinEvent, { kind: "worms" }>, context: EventContext): void {
  const { error } = context;
  const herd = herdFor(event.speciesId, context);
  const species = context.species[herd]!;
  const offset = herdOffset(herd);
  const asked = (event.mix ?? [0.05, 0.25, 0.7]).map((part) =>
    Number.isFinite(part) && part > 0 ? part : 0,
  );
  const mix = asked.some((part) => part > 0) ? asked : [0, 0, 1];
  const all = mix.reduce((sum, part) => sum + part, 0);
  const means = [0.07 * species.adultG, 0.35 * species.adultG, species.adultG];
  const counted = pieces(event.n);
  const given =
    event.g !== undefined && grams(event.g) > 0
      ? grams(event.g)
      : Math.min(MOST_G, (counted * all) / mix.reduce((sum, part, at) => sum + part / means[at]!, 0));
  const g = given * error * s[AT.kP]!;
  STAGES.forEach(([count, mass], at) => {
    const came = (g * mix[at]!) / all;
    add(s, mass + offset, came);
    add(s, count + offset, came / means[at]!);
  });
  const cocoons = pieces(event.cocoons) * error;
  add(s, AT.Q4 + offset, cocoons);
  const whole = g + cocoons * species.cocoonG;
  bookIn(s, P.wd * whole, WW * whole);
}

/** Of bedding that was in a bin before so much is still easy to rot, and it feeds little; its food is soft by now. Judgement. */
const EASY_LEFT = 0.2;
const SOFT = [0.15, 0.4, 0.45] as const;
function receive(
  s: Float64Array,
  event: Extract<TwinEvent, { kind: "received" }>,
  context: EventContext,
): void {
  const { error } = context;
  const herd = herdFor(event.speciesId, context);
  const species = context.species[herd]!;
  const offset = herdOffset(herd);
  const bedding = grams(event.beddingG) * error;
  const food = grams(event.foodG) * error;
  const castings = grams(event.castingsG) * error;
  const water = grams(event.waterG) * error;
  const easy = bedding * EASY_LEFT;
  if (easy > 0) s[AT.BF] = (s[AT.BF]! * s[AT.BE]!) / (s[AT.BE]! + easy);
  add(s, AT.BE, easy);
  add(s, AT.BR, bedding - easy);
  [AT.C0, AT.C1, AT.C2].forEach((field, at) => add(s, field, food * SOFT[at]!));
  const before = dryOf(s);
  if (castings > 0) s[AT.MI] = 1 - (1 - s[AT.MI]!) * (1 - (0.5 * castings) / (before + castings));
  add(s, AT.CF, 0.5 * castings);
  add(s, AT.CM, 0.5 * castings);
  add(s, AT.W, water);
  const means = [0.07 * species.adultG, 0.35 * species.adultG, species.adultG];
  let whole = 0;
  STAGES.forEach(([count, mass], at) => {
    const came = grams(event.wormsG[at]) * error;
    add(s, mass + offset, came);
    add(s, count + offset, came / means[at]!);
    whole += came;
  });
  const cocoons = pieces(event.cocoons) * error;
  add(s, AT.Q4 + offset, cocoons);
  whole += cocoons * species.cocoonG;
  bookIn(s, bedding + food + castings + P.wd * whole, water + WW * whole);
}

function feed(
  s: Float64Array,
  event: Extract<TwinEvent, { kind: "food" }>,
  { error, isFirstFoodOfDay, marker, isNewMarker }: EventContext,
): void {
  const food = foodForTwin(event.id);
  const water = known(event.water, food.water);
  const { k: cut, arrived, toMedium } = PREPARED[event.preparation];
  const k = cut * food.pace;
  const g = grams(event.g) * error;
  const d = g * (1 - water);
  if (isFirstFoodOfDay && d > 0) scale(s, LAST_FEEDING, 0);
  if (d > 0) {
    const shifted = food.fast * toMedium;
    const f0 = (food.fast - shifted) * d;
    const f1 = (food.medium + shifted) * d;
    const f2 = food.slow * d;
    const rawOld = s[AT.R0]! + s[AT.R1]! + s[AT.R2]!;
    s[AT.KP] = (s[AT.KP]! * rawOld + k * d * (1 - arrived)) / (rawOld + d * (1 - arrived));
    add(s, AT.R0, (1 - arrived) * f0);
    add(s, AT.R1, (1 - arrived) * f1);
    add(s, AT.R2, (1 - arrived) * f2);
    add(s, AT.C0, arrived * f0);
    add(s, AT.C1, arrived * f1);
    add(s, AT.C2, arrived * f2);
    const rate = k * (f0 * P.kcF + f1 * P.kcM + f2 * P.kcS);
    mark(s, AT.LR, d, arrived, rate);
    if (marker >= 0) {
      const at = MARKER_AT + marker * MARKER_SIZE;
      if (isNewMarker) s.fill(0, at, at + MARKER_SIZE);
      mark(s, at, d, arrived, rate);
    }
  }
  add(s, AT.W, g * water);
  add(s, AT.NF, d * food.nitrogen);
  add(s, AT.SA, g * food.salt);
  add(s, AT.AC, g * food.acid);
  bookIn(s, d, g * water);
}

/** Adds dry matter to a remains marker: raw, conditioned, given, and its rate (as a sum over what was given). */
function mark(s: Float64Array, at: number, d: number, arrived: number, rate: number): void {
  const given = s[at + 2]!;
  s[at + 3] = (s[at + 3]! * given + rate) / (given + d);
  s[at] = s[at]! + d * (1 - arrived);
  s[at + 1] = s[at + 1]! + d * arrived;
  s[at + 2] = given + d;
}

/** Food as it lies in a bin holds about four times its dry mass of water. */
const WATER_IN_FOOD = 4;
/** From the feedings whose markers are named, else from all food alike. */
function takeFood(s: Float64Array, g: number | undefined, slots: readonly number[] | undefined): void {
  const food = foodOf(s);
  if (food <= 0) return;
  const named = slots?.reduce((sum, slot) => sum + markerLeft(s, slot), 0);
  // Markers follow what is left of a meal, not what it became: they may stand a little above the food there is.
  const there = named === undefined ? food : Math.min(food, named);
  const outDry = g === undefined ? there : Math.min(there, g / (1 + WATER_IN_FOOD));
  const x = outDry / food;
  const water = Math.min(x * food * WATER_IN_FOOD, 0.5 * s[AT.W]!);
  bookOut(s, x * food, water);
  scale(s, [...FOOD, AT.LR, AT.LC, AT.NF], 1 - x);
  if (slots === undefined) scaleMarkers(s, 1 - x, 1);
  else {
    const kept = there > 0 ? 1 - outDry / there : 1;
    for (const slot of slots) scaleMarker(s, slot, kept, 1);
  }
  add(s, AT.W, -water);
}

function harvest(
  s: Float64Array,
  event: Extract<TwinEvent, { kind: "harvest" }>,
  { species, error, isPart }: EventContext,
): void {
  const cast = castingsOf(s);
  if (cast <= LEAST_G) return;
  const { purity: sorted, wormLoss, cocoons } = HARVESTS[event.method];
  // Lifted from below and not sorted: no purer than it lies there.
  const isAsItLies = event.method === "bottom" && isPart;
  const purity = isAsItLies ? Math.min(sorted, Math.max(LEAST_G, ripenessOf(s))) : sorted;
  const mh = known(event.moisture, moistureOf(s));
  const d = Math.min(grams(event.g) * error * (1 - mh) * purity, 0.98 * cast);
  const fc = d / cast;
  const W = s[AT.W]!;
  const w = Math.min(((d / purity) * mh) / (1 - mh), 0.98 * W);
  const fw = W > 0 ? w / W : 0;
  const other = beddingOf(s) + foodOf(s);
  const x = Math.min((d * (1 - purity)) / purity, (isAsItLies ? 0.98 : 0.5) * other);
  const fx = other > 0 ? x / other : 0;
  const inert = s[AT.IN]! * 0.8 * fc;
  const wormShare = wormLoss * fc;
  const cocoonShare = 0.8 * cocoons * fc;
  const livingOut = liveOf(s) * wormShare + cocoonsG(s, species, cocoonShare);
  bookOut(s, d + x + inert + P.wd * livingOut, w + WW * livingOut);
  scale(s, [AT.CF, AT.CM], 1 - fc);
  scale(s, HARVESTED_ALONG, 1 - fx);
  scaleMarkers(s, 1 - fx, 1);
  scale(s, [AT.IN, AT.LI], 1 - 0.8 * fc);
  scale(s, [AT.SA, AT.TAN, AT.AC], 1 - fw);
  add(s, AT.W, -w);
  scaleHerds(s, WORMS, 1 - wormShare);
  scaleHerds(s, COCOONS, 1 - cocoonShare);
  s[AT.MI] = s[AT.MI]! * (1 - 0.25 * fc);
}

function bookOutShare(s: Float64Array, x: number, species: readonly TwinSpecies[], withWorms: boolean): void {
  const living = withWorms ? liveOf(s) + cocoonsG(s, species) : 0;
  bookOut(s, x * (dryOf(s) + P.wd * living), x * (s[AT.W]! + WW * living));
}

function takeWorms(s: Float64Array, event: Extract<TwinEvent, { kind: "takeWorms" }>, error: number): void {
  const mix = (event.mix ?? [0, 0.2, 0.8]).map((part) => (Number.isFinite(part) && part > 0 ? part : 0));
  const all = mix.reduce((sum, part) => sum + part, 0);
  if (all === 0) return;
  const g = grams(event.g) * error;
  STAGES.forEach((stage, at) => {
    const mass = overHerds(s, stage[1]);
    if (mass <= 0) return;
    const x = Math.min(0.98, (g * mix[at]!) / all / mass);
    bookOut(s, P.wd * x * mass, WW * x * mass);
    scaleHerds(s, stage, 1 - x);
  });
}
