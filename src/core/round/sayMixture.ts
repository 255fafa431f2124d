import { speciesIn } from "../bin/mixture";
import type { Worms } from "../bin/state";
import { speciesOf } from "../catalogue/species";
import type { HerdExpectation } from "../expectation/expectation";
import type { UnitSystem } from "../quantity/format";
import { formatMassRange, formatPercent } from "../quantity/format";

/** Less than this share of a herd is hardly one any more. */
const HARDLY_ANY = 0.02;

/**
 * Which species live together in a bin: what came, and what the process model thinks is alive of each, where it has said
 * so. Undefined for one species. Never throws.
 */
export function sayMixture(
  worms: Worms,
  herds: readonly HerdExpectation[] | undefined,
  units: UnitSystem,
): string | undefined {
  const came = speciesIn(worms);
  if (came.length < 2) return undefined;
  const wholeKg = (herds ?? []).reduce((sum, { massKg }) => sum + massKg.middle, 0);
  const living = (herds ?? []).map(({ speciesId, massKg: { low, middle, high } }) => {
    const name = speciesOf(speciesId).name;
    if (middle < HARDLY_ANY * wholeKg) return `${name} hardly any`;
    return `${name} ${formatPercent(middle / wholeKg)} (${formatMassRange(low, high, units)})`;
  });
  return [
    `${came.map(({ species, share }) => `${species.name} ${formatPercent(share)}`).join(", ")} of what came.`,
    ...(wholeKg > 0 ? [`Alive by now, as far as can be told: ${living.join(", ")}.`] : []),
    "Each eats, breeds and dies at its own warmth and pace, on the same food; heat and cold are warned of by the tenderest that is alive.",
  ].join(" ");
}
