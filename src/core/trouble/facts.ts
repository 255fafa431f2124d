import type { Ate, TroubleContext } from "./context";

/** What a bin's own state and log say for or against a cause. */
export interface FactWeight {
  readonly fact: Fact;
  readonly causeId: string;
  readonly weight: number;
}
export const FACTS = [
  "fedTooMuch", "fedLittle", "fedAsItTakes", "wetterThanWished", "drierThanWished", "asMoistAsWished", "hot", "cold", "mild",
  "young", "old", "newWorms", "settledIn", "longUnvisited", "seenLately", "harvestedLately", "turnedLately", "limedLately", "crowded", "roomy",
  "nearlyAllCastings", "littleIsCastings", "noDrain", "tightLid", "foodBare", "storm", ...(["animal", "manure", "protein", "sour", "salty", "heating", "hard"] as const).map((ate) => `ate-${ate}` as const),
] as const; // prettier-ignore
export type Fact = (typeof FACTS)[number];

const ATE_WEIGHTS: Readonly<Record<Ate, readonly (readonly [string, number])[]>> = {
  animal: [["meat-dairy-fat", 2], ["rodent-access", 0.5]],
  manure: [["protein-ammonia", 1.5], ["self-heating", 0.5]],
  protein: [["protein-ammonia", 1.5]],
  sour: [["acid", 1.5]],
  salty: [["salt", 2]],
  heating: [["self-heating", 2], ["too-hot", -1]],
  hard: [["big-hard-pieces", 2]],
}; // prettier-ignore

/**
 * The facts of a context that speak for or against a cause, as log-odds on top of what is seen. Judgement, written before the cases
 * were run and tuned on two thirds of them. Never throws.
 */
export function factWeights(known: TroubleContext): readonly FactWeight[] {
  const found: FactWeight[] = [];
  const say = (fact: Fact, ...weights: readonly (readonly [string, number])[]) => {
    for (const [causeId, weight] of weights) found.push({ fact, causeId, weight });
  };
  const { fedKg, canTakeKg, moisture, moistureLow, moistureHigh, temperatureC } = known;
  if (fedKg !== undefined && canTakeKg !== undefined && canTakeKg > 0) {
    const ratio = fedKg / canTakeKg;
    if (ratio > 1.4)
      say(
        "fedTooMuch",
        ["overfeeding", Math.min(1.5, 1.2 * Math.log(ratio) + 0.2)],
        ["starvation", -2],
        ["normal-life", -0.5],
      );
    else if (ratio < 0.3) say("fedLittle", ["starvation", 1.5], ["overfeeding", -2]);
    else say("fedAsItTakes", ["overfeeding", -1], ["starvation", -1]);
  }
  if (moisture !== undefined && moistureHigh !== undefined && moisture > moistureHigh + 0.02)
    say("wetterThanWished", ["too-wet", 1.5], ["too-dry", -2], ["poor-drainage", 0.5], ["normal-life", -0.5]);
  else if (moisture !== undefined && moistureLow !== undefined && moisture < moistureLow - 0.03)
    say("drierThanWished", ["too-dry", 1.5], ["too-wet", -2], ["normal-life", -0.5]);
  else if (moisture !== undefined && moistureLow !== undefined && moistureHigh !== undefined)
    say("asMoistAsWished", ["too-wet", -1], ["too-dry", -1]);
  if (temperatureC !== undefined) {
    if (temperatureC > 29) say("hot", ["too-hot", 1.5], ["too-cold", -3]);
    else if (temperatureC < 13)
      say("cold", ["too-cold", temperatureC < 9 ? 1.5 : 0.5], ["slow-breeding", 0.5], ["too-hot", -3]);
    else say("mild", ["too-hot", -1.5], ["too-cold", -1.5]);
  }
  if (known.ageDays !== undefined) {
    if (known.ageDays < 60)
      say("young", ["young-bin", 1.5], ["finished-needs-harvest", -2], ["overcrowding", -1]);
    else if (known.ageDays > 150) say("old", ["young-bin", -2.5], ["new-worm-unsettled", -1]);
  }
  if (known.stockedDaysAgo !== undefined) {
    if (known.stockedDaysAgo < 15)
      say("newWorms", ["new-worm-unsettled", known.stockedDaysAgo < 8 ? 2.5 : 1]);
    else if (known.stockedDaysAgo > 28) say("settledIn", ["new-worm-unsettled", -3]);
  }
  if (known.visitedDaysAgo !== undefined) {
    if (known.visitedDaysAgo > 28)
      say("longUnvisited", ["gone-unwatched", 2.5], ["overfeeding", -1], ["disturbance", -1]);
    else say("seenLately", ["gone-unwatched", -1.5]);
  }
  if (known.harvestedDaysAgo !== undefined && known.harvestedDaysAgo < 22)
    say("harvestedLately", ["harvest-loss", 2.5], ["disturbance", 0.5]);
  if (known.turnedDaysAgo !== undefined && known.turnedDaysAgo < 4) say("turnedLately", ["disturbance", 2.5]);
  if (known.limedDaysAgo !== undefined && known.limedDaysAgo < 15)
    say("limedLately", ["alkaline", 2], ["acid", -0.5]);
  if (known.wormsKgPerM2 !== undefined) {
    if (known.wormsKgPerM2 > 8) say("crowded", ["overcrowding", 2]);
    else say("roomy", ["overcrowding", -1.5]);
  }
  if (known.castingsShare !== undefined) {
    if (known.castingsShare > 0.65)
      say("nearlyAllCastings", ["finished-needs-harvest", 1.5], ["low-bedding", 1]);
    else say("littleIsCastings", ["finished-needs-harvest", -1.5]);
  }
  if (known.drains === "none" || known.drains === "poor") say("noDrain", ["poor-drainage", 1]);
  if (known.tightLidAirL !== undefined)
    say("tightLid", ["compaction-no-air", 1.5], ["too-wet", 0.5], ["too-dry", -1], ["normal-life", -0.5]);
  if (known.isFoodBare) say("foodBare", ["exposed-food", 1.5]);
  if (known.hasStorm) say("storm", ["weather-pressure", 1.5]);
  for (const ate of known.ateLately ?? []) say(`ate-${ate}`, ...ATE_WEIGHTS[ate]);
  return found;
}
