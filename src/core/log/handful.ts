/** Whole worms, and no more than two hands could hold. */
export const isHandful = (worms: number): boolean => Number.isInteger(worms) && worms <= 5000;
export const NO_HANDFUL = "Count whole worms; two hands hold a few hundred at most.";
