import type { Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { WantedHarvest } from "../bin/planAhead";
import { wantedHarvest } from "../bin/planAhead";
import { looked } from "../bin/readings";
import { areaM2, fedCompartment } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import type { Practice, Seen } from "../practice/practice";
import { seenIn, targetMoisture } from "../practice/practice";
import type { Step } from "./decision";
import { dryOutSteps, moistenSteps, moistureFault } from "./moistureStep";
import { otherPartSteps } from "./otherParts";
import type { SignsToday } from "./signs";
import { signsToday } from "./signs";

/** What is known of one bin today, worked out once and read by every rule. */
export interface Situation {
  readonly expectation: Expectation;
  /** How the bin is run, with what was read today already in its state. */
  readonly practice: Practice;
  readonly seen: Seen;
  readonly signs: SignsToday;
  readonly today: LocalDate;
  /** The harvest the keeper wants by a day. */
  readonly wanted: WantedHarvest | undefined;
  readonly fault: ReturnType<typeof moistureFault>;
  /** No water is poured on: it stands below, or what is to be sieved dries. */
  readonly isUnwatered: boolean;
  /** What puts the bed that is fed right by water or bedding. */
  readonly here: readonly Step[];
  /** That, and what the other parts want. */
  readonly moisten: readonly Step[];
}

/** Readings in hand are entries not yet kept, and go the same way. Never throws. */
export function situationOf(
  expectation: Expectation,
  known: Practice,
  readings: readonly Reading[],
  today: LocalDate,
): Situation {
  const practice =
    readings.length > 0
      ? { ...known, state: looked(known.state, { day: today, lid: "lifted", readings }) }
      : known;
  const kept = practice.state.seen?.day === today ? practice.state.seen.readings : [];
  const seen = seenIn(kept, fedCompartment(practice.setup).id);
  const signs = signsToday(seen, practice.setup.drainage);
  const wanted = wantedHarvest(practice.state, today);
  const isDust = seen.squeeze === "dust";
  // Where water stands the bed holds what it can; what is lifted and sieved is left to dry. Worms in dust get water all the same.
  const isFullOfWater = signs.isStanding && !isDust;
  const isDrying = wanted?.noWaterFrom !== undefined && wanted.noWaterFrom <= today && !isDust;
  const fault = moistureFault(expectation, practice, seen);
  const here =
    (fault === "dry" && !isFullOfWater) || fault === "dust"
      ? moistenSteps(expectation, practice, seen)
      : (fault === "wet" && !signs.isSweating) || fault === "stream"
        ? dryOutSteps(expectation, practice, seen)
        : edgeWater(practice, signs);
  return {
    expectation,
    practice,
    seen,
    signs,
    today,
    wanted,
    fault,
    isUnwatered: isFullOfWater || isDrying,
    here,
    moisten: [...here, ...otherPartSteps(expectation, practice, seen)],
  };
}

/** A little water where a sign asks for it (ants, dry edges). */
function edgeWater(practice: Practice, { waterLPerM2 }: SignsToday): Step[] {
  if (waterLPerM2 === 0) return [];
  const target = targetMoisture(practice);
  return [
    {
      kind: "water",
      school: practice.school.id,
      amount: { volumeL: waterLPerM2 * areaM2(fedCompartment(practice.setup)) },
      why: { code: "moisture/dry", moisture: target.low, target: target.low },
      evidence: [{ from: "school", of: "moisture", low: target.low, high: target.high }],
    },
  ];
}
