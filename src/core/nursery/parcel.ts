import type { LocalDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";

/** What they are wanted for. */
export const PARCEL_FOR = ["bin", "bait", "setFree"] as const;
export type ParcelFor = (typeof PARCEL_FOR)[number];

/** What goes into the box. */
export interface Parcel {
  readonly count: number;
  /** With the fair extra. */
  readonly packedCount: number;
  readonly wormsKg: number;
  readonly beddingL: number;
  /** Water that goes into the bedding: damp, never dripping. */
  readonly waterL: number;
  readonly boxL: number;
}
export type NoParcel = { readonly code: "parcel/set-free" } | { readonly code: "parcel/none" };

/** Some are young, some do not outlast the way: so much more goes in. Source: usual practice of breeders. */
const EXTRA = 0.1;
/** So many are counted out for so many promised. Never throws. */
export const withExtra = (count: number): number => Math.ceil(Number((count * (1 + EXTRA)).toFixed(6)));
/** Moist peat-free bedding, litres for a kilogram of worms, and how much of it is water by volume. Judgement. */
const BEDDING_L_PER_KG = 4;
const LEAST_BEDDING_L = 0.5;
const WATER_SHARE = 0.35;

/** So many worms packed for the way. Refused where they are to be set free: compost worms belong in compost, and some harm woods. Never throws. */
export function parcelOf(
  count: number,
  speciesId: SpeciesId,
  wantedFor: ParcelFor,
): Outcome<Parcel, NoParcel> {
  if (!(count > 0)) return refused({ code: "parcel/none" });
  if (wantedFor === "setFree") return refused({ code: "parcel/set-free" });
  const packedCount = withExtra(count);
  const wormsKg = (packedCount * speciesOf(speciesId).adultG) / 1000;
  const beddingL = Math.max(LEAST_BEDDING_L, BEDDING_L_PER_KG * wormsKg);
  return done({
    count,
    packedCount,
    wormsKg,
    beddingL,
    waterL: WATER_SHARE * beddingL,
    boxL: 1.5 * beddingL,
  });
}

/** Days a parcel is on its way; it never lies over a Sunday. */
const ON_THE_WAY = 2;
/** Early in the week, Monday to Wednesday. */
const LAST_WEEKDAY = 2;
const weekday = (day: LocalDate): number => ((daysBetween("2024-01-01" as LocalDate, day) % 7) + 7) % 7;

interface Day {
  readonly day: LocalDate;
  readonly lowC: number;
  readonly highC: number;
}

/**
 * The first day on which worms may go by post: early in the week, and warm and cool enough outside all the way for the species.
 * Undefined where no such day lies among those foretold. Never throws.
 */
export function postDay(days: readonly Day[], speciesId: SpeciesId, today: LocalDate): LocalDate | undefined {
  const { coldDeathC, heatDeathC } = speciesOf(speciesId);
  const lowest = Math.max(2, coldDeathC + 3);
  const highest = heatDeathC - 7;
  return days.find(({ day }) => {
    if (day < today || weekday(day) > LAST_WEEKDAY) return false;
    const way = days.filter((one) => one.day >= day && one.day <= addDays(day, ON_THE_WAY));
    return way.length > ON_THE_WAY && way.every(({ lowC, highC }) => lowC >= lowest && highC <= highest);
  })?.day;
}
