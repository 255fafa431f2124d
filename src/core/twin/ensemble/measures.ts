import type { FeedingMark } from "./ensemble";
import type { TwinBin } from "../engine/twinBin";
import { livingIn } from "../engine/twinBin";
import { P } from "../engine/parameters";
import { AT, cocoonsG, dryOf, liveOf, markerGiven, markerLeft } from "../engine/state";

/** Settled litres of what lies there, fluffing included. Source: process model 7.1. */
export function litresOf(s: Float64Array): number {
  const fill = s[AT.W]! / 1000 + dryOf(s) / P.solid;
  const food = s[AT.R0]! + s[AT.R1]! + s[AT.R2]! + s[AT.C0]! + s[AT.C1]! + s[AT.C2]!;
  const settled =
    (s[AT.BE]! + s[AT.BR]!) / s[AT.DB]! +
    (s[AT.CF]! + s[AT.CM]!) / P.rhoCast +
    food / P.rhoFood +
    s[AT.IN]! / P.rhoInert;
  return Math.max(settled * (1 + P.looseVol * s[AT.LO]!), fill, 0.1);
}

/** Share of what was last given at a place that is still there, older remains included; 0 where nothing was given. */
export function leftAt(s: Float64Array, marks: readonly FeedingMark[], place: number | undefined): number {
  let left = 0;
  let given = 0;
  let newest = -1;
  for (let slot = 0; slot < marks.length; slot += 1) {
    const mark = marks[slot]!;
    if (place !== undefined && mark.place !== place) continue;
    left += markerLeft(s, slot);
    if (mark.day <= newest) continue;
    newest = mark.day;
    given = markerGiven(s, slot);
  }
  return given > 0 ? Math.min(1, left / given) : 0;
}

/** How far one member's books are from closing, relative to what came in: dry matter and water. Source: process model 8. */
export function closure(
  line: readonly Float64Array[],
  bin: Pick<TwinBin, "speciesId" | "furtherIds">,
): { readonly dryMatter: number; readonly water: number } {
  const species = livingIn(bin);
  const sums = { dry: 0, water: 0, inDry: 0, inWater: 0 };
  for (const s of line) {
    const living = liveOf(s) + cocoonsG(s, species);
    sums.dry += dryOf(s) + P.wd * living + s[AT.RESP]! + s[AT.OUTDM]!;
    sums.water += s[AT.W]! + s[AT.SU]! + (1 - P.wd) * living + s[AT.EVAP]! + s[AT.DRAIN]! + s[AT.OUTW]!;
    sums.inDry += s[AT.INDM]! + s[AT.CORDM]!;
    sums.inWater += s[AT.INW]! + s[AT.METW]! + s[AT.CORW]!;
  }
  return {
    dryMatter: Math.abs(sums.inDry - sums.dry) / Math.max(1, Math.abs(sums.inDry)),
    water: Math.abs(sums.inWater - sums.water) / Math.max(1, Math.abs(sums.inWater)),
  };
}
