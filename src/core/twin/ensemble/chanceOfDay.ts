import { chanceFor, DRIFTING, driftFactor, normal } from "./members";

/** Spreads, of a week, of what no log tells: water that was splashed, dripped or sweated away; matter that crept or was picked off. */
const UNLOGGED_SPREADS = [0.012, 0.018, 0.018, 3 * 0.018] as const;
/** Factors a compartment gets of it: of its water, bedding, castings, food. */
export const UNLOGGED = UNLOGGED_SPREADS.length;

interface ChanceOfDay {
  readonly size: number;
  /** By member and what drifts. */
  readonly drifts: Float64Array;
  /** By member, compartment and what of it. */
  readonly unlogged: Float64Array;
}
/** A dozen futures of one bin are asked about in turn, and each comes by the same days. */
const known = new Map<string, ChanceOfDay>();
const MOST_KNOWN = 32;

/**
 * What chance does to each member on a day, as factors: a function of the bin's seed, the day and the member's number, so that of more
 * members the first have the same. Never throws.
 */
export function chanceOfDay(seed: number, day: number, size: number, compartments: number): ChanceOfDay {
  const key = `${seed} ${day} ${compartments}`;
  const before = known.get(key);
  if (before && before.size >= size) return before;
  const made = drawn(seed, day, size, compartments);
  known.delete(key);
  known.set(key, made);
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
  return made;
}

function drawn(seed: number, day: number, size: number, compartments: number): ChanceOfDay {
  const drifting = chanceFor(seed, `drift ${day}`);
  const purpose = chanceFor(seed, `unlogged ${day}`);
  const drifts = new Float64Array(size * DRIFTING.length);
  const unlogged = new Float64Array(size * compartments * UNLOGGED);
  let next = 0;
  for (let member = 0; member < size; member += 1) {
    DRIFTING.forEach((name, nth) => {
      drifts[member * DRIFTING.length + nth] = driftFactor(name, drifting, member, nth);
    });
    for (let at = 0; at < compartments; at += 1)
      for (let nth = 0; nth < UNLOGGED; nth += 1) {
        unlogged[next] = Math.exp(UNLOGGED_SPREADS[nth]! * normal(purpose, member, UNLOGGED * at + nth));
        next += 1;
      }
  }
  return { size, drifts, unlogged };
}
