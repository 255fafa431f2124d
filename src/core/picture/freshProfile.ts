import type { System } from "@/vocabulary/setup";
import type { Profile } from "./profile";
import type { BinSetup } from "@/records/setup";
import type { Found } from "../bin/found";
import { foundHerdKg, foundMoisture, foundParts } from "../bin/found";
import type { SystemFacts } from "../bin/system";
import { systemOf, usualCompartments, volumeOfL } from "../bin/system";

/** A bin that is only thought of: to scale, with a hand's breadth of damp bedding and a few worms. */
export function freshProfile(system: System, size: SystemFacts["usual"], compartments?: number): Profile {
  const facts = systemOf(system);
  return {
    seed: system,
    system,
    arrangement: facts.arrangement,
    wormsKg: 0.25,
    hasLid: facts.cover !== "open" && facts.cover !== "wetBlanket",
    moisture: { low: 0.7, middle: 0.76, high: 0.82 },
    ...(facts.drainage === "sump" ? { sumpM: 0.01 } : {}),
    compartments: usualCompartments(system, size, compartments).map((one, at) => ({
      id: one.id,
      widthM: one.widthM,
      heightM: one.heightM,
      beddingM: one.heightM * 0.3,
      workingM: one.heightM * (at === 0 ? 0.22 : 0.12),
      castingsM: one.heightM * (facts.arrangement === "line" ? 0.1 * at : 0.08),
      wetness: "right",
      ripeness: 0.1,
      wormShare: 0.5,
      pockets: [],
    })),
  };
}

/** The same bin as it is told to run: each part filled and worked as far as was said, its herd in the middle of what that means. */
export function foundProfile(fresh: Profile, told: Found, setup: Omit<BinSetup, "roomId">): Profile {
  const moisture = foundMoisture(told);
  const parts = foundParts(told, setup);
  const herd = foundHerdKg(told, setup);
  return {
    ...fresh,
    wormsKg: herd,
    moisture: { low: moisture - 0.06, middle: moisture, high: moisture + 0.06 },
    compartments: fresh.compartments.map((one, at) => {
      const part = parts[at];
      if (!part) return one;
      const deep = one.heightM * Math.min(1, part.litres / volumeOfL(setup.compartments[at]!));
      return {
        ...one,
        beddingM: deep * (1 - part.finished) * 0.5,
        workingM: deep * (1 - part.finished) * 0.5,
        castingsM: deep * part.finished,
        ripeness: part.finished,
        wetness: moisture < 0.66 ? "dry" : moisture > 0.82 ? "wet" : "right",
        wormShare: 1 / parts.length,
      };
    }),
  };
}
