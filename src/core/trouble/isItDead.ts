import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import type { Species } from "../catalogue/species";

/** What has happened to the bed. */
export const HARMS = ["frost", "heat", "dry", "drowned", "poison"] as const;
export type Harm = (typeof HARMS)[number];
/** What a slow look through three handfuls, from the depth and the corners too, has found alive. */
export const LIVING = ["many", "few", "none"] as const;
export type Living = (typeof LIVING)[number];
/** Of the cocoons in the bed, how many outlast it. */
export type CocoonsLast = "most" | "some" | "few";

export interface DeadAnswer {
  readonly is: "lives" | "thinned" | "cocoonsOnly" | "likelyDead";
  readonly cocoonsLast: CocoonsLast;
  /** The first look for life. */
  readonly lookOn: LocalDate;
  /** When hatchlings may be seen, first and last; absent where none are to be hoped for, or where it is too cold to hatch. */
  readonly hatch?: { readonly from: LocalDate; readonly to: LocalDate };
  /** So cold that nothing hatches before it warms up. */
  readonly isTooColdToHatch: boolean;
  /** New worms not before this day; absent where the herd will do by itself. */
  readonly buyFrom?: LocalDate;
  /** The bed itself is no home any more. */
  readonly needsNewBed: boolean;
}

/** Frost kills worms before cocoons; heat and drought take most of both; what is poisoned or drowned lies between. Source: process model 5, envelope 22, judgement for poison. */
const LAST: Readonly<Record<Harm, CocoonsLast>> = {
  frost: "most",
  heat: "few",
  dry: "few",
  drowned: "some",
  poison: "some",
};
const LOOK_DAYS: Readonly<Record<Living, number>> = { many: 7, few: 14, none: 21 };
/** One day's cocoons hatch from 0.67 to 1.4 of their mean time. Source: process model 13. */
const [FIRST, LAST_SHARE] = [0.67, 1.4] as const;
/** A bed that was made right is tried with a few worms for so long before a herd goes in. */
const TRIAL_DAYS = 14;

/**
 * Whether a bin that froze, overheated, dried out, drowned or was poisoned is dead, when hatchlings may show, and from when it makes sense to
 * buy. Hatching time by the warmth of the bed from now on (Q10 from 25 °C). Never throws.
 * @param bedC mean of the bed in the coming weeks, °C.
 */
export function isItDead(
  harm: Harm,
  living: Living,
  sawCocoons: boolean,
  species: Pick<Species, "incubationDays" | "q10" | "bestC" | "warmthC">,
  bedC: number,
  today: LocalDate,
): DeadAnswer {
  const cocoonsLast = LAST[harm];
  const needsNewBed = harm === "poison";
  const isTooColdToHatch = bedC <= species.warmthC[0];
  const meanDays = species.incubationDays * species.q10 ** ((25 - Math.min(bedC, species.bestC)) / 10);
  const hopes = living !== "none" || sawCocoons || cocoonsLast !== "few";
  const hatch =
    hopes && !isTooColdToHatch
      ? {
          from: addDays(today, Math.round(FIRST * meanDays)),
          to: addDays(today, Math.round(LAST_SHARE * meanDays)),
        }
      : undefined;
  const is =
    living === "many" ? "lives" : living === "few" ? "thinned" : hopes ? "cocoonsOnly" : "likelyDead";
  const buyFrom =
    is === "lives"
      ? undefined
      : is === "likelyDead"
        ? addDays(today, TRIAL_DAYS)
        : hatch && addDays(hatch.to, 7);
  return {
    is,
    cocoonsLast,
    lookOn: addDays(today, LOOK_DAYS[living]),
    isTooColdToHatch,
    needsNewBed,
    ...(hatch ? { hatch } : {}),
    ...(buyFrom ? { buyFrom } : {}),
  };
}

/** As the tables of signs and causes know it, so that it is followed like any trouble. */
export const AS_TROUBLE: Readonly<Record<Harm, { readonly sign: string; readonly cause: string }>> = {
  frost: { sign: "frozen-edge", cause: "too-cold" },
  heat: { sign: "bin-temp-high", cause: "too-hot" },
  dry: { sign: "squeeze-crumbles", cause: "too-dry" },
  drowned: { sign: "standing-liquid", cause: "too-wet" },
  poison: { sign: "worms-limp-dead", cause: "toxic-residue" },
};
