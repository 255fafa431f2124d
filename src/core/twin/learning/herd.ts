import type { TwinSpecies } from "../engine/library";
import { P } from "../engine/parameters";
import { AT, cocoonsG, HERD_SIZE, herdOffset, herdsIn, liveOf } from "../engine/state";

/** A larger or smaller herd than thought from the beginning: numbers, masses and cocoons alike, and the correction booked. Nobody died of it. */
export function rescaleHerd(s: Float64Array, by: number, species: readonly TwinSpecies[]): void {
  const change = (by - 1) * (liveOf(s) + cocoonsG(s, species));
  for (let herd = 0; herd < herdsIn(s); herd += 1) {
    const first = AT.Q1 + herdOffset(herd);
    for (let at = first; at < first + HERD_SIZE; at += 1) s[at]! *= by;
  }
  book(s, change);
}

/** A larger or smaller herd than thought, by a count: what was lost unseen counts among the dead. */
export function recountHerd(s: Float64Array, by: number, species: readonly TwinSpecies[]): void {
  rescaleHerd(s, by, species);
  s[AT.LS] = Math.max(0, s[AT.LS]! - Math.log(Math.max(1e-6, by)));
}

/** Grown worms, of the main species, where a member had lost all of them. */
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
