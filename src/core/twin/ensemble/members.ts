import { AT } from "../engine/state";

/**
 * This bin's multipliers with the spread of their logarithm. Source: process model 10.1; kH, how much water its matter
 * holds, is ours: without it a drained bin's moisture would be known better than its bedding is.
 */
export const SPREAD = { kI: 0.3, kE: 0.45, kD: 0.25, kO: 0.3, kP: 0.25, kH: 0.08 } as const;
export type Multiplier = keyof typeof SPREAD;
export const MULTIPLIERS = Object.keys(SPREAD) as Multiplier[];
/** A keeper's own offset on the squeeze scale, in moisture. Source: process model 9. */
export const FIST_SPREAD = 0.04;
/** The air about a bin against what was said of its room, K: a shelf by the boiler, a draught, a keeper who guessed. */
export const AIR_SPREAD = 1.5;
/**
 * What a thermometer finds beside the forecast is the room's habit in part, and in part a spell of days: so much K, gone by a
 * factor of e in so many days; one in a dozen stays (the bin was moved, the house is heated). Readings of separate weeks that
 * agree can be no spell.
 */
const SPELL = { spread: 3.5, days: 7, stays: 0.08 } as const;
const SPELL_KEEPS = Math.exp(-1 / SPELL.days);
/** Bins change: every seventh day a small step. */
export const DRIFTS_EVERY = 7;
const DRIFT = { kI: 0.02, kE: 0.03, kD: 0.02 } as const;
export const DRIFTING = Object.keys(DRIFT) as (keyof typeof DRIFT)[];

/** How an amount was known, and the spread of its logarithm. Source: process model 10.1. */
export const AMOUNT_SPREAD = {
  weighed: 0.03,
  device: 0.03,
  volume: 0.15,
  guessed: 0.35,
  /** Measured out as it was said, with whatever was at hand. */
  proposed: 0.12,
  unsaid: 0.05,
} as const;

/**
 * Chance as a function of what it is for: seed, purpose (an entry's id, "first", "drift" with its day …) and member. No
 * stream runs on, so a new, edited or late entry shifts nothing else, and a snapshot holds no generator.
 */
export function chanceFor(seed: number, purpose: string): number {
  let hash = 0x811c9dc5 ^ seed;
  for (let at = 0; at < purpose.length; at += 1) hash = Math.imul(hash ^ purpose.charCodeAt(at), 0x01000193);
  return hash | 0;
}
/** The nth uniform in [0, 1) of one member for one purpose (mulberry32 over a mixed counter). Source: process model 10.1. */
export function uniform(purpose: number, member: number, nth = 0): number {
  const state = (purpose + Math.imul(member + 1, 0x9e3779b1) + Math.imul(nth + 1, 0x6d2b79f5)) | 0;
  let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
  mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  return ((mixed ^ (mixed >>> 16)) >>> 0) / 4_294_967_296;
}
/** The nth standard normal of one member for one purpose (Box and Muller). */
export const normal = (purpose: number, member: number, nth = 0): number =>
  Math.sqrt(-2 * Math.log(1 - uniform(purpose, member, 2 * nth))) *
  Math.cos(2 * Math.PI * uniform(purpose, member, 2 * nth + 1));

/** A log-normal factor of mean 1. */
export const factor = (spread: number, purpose: number, member: number, nth = 0): number =>
  Math.exp(spread * normal(purpose, member, nth) - (spread * spread) / 2);

/** What makes a member differ from the rule: its multipliers and the keeper's fist. Mean of every multiplier is 1. */
export function drawMember(s: Float64Array, seed: number, member: number): void {
  const purpose = chanceFor(seed, "first");
  MULTIPLIERS.forEach((name, nth) => {
    s[AT[name]] = factor(SPREAD[name], purpose, member, nth);
  });
  s[AT.FIST] = FIST_SPREAD * normal(purpose, member, MULTIPLIERS.length);
  s[AT.AIR] = AIR_SPREAD * normal(purpose, member, MULTIPLIERS.length + 1);
}

/** What a member is by itself, whatever lies in it. */
export const OWN = [...MULTIPLIERS, "FIST", "AIR", "SPELL", "FELTC"] as const;

/** A day of the spell that was measured. */
export function passSpell(s: Float64Array): void {
  if (s[AT.FELTC] === 0) return;
  s[AT.AIR]! -= (1 - SPELL_KEEPS) * s[AT.SPELL]!;
  s[AT.SPELL]! *= SPELL_KEEPS;
  s[AT.FELTC]! *= SPELL_KEEPS;
}

/**
 * Before warmth is read: what weather, a heater, a window may have made of the days since it was last. `z` is standard
 * normal, `u` uniform.
 */
export function drawSpell(line: readonly Float64Array[], z: number, u: number): void {
  const known = line[0]![AT.FELTC]!;
  const by = SPELL.spread * Math.sqrt(1 - known * known) * z;
  for (const s of line) {
    s[AT.FELTC] = 1;
    if (u < SPELL.stays) s[AT.AIR]! += by;
    else addSpell(s, by);
    s[AT.T]! += by;
    s[AT.TD]! += by;
  }
}

/** Warmer air, by a spell of days. */
export function addSpell(s: Float64Array, byK: number): void {
  s[AT.AIR]! += byK;
  s[AT.SPELL]! += byK;
}

/** The weekly step of the multipliers that wander. */
export const driftFactor = (name: keyof typeof DRIFT, purpose: number, member: number, nth: number): number =>
  Math.exp(DRIFT[name] * normal(purpose, member, nth));
