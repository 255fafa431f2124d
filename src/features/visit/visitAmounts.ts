import type { FeedPart } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { daysBetween } from "@/core/calendar/day";
import { inPieces } from "@/core/catalogue/pieces";
import type { Decision, Step } from "@/core/decision/decision";
import { sayAmount } from "@/core/decision/words";
import type { Container } from "@/core/quantity/containers";
import { inContainers } from "@/core/quantity/containers";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { stepKey } from "./visitLines";
import type { FieldFault, VisitTyped } from "./visitTyped";

/* What was typed over a proposal, read: amounts, a meal of one's own, the day to come back. */

export interface StepAmount {
  readonly amount: { readonly massKg: number } | { readonly volumeL: number };
  readonly typed: string;
  /** What was accepted was measured out as it was said; what was typed over it is the keeper's own. */
  readonly measuredBy: "proposed" | "weighed" | "volume";
}

/** The amount that will be written for a step: what was typed over it, else what was proposed, as it was said. */
export function amountOf(
  step: Step,
  typed: VisitTyped,
  units: UnitSystem,
  containers: readonly Container[] = [],
): Outcome<StepAmount | undefined, FieldFault> {
  if (!step.amount) return done(undefined);
  const text = typed.amounts[stepKey(step)];
  const isMass = "massKg" in step.amount;
  if (text === undefined || text.trim() === "") {
    // The keeper measures out what is said, rounded as it is.
    const said = sayAmount(step, units) ?? "";
    const read = parseQuantity(said, isMass ? "mass" : "volume", isMass ? "kg" : "L");
    const value = read.ok && read.value > 0 ? read.value : undefined;
    return done({
      amount: value === undefined ? step.amount : isMass ? { massKg: value } : { volumeL: value },
      typed: said,
      measuredBy: "proposed",
    });
  }
  const held = inContainers(text, containers);
  if (held !== undefined) return done({ amount: { volumeL: held }, typed: text, measuredBy: "volume" });
  // Either will do: scraps by the scale or by the bucket, bedding likewise.
  const first = parseQuantity(
    text,
    isMass ? "mass" : "volume",
    isMass ? DEFAULT_UNIT[units].smallMass : DEFAULT_UNIT[units].volume,
  );
  if (first.ok)
    return done(
      isMass
        ? { amount: { massKg: first.value }, typed: text, measuredBy: "weighed" }
        : { amount: { volumeL: first.value }, typed: text, measuredBy: "volume" },
    );
  if (
    first.problem.code === "quantity/wrong-dimension" &&
    (step.kind === "feed" || step.kind === "cover" || step.kind === "addDryBedding")
  ) {
    const other = parseQuantity(
      text,
      isMass ? "volume" : "mass",
      isMass ? DEFAULT_UNIT[units].volume : DEFAULT_UNIT[units].mass,
    );
    if (other.ok)
      return done(
        isMass
          ? { amount: { volumeL: other.value }, typed: text, measuredBy: "volume" }
          : { amount: { massKg: other.value }, typed: text, measuredBy: "weighed" },
      );
  }
  return refused({ code: "visit/field", field: stepKey(step), sentence: sayUnreadable(first.problem) });
}

/** The day to come back: the keeper's own, else the proposed one. Not in the past, not in ten years. */
export function nextDayOf(
  decision: Decision,
  typed: VisitTyped,
  today: LocalDate,
): Outcome<LocalDate, FieldFault> {
  if (typed.nextDay === "") return done(decision.nextDay);
  const day = localDate.safeParse(typed.nextDay);
  if (!day.success)
    return refused({ code: "visit/field", field: "nextDay", sentence: "This is not a day of the calendar." });
  const ahead = daysBetween(today, day.data);
  if (ahead < 0) return refused({ code: "visit/field", field: "nextDay", sentence: "That day is past." });
  return ahead > 800
    ? refused({ code: "visit/field", field: "nextDay", sentence: "That is more than two years ahead." })
    : done(day.data);
}

/** Foods that were typed in place of the proposed one, by weight, volume or a container of one's own. */
export function mealOf(
  typed: VisitTyped,
  units: UnitSystem,
  containers: readonly Container[] = [],
): Outcome<FeedPart[] | undefined, FieldFault> {
  if (!typed.meal) return done(undefined);
  const parts: FeedPart[] = [];
  for (const [at, { materialId, amount: text, preparation, juice }] of typed.meal.entries()) {
    const field = `meal${at}`;
    const isThawed = preparation === "frozen" || preparation === "choppedFrozen";
    const food = { materialId, preparation, ...(isThawed && juice ? { juice } : {}) };
    const held = inContainers(text, containers);
    const asMass = parseQuantity(text, "mass", DEFAULT_UNIT[units].smallMass);
    const asVolume = parseQuantity(text, "volume", "none");
    const counted = inPieces(text, materialId);
    const amount =
      counted !== undefined
        ? { massKg: counted, measuredBy: "guessed" as const }
        : held !== undefined
          ? { volumeL: held, measuredBy: "volume" as const }
          : asMass.ok
            ? { massKg: asMass.value, measuredBy: "weighed" as const }
            : asVolume.ok
              ? { volumeL: asVolume.value, measuredBy: "volume" as const }
              : undefined;
    if (!amount)
      return refused({
        code: "visit/field",
        field,
        sentence:
          text.trim() === "" ? "Write how much of it." : asMass.ok ? "" : sayUnreadable(asMass.problem),
      });
    if (("massKg" in amount ? amount.massKg : amount.volumeL) > 0)
      parts.push({ ...food, amount: { ...amount, typed: text.trim() } });
  }
  return done(parts);
}
