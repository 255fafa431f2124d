import type { Climate } from "@/records/room";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { Cover, Wall } from "@/vocabulary/setup";
import { surfaceM2, systemOf, volumeOfL } from "../bin/system";
import { airTemperatureC, shelterOf } from "../expectation/climate";
import type { Expectation } from "../expectation/expectation";
import { LETS_THROUGH, WALL_U } from "../matter/figures";
import type { WeatherDay } from "./standIn";

/** The air of a room, or the bed of a bin, on one day. */
export interface DayRange {
  readonly day: LocalDate;
  readonly lowC: number;
  readonly highC: number;
}

/**
 * How much of the weather outside a room feels: all under open sky, else as much of a spell as of the year's swing; at least a
 * little. 0.05 to 1. Never throws.
 */
function shareOfWeather(room: Climate, outdoors: Climate): number {
  if (shelterOf(room).isOutdoors) return 1;
  return Math.min(1, Math.max(0.05, room.swingK / Math.max(1, outdoors.swingK)));
}

/**
 * A room's air by the weather outside: its own yearly wave, moved by the spell as far as the room feels it and as late as its
 * walls let it in; of a day's swing the square of that share. Days in order; the first begin from nothing. Never throws.
 * Source: first-order lag; judgement for the share.
 */
export function roomAhead(
  room: Climate,
  outdoors: Climate,
  weather: readonly WeatherDay[],
): readonly DayRange[] {
  const share = shareOfWeather(room, outdoors);
  const { feelsDay } = shelterOf(room);
  let felt = 0;
  return weather.map(({ day, lowC, highC }) => {
    const anomaly = (lowC + highC) / 2 - airTemperatureC(outdoors, day);
    felt += share * (share * anomaly - felt);
    const half = (share * share * feelsDay * (highC - lowC)) / 2;
    const middle = airTemperatureC(room, day) + felt;
    return { day, lowC: middle - half, highC: middle + half };
  });
}

/** What sun adds to an outdoor bin on a clear day, K; nothing under ground, little behind foam. Judgement. */
const SUN_K = 7;
/** What a clear day’s sun adds to the warmest of a bed under such a wall and lid that feels such a share of a day’s swing, K. Never throws. */
export const sunOnBedK = (wall: Wall, cover: Cover, swing: number): number =>
  SUN_K * LETS_THROUGH[wall] * (OPEN_TO_SUN.has(cover) ? 1 : 0.8) * (0.4 + 0.6 * swing);
/** Water and dry matter, kJ/(kg K). */
const HEAT_KJ = { water: 4.19, dry: 1.5 } as const;
const SECONDS = 86_400;

interface BedLag {
  /** Days a bed takes to follow its air. */
  readonly days: number;
  /** Share of a day's swing it feels in its middle. */
  readonly swing: number;
  /** What its water gives off while it freezes, as warmth of the whole bed, K. */
  readonly freezesK: number;
}
/** How a bed follows its air. Never throws. */
export function bedLag(
  setup: BinSetup,
  expectation: Pick<Expectation, "contents" | "moisture" | "fedMassKg">,
): BedLag {
  const massKg = Math.max(0.5, wholeMassKg(expectation));
  const litres = setup.compartments.reduce((sum, one) => sum + volumeOfL(one), 0);
  return lagOf({
    massKg,
    wetShare: expectation.moisture.middle,
    areaM2: Math.max(0.01, surfaceM2(setup)),
    litres,
    wall: setup.wall,
    isStack: systemOf(setup.system).arrangement === "stack",
  });
}
/** Of a mass of such wetness on such ground in so many litres of room behind such walls. Never throws. */
export function lagOf({
  massKg,
  wetShare,
  areaM2,
  litres,
  wall,
  isStack,
}: {
  readonly massKg: number;
  readonly wetShare: number;
  readonly areaM2: number;
  readonly litres: number;
  readonly wall: Wall;
  readonly isStack: boolean;
}): BedLag {
  const capacityKj = massKg * (wetShare * HEAT_KJ.water + (1 - wetShare) * HEAT_KJ.dry);
  const depthM = Math.min(litres, massKg / 0.7) / 1000 / areaM2;
  const faces = isStack ? 2 : 1.5;
  const conductance = WALL_U * LETS_THROUGH[wall] * (faces * areaM2 + 4 * Math.sqrt(areaM2) * depthM);
  const days = Math.max(0.02, (capacityKj * 1000) / conductance / SECONDS);
  return {
    days,
    swing: 1 / Math.sqrt(1 + (2 * Math.PI * days) ** 2),
    freezesK: (FUSION_KJ * wetShare * massKg) / capacityKj,
  };
}
/** Of a kilogram of water that freezes, kJ. */
const FUSION_KJ = 334;
const PARTS = 8;

/** A bed on its way: its warmth, and how much of its water's heat of freezing it has given off, K. */
interface Bed {
  readonly atC: number;
  readonly frozenK: number;
}
/** A day's exchange with what draws it; it stands at nought until its water is frozen, or thawed again. */
function nextDay({ atC, frozenK }: Bed, towardsC: number, days: number, freezesK: number): Bed {
  const follows = 1 - Math.exp(-1 / (days * PARTS));
  for (let part = 0; part < PARTS; part += 1) {
    atC += follows * (towardsC - atC);
    // What goes beyond nought is spent on freezing or thawing as long as there is something to freeze or thaw.
    const spent = Math.min(freezesK - frozenK, Math.max(-frozenK, -atC));
    atC += spent;
    frozenK += spent;
  }
  return { atC, frozenK };
}

function wholeMassKg({
  contents,
  moisture,
  fedMassKg,
}: Pick<Expectation, "contents" | "moisture" | "fedMassKg">): number {
  const dry = Object.values(contents).reduce(
    (sum, { beddingDryKg, foodDryKg, castingsDryKg }) => sum + beddingDryKg + foodDryKg + castingsDryKg,
    0,
  );
  return Math.max(fedMassKg.middle, dry / Math.max(0.05, 1 - moisture.middle));
}

/** Lids that shade nothing. */
const OPEN_TO_SUN: ReadonlySet<Cover> = new Set(["open", "breathable"]);

/**
 * A bed's coldest and warmest in the days ahead. It stands above its air today by what works in it, keeps that, and follows the
 * air by its own lag: a shallow tub in a day, a deep bath in a week. Outdoors the sun warms what is not shaded. `air` holds the
 * days from `today` on and some before. Never throws.
 */
export function bedAhead(
  setup: BinSetup,
  expectation: Pick<Expectation, "contents" | "moisture" | "fedMassKg" | "temperatureC">,
  air: readonly DayRange[],
  today: LocalDate,
  sun?: { readonly days: readonly WeatherDay[]; readonly isShaded: boolean },
): readonly DayRange[] {
  const { days, swing, freezesK } = bedLag(setup, expectation);
  const follows = 1 - Math.exp(-1 / days);
  const past = air.filter(({ day }) => day < today);
  const middleOf = ({ lowC, highC }: DayRange) => (lowC + highC) / 2;
  let lagged = past.length > 0 ? middleOf(past[0]!) : middleOf(air[0]!);
  for (const one of past) lagged += follows * (middleOf(one) - lagged);
  const ahead = air.filter(({ day }) => day >= today);
  const aboveK = ahead[0]
    ? Math.max(
        -6,
        Math.min(12, expectation.temperatureC.middle - (lagged + follows * (middleOf(ahead[0]) - lagged))),
      )
    : 0;
  // No bed is colder than the coldest air that came to it, or than it is.
  let coldestC = Math.min(lagged + aboveK, ...past.map(({ lowC }) => lowC));
  let bed: Bed = { atC: lagged + aboveK, frozenK: lagged + aboveK < 0 ? freezesK : 0 };
  return ahead.map((one) => {
    coldestC = Math.min(coldestC, one.lowC);
    // What dries cools no bed in frost.
    const air = middleOf(one) + (middleOf(one) > 0 ? aboveK : Math.max(0, aboveK));
    bed = nextDay(bed, air, days, freezesK);
    const isFreezing = bed.frozenK > 0 && bed.frozenK < freezesK;
    const half = isFreezing ? 0 : (swing * (one.highC - one.lowC)) / 2;
    const clear = sun?.days.find(({ day }) => day === one.day)?.sun ?? 0;
    const warmed = sun && !sun.isShaded ? clear * sunOnBedK(setup.wall, setup.cover, swing) : 0;
    const middle = bed.atC;
    return { day: one.day, lowC: Math.max(coldestC, middle - half), highC: middle + half + warmed };
  });
}
