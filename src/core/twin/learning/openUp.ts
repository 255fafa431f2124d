import { P } from "../engine/parameters";
import { FOOD_LEFT, RIPENESSES, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import type { TwinSpecies } from "../engine/library";
import { livingIn } from "../engine/twinBin";
import {
  AT,
  beddingOf,
  castingsOf,
  cocoonsG,
  dryOf,
  foodOf,
  heldG,
  liveOf,
  MARKER_AT,
  MARKER_SIZE,
  markerGiven,
  markerLeft,
} from "../engine/state";
import type { Ensemble, FeedingMark } from "../ensemble/ensemble";
import { litresOf } from "../ensemble/measures";
import { addSpell, chanceFor, normal, uniform } from "../ensemble/members";
import { recountHerd, setHerd } from "./herd";
import type { Observation, Observed } from "./observe";
import {
  aptness,
  compartmentRead,
  countedIn,
  DEPTH_SPREAD_CM,
  HANDFUL_WEIGHTS,
  handfulOf,
  saidOf,
  spreadOfWeight,
  stretchOf,
  tailsOf,
} from "./observe";
import { fieldCapacity, SCALES } from "./senses";

/*
 * A learned ensemble is narrow, and what nobody wrote down lies outside it: rain, a leak, someone else who fed. So that no
 * reading is overruled by members that all missed it, some are drawn straight from what was read before the readings are
 * weighed; the rest stay, for the hand may have slipped. All of it is booked as a correction.
 */

/** A reading with less than so much of the forecasts at or beyond it is heard by drawing one member in so many from it. */
const HEARD = [
  { below: 0.01, oneIn: 3 },
  { below: 0.05, oneIn: 8 },
] as const;
const HEARD_AS_SUCH = 0.3;
/** Said twice with nothing done between: one in so many, while most are still beside it. */
const AGAIN = { oneIn: 2, beside: 0.45 } as const;
/** Share of the drawn whose own ways explain the reading, where the keeper has not said. */
const BY_HABIT = { foodLeft: 0.8, others: 0.5 } as const;

/** What names a reading, so that it can be told whether it is said again. */
export const saying = ({ reading, at }: Observation): string => JSON.stringify([reading, at ?? ""]);
const subject = ({ reading, at }: Observation): string =>
  `${reading.of} ${at ?? ""} ${"place" in reading ? reading.place : ""} ${"sign" in reading ? reading.sign : ""}`;

/**
 * Draws members from every reading that hardly any of them could have given, and from one that is said again and of which
 * most are beside. `weights` add up to 1.
 */
export function openUp(
  ensemble: Ensemble,
  weights: Float64Array,
  observations: readonly Observation[],
): void {
  const { size, seed, day } = ensemble;
  const opened = new Set<string>();
  for (const one of observations) {
    if (one.because === "slip" || opened.has(subject(one))) continue;
    const isAgain = ensemble.said.includes(saying(one));
    const every = isAgain ? againIn(ensemble, weights, one) : onceIn(ensemble, weights, one);
    if (every === undefined) continue;
    opened.add(subject(one));
    const purpose = chanceFor(seed, `unforeseen ${subject(one)} ${day}`);
    const habit =
      one.because !== undefined ? Number(one.because === "so")
      : every > HEARD[0].oneIn ? 0
      : one.reading.of === "foodLeft" ? BY_HABIT.foodLeft
      : BY_HABIT.others; // prettier-ignore
    for (let member = day % every; member < size; member += every)
      if (!isWithin(ensemble, member, one))
        drawFrom(ensemble, member, one, {
          z: normal(purpose, member),
          u: uniform(purpose, member, 9),
          isHabit: uniform(purpose, member, 10) < habit,
        });
  }
}

function onceIn(ensemble: Ensemble, weights: Float64Array, one: Observation): number | undefined {
  const tails = tailsOf(ensemble, weights, one);
  if (!tails) return undefined;
  const chance = Math.min(tails.low, tails.high);
  // A smell or a sign is there or it is not: there is no beside.
  if (one.reading.of === "smell" || one.reading.of === "sign")
    return chance < HEARD_AS_SUCH ? HEARD[0].oneIn : undefined;
  return HEARD.find(({ below }) => chance < below)?.oneIn;
}
function againIn(ensemble: Ensemble, weights: Float64Array, one: Observation): number | undefined {
  let beside = 0;
  for (let member = 0; member < ensemble.size; member += 1)
    if (!isWithin(ensemble, member, one)) beside += weights[member]!;
  return beside < AGAIN.beside ? undefined : AGAIN.oneIn;
}

/** Whether a member would give this very reading, the hand's noise left out. */
function isWithin(ensemble: Ensemble, member: number, one: Observation): boolean {
  const said = saidOf(ensemble, member, one);
  if (said === undefined) return aptness(ensemble, member, one) >= 0.5;
  const [low, high] = stretchOf(one, said);
  return said >= low && said <= high;
}

interface Draw {
  readonly z: number;
  readonly u: number;
  /** Whether the bin's own ways are to explain it, besides what lies in it. */
  readonly isHabit: boolean;
}

function drawFrom(ensemble: Ensemble, member: number, one: Observation, { z, u, isHabit }: Draw): void {
  const { bin, lines, marks } = ensemble;
  const { reading } = one;
  const line = lines[member]!;
  const where = compartmentRead(bin, one);
  const s = line[where]!;
  const species = livingIn(bin);
  const { areaM2, heightM } = bin.compartments[where]!;
  const holdsL = 1000 * areaM2 * heightM;
  const from = saidOf(ensemble, member, one) ?? 0;
  switch (reading.of) {
    case "squeeze": {
      const felt = within("squeeze", SQUEEZES.indexOf(reading.squeeze), from, z, [0.4, 0.92]);
      return setMoisture(s, felt - s[AT.FIST]! + 0.5 * (fieldCapacity(s) - 0.78), holdsL);
    }
    case "moisture":
      return setMoisture(s, reading.moisture + (reading.isDried ? 0.01 : 0.03) * z, holdsL);
    case "foodLeft": {
      const left = within("foodLeft", FOOD_LEFT.indexOf(reading.foodLeft), from, z, [0, 0.98]);
      if (isHabit) quicken(line, from > left, u);
      return setLeft(s, marks[where]!, reading.place, left);
    }
    case "warmth":
      return setWarmth(
        line,
        s,
        within("warmth", WARMTHS.indexOf(reading.warmth), from, z, [5, 38]),
        isHabit,
        u,
      );
    case "temperature":
      return setWarmth(line, s, reading.temperatureC + 0.6 * z, isHabit, u);
    case "weight": {
      let wet = 0;
      for (const part of line) wet += dryOf(part) + part[AT.W]! + liveOf(part) + cocoonsG(part, species);
      const short = reading.g + 0.5 * spreadOfWeight(wet) * z - wet;
      // Water alone, or all that lies there.
      const water = line.reduce((sum, part) => sum + part[AT.W]!, 0);
      const matter = line.reduce((sum, part) => sum + dryOf(part), 0);
      const isWater = u < 0.5 && short > -0.5 * water;
      for (const part of line)
        if (isWater) addWater(part, (short * part[AT.W]!) / Math.max(1, water));
        else rescaleMatter(part, Math.max(0.05, 1 + short / Math.max(1, water + matter)));
      return;
    }
    case "depth": {
      const litres =
        ((reading.cm + 0.5 * DEPTH_SPREAD_CM * z) / 100) * 1000 * bin.compartments[where]!.areaM2;
      return rescaleMatter(s, Math.min(20, Math.max(0.05, litres / litresOf(s))));
    }
    case "handful":
      return setDensity(s, reading, species, litresOf(s), z);
    case "ripeness": {
      const share = within("ripeness", RIPENESSES.indexOf(reading.ripeness), from, z, [0.02, 0.95]);
      return setRipeness(s, share);
    }
    case "smell":
      return setSmell(s, reading.smell, u);
    case "sign":
      return setSign(line, s, reading, u, species);
    case "harvest":
      return;
  }
}

/**
 * A value of a class: past the edge it was beside, as far as a hand errs, or anywhere in a class that is far off. Its open
 * ends are closed by `ends`.
 */
function within(
  kind: keyof typeof SCALES,
  k: number,
  from: number,
  z: number,
  ends: readonly [number, number],
): number {
  const { limits, spread } = SCALES[kind];
  const low = k === 0 ? ends[0] : limits[k - 1]!;
  const high = k === limits.length ? ends[1] : limits[k]!;
  const margin = Math.min(0.1 * (high - low), 0.2 * spread);
  const past = margin + spread * Math.abs(z);
  const value = from < low ? low + past : high - past;
  return Math.min(high - margin, Math.max(low + margin, value));
}

function addWater(s: Float64Array, g: number): void {
  const more = Math.max(-0.98 * s[AT.W]!, g);
  s[AT.W]! += more;
  s[AT.CORW]! += more;
}
/** No bed holds more water than there is room beside its matter. */
function setMoisture(s: Float64Array, moisture: number, holdsL: number): void {
  const m = Math.min(0.95, Math.max(0.08, moisture));
  const fitsG = Math.max(s[AT.W]!, 1000 * (holdsL - dryOf(s) / P.solid));
  addWater(s, Math.min(fitsG, (m / (1 - m)) * dryOf(s)) - s[AT.W]!);
}

/** A bin that eats and rots quicker or slower than was thought: its own ways, for good. */
function quicken(line: readonly Float64Array[], isQuicker: boolean, u: number): void {
  const by = Math.exp((isQuicker ? 1 : -1) * (0.25 + 0.75 * u));
  for (const s of line) {
    s[AT.kI]! *= by;
    s[AT.kD]! *= by;
  }
}

/** So much of the newest meal at a place is left; what went or came is taken from the pools alike. Nothing where nothing was given. */
function setLeft(
  s: Float64Array,
  marks: readonly FeedingMark[],
  place: number | undefined,
  share: number,
): void {
  const slots = marks.flatMap((mark, slot) => (place === undefined || mark.place === place ? [slot] : []));
  const newest = slots.toSorted((a, b) => marks[b]!.day - marks[a]!.day)[0];
  if (newest === undefined) return;
  const given = markerGiven(s, newest);
  if (given <= 0) return;
  let had = 0;
  for (const slot of slots) had += markerLeft(s, slot);
  const wanted = share * given;
  const food = foodOf(s);
  // What is still there of other places stays.
  const change = Math.max(wanted - had, -0.98 * food);
  if (food > 1e-6) {
    const by = (food + change) / food;
    for (const pool of FOOD) s[pool]! *= by;
  } else s[AT.C1]! += change;
  s[AT.CORDM]! += change;
  addWater(s, 4 * change);
  for (const slot of slots) {
    const at = MARKER_AT + slot * MARKER_SIZE;
    if (had > 1e-6) {
      s[at]! *= wanted / had;
      s[at + 1]! *= wanted / had;
    } else if (slot === newest) s[at + 1] = wanted;
  }
  if (newest !== undefined && s[AT.L0]! > 0) {
    const last = s[AT.LR]! + s[AT.LC]!;
    if (last > 1e-6 && had > 1e-6) {
      s[AT.LR]! *= Math.min(1.0001, wanted / had);
      s[AT.LC]! *= Math.min(1.0001, wanted / had);
    }
  }
}
const FOOD = [AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2];

/**
 * A warmer or cooler bed; as a habit its depth and the air about it are so too. Most members take most of that for a spell, a
 * few for the room's way: readings of later weeks choose between them.
 */
function setWarmth(
  line: readonly Float64Array[],
  s: Float64Array,
  toC: number,
  isHabit: boolean,
  u: number,
): void {
  const by = toC - s[AT.T]!;
  s[AT.T] = toC;
  if (!isHabit) return;
  s[AT.TD]! += by;
  for (const part of line) {
    part[AT.AIR]! += u ** ROOMS_WAY * by;
    addSpell(part, (1 - u ** ROOMS_WAY) * by);
  }
}
/** The share that is the room's way is u to this: an eighth in the mean, more than half in one member of ten. */
const ROOMS_WAY = 7;

/** More or less of all that lies there, food's markers apart. */
function rescaleMatter(s: Float64Array, by: number): void {
  for (const pool of [AT.BE, AT.BR, AT.CF, AT.CM]) {
    s[AT.CORDM]! += s[pool]! * (by - 1);
    s[pool]! *= by;
  }
  addWater(s, s[AT.W]! * (by - 1));
}

function setDensity(
  s: Float64Array,
  { worms, litres }: Extract<Observed, { of: "handful" }>,
  species: readonly TwinSpecies[],
  inL: number,
  z: number,
): void {
  // Worms sit in clumps: one count goes with densities from a half to double.
  const wanted = (worms + 0.5) * Math.exp(0.45 * z);
  const mean = (countedIn(s) * litres) / inL;
  if (mean > 0.02) return recountHerd(s, wanted / mean, species);
  // Living worms where none were thought to be.
  setHerd(s, ((wanted / litres) * inL) / HANDFUL_WEIGHTS.adult, species[0]!);
}

/** Bedding taken for castings, or castings for bedding: of one mass. */
function setRipeness(s: Float64Array, share: number): void {
  const cast = castingsOf(s);
  const bed = beddingOf(s);
  const change = share * (cast + bed + foodOf(s)) - cast;
  if (change > 0) {
    const goes = Math.min(change, 0.98 * bed);
    const by = bed > 0 ? 1 - goes / bed : 1;
    s[AT.BE]! *= by;
    s[AT.BR]! *= by;
    s[AT.CM]! += goes;
  } else if (cast > 0) {
    const goes = Math.min(-change, 0.98 * cast);
    const by = 1 - goes / cast;
    s[AT.CF]! *= by;
    s[AT.CM]! *= by;
    s[AT.BE]! += 0.4 * goes;
    s[AT.BR]! += 0.6 * goes;
  }
}

function setSmell(s: Float64Array, smell: Extract<Observed, { of: "smell" }>["smell"], u: number): void {
  const kg = Math.max(dryOf(s) / 1000, 0.02);
  const wet = s[AT.W]! + dryOf(s);
  if (smell !== "rotten") s[AT.AN] = Math.min(s[AT.AN]!, 0.3);
  if (smell !== "sour" && s[AT.PH]! > 0 && s[AT.PH]! < 6.5) {
    s[AT.AC]! *= 0.2;
    s[AT.PH] = 6.8;
  }
  if (smell !== "ammonia" && s[AT.NH]! > 0.25) {
    s[AT.TAN] = (0.1 * wet) / 1000;
    s[AT.NH] = 0.1;
  }
  switch (smell) {
    case "earthy":
      return;
    case "rotten":
      s[AT.AN] = 0.6 + 0.35 * u;
      return;
    case "sour": {
      const dry = dryOf(s);
      const buffer = 0.15 + 0.35 * (dry > 0 ? castingsOf(s) / dry : 0);
      const y = (1.5 + 0.5 * u) / 3.2;
      s[AT.AC] = (kg * buffer * y) / (1 - y);
      s[AT.PH] = 7 - 3.2 * y;
      return;
    }
    case "ammonia":
      s[AT.NH] = 0.75 + 0.4 * u;
      s[AT.TAN] = ((0.75 + 0.4 * u) * wet) / 1000;
  }
}

/** Of a herd that fled as a mass so much is left, at worst and besides. Judgement. */
const FLED = { stay: 0.5, more: 0.5 } as const;

function setSign(
  line: readonly Float64Array[],
  s: Float64Array,
  { sign, isPresent }: Extract<Observed, { of: "sign" }>,
  u: number,
  species: readonly TwinSpecies[],
): void {
  switch (sign) {
    case "hot-centre":
      s[AT.T] = isPresent ? 31 + 5 * u : Math.min(s[AT.T]!, 24 + 3 * u);
      return;
    case "standing-liquid":
      return addWater(s, (isPresent ? 1.12 + 0.1 * u : 0.97) * heldG(s) - s[AT.W]!);
    case "few-worms": {
      if (!isPresent) return;
      // One to five in a handful.
      const by = (1 + 4 * u) / Math.max(1, handfulOf(s));
      if (by < 1) for (const part of line) recountHerd(part, by, species);
      return;
    }
    case "mass-escape": {
      if (!isPresent) return;
      // Where they live it is foul, and the fouler the fewer are left.
      s[AT.FELT] = s[AT.AN] = 0.95 - 0.4 * u;
      for (const part of line) recountHerd(part, FLED.stay + FLED.more * u, species);
      return;
    }
  }
}
