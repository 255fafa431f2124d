import type { BinSetup } from "@/records/setup";
import { fedCompartment, volumeOfL } from "../bin/system";
import { MOIST_KG_PER_L } from "../matter/figures";
import type { Expectation } from "./expectation";

/**
 * Litres of the bed one feeds: by what it weighs, but never more than the part holds that is not free. A squeeze that
 * nobody expected moves what a bed is thought to weigh; it does not move its rim. Never throws.
 */
export const bedLitres = (
  { fedMassKg, freeL }: Pick<Expectation, "fedMassKg" | "freeL">,
  setup: BinSetup,
): number =>
  Math.min(fedMassKg.middle / MOIST_KG_PER_L, Math.max(1, volumeOfL(fedCompartment(setup)) - freeL));
