import type { HarvestMethod, Preparation } from "@/vocabulary/setup";
import type { TwinSpecies } from "./library";
import { AMENDED, HARVESTS, PREPARED } from "./library";
import { beddingForTwin, foodForTwin } from "./materials";
import { P } from "./parameters";
import { AT, beddingOf, castingsOf, dryOf, foodOf, moistureOf } from "./state";
import type { Field } from "./state";

/** What a keeper does, as the model takes it: grams, and library ids. */
export type TwinEvent =
  | {
      readonly kind: "worms";
      readonly g?: number;
      readonly n?: number;
      readonly mix?: readonly [number, number, number];
      readonly cocoons?: number;
    }
  | { readonly kind: "bed"; readonly id: string; readonly g: number; readonly water?: number | undefined }
  | { readonly kind: "food"; readonly id: string; readonly g: number; readonly preparation: Preparation }
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
  | { readonly kind: "removed"; readonly g: number }
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

const add = (s: Float64Array, field: Field, by: number): void => {
  s[AT[field]] = s[AT[field]]! + by;
};
const scale = (s: Float64Array, fields: readonly Field[], by: number): void => {
  for (const field of fields) s[AT[field]] = s[AT[field]]! * by;
};
const COCOONS = ["Q1", "Q2", "Q3", "Q4", "Q5", "Q6", "Q7", "Q8"] as const;
const FOOD = ["R0", "R1", "R2", "C0", "C1", "C2"] as const;
/** The mass of the bin, worms apart. */
const MASS = [
  ...FOOD,
  "BE",
  "BR",
  "CF",
  "CM",
  "IN",
  "LR",
  "LC",
  "L0",
  "AC",
  "TAN",
  "NF",
  "SA",
  "LI",
  "W",
] as const;
const WORMS = ["NY", "BY", "NS", "BS", "NA", "BA"] as const;

const wormsG = (s: Float64Array): number => s[AT.BY]! + s[AT.BS]! + s[AT.BA]!;
const cocoonCount = (s: Float64Array): number => COCOONS.reduce((sum, box) => sum + s[AT[box]]!, 0);

/**
 * Applies one event in place and books what it brings or takes. `error` is the member's factor on what was logged, 1 in
 * a single run. `fieldCapacityG` is the water the mass holds (process model 7.10). Never throws: absurd amounts count
 * as nothing or are held within what is there. Source: process model 6.
 */
export function applyEvent(
  s: Float64Array,
  event: TwinEvent,
  {
    species,
    isFirstFoodOfDay,
    hasSump,
    error = 1,
  }: {
    readonly species: TwinSpecies;
    readonly isFirstFoodOfDay: boolean;
    readonly hasSump: boolean;
    readonly error?: number;
  },
): void {
  switch (event.kind) {
    case "worms":
      return stock(s, event, species, error);
    case "bed": {
      const material = beddingForTwin(event.id);
      const g = grams(event.g) * error;
      const water = known(event.water, material.water);
      const d = g * (1 - water);
      if (d > 0) {
        const old = beddingOf(s);
        s[AT.WB] = (s[AT.WB]! * old + material.whc * d) / (old + d);
        s[AT.DB] = (old + d) / (old / s[AT.DB]! + d / material.settledGPerL);
        add(s, "BE", d * material.easy);
        add(s, "BR", d * (1 - material.easy));
      }
      add(s, "W", g * water);
      return bookIn(s, d, g * water);
    }
    case "food":
      return feed(s, event, error, isFirstFoodOfDay);
    case "water": {
      const g = grams(event.g) * error;
      add(s, "W", g);
      return bookIn(s, 0, g);
    }
    case "amend": {
      const g = grams(event.g) * error;
      const { whc, lime } = AMENDED[event.id] ?? AMENDED.grit!;
      if (g > 0) s[AT.WI] = (s[AT.WI]! * s[AT.IN]! + whc * g) / (s[AT.IN]! + g);
      add(s, "IN", g);
      add(s, "LI", lime * g);
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
      add(s, "CM", d);
      add(s, "W", g * water);
      return bookIn(s, d, g * water);
    }
    case "turn":
      s[AT.LO] = 1;
      s[AT.AN] = 0.5 * s[AT.AN]!;
      return;
    case "harvest":
      return harvest(s, event, species, error);
    case "split": {
      const x = share(event.fraction);
      bookOutShare(s, x, species, true);
      scale(s, MASS, 1 - x);
      scale(s, WORMS, 1 - x);
      scale(s, COCOONS, 1 - x);
      return;
    }
    case "removed": {
      const wet = dryOf(s) + s[AT.W]!;
      const x = wet > 0 ? Math.min(1, (grams(event.g) * error) / wet) : 0;
      bookOutShare(s, x, species, false);
      scale(s, MASS, 1 - x);
      return;
    }
    case "takeWorms":
      return takeWorms(s, event, error);
    case "drain": {
      if (hasSump) {
        const out = event.g === undefined ? s[AT.SU]! : Math.min(s[AT.SU]!, grams(event.g) * error);
        add(s, "SU", -out);
        return add(s, "DRAIN", out);
      }
      const free = Math.max(0, s[AT.W]! - fieldCapacityG(s));
      const out = event.g === undefined ? 0.8 * free : Math.min(free, grams(event.g) * error);
      if (out > 0) scale(s, ["SA", "TAN", "AC"], 1 - out / s[AT.W]!);
      add(s, "W", -out);
      return add(s, "DRAIN", out);
    }
  }
}

/** Water that the mass holds against gravity, g. Source: process model 7.10. */
function fieldCapacityG(s: Float64Array): number {
  return (
    P.whcRaw * (s[AT.R0]! + s[AT.R1]! + s[AT.R2]!) +
    P.whcCond * (s[AT.C0]! + s[AT.C1]! + s[AT.C2]!) +
    s[AT.WB]! * beddingOf(s) +
    P.whcCF * s[AT.CF]! +
    P.whcCM * s[AT.CM]! +
    s[AT.WI]! * s[AT.IN]!
  );
}

function bookIn(s: Float64Array, dry: number, water: number): void {
  add(s, "INDM", dry);
  add(s, "INW", water);
}
function bookOut(s: Float64Array, dry: number, water: number): void {
  add(s, "OUTDM", dry);
  add(s, "OUTW", water);
}

function stock(
  s: Float64Array,
  event: Extract<TwinEvent, { kind: "worms" }>,
  species: TwinSpecies,
  error: number,
): void {
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
  (["Y", "S", "A"] as const).forEach((stage, at) => {
    const mass = (g * mix[at]!) / all;
    add(s, `B${stage}`, mass);
    add(s, `N${stage}`, mass / means[at]!);
  });
  const cocoons = pieces(event.cocoons) * error;
  add(s, "Q4", cocoons);
  const whole = g + cocoons * species.cocoonG;
  bookIn(s, P.wd * whole, WW * whole);
}

function feed(
  s: Float64Array,
  event: Extract<TwinEvent, { kind: "food" }>,
  error: number,
  isFirstFoodOfDay: boolean,
): void {
  const food = foodForTwin(event.id);
  const { k, arrived, toMedium } = PREPARED[event.preparation];
  const g = grams(event.g) * error;
  const d = g * (1 - food.water);
  if (isFirstFoodOfDay && d > 0) scale(s, ["LR", "LC", "L0", "LK"], 0);
  if (d > 0) {
    const shifted = food.fast * toMedium;
    const f0 = (food.fast - shifted) * d;
    const f1 = (food.medium + shifted) * d;
    const f2 = food.slow * d;
    const rawOld = s[AT.R0]! + s[AT.R1]! + s[AT.R2]!;
    s[AT.KP] = (s[AT.KP]! * rawOld + k * d * (1 - arrived)) / (rawOld + d * (1 - arrived));
    add(s, "R0", (1 - arrived) * f0);
    add(s, "R1", (1 - arrived) * f1);
    add(s, "R2", (1 - arrived) * f2);
    add(s, "C0", arrived * f0);
    add(s, "C1", arrived * f1);
    add(s, "C2", arrived * f2);
    const L0 = s[AT.L0]!;
    s[AT.LK] = (s[AT.LK]! * L0 + k * (f0 * P.kcF + f1 * P.kcM + f2 * P.kcS)) / (L0 + d);
    add(s, "LR", d * (1 - arrived));
    add(s, "LC", d * arrived);
    add(s, "L0", d);
  }
  add(s, "W", g * food.water);
  add(s, "NF", d * food.nitrogen);
  add(s, "SA", g * food.salt);
  add(s, "AC", g * food.acid);
  bookIn(s, d, g * food.water);
}

function harvest(
  s: Float64Array,
  event: Extract<TwinEvent, { kind: "harvest" }>,
  species: TwinSpecies,
  error: number,
): void {
  const cast = castingsOf(s);
  if (cast <= 0) return;
  const { purity, wormLoss, cocoons } = HARVESTS[event.method];
  const mh = known(event.moisture, moistureOf(s));
  const d = Math.min(grams(event.g) * error * (1 - mh) * purity, 0.98 * cast);
  const fc = d / cast;
  const W = s[AT.W]!;
  const w = Math.min(((d / purity) * mh) / (1 - mh), 0.98 * W);
  const fw = W > 0 ? w / W : 0;
  const other = beddingOf(s) + foodOf(s);
  const x = Math.min((d * (1 - purity)) / purity, 0.5 * other);
  const fx = other > 0 ? x / other : 0;
  const inert = s[AT.IN]! * 0.8 * fc;
  const wormShare = wormLoss * fc;
  const cocoonShare = 0.8 * cocoons * fc;
  const livingOut = wormsG(s) * wormShare + cocoonCount(s) * cocoonShare * species.cocoonG;
  bookOut(s, d + x + inert + P.wd * livingOut, w + WW * livingOut);
  scale(s, ["CF", "CM"], 1 - fc);
  scale(s, [...FOOD, "BE", "BR", "LR", "LC", "NF"], 1 - fx);
  scale(s, ["IN", "LI"], 1 - 0.8 * fc);
  scale(s, ["SA", "TAN", "AC"], 1 - fw);
  add(s, "W", -w);
  scale(s, WORMS, 1 - wormShare);
  scale(s, COCOONS, 1 - cocoonShare);
  s[AT.MI] = s[AT.MI]! * (1 - 0.25 * fc);
}

function bookOutShare(s: Float64Array, x: number, species: TwinSpecies, withWorms: boolean): void {
  const living = withWorms ? wormsG(s) + cocoonCount(s) * species.cocoonG : 0;
  bookOut(s, x * (dryOf(s) + P.wd * living), x * (s[AT.W]! + WW * living));
}

function takeWorms(s: Float64Array, event: Extract<TwinEvent, { kind: "takeWorms" }>, error: number): void {
  const mix = (event.mix ?? [0, 0.2, 0.8]).map((part) => (Number.isFinite(part) && part > 0 ? part : 0));
  const all = mix.reduce((sum, part) => sum + part, 0);
  if (all === 0) return;
  const g = grams(event.g) * error;
  (["Y", "S", "A"] as const).forEach((stage, at) => {
    const mass = s[AT[`B${stage}`]]!;
    if (mass <= 0) return;
    const x = Math.min(0.98, (g * mix[at]!) / all / mass);
    bookOut(s, P.wd * x * mass, WW * x * mass);
    scale(s, [`B${stage}`, `N${stage}`], 1 - x);
  });
}
