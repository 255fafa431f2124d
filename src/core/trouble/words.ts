import type { UnitSystem } from "../quantity/format";
import { formatMass, formatPercent, formatTemperature, formatVolume } from "../quantity/format";
import { inUnits } from "../words/inUnits";
import type { TroubleContext } from "./context";
import type { Evidence } from "./diagnose";
import type { Fact } from "./facts";
import { signOf } from "./knowledge";

type Say = (known: TroubleContext, units: UnitSystem) => string;
const fed: Say = ({ fedKg = 0, canTakeKg = 0 }, units) => {
  const times = canTakeKg > 0 ? fedKg / canTakeKg : 0;
  const kg = formatMass(fedKg, units, "bucket");
  if (fedKg === 0) return "nothing was fed in the last 7 days";
  if (times > 20) return `${kg} went in within 7 days, far more than what is left of its herd can take`;
  return times >= 1.4
    ? `${kg} went in within 7 days, about ${times >= 3 ? Math.round(times) : Number(times.toFixed(1))} times what its herd can take`
    : `${kg} went in within 7 days, its herd takes about ${formatMass(canTakeKg, units, "bucket")}`;
};
const moist: Say = ({ moisture = 0, moistureLow = 0, moistureHigh = 0 }) =>
  `it is about ${formatPercent(moisture)} moist, wished are ${Math.round(100 * moistureLow)}–${Math.round(100 * moistureHigh)} %`;
const warm: Say = ({ temperatureC = 0 }, units) =>
  `it is about ${formatTemperature(temperatureC, units)} in the bed`;
const days = (count: number | undefined, words: string) =>
  `${words} ${count === 0 ? "today" : count === 1 ? "yesterday" : `${count} days ago`}`;

const FACT_WORDS: Readonly<Record<Fact, Say>> = {
  fedTooMuch: fed,
  fedLittle: fed,
  fedAsItTakes: fed,
  wetterThanWished: moist,
  drierThanWished: moist,
  asMoistAsWished: moist,
  hot: warm,
  cold: warm,
  mild: warm,
  young: ({ ageDays }) => days(ageDays, "its worms came"),
  old: () => "it has run for months",
  newWorms: ({ stockedDaysAgo }) => days(stockedDaysAgo, "worms came"),
  settledIn: ({ stockedDaysAgo }) => days(stockedDaysAgo, "its worms came"),
  longUnvisited: ({ visitedDaysAgo }) => days(visitedDaysAgo, "the lid was last lifted"),
  seenLately: ({ visitedDaysAgo }) => days(visitedDaysAgo, "somebody looked"),
  harvestedLately: ({ harvestedDaysAgo }) => days(harvestedDaysAgo, "it was harvested"),
  turnedLately: ({ turnedDaysAgo }) => days(turnedDaysAgo, "it was dug through"),
  limedLately: ({ limedDaysAgo }) => days(limedDaysAgo, "it was limed"),
  crowded: ({ wormsKgPerM2 = 0 }) =>
    `about ${Number(wormsKgPerM2.toPrecision(2))} kg of worms live on a square metre`,
  roomy: ({ wormsKgPerM2 = 0 }) =>
    `only about ${Number(wormsKgPerM2.toPrecision(2))} kg of worms live on a square metre`,
  nearlyAllCastings: ({ castingsShare = 0 }) => `about ${formatPercent(castingsShare)} of it are castings`,
  littleIsCastings: ({ castingsShare = 0 }) =>
    `only about ${formatPercent(castingsShare)} of it are castings`,
  noDrain: () => "water has no good way out of it",
  tightLid: ({ tightLidAirL = 0 }, units) =>
    `its lid shuts tight over only about ${formatVolume(tightLidAirL, units)} of air, where gas gathers`,
  foodBare: () => "food lies bare",
  storm: () => "a storm is about",
  "ate-animal": () => "meat, fish, dairy or eggs went in lately",
  "ate-manure": () => "manure went in lately",
  "ate-protein": () => "feed rich in protein went in lately",
  "ate-sour": () => "sour feed went in lately",
  "ate-salty": () => "salty feed went in lately",
  "ate-heating": () => "feed that heats went in lately",
  "ate-hard": () => "slow, hard feed went in lately",
};

/** What speaks for or against a cause, in words: a sign's name, or what is known of the bin. Never throws. */
export const sayEvidence = (
  evidence: Evidence,
  known: TroubleContext,
  absent: readonly string[],
  units: UnitSystem,
): string =>
  "fact" in evidence
    ? FACT_WORDS[evidence.fact](known, units)
    : `${absent.includes(evidence.signId) ? "no " : ""}${lower(signOf(evidence.signId)?.name ?? evidence.signId)}`;

/** A name in the middle of a sentence: "pH below 5.5" stays as it is. */
const lower = (name: string): string =>
  /^[a-z]*[A-Z]{1}[A-Z]/.test(name) || /^pH/.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);
/** In the middle of a sentence, in the keeper's own units. */
export const signName = (id: string, units: UnitSystem): string =>
  inUnits(lower(signOf(id)?.name ?? id.replace(/-/g, " ")), units);
