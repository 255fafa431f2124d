import { HAZARDS } from "../catalogue/guideTables";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatVolume } from "../quantity/format";
import type { BenchPart } from "./bench";

/** What to mind with these materials, each with the Guide's page that says more. Most serious first, four at most. */
export interface MixCaution {
  readonly hazardId: string;
  readonly text: string;
}

const isOneOf =
  (...ids: readonly RegExp[]) =>
  (id: string) =>
    ids.some((pattern) => pattern.test(id));
const RULES: readonly (readonly [string, (id: string) => boolean, string])[] = [
  ["lime-caustic", isOneOf(/^lime-(hydrated|quick)$/), "Never burnt or slaked lime: it burns eyes, skin and worms. Ground limestone only."],
  ["dust-shell-rock", isOneOf(/shell/, /^rock-dust$/, /^sand/, /^lime/, /^chalk/, /biochar/, /zeolite/, /perlite/), "Shell, stone and char: damp the dust first, mask on."],
  ["mould-spores", isOneOf(/cardboard|newsprint|leaves|straw|hay|leaf-mould|sawdust|chaff/), "Damp dry stuff before you tear it: the dust and the spores are not for lungs."],
  ["persistent-herbicide", isOneOf(/straw|hay|manure|grass/), "Straw, hay and manure may carry weed-killer that lasts: ask, or grow beans in it first."],
  ["manure-wormer", isOneOf(/manure/), "Ask when the animals were last wormed: wait eight weeks and test."],
  ["treated-timber-build", isOneOf(/sawdust|shavings|chip/), "Only wood that was never painted or treated."],
]; // prettier-ignore

export function mixCautions(parts: readonly BenchPart[]): MixCaution[] {
  const ids = parts.map(({ material }) => material.id);
  const severity = (id: string) => HAZARDS.find((hazard) => hazard.id === id)?.severity ?? 0;
  return RULES.filter(([, fits]) => ids.some(fits))
    .map(([hazardId, , text]) => ({ hazardId, text }))
    .toSorted((a, b) => severity(b.hazardId) - severity(a.hazardId))
    .slice(0, 4);
}

/** How to get each material ready, beyond the Guide's own words: bricks, salt, soaking. */
export function mixPreparations(parts: readonly BenchPart[], units: UnitSystem): string[] {
  const has = (pattern: RegExp) => parts.some(({ material }) => pattern.test(material.id));
  return [
    ...(has(/^coir/)
      ? [`Coir in bricks: a brick of ${formatMass(0.65, units)} takes about ${formatVolume(2.1, units)} of warm water and fluffs up to ${formatVolume(8.5, units)}. Unwashed: rinse it until nothing colours or salts the water.`]
      : []),
    ...(has(/cardboard|kraft|egg-carton/) ? ["Card: soak an hour, wring it out; no tape, no gloss, no staples."] : []),
    ...(parts.some(({ material }) => material.saltRisk >= 2 && !/^coir/.test(material.id))
      ? ["Something here is salty: rinse it in plenty of water and let that run off."]
      : []),
  ]; // prettier-ignore
}
