import type { Climate } from "@/records/room";
import type { Tub } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import type { Species } from "../catalogue/species";
import { speciesOf } from "../catalogue/species";
import { livedFrom, SURVIVES } from "./growth";
import type { Brood, Count } from "./state";

/** Its ground, m². */
export const areaOfTub = ({ widthM, lengthM }: Pick<Tub, "widthM" | "lengthM">): number => widthM * lengthM;

/** A brood on a day, whole worms and grams. */
export interface BroodStand {
  readonly day: LocalDate;
  readonly cocoons: number;
  readonly hatchlings: number;
  readonly growing: number;
  readonly grown: number;
  readonly liveG: number;
}

/** What was laid over some days in so many slices: finer changes no day by more than one. */
const LAID_SLICES = 8;
/** Incubation runs through eight like stages, so one day's cocoons hatch with this spread of their mean. Source: process model 7.8. */
const HATCH_SPREAD = 1 / Math.sqrt(8);
/** Below a tenth of its grown weight a worm is called a hatchling. */
const GROWING_FROM = 0.1;
/** Followed no longer than this. */
const MOST_DAYS = 540;

/** Ends and inside of a normal spread cut into like slices: where the middle of each lies, in standard deviations. */
const SLICES: readonly number[] = [
  -1.73, -1.15, -0.81, -0.55, -0.32, -0.1, 0.1, 0.32, 0.55, 0.81, 1.15, 1.73,
];

/** Live grams of a worm by the share of its way to maturity: as a share of its grown weight it grows like a worm well fed, slowly at first. */
function weighsG(way: number, { hatchlingG, adultG }: Species): number {
  const at = Math.min(1, Math.max(0, way));
  return hatchlingG * (adultG / hatchlingG) ** (at ** 0.75);
}

/** A brood followed in cohorts. */
export interface BroodCourse {
  /** How it stands on a day from its filling on. */
  readonly on: (day: LocalDate) => BroodStand;
  /** Grown worms alone, for whoever asks for many days. */
  readonly grownOn: (day: LocalDate) => number;
  /** What was counted after hatching, times what was expected of its cocoons. */
  readonly believed: number;
}

/**
 * A brood in cohorts: what was laid over some days hatches each by its own, and each grows up by the tray's warmth; deaths are
 * spread over the growing. What was counted later is believed from then on. Undefined where nobody knows how many cocoons it had.
 * Never throws. Source: incubation and maturity by degree-days, process model 7.8 and 13; growth of thinned young on fine feed,
 * practice. The bin model's young live on scraps and crowd each other: they take twice as long.
 */
export function broodCourse(
  brood: Brood,
  counts: readonly Count[],
  species: Species,
  climate: Climate,
): BroodCourse | undefined {
  if (!brood.cocoons) return undefined;
  const lived = livedFrom(brood.laidFrom, species, climate);
  const livedAt = (day: number): number => lived.of(Math.min(MOST_DAYS, Math.max(0, Math.round(day))));
  const laidOver = daysBetween(brood.laidFrom, brood.laidTo);
  const hatchesAt = Array.from({ length: LAID_SLICES }, (_, nth) =>
    SLICES.map(
      (off) =>
        livedAt((laidOver * (nth + 0.5)) / LAID_SLICES) + species.incubationDays * (1 + HATCH_SPREAD * off),
    ),
  ).flat();
  const cocoonsEach = brood.cocoons.count / hatchesAt.length;
  const wormsEach = cocoonsEach * species.hatchShare * species.hatchlingsPerCocoon;
  const standOn = (day: LocalDate, believed: number): BroodStand => {
    const now = livedAt(daysBetween(brood.laidFrom, day));
    const stand = { day, cocoons: 0, hatchlings: 0, growing: 0, grown: 0, liveG: 0 };
    for (const hatches of hatchesAt) {
      const way = (now - hatches) / species.maturityDays;
      if (way < 0) {
        stand.cocoons += cocoonsEach;
        continue;
      }
      const alive = believed * wormsEach * SURVIVES.middle ** Math.min(1, way);
      const each = weighsG(way, species);
      stand[way >= 1 ? "grown" : each >= GROWING_FROM * species.adultG ? "growing" : "hatchlings"] += alive;
      stand.liveG += alive * each;
    }
    return stand;
  };
  const whole = wormsEach * hatchesAt.length;
  const believed = counts.reduce((before, { of, on, estimate }) => {
    const expected = of === "cocoons" || on < brood.filledOn ? 0 : standOn(on, 1)[of];
    // A first look finds a few of many to come: that says little of how many there will be.
    if (expected < TOLD_FROM * whole) return before;
    const here = brood.thinnedOn && on <= brood.thinnedOn ? estimate.count * brood.held : estimate.count;
    return Math.min(MOST_OFF, Math.max(1 / MOST_OFF, here / expected));
  }, 1);
  const takenCount = brood.takenCount ?? 0;
  return {
    believed,
    grownOn: (day) => {
      const now = livedAt(daysBetween(brood.laidFrom, day)) - species.maturityDays;
      let cohorts = 0;
      for (const hatches of hatchesAt) if (now >= hatches) cohorts += 1;
      const grown = cohorts * believed * wormsEach * SURVIVES.middle;
      return grown - Math.min(grown, takenCount);
    },
    on: (day) => {
      const stand = standOn(day, believed);
      const gone = Math.min(stand.grown, takenCount);
      return { ...stand, grown: stand.grown - gone, liveG: stand.liveG - gone * species.adultG };
    },
  };
}
/** The course of a tray's brood; undefined where it holds none, or none was counted. Never throws. */
export const courseOf = ({
  tub,
  state: { brood, counts },
  climate,
}: {
  readonly tub: Pick<Tub, "speciesId">;
  readonly state: { readonly brood?: Brood; readonly counts: readonly Count[] };
  readonly climate: Climate;
}): BroodCourse | undefined => brood && broodCourse(brood, counts, speciesOf(tub.speciesId), climate);

/** Before half of it is of what is counted, a count is a look. */
export const TOLD_FROM = 0.4;
/** Nobody's count is believed to be off by more than so many times. */
const MOST_OFF = 20;

/** On a square metre of tray young feed side by side up to this weight; more, and they stay small. Source: process model 12.2, starting bed. */
export const THIN_KG_PER_M2 = 2.5;

/** The first day in a span on which a brood weighs more than its ground carries well; undefined where it never does. Never throws. */
export function crowdedOn(
  course: BroodCourse,
  areaM2: number,
  from: LocalDate,
  until: LocalDate,
): LocalDate | undefined {
  const isCrowded = (day: LocalDate) => course.on(day).liveG / 1000 > THIN_KG_PER_M2 * areaM2;
  // Week by week, then day by day within the week: young grow heavier from day to day.
  for (let week = from; week <= until; week = addDays(week, 7))
    if (isCrowded(week)) {
      for (let day = addDays(week, -6); day < week; day = addDays(day, 1))
        if (day >= from && isCrowded(day)) return day;
      return week;
    }
  return undefined;
}

/** Grown, a running bed carries so much. Source: process model 12.2. */
const RUNNING_KG_PER_M2 = 5;
/** Further trays of the same size that a brood wants until it is grown; at least one, undefined where nobody counted it. Never throws. */
export function traysMore(
  course: BroodCourse | undefined,
  areaM2: number,
  grownOn: LocalDate | undefined,
): number | undefined {
  if (!course || !grownOn) return undefined;
  const trays = Math.ceil(course.on(grownOn).liveG / 1000 / (RUNNING_KG_PER_M2 * areaM2));
  return Math.max(1, trays - 1);
}
