import type { System } from "@/vocabulary/setup";
import type { Profile } from "./profile";
import type { SystemFacts } from "../bin/system";
import { systemOf, usualCompartments } from "../bin/system";

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
