import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Container } from "./containers";
import { inContainers } from "./containers";
import type { UnitSystem } from "./format";
import { DEFAULT_UNIT } from "./format";
import { parseQuantity } from "./parse";
import { sayUnreadable } from "./words";

/** So much of something, as it was known and as it was typed. */
export type ReadAmount =
  | { readonly massKg: number; readonly measuredBy: "weighed"; readonly typed: string }
  | { readonly volumeL: number; readonly measuredBy: "volume"; readonly typed: string };

/**
 * An amount by weight, by volume, or by a container of the keeper's own; a bare number is a small weight, or with
 * `isLiquid` a volume. Refused with the sentence that says what is wrong. Never throws.
 */
export function readAmount(
  typed: string,
  isLiquid: boolean,
  units: UnitSystem,
  containers: readonly Container[],
): Outcome<ReadAmount, { readonly code: "amount/unreadable"; readonly sentence: string }> {
  const text = typed.trim();
  const unit = DEFAULT_UNIT[units];
  const held = inContainers(text, containers);
  if (held !== undefined) return done({ volumeL: held, measuredBy: "volume", typed: text });
  const asMass = parseQuantity(text, "mass", isLiquid ? "none" : unit.smallMass);
  if (asMass.ok) return done({ massKg: asMass.value, measuredBy: "weighed", typed: text });
  const asVolume = parseQuantity(text, "volume", isLiquid ? unit.volume : "none");
  if (asVolume.ok) return done({ volumeL: asVolume.value, measuredBy: "volume", typed: text });
  const { problem } = isLiquid ? asVolume : asMass;
  return refused({
    code: "amount/unreadable",
    sentence: problem.code === "quantity/empty" ? "Write how much." : sayUnreadable(problem),
  });
}
