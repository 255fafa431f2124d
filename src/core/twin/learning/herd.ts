import type { TwinSpecies } from "../engine/library";
import { P } from "../engine/parameters";
import { AT, cocoonsOf, liveOf } from "../engine/state";

const COCOONS = [AT.Q1, AT.Q2, AT.Q3, AT.Q4, AT.Q5, AT.Q6, AT.Q7, AT.Q8];
const HERD = [AT.NY, AT.BY, AT.NS, AT.BS, AT.NA, AT.BA, ...COCOONS];

/** A larger or smaller herd than thought from the beginning: numbers, masses and cocoons alike, and the correction booked. Nobody died of it. */
export function rescaleHerd(s: Float64Array, by: number, cocoonG: number): void {
  const change = (by - 1) * (liveOf(s) + cocoonsOf(s) * cocoonG);
  for (const field of HERD) s[field]! *= by;
  book(s, change);
}

/** A larger or smaller herd than thought, by a count: what was lost unseen counts among the dead. */
export function recountHerd(s: Float64Array, by: number, cocoonG: number): void {
  rescaleHerd(s, by, cocoonG);
  s[AT.LS] = Math.max(0, s[AT.LS]! - Math.log(Math.max(1e-6, by)));
}

/** Grown worms where a member had lost all of them. */
export function setHerd(s: Float64Array, adults: number, species: TwinSpecies): void {
  const before = liveOf(s);
  s[AT.NA] = Math.max(s[AT.NA]!, adults);
  s[AT.BA] = Math.max(s[AT.BA]!, adults * 0.8 * species.adultG);
  s[AT.LS] = Math.min(s[AT.LS]!, ...LOSS_MARKS.map((mark) => s[mark]!));
  book(s, liveOf(s) - before);
}
/** Cumulative losses of grown worms at the last four weeks' marks, newest first. */
const LOSS_MARKS = [AT.LS1, AT.LS2, AT.LS3, AT.LS4] as const;

function book(s: Float64Array, change: number): void {
  s[AT.CORDM]! += P.wd * change;
  s[AT.CORW]! += (1 - P.wd) * change;
}
