/** Of the herd a day, while a bin is new: what settles in eats a fraction of what it will. Judgement, tried in the year under advice. */
const START_SHARE = 0.09;
/** However seldom the school comes, a first meal is meant for no longer than this, days: it never weighs more than the herd. */
const START_LASTS = 11;

/** A first meal and those after it, until one was seen gone, kg of mixed scraps: for a herd in kg and the days it has to last. Never throws. */
export const firstMealKg = (wormsKg: number, days: number): number =>
  START_SHARE * Math.min(days, START_LASTS) * wormsKg;
