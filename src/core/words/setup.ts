import type { SetupChanges } from "@/records/setup";
import type { Cover, Drainage, Wall, PURPOSES } from "@/vocabulary/setup";
import type { UnitSystem } from "../quantity/format";
import { formatLength, formatPercent, formatTemperature } from "../quantity/format";

export const COVER_WORDS: Record<Cover, string> = {
  open: "open",
  breathable: "sacking or cloth",
  vented: "lid with holes",
  looseLid: "loose lid",
  tightLid: "tight lid",
  wetBlanket: "damp blanket",
};
export const DRAINAGE_WORDS: Record<Drainage, string> = {
  free: "runs off freely",
  sump: "into a tray or sump",
  poor: "slowly, few holes",
  none: "not at all",
};
export const WALL_WORDS: Record<Wall, string> = {
  plastic: "plastic",
  wood: "wood",
  ground: "earth",
  foam: "foam",
  fabric: "cloth",
};

/** A bin's own rules, each as a short phrase; taking them back is said too. */
export function sayOwnRules(
  { own, targetMoisture }: Pick<SetupChanges, "own" | "targetMoisture">,
  units: UnitSystem,
): string[] {
  const said = (value: number | undefined, words: (value: number) => string): string[] =>
    value === undefined ? [] : [words(value)];
  const rules = [
    ...said(own?.settlesDays, (days) =>
      days === 0 ? "first meal as soon as they come" : `first meal ${days} days after they come`,
    ),
    ...said(own?.intervalDays, (days) => (days === 1 ? "fed daily" : `fed every ${days} days`)),
    ...said(own?.ratio, (ratio) => `${ratio} L of bedding to a litre of food`),
    ...said(own?.buriedM, (depth) =>
      depth === 0 ? "food on top" : `food under ${formatLength(depth, units)}`,
    ),
    ...said(own?.coverM, (depth) => (depth === 0 ? "no cover" : `cover of ${formatLength(depth, units)}`)),
    ...said(targetMoisture ?? undefined, (wish) => `about ${formatPercent(wish)} moist`),
    ...said(own?.coldestC, (limit) => `no food below ${formatTemperature(limit, units)}`),
    ...said(own?.warmestC, (limit) => `no food above ${formatTemperature(limit, units)}`),
  ];
  if (targetMoisture === null) rules.push("moisture as this way of keeping has it");
  return rules;
}

export const PURPOSE_WORDS: Record<(typeof PURPOSES)[number], string> = {
  lessWaste: "less waste",
  castings: "castings",
  worms: "worms",
};
