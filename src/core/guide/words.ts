import type { Stance } from "../catalogue/material";
import type { Composition, SignRow, WormRow } from "../catalogue/rows";
import type { Verdict } from "../catalogue/beliefs";

export const STANCE_WORDS: Record<Stance, string> = {
  favoured: "Gladly",
  fine: "Fine",
  sparingly: "Sparingly",
  contested: "Keepers differ",
  avoid: "Leave it out",
};
export const CONFIDENCE_WORDS: Record<Composition["confidence"], string> = {
  high: "Published figures agree well.",
  medium: "Published figures spread, or a relative was used.",
  low: "Largely an estimate.",
};
export const SUITABILITY_WORDS: Record<WormRow["suitability"], string> = {
  main: "A worm for bins",
  "warm-climate": "For bins that are always warm",
  tolerated: "A visitor one may leave",
  "not-for-bins": "Not for bins",
  "invasive-report": "Do not keep: report it",
};
export const SEVERITY_WORDS: Record<SignRow["severity"], string> = {
  0: "Nothing to do",
  1: "Keep an eye on it",
  2: "Act this week",
  3: "Act now",
};
export const VERDICT_WORDS: Record<Verdict, string> = {
  true: "True",
  half: "Half true",
  false: "Not so",
  depends: "It depends",
};
const SOURCES: Readonly<Record<string, string>> = {
  FCT18: "National Nutrient Database for Standard Reference, legacy release, 2018",
  NRDC01: "Nutrient Requirements of Dairy Cattle, 7th edition, 2001",
  OFCH92: "On-Farm Composting Handbook, 1992",
  TCH22: "The Composting Handbook, 2022",
  CCS96: "The Science and Engineering of Composting, 1996",
  BEE96: "Biology and Ecology of Earthworms, 3rd edition, 1996",
  EE04: "Earthworm Ecology, 2nd edition, 2004",
  EWEM88: "Earthworms in Waste and Environmental Management, 1988",
  VT11: "Vermiculture Technology, 2011",
  MOFV05: "Manual of On-Farm Vermicomposting and Vermiculture, about 2005",
  RES83: "Raising Earthworms Successfully, extension bulletin, 1983",
  GMOT10: "Growing Media for Ornamental Plants and Turf, 2010",
  SCTP08: "Soilless Culture: Theory and Practice, 2008",
  HC10: "Herbicide Carryover in Hay, Manure, Compost, and Grass Clippings, about 2010",
  JW21: "Jumping-worm fact sheets of several extension services, about 2014 to 2022",
  NPG07: "Pocket Guide to Chemical Hazards, 2007",
  PRAC: "keepers’ common practice",
  EST: "an estimate from composition or a close relative",
};
/** "an estimate …; keepers’ common practice" for codes of the tables. */
export const saySources = (codes: readonly string[]): string =>
  codes.map((code) => SOURCES[code] ?? code).join("; ");

/** A half-life is known to a factor of two: said as a span in days, weeks or months. */
export function clearingRange(halfLifeDays: number): string {
  const low = halfLifeDays / 1.5;
  const high = halfLifeDays * 1.5;
  if (high < 30) return `${Math.round(low)}–${Math.round(high)} days`;
  if (high < 120) return `${Math.round(low / 7)}–${Math.round(high / 7)} weeks`;
  return `${Math.round(low / 30)}–${Math.round(high / 30)} months`;
}
