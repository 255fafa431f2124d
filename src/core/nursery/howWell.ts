import type { LocalDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import { daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import type { Estimate } from "./estimate";
import type { TubToday } from "./due";
import { bedOfRoomC, cocoonsExpected } from "./growth";

/** One counted cycle of one tub: cocoons for a grown worm and week. */
export interface YieldPoint {
  readonly tubId: string;
  readonly name: string;
  readonly row: string;
  readonly speciesId: SpeciesId;
  readonly beddingId?: string;
  readonly setOn: LocalDate;
  readonly clearedOn: LocalDate;
  readonly cocoons: Estimate;
  /** Worm-weeks it was laid in. */
  readonly wormWeeks: number;
  readonly rate: number;
  /** By its species, worms and the warmth of its room; a range. */
  readonly expected: { readonly low: number; readonly middle: number; readonly high: number };
  /** Away from the others of its species by so many standard deviations, its counting error among them. */
  readonly z: number;
  /** Of the count alone, one standard deviation, relative. */
  readonly error: number;
}
export interface TubVerdict {
  readonly tubId: string;
  readonly name: string;
  readonly cycles: number;
  readonly rate: number;
  /** Of what the others give. */
  readonly ofOthers: number;
  readonly is: "chance" | "less" | "more" | "tooFew";
}
export interface HowWell {
  readonly points: readonly YieldPoint[];
  /** Cocoons a worm and week over all counted, and the spread of a usual tub about it. */
  readonly rate: number;
  readonly spread: number;
  readonly tubs: readonly TubVerdict[];
  /** Cleared cycles that nobody counted. */
  readonly uncounted: number;
}

/** Beyond so many standard deviations, over all cycles of a tub, it is held to be really other. */
const REAL = 3;
/** Sound tubs differ by at least so much, whatever a few counts say. Judgement. */
const LEAST_SPREAD = 0.12;
const TEN_PERCENT = 1.2816;
const weeksOf = (days: number): number => Math.max(1, days) / 7;

/** Middle of some numbers; nought of none. */
function median(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const order = values.toSorted((a, b) => a - b);
  const at = Math.floor(order.length / 2);
  return order.length % 2 === 1 ? order[at]! : (order[at - 1]! + order[at]!) / 2;
}

/**
 * How well tubs breed: each counted cycle as cocoons for a worm and week, held against all others of its species. The middle and the
 * spread are read robustly (median and median deviation), so that one bad tub does not hide itself; a tub is called other than the
 * rest only where its cycles together lie beyond three deviations. Never throws.
 */
export function howWell(all: readonly TubToday[]): HowWell {
  let uncounted = 0;
  const bare = all.flatMap(({ tub, state, climate }) =>
    state.cycles.flatMap((cycle) => {
      if (cycle.clearedOn === undefined) return [];
      if (!cycle.cocoons || cycle.grownIn <= 0) {
        uncounted += 1;
        return [];
      }
      const days = daysBetween(cycle.setOn, cycle.clearedOn);
      const grown = cycle.grownOut === undefined ? cycle.grownIn : (cycle.grownIn + Math.min(cycle.grownOut, cycle.grownIn)) / 2; // prettier-ignore
      const wormWeeks = grown * weeksOf(days);
      const species = speciesOf(tub.speciesId);
      const expected = cocoonsExpected(species, grown, days, bedOfRoomC(climate, cycle.setOn));
      const per = (count: number) => (wormWeeks > 0 ? count / wormWeeks : 0);
      return [
        {
          tubId: tub.id,
          name: tub.name,
          row: tub.row ?? "",
          speciesId: tub.speciesId,
          ...(cycle.beddingId === undefined ? {} : { beddingId: cycle.beddingId }),
          setOn: cycle.setOn,
          clearedOn: cycle.clearedOn,
          cocoons: cycle.cocoons,
          wormWeeks,
          rate: per(cycle.cocoons.count),
          expected: { low: per(expected.low), middle: per(expected.middle), high: per(expected.high) },
          error:
            (cycle.cocoons.highCount - cycle.cocoons.lowCount) /
            (2 * TEN_PERCENT) /
            Math.max(1, cycle.cocoons.count),
        },
      ];
    }),
  );
  const rate = median(bare.map((one) => one.rate));
  const off = (one: { readonly rate: number; readonly speciesId: string }) => {
    const usual = median(
      bare.filter(({ speciesId }) => speciesId === one.speciesId).map((other) => other.rate),
    );
    return usual > 0 ? one.rate / usual - 1 : 0;
  };
  // What is left of the spread when counting errors are taken off; 1.4826 makes a median deviation a standard one.
  const seen = 1.4826 * median(bare.map((one) => Math.abs(off(one))));
  const counting = median(bare.map(({ error }) => error));
  const spread = Math.max(LEAST_SPREAD, Math.sqrt(Math.max(0, seen ** 2 - counting ** 2)));
  const points = bare.map((one): YieldPoint => ({
    ...one,
    z: off(one) / Math.hypot(spread, one.error * (1 + off(one))),
  }));
  const tubs = [...new Set(bare.map(({ tubId }) => tubId))].map((tubId): TubVerdict => {
    const own = bare.filter((one) => one.tubId === tubId);
    const weeks = own.reduce((sum, one) => sum + one.wormWeeks, 0);
    const ownRate = own.reduce((sum, one) => sum + one.cocoons.count, 0) / Math.max(1e-9, weeks);
    const others = bare.filter((one) => one.tubId !== tubId && one.speciesId === own[0]!.speciesId);
    const usual = median(others.map((one) => one.rate));
    const ofOthers = usual > 0 ? ownRate / usual : 1;
    const counting2 = own.reduce((sum, one) => sum + one.error ** 2, 0) / own.length ** 2;
    // A count's own error is of that count: of a tub that lays half, half as much.
    const error = Math.hypot(spread / Math.sqrt(own.length), ofOthers * Math.sqrt(counting2));
    const z = (ofOthers - 1) / error;
    return {
      tubId,
      name: own[0]!.name,
      cycles: own.length,
      rate: ownRate,
      ofOthers,
      is: others.length < 4 ? "tooFew" : z < -REAL ? "less" : z > REAL ? "more" : "chance",
    };
  });
  return { points, rate, spread, tubs, uncounted };
}
