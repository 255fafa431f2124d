import type { Entry, EntryOf } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { liquidL } from "../log/amount";

export const SEASONS = ["winter", "spring", "summer", "autumn"] as const;
export type Season = (typeof SEASONS)[number];

/** Of the northern year; `isSouth` turns it round. */
export function seasonOf(day: LocalDate, isSouth = false): Season {
  const nth = Math.floor((Number(day.slice(5, 7)) % 12) / 3);
  return SEASONS[(nth + (isSouth ? 2 : 0)) % 4]!;
}

export interface UsualWater {
  readonly season: Season;
  /** Litres a week as this bin was watered in that season, rain left out. */
  readonly litresPerWeek: number;
  /** Weeks of the log it rests on. */
  readonly weeks: number;
}

/** Fewer weeks tell nothing. */
const LEAST_WEEKS = 3;

/**
 * What this bin was usually given a week by season, over its log; seasons of fewer than three weeks are left out. Watering by the meal
 * and by rain is not among it. Never throws.
 */
export function usualWater(
  entries: readonly Entry[],
  firstDay: LocalDate,
  today: LocalDate,
  isSouth = false,
): readonly UsualWater[] {
  const watered = entries.filter(
    (entry): entry is EntryOf<"watered"> =>
      entry.kind === "watered" &&
      entry.means !== "rain" &&
      entry.means !== "trayBelow" &&
      entry.day >= firstDay,
  );
  const days: Record<Season, number> = { winter: 0, spring: 0, summer: 0, autumn: 0 };
  const litres: Record<Season, number> = { winter: 0, spring: 0, summer: 0, autumn: 0 };
  const span = Math.max(0, daysBetween(firstDay, today));
  for (let nth = 0; nth <= span; nth += 1) {
    days[seasonOf(addDays(firstDay, nth), isSouth)] += 1;
  }
  for (const { day, amount } of watered) litres[seasonOf(day, isSouth)] += liquidL(amount);
  return SEASONS.filter((season) => days[season] >= 7 * LEAST_WEEKS).map((season) => ({
    season,
    litresPerWeek: (7 * litres[season]) / days[season],
    weeks: Math.round(days[season] / 7),
  }));
}

/** Seconds of a sprayer that was measured once into a jug. `litresPerMin` above nought. */
export const sprayerSeconds = (litres: number, litresPerMin: number): number => (60 * litres) / litresPerMin;
