import { beddingHere } from "../bin/beddingHere";
import { dryKg } from "../bin/matter";
import type { Expectation } from "../expectation/expectation";
import { correctMoisture } from "../moisture/correct";
import { squeezeInterval } from "../moisture/squeeze";
import { DRY_BEDDING } from "../practice/dryBedding";
import type { Practice, Seen } from "../practice/practice";
import { partTarget } from "../practice/practice";
import type { Evidence, Step } from "./decision";
import { FIST_TOLERANCE, measurable, MOST_AT_ONCE } from "./moistureStep";
import { ofMaterial } from "./stepMaterial";

/**
 * Each part by its own squeeze: water where another part than the fed one is dry, dry bedding where it is wet. What is to
 * be harvested may be drier, and is watered only when it is dust. Amounts are of that part's own matter, a tenth at most.
 */
export function otherPartSteps(expectation: Expectation, practice: Practice, seen: Seen): Step[] {
  const { setup } = practice;
  return setup.compartments.flatMap(({ id, name }): Step[] => {
    const felt = seen.parts.get(id);
    const contents = expectation.contents[id];
    const dry = contents ? dryKg(contents) : 0;
    if (!felt || dry <= 0) return [];
    const { moisture, squeeze } = felt;
    const target = partTarget(practice, id);
    const massKg = dry / (1 - moisture);
    const mostKg = (dry / (1 - target.low)) * MOST_AT_ONCE;
    const isDry = moisture < target.low - FIST_TOLERANCE;
    const isWet = moisture > target.high + FIST_TOLERANCE;
    if (!isDry && !isWet) return [];
    const wanted = isDry ? target.low : target.high;
    const sum = correctMoisture({ massKg, moisture, targetMoisture: wanted }, DRY_BEDDING);
    if (!sum.ok) return [];
    const evidence: Evidence[] = [
      ...(squeeze ? [{ from: "reading", of: "squeeze", squeeze, ...squeezeInterval(squeeze) } as const] : []),
      { from: "school", of: "moisture", low: target.low, high: target.high },
      { from: "rule", of: "caution", shareOfWetMass: MOST_AT_ONCE },
    ];
    const part = name ?? id;
    const why = { moisture, target: wanted, ...(squeeze ? { squeeze } : {}) };
    if (isDry) {
      const volumeL = measurable(Math.min(sum.value.waterL, mostKg));
      if (volumeL <= 0) return [];
      return [
        {
          kind: "water",
          amount: { volumeL },
          compartmentId: id,
          part,
          school: practice.school.id,
          why: { code: "moisture/dry", ...why },
          evidence,
        },
      ];
    }
    return [
      {
        kind: "addDryBedding",
        amount: { massKg: Math.min(sum.value.beddingKg, mostKg) },
        ...ofMaterial("bedding", beddingHere(practice.state, "dry")),
        compartmentId: id,
        part,
        why: { code: "moisture/wet", ...why },
        evidence,
      },
    ];
  });
}
