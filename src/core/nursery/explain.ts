import type { Climate } from "@/records/room";
import { speciesOf } from "../catalogue/species";
import { airTemperatureC } from "../expectation/climate";
import { middleOf } from "../bin/usual";
import { addDays, daysBetween } from "../calendar/day";
import { seasonOf } from "../water/usual";
import type { TubToday } from "./due";
import type { HowWell, YieldPoint } from "./howWell";
import { areaOfTub } from "./cohorts";
import type { Cycle } from "./state";

/** What a tub was otherwise than the others of its species, and may lay more or less for. */
export type Otherness =
  | { readonly of: "cooler" | "warmer"; readonly ownC: number; readonly othersC: number; readonly isRead: boolean }
  | { readonly of: "drier" | "wetter"; readonly own: number; readonly others: number }
  | { readonly of: "denser" | "sparser"; readonly ownKgPerM2: number; readonly othersKgPerM2: number }
  | { readonly of: "older"; readonly ownCycles: number; readonly othersCycles: number }
  | { readonly of: "bedding"; readonly beddingId: string; readonly othersId: string }; // prettier-ignore

/** Smaller differences lie within what a hand or a place in a room makes. Judgement. */
const TOLD = { warmthK: 1.5, moisture: 0.05, density: 0.25, cycles: 2 } as const;

interface Known {
  readonly tubId: string;
  readonly speciesId: string;
  readonly bedC: number;
  readonly isRead: boolean;
  readonly moisture?: number;
  readonly kgPerM2: number;
  readonly cycles: number;
  readonly beddingId?: string;
}

/** As warm as the bed was read, or as the room's year has it halfway through. */
function warmth(cycle: Cycle, climate: Climate): { readonly bedC: number; readonly isRead: boolean } {
  if (cycle.bedC !== undefined) return { bedC: cycle.bedC, isRead: true };
  const half = Math.round(daysBetween(cycle.setOn, cycle.clearedOn ?? cycle.dueOn) / 2);
  return { bedC: airTemperatureC(climate, addDays(cycle.setOn, half)), isRead: false };
}

function knownOf({ tub, state, climate }: TubToday): Known[] {
  const { adultG } = speciesOf(tub.speciesId);
  return state.cycles
    .filter(({ cocoons, clearedOn }) => cocoons && clearedOn)
    .map((cycle) => ({
      tubId: tub.id,
      speciesId: tub.speciesId,
      ...warmth(cycle, climate),
      ...(cycle.moisture === undefined ? {} : { moisture: cycle.moisture }),
      kgPerM2: (cycle.grownIn * adultG) / 1000 / areaOfTub(tub),
      cycles: cycle.wormsCycles,
      ...(cycle.beddingId === undefined ? {} : { beddingId: cycle.beddingId }),
    }));
}

const oftenest = (ids: readonly string[]): string | undefined =>
  [...new Set(ids)].toSorted(
    (a, b) => ids.filter((id) => id === b).length - ids.filter((id) => id === a).length,
  )[0];

/**
 * What a tub's counted cycles had otherwise than those of the other tubs of its species, the likeliest to matter first; empty where
 * nothing that was written tells them apart. It explains nothing by itself: it is where to look. Never throws.
 */
export function othernessOf(tubId: string, tubs: readonly TubToday[]): readonly Otherness[] {
  const all = tubs.flatMap(knownOf);
  const own = all.filter((one) => one.tubId === tubId);
  const others = all.filter((one) => one.tubId !== tubId && one.speciesId === own[0]?.speciesId);
  if (own.length === 0 || others.length === 0) return [];
  const middles = (of: (one: Known) => number | undefined): readonly [number, number] | undefined => {
    const value = (of_: readonly Known[]) =>
      middleOf(of_.flatMap((one) => (of(one) === undefined ? [] : [of(one)!])));
    const [mine, theirs] = [value(own), value(others)];
    return mine === undefined || theirs === undefined ? undefined : [mine, theirs];
  };
  const found: Otherness[] = [];
  const moisture = middles((one) => one.moisture);
  if (moisture && Math.abs(moisture[0] - moisture[1]) >= TOLD.moisture)
    found.push({
      of: moisture[0] < moisture[1] ? "drier" : "wetter",
      own: moisture[0],
      others: moisture[1],
    });
  // A thermometer is held against thermometers only, a room against rooms.
  const isRead = own.some((one) => one.isRead) && others.some((one) => one.isRead);
  const bedC = middles((one) => (one.isRead === isRead ? one.bedC : undefined));
  if (bedC && Math.abs(bedC[0] - bedC[1]) >= TOLD.warmthK)
    found.push({
      of: bedC[0] < bedC[1] ? "cooler" : "warmer",
      ownC: bedC[0],
      othersC: bedC[1],
      isRead,
    });
  const dense = middles((one) => one.kgPerM2);
  if (dense && Math.abs(dense[0] / Math.max(0.001, dense[1]) - 1) >= TOLD.density)
    found.push({
      of: dense[0] > dense[1] ? "denser" : "sparser",
      ownKgPerM2: dense[0],
      othersKgPerM2: dense[1],
    });
  const cycles = middles((one) => one.cycles);
  if (cycles && cycles[0] - cycles[1] >= TOLD.cycles)
    found.push({ of: "older", ownCycles: cycles[0], othersCycles: cycles[1] });
  const ids = (of: readonly Known[]) =>
    of.flatMap(({ beddingId }) => (beddingId === undefined ? [] : [beddingId]));
  const [mine, theirs] = [oftenest(ids(own)), oftenest(ids(others))];
  if (mine !== undefined && theirs !== undefined && mine !== theirs)
    found.push({ of: "bedding", beddingId: mine, othersId: theirs });
  return found;
}

export const GROUPED_BY = ["row", "bedding", "season", "species"] as const;
export type GroupedBy = (typeof GROUPED_BY)[number];
/** What a count belongs to by one of the ways to group: a row's name, a bedding, a season of setting, a species; "" where it is not known. */
export const groupKeyOf = (
  of: Pick<YieldPoint, "row" | "beddingId" | "speciesId" | "setOn">,
  by: GroupedBy,
  isSouth: boolean,
): string =>
  by === "row"
    ? of.row
    : by === "bedding"
      ? (of.beddingId ?? "")
      : by === "species"
        ? of.speciesId
        : seasonOf(of.setOn, isSouth);
/** Counted cycles that have something in common, against all that were counted. */
export interface YieldGroup {
  readonly key: string;
  readonly cycles: number;
  readonly rate: number;
  /** Times the middle of all; with its range, nine of ten. */
  readonly ofAll: { readonly low: number; readonly middle: number; readonly high: number };
  /** Beyond what chance makes of so many cycles. */
  readonly isOther: boolean;
}

const TEN_PERCENT = 1.2816;
const REAL = 3;

/** Counted cycles by row, bedding, season of their setting or species; undefined where there is but one group. Never throws. */
export function yieldGroups(
  { points, rate, spread }: HowWell,
  by: GroupedBy,
  isSouth = false,
): readonly YieldGroup[] | undefined {
  const keyOf = (point: YieldPoint) => groupKeyOf(point, by, isSouth);
  const keys = [...new Set(points.map(keyOf))].toSorted();
  if (keys.length < 2 || !(rate > 0)) return undefined;
  return keys.map((key) => {
    const of = points.filter((point) => keyOf(point) === key);
    const mean = of.reduce((sum, one) => sum + one.rate, 0) / of.length;
    const error =
      of.length === 0
        ? 1
        : Math.sqrt(of.reduce((sum, one) => sum + one.error ** 2 + spread ** 2, 0)) / of.length;
    const middle = mean / rate;
    return {
      key,
      cycles: of.length,
      rate: mean,
      ofAll: {
        low: Math.max(0, middle - TEN_PERCENT * error),
        middle,
        high: middle + TEN_PERCENT * error,
      },
      isOther: of.length > 1 && Math.abs(middle - 1) > REAL * error,
    };
  });
}
