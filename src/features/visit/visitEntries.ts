import { besideIn } from "@/core/log/beside";
import type { FactAbout, FactOf } from "@/records/entry/about";
import type { FeedPart, LeftUndone, Reading } from "@/records/entry";
import { leftUndoneSchema } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done } from "@/vocabulary/outcome";
import type { Decision, Step } from "@/core/decision/decision";
import { reshapedBy } from "@/core/decision/reshaped";
import { sayStep } from "@/core/decision/words";
import type { Expectation } from "@/core/expectation/expectation";
import { asBedding, batchIdOf } from "@/core/mixing/fromStore";
import type { Batch } from "@/records/batch";
import type { Measures } from "@/core/quantity/parse";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { clamped } from "./clamped";
import type { StepAmount } from "./visitAmounts";
import { groundUnder } from "@/core/bin/system";
import type { BinSetup } from "@/records/setup";
import { amountOf, mealOf, nextDayOf } from "./visitAmounts";
import type { VisitLine } from "./visitLines";
import { linesOf, stepKey } from "./visitLines";
import type { FieldFault, VisitTyped } from "./visitTyped";

/** The meal that was ticked, where another is proposed by now: what goes with a meal goes with the one that was given. */
export function mealTicked(
  proposed: Decision,
  typed: VisitTyped,
  measures: Measures,
): FeedPart[] | undefined {
  const line = workOf(proposed, typed).find(({ step, since }) => step.kind === "feed" && since);
  const amount = line && amountOf(line.step, typed, measures);
  const fact = line && amount?.ok ? factOf(line.step, amount.value, typed) : undefined;
  return fact?.kind === "fed" ? [...fact.parts] : undefined;
}

/** Steps one does with one's hands, and can therefore leave out. */
const LOOKED_ON: ReadonlySet<Step["kind"]> = new Set(["closeAgain", "leaveInPeace", "keepAsIs"]);
export const doable = (steps: readonly Step[]): readonly Step[] =>
  steps.filter(({ kind }) => !LOOKED_ON.has(kind));

/** What is to be done with one's hands, each as it stands on its line. */
export const workOf = (decision: Decision, typed: VisitTyped): readonly VisitLine[] =>
  linesOf(doable(decision.steps), typed);

/** As all stands on its lines, or only what was ticked. */
export type DoneHow = "asProposed" | "asTicked";

/** What was taken from the store for a visit, kg by batch. */
export interface FromStore {
  readonly batchId: string;
  readonly massKg: number;
}
/** Bedding of a step that comes from a batch in the store, as kilograms of it; litres weigh what the batch does. */
function stored(
  step: Step,
  given: StepAmount | undefined,
  typed: VisitTyped,
  batches: readonly Batch[],
): { readonly batch: Batch; readonly massKg: number } | undefined {
  const id = batchIdOf(typed.materials[stepKey(step)] ?? "");
  const batch = id === undefined ? undefined : batches.find((one) => one.id === id);
  if (!batch || !given || (step.kind !== "addDryBedding" && step.kind !== "cover")) return undefined;
  const kgPerL = batch.volumeL > 0 ? batch.massKg / batch.volumeL : 0.5;
  const massKg = "massKg" in given.amount ? given.amount.massKg : given.amount.volumeL * kgPerL;
  return { batch, massKg: Number(massKg.toFixed(4)) };
}
/** What the done steps of a visit take out of the store, for the logs of its batches. Never throws. */
export function takenFromStore(visit: Visit): readonly FromStore[] {
  const { decision, typed, batches = [], how, lid } = visit;
  if (lid === "closed") return [];
  return workOf(decision, typed).flatMap(({ step, isTicked }) => {
    if (how === "asTicked" && !isTicked) return [];
    const amount = amountOf(step, typed, visit, groundAt(visit.setup, step));
    const from = amount.ok ? stored(step, amount.value, typed, batches) : undefined;
    return from && from.massKg > 0 ? [{ batchId: from.batch.id, massKg: from.massKg }] : [];
  });
}

/** The ground that bedding of a step lies on, m²: it may be said by its depth. */
export function groundAt(setup: BinSetup | undefined, { kind, compartmentId }: Step): number | undefined {
  if (!setup || (kind !== "addDryBedding" && kind !== "cover")) return undefined;
  return groundUnder(setup, compartmentId);
}

export interface Visit extends Measures {
  readonly how: DoneHow;
  readonly setup?: BinSetup | undefined;
  /** What stands in the store and is fit for worms. */
  readonly batches?: readonly Batch[];
  readonly lid: "lifted" | "closed";
  readonly readings: readonly Reading[];
  readonly decision: Decision;
  readonly expectation: Expectation;
  readonly typed: VisitTyped;
  readonly today: LocalDate;
  readonly visitId: string;
  /** From the lid lifted to the lid closed, where hours are kept. */
  readonly tookMin?: number | undefined;
}

/** The facts one visit leaves in the log, in the order they were done. */
export function visitFacts(visit: Visit): Outcome<FactAbout<"bin">[], FieldFault> {
  const { decision, expectation, typed, units, today, visitId, lid, how, batches = [] } = visit;
  const nextDay = nextDayOf(decision, typed, today);
  if (!nextDay.ok) return nextDay;
  const looked: FactOf<"looked"> = {
    kind: "looked",
    visitId,
    lid,
    readings: visit.readings,
    nextDay: nextDay.value,
    shown: {
      engine: expectation.engine,
      moistureLow: clamped(expectation.moisture.low),
      moistureHigh: clamped(expectation.moisture.high),
      temperatureLowC: expectation.temperatureC.low,
      temperatureHighC: expectation.temperatureC.high,
    },
    ...besideIn(typed),
    ...(visit.tookMin === undefined || lid === "closed" ? {} : { tookMin: visit.tookMin }),
  };
  if (lid === "closed") return done([looked]);
  const lines = workOf(decision, typed);
  const isDone = ({ isTicked }: VisitLine): boolean => how === "asProposed" || isTicked;
  const meal = mealOf(typed, visit);
  if (!meal.ok) return meal;
  const left = lines.flatMap((line) => (isDone(line) ? [] : [line.step])).slice(0, 12);
  const facts: FactAbout<"bin">[] = [
    left.length > 0
      ? {
          ...looked,
          leftOut: left.map((step) => wordsOf(step, units)),
          leftOutAs: left.map((step) => {
            const amount = amountOf(step, typed, visit, groundAt(visit.setup, step));
            return asLeftUndone(
              factsOf(step, amount.ok ? amount.value : undefined, typed, meal.value, units),
            );
          }),
        }
      : looked,
  ];
  for (const { step } of lines.filter(isDone)) {
    const amount = amountOf(step, typed, visit, groundAt(visit.setup, step));
    if (!amount.ok) return amount;
    const from = stored(step, amount.value, typed, batches);
    const done = from
      ? [
          {
            kind: "bedded" as const,
            ...(step.compartmentId ? { compartment: step.compartmentId } : {}),
            ...(step.kind === "cover" ? { isCover: true } : {}),
            parts: asBedding(from.batch, from.massKg),
            note: `From the store: ${from.batch.name}.`,
          },
        ]
      : factsOf(step, amount.value, typed, meal.value, units);
    for (const fact of done) facts.push({ ...besideIn({ ...typed, note: "" }), ...fact, visitId });
  }
  return done(facts);
}

/** What can be written later by one press; a deed of several facts asks for its own act. */
const asLeftUndone = (facts: readonly FactAbout<"bin">[]): LeftUndone | null => {
  const read = leftUndoneSchema.safeParse(facts.length === 1 ? facts[0] : undefined);
  return read.success ? read.data : null;
};

function wordsOf(step: Step, units: UnitSystem): string {
  const { before, amount, after } = sayStep(step, { units });
  return [before, amount, after].filter(Boolean).join(" ").replace(/\s+/g, " ").slice(0, 200);
}

/** The entries a step leaves when it is done; some (open the door, close it again) leave none. */
function factsOf(
  step: Step,
  given: StepAmount | undefined,
  typed: VisitTyped,
  meal: readonly FeedPart[] | undefined,
  units: UnitSystem,
): FactAbout<"bin">[] {
  if (step.kind === "feed" && meal) {
    if (meal.length === 0) return [];
    const deep = parseQuantity(typed.deep ?? "", "length", DEFAULT_UNIT[units].length);
    const buriedM = deep.ok && deep.value <= 2 ? deep.value : step.depthM;
    return [
      {
        kind: "fed",
        ...(step.compartmentId ? { compartment: step.compartmentId } : {}),
        ...(step.place === undefined ? {} : { place: step.place }),
        parts: [...meal],
        ...(typed.laid ? { laid: typed.laid } : {}),
        ...(buriedM === undefined ? {} : { buriedM }),
      },
    ];
  }
  const reshaped = reshapedBy(step);
  if (reshaped.length > 0) return reshaped;
  const fact = factOf(step, given, typed);
  return fact ? [fact] : [];
}
function factOf(step: Step, given: StepAmount | undefined, typed: VisitTyped): FactAbout<"bin"> | undefined {
  const at = {
    ...(step.compartmentId ? { compartment: step.compartmentId } : {}),
    ...(step.place === undefined ? {} : { place: step.place }),
  };
  const value = given && ("massKg" in given.amount ? given.amount.massKg : given.amount.volumeL);
  if (given && (value === undefined || value <= 0)) return undefined;
  const materialId = typed.materials[stepKey(step)] ?? step.materialId ?? "";
  if (given) {
    const amount = { ...given.amount, measuredBy: given.measuredBy, typed: given.typed };
    switch (step.kind) {
      case "feed":
        return {
          kind: "fed",
          ...at,
          parts: [{ materialId, amount, preparation: step.preparation ?? "chopped" }],
          ...(step.depthM === undefined ? {} : { buriedM: step.depthM }),
        };
      case "addDryBedding":
        return {
          kind: "bedded",
          ...at,
          parts: [
            { materialId, amount, ...(step.moisture === undefined ? {} : { moisture: step.moisture }) },
          ],
        };
      case "cover":
        return { kind: "bedded", ...at, isCover: true, parts: [{ materialId, amount, moisture: 0.72 }] };
      case "water":
        return { kind: "watered", ...at, amount };
      case "grit":
        return { kind: "dosed", materialId, amount };
      case "scoopOut":
      case "takeOutUnripe":
        return { kind: "removed", ...at, what: "contents", amount };
      case "harvest":
        return "massKg" in given.amount
          ? { kind: "harvested", ...at, grossKg: given.amount.massKg, tareKg: 0, method: "light" }
          : undefined;
      default:
        break;
    }
  }
  switch (step.kind) {
    case "fluff":
      return { kind: "turned" };
    case "drain":
    case "spongeOff":
      return { kind: "drained" };
    case "removeFood":
      return { kind: "removed", what: "food", ...at };
    case "rescueWorms":
    case "cool":
    case "warmUp":
    case "moveToShade":
    case "secureBin":
    case "ventilate":
    case "airLid":
      return { kind: "noted", text: NOTED[step.kind] };
    case "closeAgain":
    case "leaveInPeace":
    // Without an amount there is nothing to write of these.
    case "feed":
    case "addDryBedding":
    case "cover":
    case "water":
    case "grit":
    case "scoopOut":
    case "harvest":
    case "takeOutUnripe":
    case "restack":
    case "addTray":
    case "moveAlong":
    case "keepAsIs":
    case "countHandful":
    case "thinOut":
      return undefined;
  }
}

const NOTED = {
  rescueWorms: "Moved the liveliest worms to clean bedding.",
  cool: "Cooled the bed with frozen bottles.",
  warmUp: "Moved or wrapped it against the cold.",
  moveToShade: "Moved it out of the warmth.",
  secureBin: "Closed the gaps and raised the bin.",
  ventilate: "Aired the room and the bin.",
  airLid: "Let the air above it dry: lid off, or a dry sheet.",
} as const;
