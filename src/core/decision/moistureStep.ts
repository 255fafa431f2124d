import { beddingHere } from "../bin/beddingHere";
import { SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { DRY_BEDDING } from "../practice/dryBedding";
import { moistureToday } from "./moistureToday";
import { dryKg } from "../bin/matter";
import { fedCompartment } from "../bin/system";
import { bedLitres } from "../expectation/bedLitres";
import type { Expectation } from "../expectation/expectation";
import { correctMoisture } from "../moisture/correct";
import { squeezeInterval, squeezeMoisture } from "../moisture/squeeze";
import type { Evidence, Step } from "./decision";
import type { Practice, Seen } from "../practice/practice";
import { targetMoisture } from "../practice/practice";
import { ofMaterial } from "./stepMaterial";

/** Never more than a tenth of the wet mass in one go. Source: process model, section 11. */
export const MOST_AT_ONCE = 0.1;
/** How far beyond the school's band the middle of a squeeze must lie to count as off: a fist is no better than that. */
export const FIST_TOLERANCE = 0.03;

export type MoistureFault = "dust" | "dry" | "wet" | "stream";

/** Where moisture should lie, no wetter at its dry end than this bed can hold: what it cannot take stands below. Never throws. */
export function wantedMoisture({ twin }: Expectation, practice: Practice) {
  const { low, high } = targetMoisture(practice);
  return { low: twin ? Math.min(low, twin.holds - 0.01) : low, high };
}

/**
 * What is wrong with the moisture, if anything. Today's fist or probe decides; without one the forecast does, and only
 * where even its doubtful end lies outside the school's band.
 */
export function moistureFault(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
): MoistureFault | undefined {
  const target = wantedMoisture(expectation, practice);
  if (seen.moisture !== undefined) {
    if (seen.moisture < target.low - 0.12) return "dust";
    if (seen.moisture > target.high + 0.06) return "stream";
    return seen.moisture < target.low - 0.04 ? "dry" : seen.moisture > target.high + 0.04 ? "wet" : undefined;
  }
  if (seen.squeeze !== undefined) {
    const felt = squeezeMoisture(seen.squeeze);
    if (felt < target.low - FIST_TOLERANCE && seen.squeeze === "dust") return "dust";
    if (felt > target.high + FIST_TOLERANCE && seen.squeeze === "stream") return "stream";
    if (isSurelyWithin(expectation, target)) return undefined;
    return felt < target.low - FIST_TOLERANCE
      ? "dry"
      : felt > target.high + FIST_TOLERANCE
        ? "wet"
        : undefined;
  }
  if (expectation.moisture.high < target.low) return "dry";
  return expectation.moisture.low > target.high ? "wet" : undefined;
}

/**
 * A forecast that has weighed today's readings, this keeper's fist and what this bin's matter holds, and finds the whole
 * of its band where it should be: a squeeze one class beside says no more then. Dust and stream are never argued away.
 */
const isSurelyWithin = (
  { moisture, twin }: Expectation,
  target: { readonly low: number; readonly high: number },
): boolean =>
  twin?.hasReadToday === true && moisture.low >= target.low - 0.01 && moisture.high <= target.high + 0.01;

export function moistenSteps(expectation: Expectation, practice: Practice, seen: Seen): Step[] {
  const target = wantedMoisture(expectation, practice);
  const moisture = moistureToday(seen, expectation);
  const need = needToday(expectation);
  // The nearer end of the band: a dry bed takes water slowly, and what it does not take runs through. For the days to come.
  const waterL = measurable(
    Math.min(
      Math.max(
        amountFor("waterL", target.low, expectation, seen),
        expectation.twin?.weekOn.unfed.waterL ?? 0,
      ),
      mostAtOnceKg(expectation, practice),
    ),
  );
  if (waterL <= 0) return [];
  return [
    {
      kind: "water",
      amount: { volumeL: waterL },
      school: practice.school.id,
      why: {
        code: "moisture/dry",
        // Where the forecast finds nothing wrong it is the fist that asks.
        moisture: moisture < target.low ? moisture : felt(seen, moisture),
        target: target.low,
        ...(seen.squeeze ? { squeeze: seen.squeeze } : {}),
      },
      evidence: [
        ...moistureEvidence(expectation, practice, seen),
        ...(need
          ? [
              {
                from: "expectation",
                of: "need",
                in: "water",
                low: need.waterL.low,
                high: need.waterL.high,
              } as const,
            ]
          : []),
        { from: "rule", of: "caution", shareOfWetMass: MOST_AT_ONCE },
      ],
    },
  ];
}

/** To what a can or a jug measures: finer amounts would claim more than any forecast knows. */
export function measurable(litres: number): number {
  const step = litres < 0.5 ? 0.05 : litres < 2 ? 0.1 : litres < 5 ? 0.25 : 0.5;
  return Math.round(litres / step) * step;
}

/** A tenth of what the fed compartment weighs when it is as moist as it should be: no reading of today changes that. */
export function mostAtOnceKg(expectation: Expectation, practice: Practice): number {
  const { low } = targetMoisture(practice);
  const fed = expectation.contents[fedCompartment(practice.setup).id];
  const nominalKg = fed ? dryKg(fed) / (1 - low) : expectation.fedMassKg.middle;
  return nominalKg * MOST_AT_ONCE;
}

/** What the forecast asks for, once it has weighed today's readings. */
const needToday = (expectation: Expectation) =>
  expectation.twin?.hasReadToday ? expectation.twin.need : undefined;

/**
 * Water or dry bedding that brings the bed to `targetMoisture`, by the forecast; never below a third of what the hand asks
 * for by itself. Where the forecast's doubtful ends disagree on the sign, a third of it. Source: process model 11.
 */
function amountFor(
  of: "waterL" | "beddingKg",
  targetMoisture: number,
  expectation: Expectation,
  seen: Seen,
): number {
  const bySum = (moisture: number): number => {
    const sum = correctMoisture(
      { massKg: expectation.fedMassKg.middle, moisture, targetMoisture },
      DRY_BEDDING,
    );
    return sum.ok ? sum.value[of] : 0;
  };
  const moisture = moistureToday(seen, expectation);
  const need = needToday(expectation);
  if (!need) return bySum(moisture);
  const { middle } = of === "waterL" ? need.waterL : need.dryBeddingKg;
  return Math.max(need.isUnsure ? middle / 3 : middle, bySum(felt(seen, moisture)) / 3);
}

/** What hand or probe says by itself: a forecast that does not believe it may lessen the amount, not cancel it. */
const felt = (seen: Seen, otherwise: number): number =>
  seen.moisture ?? (seen.squeeze === undefined ? otherwise : squeezeMoisture(seen.squeeze));

/** At most so much of a bed leaves it on one day: what stays is the worms' refuge. */
const MOST_OUT = 0.35;

/**
 * The share of a bed that has to leave before the dry bedding for the rest of it finds room; 0 where all fits. `soakL`:
 * litres of dry bedding that all of the bed would want, `bedL`: litres of the bed. Never throws.
 * Source: (1 − s) soakL = freeL + s bedL, since bedding for less of the bed is less.
 */
const shareToTakeOut = (soakL: number, freeL: number, bedL: number): number =>
  Math.max(0, (soakL - freeL) / (soakL + bedL));

/** With `atLeast`, some dry bedding is given even where moisture alone would not ask for it (a bad smell, an escape). */
export function dryOutSteps(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  options: { readonly atLeast: boolean } = { atLeast: false },
): Step[] {
  const target = targetMoisture(practice);
  const moisture = moistureToday(seen, expectation);
  const massKg = expectation.fedMassKg.middle;
  const needed = amountFor("beddingKg", target.high, expectation, seen);
  const askedKg = Math.min(
    Math.max(needed, options.atLeast ? massKg * 0.02 : 0),
    mostAtOnceKg(expectation, practice),
  );
  // Dry bedding never goes into a bed that is already dry: damp then.
  const isDry = moisture < target.low;
  const litresPerKg = (1 - DRY_BEDDING.moisture) / SETTLED_DRY_KG_PER_L.bedding;
  const { freeL } = expectation;
  const bedL = bedLitres(expectation, practice.setup);
  const share = shareToTakeOut(Math.max(needed, askedKg) * litresPerKg, freeL, bedL);
  // What drains by itself needs no room for all of it.
  const isDraining = canDrain(practice);
  const isPastSoaking = share > MOST_AT_ONCE && !isDry && !isDraining && practice.setup.drainage !== "free";
  const outL = Math.min(share, isPastSoaking ? MOST_OUT : MOST_AT_ONCE) * bedL;
  const beddingKg = Math.min(askedKg, (freeL + outL) / litresPerKg);
  const evidence = moistureEvidence(expectation, practice, seen);
  const steps: Step[] = [];
  if (isDraining && moisture > target.high)
    steps.push({ kind: "drain", why: { code: "moisture/sump" }, evidence });
  if (outL >= 0.5)
    steps.push({
      kind: isPastSoaking ? "takeOutUnripe" : "scoopOut",
      amount: { volumeL: outL },
      why: isPastSoaking
        ? { code: "moisture/past-soaking", neededKg: needed, freeL, share }
        : { code: "moisture/make-room" },
      evidence,
    });
  if (beddingKg > 0) {
    if (!options.atLeast) steps.push({ kind: "fluff", why: { code: "air/let-in" }, evidence });
    steps.push({
      kind: "addDryBedding",
      amount: { massKg: beddingKg },
      ...ofMaterial("bedding", beddingHere(practice.state, isDry ? "damp" : "dry")),
      ...(isDry ? { moisture: target.low } : {}),
      why: {
        code: "moisture/wet",
        moisture: moisture > target.high ? moisture : felt(seen, moisture),
        target: target.high,
        ...(seen.squeeze ? { squeeze: seen.squeeze } : {}),
      },
      evidence: [...evidence, { from: "rule", of: "caution", shareOfWetMass: MOST_AT_ONCE }],
    });
  }
  return steps;
}

/** Where water can leave: a tray or jar below, or holes. */
export const canDrain = ({ setup }: Practice): boolean =>
  setup.drainage === "sump" || setup.drainage === "poor";

function moistureEvidence(expectation: Expectation, practice: Practice, seen: Seen): Evidence[] {
  const target = targetMoisture(practice);
  return [
    ...(seen.squeeze
      ? [{ from: "reading", of: "squeeze", squeeze: seen.squeeze, ...squeezeInterval(seen.squeeze) } as const]
      : []),
    { from: "expectation", of: "moisture", low: expectation.moisture.low, high: expectation.moisture.high },
    { from: "school", of: "moisture", low: target.low, high: target.high },
  ];
}
