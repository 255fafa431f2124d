import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import type { BinState } from "../bin/state";
import { harvestCompartment } from "../bin/system";
import type { Part } from "../deed/parts";
import { partsOf } from "../deed/parts";
import type { Expectation } from "../expectation/expectation";
import type { RipeForecast } from "./ripe";
import type { HarvestWish, WayOffer } from "./ways";
import { waysFor } from "./ways";

/** What there is to lift from a bin today. */
export interface HarvestPlan {
  readonly compartment: CompartmentId;
  readonly part: Part;
  readonly forecast: RipeForecast;
  /** Finished, wet, in that part, kg. */
  readonly kg: number;
  /** How far down the finished stuff goes, m. */
  readonly depthM: number;
  /** A month more of it, kg. */
  readonly gainsKg: number;
  /** Share of all that lies in the bin that this is. */
  readonly takenShare: number;
}

/** Of another part than the usual one no day was foretold: so much of it finished is worth the work. Judgement. */
const WORTH_SHARE = 0.6;

/**
 * Undefined while nothing is known of the bin or nothing lies where it is harvested: at its usual end, or in the part that is named (one
 * it does not have counts as the usual).
 */
export function harvestPlan(
  state: BinState,
  expectation: Expectation,
  today: LocalDate,
  named?: string,
): HarvestPlan | undefined {
  const { setup } = state;
  if (!setup) return undefined;
  const usual = harvestCompartment(setup).id;
  const id = setup.compartments.find((one) => one.id === named)?.id ?? usual;
  const parts = partsOf(state, expectation, today);
  const part = parts.find(({ compartment }) => compartment.id === id);
  if (!part || part.dryKg <= 0) return undefined;
  const all = parts.reduce((sum, { wetKg }) => sum + wetKg, 0);
  const known = expectation.twin?.compartments.find((one) => one.id === id);
  const share = known?.ripeness ?? expectation.ripeness;
  const harvest = id === usual ? expectation.twin?.harvest : undefined;
  // Where it is worth the work today the forecast has said how much: the same as slate and bin say.
  const isWorth = harvest?.inDays !== undefined && harvest.inDays.middle <= 0;
  const kg = Math.min(part.wetKg, isWorth ? harvest.kg.middle : part.wetKg * part.ripeness);
  return {
    compartment: id,
    part,
    forecast: {
      share,
      inDays:
        id === usual
          ? harvest?.inDays
          : share.middle >= WORTH_SHARE
            ? { low: 0, middle: 0, high: 0 }
            : undefined,
    },
    kg,
    depthM: part.wetKg > 0 ? (part.depthM * kg) / part.wetKg : 0,
    gainsKg: harvest?.gainsKg.middle ?? 0,
    takenShare: all > 0 ? kg / all : 1,
  };
}

/** The ways that suit a bin, the best first. */
export const waysOf = (
  plan: HarvestPlan,
  system: NonNullable<BinState["setup"]>["system"],
  wish: Pick<HarvestWish, "isUrgent" | "wantsWorms" | "noLifting">,
): readonly WayOffer[] =>
  waysFor(system, { ...wish, kg: plan.kg, takenShare: plan.takenShare, moisture: plan.part.moisture });
