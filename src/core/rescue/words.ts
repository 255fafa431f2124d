import type { LocalDate } from "@/vocabulary/fields";
import type { Drainage } from "@/vocabulary/setup";
import { shortDay, spokenDay } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatPercent, formatVolume } from "../quantity/format";
import type { NoRescue, RescuePlan, RescueStage } from "./rescue";
import type { RescueSoFar } from "./soFar";
import { inUnits } from "../words/inUnits";

/** Why no rescue is proposed, and what is done instead. */
export function sayNoRescue(problem: NoRescue, units: UnitSystem): string {
  switch (problem.code) {
    case "rescue/not-wet":
      return problem.moisture > problem.targetMoisture
        ? `About ${formatPercent(problem.moisture)} moist, hardly over the ${formatPercent(problem.targetMoisture)} that is right. There is nothing to rescue: drier food and a dry sheet on top do it.`
        : `It is not too wet: about ${formatPercent(problem.moisture)} moist, up to ${formatPercent(problem.targetMoisture)} is right. There is nothing to rescue.`;
    case "rescue/soaks-up":
      return `Dry bedding alone does it: about ${formatVolume(problem.balance.excessL, units)} of water is too much, and there is room for the card that soaks it up. The next visit says how much.`;
    case "rescue/drains":
      return "Water leaves this bin by itself. Clear its holes from below, leave the lid ajar, and look again in three days.";
    case "rescue/out-of-reach":
      return `No rescue would reach it: more than half of the bed would have to leave. Make a new bed beside it and let the worms move over. Spread the old bed thin in the shade, and put it back little by little once it has dried.`;
  }
}

/** One stage in words: when, what leaves, what goes in, and how moist that leaves it. */
export function sayStage(stage: RescueStage, units: UnitSystem, today: LocalDate): string {
  const out =
    stage.takeOutL >= 0.5
      ? `take out ${formatVolume(stage.takeOutL, units)} from the wettest part, then `
      : "";
  const when = stage.day === today ? "Today" : spokenDay(stage.day, today);
  return `${when.charAt(0).toUpperCase()}${when.slice(1)}: ${out}mix in ${formatMass(stage.dryBeddingKg, units)} of dry card. ${formatPercent(stage.moistureBefore)} becomes ${formatPercent(stage.moistureAfter)}.`;
}

/** What the balance comes to. */
export const sayBalance = ({ balance, outL }: RescuePlan, units: UnitSystem): string =>
  balance.soakableL < 0.1
    ? `${formatVolume(balance.excessL, units)} of water is too much, and there is no room for dry card to take it: ${formatVolume(outL, units)} of the ${formatVolume(balance.bedL, units)} bed has to leave.`
    : `${formatVolume(balance.excessL, units)} of water is too much. Dry card in the free room takes ${formatVolume(balance.soakableL, units)} of it; for the rest ${formatVolume(outL, units)} of the ${formatVolume(balance.bedL, units)} bed has to leave.`;

/** What goes before and beside the stages. */
export function rescueSteps(
  plan: RescuePlan,
  drainage: Drainage,
  isStanding: boolean,
  units: UnitSystem,
): readonly string[] {
  const share = Math.min(plan.outL, Math.max(1, 0.15 * plan.balance.bedL));
  return [
    ...(isStanding
      ? [
          "Standing liquid first, and without lifting the bin: a full one is heavier than it looks. Push a jar or a sieve down in a corner and scoop it out, or soak it up with a towel.",
        ]
      : []),
    ...(drainage === "none"
      ? [
          inUnits(
            "Nothing drains here. Once it is lighter, drill four to six holes of 6 mm low in the side walls, over a tray. Holes in the bottom ask for lifting it.",
            units,
          ),
        ]
      : ["Clear the holes or the tap from outside."]),
    "Spread what leaves two fingers deep on a sheet in the shade, over bars of dry card. Worms gather in the card within a night, and go back with it.",
    `Let the rest dry slowly until it crumbles; never in the sun. ${formatVolume(share, units)} of it is kept damp in a bucket for its life, and goes back last.`,
    "Under the bed comes a base of crumpled card, a hand deep, when it is loosened; no wet food until the squeeze is right.",
    `Look every second day, squeeze each time. It is over when the squeeze is right on two looks; by the sum that is about ${shortDay(plan.reachedOn)}.`,
  ];
}

/** What a rescue has done, against what is still to do by the squeeze of today; `plan` undefined where none is left or asked for. */
export function sayRescueSoFar(
  { outL, beddingKg, liquidL }: RescueSoFar,
  plan: RescuePlan | undefined,
  units: UnitSystem,
): string {
  const parts = [
    ...(outL > 0 ? [`${formatVolume(outL, units)} of the bed lifted out`] : []),
    ...(beddingKg > 0 ? [`${formatMass(beddingKg, units)} of dry bedding in`] : []),
    ...(liquidL > 0 ? [`${formatVolume(liquidL, units)} of liquid off`] : []),
  ];
  const sofar = parts.length > 0 ? `So far: ${parts.join(", ")}.` : "So far nothing of it was noted as done.";
  if (!plan) return sofar;
  const out = plan.outL >= 0.5 ? `${formatVolume(plan.outL, units)} out and ` : "";
  return `${sofar} Still to do, by how it is now: ${out}${formatMass(plan.beddingKg, units)} of dry card in.`;
}
