import { seeded } from "../chance/seeded";
import { AT } from "./state";

/** This bin's multipliers with the spread of their logarithm. Source: process model 10.1. */
const SPREAD = { kI: 0.3, kE: 0.45, kD: 0.25, kO: 0.3, kP: 0.25 } as const;
export type Multiplier = keyof typeof SPREAD;
export const MULTIPLIERS = Object.keys(SPREAD) as Multiplier[];
/** Bins change: every seventh day a small step. */
export const DRIFTS_EVERY = 7;
const DRIFT = { kI: 0.02, kE: 0.03, kD: 0.02 } as const;
/** Spread of a logged amount where nothing is said of how it was known. */
const AMOUNT_SPREAD = 0.05;

/** One possible bin: how it differs from the rule, and by how much each logged amount was off. */
export interface Member {
  readonly multipliers: Readonly<Record<Multiplier, number>>;
  readonly amountError: () => number;
  readonly drift: (state: Float64Array) => void;
}

/** Standard normal from two uniforms (Box and Muller), the first drawn first. */
const normal = (chance: () => number) => (): number => {
  const u1 = chance();
  return Math.sqrt(-2 * Math.log(1 - u1)) * Math.cos(2 * Math.PI * chance());
};

/**
 * A member drawn from its own streams, named by seed, slot and purpose: how many members or workers there are, and a new
 * event in the log, shift nothing else. Mean of every multiplier and error is 1.
 */
export function drawnMember(seed: number, slot: number): Member {
  const stream = (purpose: string) => normal(seeded(`${seed}/${slot}/${purpose}`));
  const draw = stream("draw");
  const event = stream("event");
  const drift = stream("drift");
  const multipliers = Object.fromEntries(
    MULTIPLIERS.map((name) => [name, Math.exp(SPREAD[name] * draw() - SPREAD[name] ** 2 / 2)]),
  ) as Record<Multiplier, number>;
  return {
    multipliers,
    amountError: () => Math.exp(AMOUNT_SPREAD * event() - AMOUNT_SPREAD ** 2 / 2),
    drift: (state) => {
      for (const [name, spread] of Object.entries(DRIFT))
        state[AT[name as keyof typeof DRIFT]] =
          state[AT[name as keyof typeof DRIFT]]! * Math.exp(spread * drift());
    },
  };
}
