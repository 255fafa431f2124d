import type { HarvestMethod, System } from "@/vocabulary/setup";
import { HARVESTS } from "../twin/engine/library";

export const WAYS = [
  "lamp", "fromBelow", "skim", "sideways", "wedge", "cycle", "baitBag", "tipOut", "sieve",
] as const; // prettier-ignore
export type Way = (typeof WAYS)[number];

interface WayFacts {
  /** As the log and the process model know it. */
  readonly method: HarvestMethod;
  readonly systems: readonly System[];
  /** Wetter than this it clogs, smears or falls. */
  readonly mostMoisture: number;
  /** At the work: to make ready, and for each kilogram. Minutes. */
  readonly readyMin: number;
  readonly minPerKg: number;
  /** Until the castings are in hand, waiting for the worms to move. */
  readonly waitDays: number;
  /** Something heavy is lifted or turned over. */
  readonly isHeavy: boolean;
  /** Where what is lifted lies: on top, at the bottom, or all of the part. */
  readonly from: "top" | "bottom" | "whole";
}

/*
 * How castings are parted from worms. Minutes and moistures are judgement of a slow, careful pair of hands; what is lost is
 * the process model's (5.6).
 */
const BINS: readonly System[] = ["tub", "bath", "fabricPot", "breederTub"];
export const WAY_FACTS: Readonly<Record<Way, WayFacts>> = {
  lamp: { method: "light", systems: [...BINS, "trayStack", "stackSwap"], mostMoisture: 0.82, readyMin: 20, minPerKg: 10, waitDays: 0, isHeavy: false, from: "top" },
  fromBelow: { method: "bottom", systems: ["flowThrough"], mostMoisture: 0.8, readyMin: 10, minPerKg: 3, waitDays: 0, isHeavy: false, from: "bottom" },
  skim: { method: "light", systems: ["bath", "fabricPot", "breederTub"], mostMoisture: 0.84, readyMin: 15, minPerKg: 4, waitDays: 0, isHeavy: false, from: "top" },
  sideways: { method: "migrate", systems: ["tub", "bath"], mostMoisture: 0.86, readyMin: 20, minPerKg: 3, waitDays: 28, isHeavy: false, from: "whole" },
  wedge: { method: "migrate", systems: ["trough"], mostMoisture: 0.86, readyMin: 15, minPerKg: 3, waitDays: 0, isHeavy: false, from: "whole" },
  cycle: { method: "migrate", systems: ["trayStack", "stackSwap"], mostMoisture: 0.86, readyMin: 20, minPerKg: 4, waitDays: 0, isHeavy: true, from: "whole" },
  baitBag: { method: "migrate", systems: [...BINS, "trough", "trayStack", "stackSwap"], mostMoisture: 0.88, readyMin: 20, minPerKg: 3, waitDays: 7, isHeavy: false, from: "whole" },
  tipOut: { method: "dump", systems: [...BINS, "trayStack", "stackSwap"], mostMoisture: 0.82, readyMin: 30, minPerKg: 7, waitDays: 0, isHeavy: true, from: "whole" },
  sieve: { method: "screen", systems: [...BINS, "trough", "flowThrough", "trayStack", "stackSwap"], mostMoisture: 0.68, readyMin: 20, minPerKg: 4, waitDays: 0, isHeavy: false, from: "whole" },
}; // prettier-ignore

export interface HarvestWish {
  /** Kilograms there are to lift. */
  readonly kg: number;
  /** Share of all that lies in the bin that is taken, 0 to 1: cocoons lie all through it. */
  readonly takenShare: number;
  readonly moisture: number;
  /** The bin is needed, or the castings are: no weeks of waiting. */
  readonly isUrgent: boolean;
  /** Every worm back: they are wanted for another bin, or few. */
  readonly wantsWorms: boolean;
  /** A back to be spared. */
  readonly noLifting: boolean;
}

export interface WayOffer {
  readonly way: Way;
  /** At the work, h. */
  readonly hours: number;
  readonly waitDays: number;
  /** Of the worms in what is lifted, the share that is lost. */
  readonly wormsLost: number;
  /** Of all cocoons in the bin, the share that leaves with the castings. */
  readonly cocoonsOut: number;
  /** Why it is not proposed; absent where it may be. */
  readonly against?: "too-wet" | "too-slow" | "too-heavy";
}

/** An hour of work against worms lost, where each of them counts. Judgement. */
const HOURS_PER_LOSS = { wanted: 60, usual: 8 } as const;
/** Cocoons are worms to come; they weigh less than those at hand. */
const HOURS_PER_COCOONS = { wanted: 3, usual: 0.4 } as const;
const HOURS_PER_DAY_WAITED = 0.02;
/** Weeks are too long where it is urgent. */
const LONGEST_URGENT_DAYS = 7;

/** Every way that suits a kind of bin: those that fit first, by what they cost in hours, worms and cocoons. Never throws. */
export function waysFor(system: System, wish: HarvestWish): readonly WayOffer[] {
  const { kg, takenShare, moisture, isUrgent, wantsWorms, noLifting } = wish;
  const offers = WAYS.flatMap((way): (WayOffer & { readonly cost: number })[] => {
    const facts = WAY_FACTS[way];
    if (!facts.systems.includes(system)) return [];
    const { wormLoss, cocoons } = HARVESTS[facts.method];
    const hours = (facts.readyMin + facts.minPerKg * Math.max(0, kg)) / 60;
    const cocoonsOut = Math.min(1, cocoons * Math.min(1, Math.max(0, takenShare)));
    const against =
      moisture > facts.mostMoisture
        ? "too-wet"
        : isUrgent && facts.waitDays > LONGEST_URGENT_DAYS
          ? "too-slow"
          : noLifting && facts.isHeavy
            ? "too-heavy"
            : undefined;
    const weight = wantsWorms ? "wanted" : "usual";
    return [
      {
        way,
        hours,
        waitDays: facts.waitDays,
        wormsLost: wormLoss,
        cocoonsOut,
        ...(against ? { against } : {}),
        cost:
          hours +
          HOURS_PER_LOSS[weight] * wormLoss +
          HOURS_PER_COCOONS[weight] * cocoonsOut +
          HOURS_PER_DAY_WAITED * facts.waitDays +
          (against ? 1000 : 0),
      },
    ];
  });
  return offers.toSorted((a, b) => a.cost - b.cost).map(({ cost: _, ...offer }) => offer);
}

/** What a way costs the herd of this bin: worms, live, and cocoons that leave with the castings. */
export interface Losses {
  readonly wormsKg: number;
  readonly cocoons: number;
}
/**
 * The shares of an offer in this bin's own numbers: of the worms, those that live in what is lifted; of the cocoons, those of the
 * whole bin. Undefined while the herd is not known. Never throws.
 * @param wormShare of the bin's worms, those in the part that is harvested, 0 to 1.
 * @param liftedShare of that part, what is lifted, 0 to 1.
 */
export function lossesOf(
  offer: Pick<WayOffer, "wormsLost" | "cocoonsOut">,
  herd: { readonly wormsKg: number; readonly cocoons: number } | undefined,
  wormShare: number,
  liftedShare: number,
): Losses | undefined {
  if (!herd) return undefined;
  return {
    wormsKg: offer.wormsLost * herd.wormsKg * Math.min(1, wormShare) * Math.min(1, liftedShare),
    cocoons: Math.round(offer.cocoonsOut * herd.cocoons),
  };
}
