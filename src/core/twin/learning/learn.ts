import type { Ensemble } from "../ensemble/ensemble";
import { twinSpecies } from "../engine/library";
import { chanceFor, MULTIPLIERS, normal, SPREAD, uniform } from "../ensemble/members";
import type { Observation } from "./observe";
import { addLogLikelihood, surpriseOf } from "./observe";
import { P } from "../engine/parameters";
import { compartmentAt } from "../engine/twinBin";
import { AT, cocoonsOf, liveOf, MARKER_AT, MARKER_SIZE, MARKERS } from "../engine/state";

/** A keeper's readings share errors and the model is imperfect: they count for so much. Source: process model 10.2, 10.3. */
const POWER = 0.7;
const KEEPS = 0.97;
const MOST_ROUNDS = 12;
/** However much was read, a multiplier stays as uncertain as this share of what it was at first: bins change. */
const LEAST_SPREAD = 0.25;
const COCOONS = [AT.Q1, AT.Q2, AT.Q3, AT.Q4, AT.Q5, AT.Q6, AT.Q7, AT.Q8];
const HERD = [AT.NY, AT.BY, AT.NS, AT.BS, AT.NA, AT.BA, ...COCOONS];

/** Weights that add up to 1. */
export function weightsOf({ logWeights, size }: Ensemble): Float64Array {
  const weights = new Float64Array(size);
  let most = -Infinity;
  for (let member = 0; member < size; member += 1) most = Math.max(most, logWeights[member]!);
  let all = 0;
  for (let member = 0; member < size; member += 1)
    all += weights[member] = Math.exp(logWeights[member]! - most);
  for (let member = 0; member < size; member += 1) weights[member]! /= all;
  return weights;
}

/** How many members still count, were they equal. */
function effective(logWeights: Float64Array, likelihood: Float64Array, power: number): number {
  let most = -Infinity;
  for (let member = 0; member < logWeights.length; member += 1)
    most = Math.max(most, logWeights[member]! + power * likelihood[member]!);
  let sum = 0;
  let squares = 0;
  for (let member = 0; member < logWeights.length; member += 1) {
    const weight = Math.exp(logWeights[member]! + power * likelihood[member]! - most);
    sum += weight;
    squares += weight * weight;
  }
  return (sum * sum) / squares;
}

/**
 * Lets the readings of one visit narrow the ensemble: tempered, resampled when too few members carry the weight, the
 * multipliers then jittered about their mean so that learning goes on. All readings of a visit together, before what was
 * done that day. Source: process model 10.2 (Gordon et al. 1993; Liu & West 2001).
 */
export function assimilate(ensemble: Ensemble, observations: readonly Observation[]): void {
  if (observations.length === 0 || ensemble.size < 2) return;
  const { size, logWeights } = ensemble;
  openUp(ensemble, observations);
  const likelihood = new Float64Array(size);
  let left = POWER;
  for (let round = 0; round < MOST_ROUNDS && left > 1e-9; round += 1) {
    likelihood.fill(0);
    for (const one of observations) addLogLikelihood(ensemble, one, likelihood);
    let part = left;
    if (effective(logWeights, likelihood, left) < size / 2) {
      let low = 0;
      let high = left;
      for (let halving = 0; halving < 12; halving += 1) {
        const middle = (low + high) / 2;
        if (effective(logWeights, likelihood, middle) >= size / 2) low = middle;
        else high = middle;
      }
      part = Math.max(low, 0.05 * left);
    }
    for (let member = 0; member < size; member += 1) logWeights[member]! += part * likelihood[member]!;
    const isDone = part >= left && effective(logWeights, likelihood, 0) >= size / 2;
    if (isDone) return;
    resample(ensemble, round);
    left -= part;
  }
}

/** Beyond so much of the forecasts a reading says that something happened which no one wrote down. */
const UNFORESEEN = 0.95;
/** How far the unwritten may have gone: water (ln), warmth (K), remains of food (ln). */
const MAY_BE = { water: 0.35, warmthK: 4, food: 0.7 } as const;

/**
 * A learned ensemble is narrow, and rain, a leak or a heap thrown in by someone else lie outside it. When a reading does,
 * every other member is let loose in what was read before the readings are weighed; the rest stay, for the hand may have
 * slipped. The change is booked as a correction.
 */
function openUp(ensemble: Ensemble, observations: readonly Observation[]): void {
  if (ensemble.readings < 3) return;
  const weights = weightsOf(ensemble);
  const { bin, lines, seed, day, size } = ensemble;
  const seen = new Set<string>();
  for (const one of observations) {
    const surprise = surpriseOf(ensemble, weights, one);
    if (!surprise || Math.max(surprise.below, surprise.above) < UNFORESEEN) continue;
    const { of } = one.reading;
    const what = of === "squeeze" || of === "moisture" ? "water" : of === "foodLeft" ? "food" : "warmth";
    const at = compartmentAt(bin, one.at);
    if (seen.has(`${what} ${at}`)) continue;
    seen.add(`${what} ${at}`);
    const purpose = chanceFor(seed, `unforeseen ${what} ${day}`);
    // Only towards what was read.
    const sign = surprise.below > surprise.above ? 1 : -1;
    for (let member = 0; member < size; member += 2) {
      const s = lines[member]![at]!;
      const z = sign * Math.abs(normal(purpose, member));
      if (what === "water") {
        const more = s[AT.W]! * (Math.exp(MAY_BE.water * z) - 1);
        s[AT.W]! += more;
        s[AT.CORW]! += more;
      } else if (what === "warmth") s[AT.T]! += MAY_BE.warmthK * z;
      else rescaleFood(s, Math.exp(MAY_BE.food * z));
    }
  }
}

const FOOD = [AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2];
/** More or less food still there than thought, in its pools and its markers alike. */
function rescaleFood(s: Float64Array, by: number): void {
  for (const pool of FOOD) {
    s[AT.CORDM]! += s[pool]! * (by - 1);
    s[pool]! *= by;
  }
  for (let slot = 0; slot < MARKERS; slot += 1) {
    const at = MARKER_AT + slot * MARKER_SIZE;
    s[at]! *= by;
    s[at + 1]! *= by;
  }
}

/** Systematic resampling, then kernel jitter that keeps mean and spread of the multipliers. */
function resample(ensemble: Ensemble, round: number): void {
  const { size, seed, day, lines, state } = ensemble;
  const weights = weightsOf(ensemble);
  const before = MULTIPLIERS.map((name) => {
    const { mean, spread } = spreadOf(ensemble, weights, (s) => Math.log(s[AT[name]]!));
    return { mean, spread: Math.max(spread, LEAST_SPREAD * SPREAD[name]) };
  });
  const fist = spreadOf(ensemble, weights, (s) => s[AT.FIST]!);

  const block = state.length / size;
  const old = state.slice();
  const offset = uniform(chanceFor(seed, `resample ${day} ${round}`), 0);
  let reached = weights[0]!;
  let from = 0;
  for (let member = 0; member < size; member += 1) {
    const wanted = (member + offset) / size;
    while (reached < wanted && from < size - 1) reached += weights[(from += 1)]!;
    state.set(old.subarray(from * block, (from + 1) * block), member * block);
  }
  ensemble.logWeights.fill(0);

  const purpose = chanceFor(seed, `jitter ${day} ${round}`);
  const rest = Math.sqrt(1 - KEEPS * KEEPS);
  const cocoonG = twinSpecies(ensemble.bin.speciesId).cocoonG;
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    const first = line[0]!;
    MULTIPLIERS.forEach((name, nth) => {
      const { mean, spread } = before[nth]!;
      const was = first[AT[name]]!;
      const value = Math.exp(
        KEEPS * Math.log(was) + (1 - KEEPS) * mean + rest * spread * normal(purpose, member, nth),
      );
      for (const s of line) s[AT[name]] = value;
      if (name === "kP") for (const s of line) rescaleHerd(s, value / was, cocoonG);
    });
    const offsetOfFist =
      KEEPS * first[AT.FIST]! + (1 - KEEPS) * fist.mean + rest * fist.spread * normal(purpose, member, 10);
    const wetter = Math.exp(0.01 * normal(purpose, member, 11));
    for (const s of line) {
      s[AT.FIST] = offsetOfFist;
      s[AT.CORW]! += s[AT.W]! * (wetter - 1);
      s[AT.W]! *= wetter;
    }
  }
}

/** A larger or smaller herd than thought: numbers, masses and cocoons alike, and the correction booked. */
function rescaleHerd(s: Float64Array, by: number, cocoonG: number): void {
  const change = (by - 1) * (liveOf(s) + cocoonsOf(s) * cocoonG);
  for (const field of HERD) s[field]! *= by;
  s[AT.CORDM]! += P.wd * change;
  s[AT.CORW]! += (1 - P.wd) * change;
}

/** Mean and standard deviation over the members, by weight; of the first compartment. */
export function spreadOf(
  { lines }: Ensemble,
  weights: Float64Array,
  value: (s: Float64Array) => number,
): { readonly mean: number; readonly spread: number } {
  let mean = 0;
  let squares = 0;
  lines.forEach((line, member) => {
    const x = value(line[0]!);
    mean += weights[member]! * x;
    squares += weights[member]! * x * x;
  });
  return { mean, spread: Math.sqrt(Math.max(0, squares - mean * mean)) };
}
