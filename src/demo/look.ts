import type { Reading } from "@/records/entry";
import { ripenessAt } from "@/vocabulary/readings";
import type { Place } from "@/core/bin/place";
import { bellShaped } from "@/core/chance/seeded";
import { leftAt } from "@/core/twin/ensemble/measures";
import { ripenessOf } from "@/core/twin/engine/ripeness";
import { felt, foodLeftSeen, smellOf, squeezeOf } from "@/core/twin/learning/senses";
import { AT } from "@/core/twin/engine/state";
import { fedAt, harvestedAt } from "@/core/twin/engine/twinBin";
import type { Truth } from "./truth";

/** A hand that calls it a little wetter than it is, as long as it is hers; moisture. */
const FIST = 0.015;

/** What a keeper notes under the lid: the truth, as roughly as senses tell it. */
export function readingsOf({ ensemble }: Truth, asked: readonly Place[], chance: () => number): Reading[] {
  const at = fedAt(ensemble.bin);
  const fed = ensemble.lines[0]![at]!;
  const noise = (spread: number) => spread * bellShaped(chance);
  const readings: Reading[] = [
    { of: "squeeze", squeeze: squeezeOf(felt(fed) + FIST + noise(0.03)), instrument: "fist" },
    { of: "smell", smell: smellOf(fed), instrument: "nose" },
  ];
  for (const { compartmentId, place } of asked) {
    const where = Math.max(
      0,
      ensemble.bin.compartments.findIndex(({ id }) => id === compartmentId),
    );
    const left = leftAt(ensemble.lines[0]![where]!, ensemble.marks[where]!, place);
    readings.push({
      of: "foodLeft",
      foodLeft: foodLeftSeen(left + noise(0.1)),
      compartment: compartmentId,
      place,
      instrument: "eye",
    });
  }
  if (chance() < 0.3) {
    const ripe = ensemble.lines[0]![harvestedAt(ensemble.bin)]!;
    readings.push({
      of: "ripeness",
      ripeness: ripenessAt(ripenessOf(ripe) + noise(0.1)),
      instrument: "eye",
    });
  }
  if (chance() < 0.6)
    readings.push({
      of: "temperature",
      temperatureC: Math.round((fed[AT.T]! + noise(0.8)) * 2) / 2,
      instrument: "probe",
      spot: "middle",
    });
  if (chance() < 0.15)
    readings.push({
      of: "sign",
      sign: chance() < 0.5 ? "springtails" : "worms-on-food-cluster",
      isPresent: true,
      instrument: "eye",
    });
  return readings;
}
