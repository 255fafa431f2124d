import { LIQUID_RULE } from "../catalogue/liquid";
import { FOOD_LEFT_WORDS, SMELL_WORDS, SQUEEZE_WORDS } from "../words/readings";
import { ago } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import {
  formatMass,
  formatPercent,
  formatPercentRange,
  formatTemperature,
  formatTemperatureRange,
  formatVolume,
} from "../quantity/format";
import type { Caution, Evidence } from "./decision";
import type { Speech } from "./words";
import { inHundred } from "./words";

/* What opens behind a step: kept apart from the reasons, which the Round says too. */

/** What a step rests on, one line each. */
export function sayEvidence(evidence: Evidence, { units, today }: Speech): string {
  switch (evidence.from) {
    case "reading":
      return sayReading(evidence, units);
    case "expectation":
      if (evidence.of === "moisture")
        return `Expected before the lid was lifted: ${formatPercentRange(evidence.low, evidence.high)} moist.`;
      if (evidence.of === "temperature")
        return `Expected in the bed: ${formatTemperatureRange(evidence.low, evidence.high, units)}.`;
      if (evidence.of === "foodLeft")
        return `Expected still at place ${evidence.place}: ${formatPercentRange(evidence.low, evidence.high)} of the meal.`;
      if (evidence.of === "ration")
        return `By forecast: up to ${formatMass(evidence.mostKg, units)} every ${evidence.days} days, with trouble in ${inHundred(evidence.trouble)}. A small meal is gone here in about ${evidence.clearsInDays} days.`;
      if (evidence.of === "need")
        return evidence.in === "water"
          ? `It would take ${formatVolume(evidence.low, units)} to ${formatVolume(evidence.high, units)} of water to reach your range.`
          : `It would take ${formatMass(evidence.low, units)} to ${formatMass(evidence.high, units)} of dry bedding to reach your range.`;
      return `Worms by stock and growth: ${formatMass(evidence.low, units)} to ${formatMass(evidence.high, units)}.`;
    case "rule":
      if (evidence.of === "appetite") {
        return `By worms: ${formatMass(evidence.byWormsKg, units)} in ${evidence.days} days (warmth ×${round(evidence.temperature)}, moisture ×${round(evidence.moisture)}, age ×${round(evidence.maturity)}).`;
      }
      if (evidence.of === "volume")
        return `By bedding: at most ${formatMass(evidence.byRatioKg, units)} at one time (${round(evidence.ratio)} to 1, ${formatVolume(evidence.beddingL, units)} of bedding).`;
      return `Never more than ${formatPercent(evidence.shareOfWetMass)} of what lies there in one go.`;
    case "log":
      return `Last meal: ${formatMass(evidence.massKg, units)} at place ${evidence.place}, ${ago(evidence.day, today)}.`;
    case "school":
      if (evidence.of === "moisture")
        return `Your way of keeping wants ${formatPercentRange(evidence.low, evidence.high)} here.`;
      if (evidence.of === "interval")
        return `It is fed every ${evidence.usualDays} days (${evidence.minDays} to ${evidence.maxDays}), by your way of keeping; sooner while its first meals grow.`;
      return "The place and the cover follow your way of keeping.";
  }
}

function sayReading(evidence: Extract<Evidence, { from: "reading" }>, units: UnitSystem): string {
  switch (evidence.of) {
    case "squeeze":
      return `Your squeeze today: ${SQUEEZE_WORDS[evidence.squeeze]}, that is ${formatPercentRange(evidence.low, evidence.high)} water.`;
    case "foodLeft":
      return `You saw at place ${evidence.place}: ${FOOD_LEFT_WORDS[evidence.foodLeft]} left.`;
    case "smell":
      return `You smelled: ${SMELL_WORDS[evidence.smell]}.`;
    case "temperature":
      return `You measured ${formatTemperature(evidence.temperatureC, units)}.`;
    case "sign":
      return `You saw: ${evidence.sign.replace(/-/g, " ")}.`;
  }
}

export function sayCaution(caution: Caution): string {
  switch (caution) {
    case "gas":
      return "Bad gas collects in closed rooms: open up and wait before you bend over the bin. Sting in eyes or breath: leave, and ask a doctor if it stays.";
    case "wet-hands-mould":
      return "Gloves if your skin is cut; wash hands with soap before food. With a weak immune system or lung disease let someone else handle mouldy scraps.";
    case "dust":
      return "Damp card, shell and lime before you tear or scatter them: the dust is not for lungs.";
    case "lifting":
      return "A wet tub weighs far more than it looks. Empty it by scoop rather than lift it.";
    case "rodents":
      return "Droppings: gloves, mask, wet them first, never sweep dry. No poison by the bin; follow local rules or ask a licensed pest service.";
    case "leachate":
      return LIQUID_RULE;
  }
}

const round = (value: number): string => String(Math.round(value * 10) / 10);
