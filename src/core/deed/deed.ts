import type { BeddingPart, FeedPart } from "@/records/entry";
import type { BinSetup, Compartment } from "@/records/setup";
import type { LiquidLooks, OverBed, PutIn, TakenFrom, WaterMeans, WentTo } from "@/vocabulary/deeds";
import type { BinId, CompartmentId } from "@/vocabulary/fields";
import type { Cover } from "@/vocabulary/setup";
import type { BinState } from "../bin/state";
import { isSievedOut } from "../catalogue/amendment";
import { systemOf } from "../bin/system";

type Amount = BeddingPart["amount"];

/** What a keeper does with a bin in one act, besides feeding, reading and harvesting it. Lengths in m, shares 0 to 1. */
export type Deed =
  | { readonly of: "moveAlong"; readonly fraction?: number; readonly byM?: number }
  | {
      readonly of: "addPart";
      readonly added: Compartment;
      readonly position: number;
      /** Of what was fed until then so much was laid in, worms and all. */
      readonly liftedFraction?: number;
    }
  | { readonly of: "rotate"; readonly order: readonly CompartmentId[] }
  | ({ readonly of: "takeOut"; readonly to: WentTo; readonly toBinId?: BinId; readonly withWorms: boolean } & Lot)
  | { readonly of: "putIn"; readonly compartment?: CompartmentId; readonly what: PutIn; readonly amount: Amount }
  | {
      readonly of: "emptyRefill";
      readonly keepsWorms: boolean;
      readonly to: WentTo;
      readonly toBinId?: BinId;
      readonly bedding: readonly BeddingPart[];
      readonly meal: readonly FeedPart[];
      readonly drained?: Amount;
    }
  | { readonly of: "tip"; readonly fraction: number; readonly toBinId: BinId; readonly thenRetired: boolean }
  | { readonly of: "loosen"; readonly compartment?: CompartmentId }
  | {
      readonly of: "cover";
      readonly cover?: Cover;
      readonly over?: { readonly what: OverBed; readonly isDamp: boolean };
    }
  | { readonly of: "drain"; readonly amount?: Amount; readonly looks?: LiquidLooks }
  | {
      readonly of: "water";
      readonly amount: Amount;
      readonly means: WaterMeans;
      readonly compartment?: CompartmentId;
    }
  | { readonly of: "rain"; readonly fellM: number }
  | { readonly of: "give"; readonly materialId: string; readonly amount: Amount; readonly compartment?: CompartmentId }
  | { readonly of: "sieve"; readonly amount?: Amount }
  | { readonly of: "liftTower"; readonly topUp: readonly BeddingPart[] }
  | { readonly of: "weigh"; readonly grossKg: number; readonly tareKg: number }
  | { readonly of: "retire" }
  | { readonly of: "useAgain" }; // prettier-ignore

/** So much of a part: a depth from one side, a share of it, or what was weighed. */
export interface Lot {
  readonly compartment?: CompartmentId;
  readonly from?: TakenFrom;
  readonly depthM?: number;
  readonly fraction?: number;
  readonly amount?: Amount;
}
export type DeedKind = Deed["of"];

/**
 * What can be done with a bin as it is now, the likeliest first; rain comes to what stands `underSky`. A bin out of use can be
 * used again, and no more. Never throws.
 */
export function deedsFor(
  state: Pick<BinState, "setup" | "minerals">,
  underSky: boolean,
): readonly DeedKind[] {
  const { setup } = state;
  if (!setup) return [];
  if (setup.retired) return ["useAgain"];
  const { arrangement } = systemOf(setup.system);
  const isParted = setup.compartments.length > 1;
  return [
    ...((arrangement === "line" || setup.system === "flowThrough") && isParted
      ? (["moveAlong"] as const)
      : []),
    ...(isStackOfTrays(setup) && isParted ? (["rotate"] as const) : []),
    ...(isStackOfTrays(setup) ? (["addPart"] as const) : []),
    ...(setup.system === "tower" ? (["liftTower"] as const) : []),
    "loosen",
    "water",
    ...(setup.drainage === "none" ? [] : (["drain"] as const)),
    "cover",
    "give",
    "takeOut",
    "putIn",
    ...(arrangement === "single" || setup.system === "flowThrough" ? (["emptyRefill"] as const) : []),
    "tip",
    ...(underSky && setup.cover !== "tightLid" ? (["rain"] as const) : []),
    ...(hasStones(state) ? (["sieve"] as const) : []),
    "weigh",
    "retire",
  ];
}

const hasStones = ({ minerals = {} }: Pick<BinState, "minerals">): boolean =>
  Object.entries(minerals).some(([id, kg]) => kg > 0.02 && isSievedOut(id));
/** Trays and totes change places; a flow-through is one column. */
export const isStackOfTrays = ({ system }: Pick<BinSetup, "system">): boolean =>
  systemOf(system).arrangement === "stack" && system !== "flowThrough";
