/** The middle of some numbers, the lower of two; undefined where there is none. Never throws. */
export const median = (values: readonly number[]): number | undefined =>
  values.toSorted((a, b) => a - b)[Math.floor((values.length - 1) / 2)];
