/*
 * A step takes e to a power two dozen times, and the engine's own call leaves compiled code for each: more than half of a
 * step went there. Here they are taken together, in a loop that stays inside: a power of two in 64ths from a table, and for
 * the rest, at most ln 2 / 128, a polynomial whose first left-out term is below the last bit.
 */
const PARTS = 64;
const PER_PART = PARTS / Math.LN2;
/** ln 2 / 64 in two pieces: whole multiples of the first are exact. The last figure is what `Math.LN2` itself leaves out. */
const PART_HIGH = Math.fround(Math.LN2 / PARTS);
const PART_LOW = Math.LN2 / PARTS - PART_HIGH + 2.3190468138462996e-17 / PARTS;
const MOST = 700;
const LEAST_POWER = -1020;
/** Added and taken away again, it leaves a whole number: the last bit of a number of this size is one. */
const TO_WHOLE = 1.5 * 2 ** 52;
const FRACTIONS = Float64Array.from({ length: PARTS }, (_, part) => 2 ** (part / PARTS));
/** One for every place a masked index can reach, so that none is asked for that is not there. */
const POWERS = Float64Array.from({ length: 2048 }, (_, at) => 2 ** Math.min(1023, at + LEAST_POWER));

/**
 * Puts e to the power of each in its place, for `values[from]` up to but not `values[to]`: within two units of the last
 * place of `Math.exp` between −700 and 700, nought below, as `Math.exp` has it above and for what is no number. Never throws.
 */
export function exponentials(values: Float64Array, from: number, to: number): void {
  for (let at = from; at < to; at += 1) {
    const x = values[at]!;
    if (!(x >= -MOST && x <= MOST)) {
      values[at] = x < 0 ? 0 : Math.exp(x);
      continue;
    }
    const whole = x * PER_PART + TO_WHOLE - TO_WHOLE;
    const r = x - whole * PART_HIGH - whole * PART_LOW;
    const r2 = r * r;
    const rest = r + r2 * (0.5 + r * (1 / 6) + r2 * (1 / 24 + r * (1 / 120)));
    const parts = whole | 0;
    const power = FRACTIONS[parts & (PARTS - 1)]! * POWERS[((parts >> 6) - LEAST_POWER) & 2047]!;
    values[at] = power + power * rest;
  }
}
