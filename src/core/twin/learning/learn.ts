import type { Ensemble } from "../ensemble/ensemble";
import { livingIn } from "../engine/twinBin";
import { AIR_SPREAD, chanceFor, drawSpell, MULTIPLIERS, normal, SPREAD, uniform } from "../ensemble/members";
import type { Observation } from "./observe";
import { addLogLikelihood } from "./observe";
import { openUp } from "./openUp";
import { rescaleHerd } from "./herd";
import { AT } from "../engine/state";

/** A keeper's readings share errors and the model is imperfect: they count for so much. Source: process model 10.2, 10.3. */
const POWER = 0.7;
const KEEPS = 0.97;
const MOST_ROUNDS = 12;
/** However much was read, a multiplier stays as uncertain as this share of what it was at first: bins change. */
const LEAST_SPREAD = 0.25;

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
  if (observations.some(({ reading }) => ofWarmth(reading))) {
    const spell = chanceFor(ensemble.seed, `spell ${ensemble.day}`);
    ensemble.lines.forEach((line, member) =>
      drawSpell(line, normal(spell, member), uniform(spell, member, 9)),
    );
  }
  openUp(ensemble, weightsOf(ensemble), observations);
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

const ofWarmth = ({ of }: Observation["reading"]): boolean => of === "warmth" || of === "temperature";

/** Systematic resampling, then kernel jitter that keeps mean and spread of the multipliers. */
function resample(ensemble: Ensemble, round: number): void {
  const { size, seed, day, lines, state } = ensemble;
  const weights = weightsOf(ensemble);
  const before = MULTIPLIERS.map((name) => {
    const { mean, spread } = spreadOf(ensemble, weights, (s) => Math.log(s[AT[name]]!));
    return { mean, spread: Math.max(spread, LEAST_SPREAD * SPREAD[name]) };
  });
  const fist = spreadOf(ensemble, weights, (s) => s[AT.FIST]!);
  const learnedAir = spreadOf(ensemble, weights, (s) => s[AT.AIR]!);
  const air = { ...learnedAir, spread: Math.max(learnedAir.spread, LEAST_SPREAD * AIR_SPREAD) };

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
  const species = livingIn(ensemble.bin);
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
      if (name === "kP") for (const s of line) rescaleHerd(s, value / was, species);
    });
    const warmer =
      KEEPS * first[AT.AIR]! + (1 - KEEPS) * air.mean + rest * air.spread * normal(purpose, member, 12);
    const offsetOfFist =
      KEEPS * first[AT.FIST]! + (1 - KEEPS) * fist.mean + rest * fist.spread * normal(purpose, member, 10);
    const wetter = Math.exp(0.01 * normal(purpose, member, 11));
    for (const s of line) {
      s[AT.FIST] = offsetOfFist;
      s[AT.AIR] = warmer;
      s[AT.CORW]! += s[AT.W]! * (wetter - 1);
      s[AT.W]! *= wetter;
    }
  }
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
