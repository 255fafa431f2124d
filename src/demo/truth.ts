import type { BinSetup } from "@/records/setup";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { FoodLeft } from "@/vocabulary/readings";
import { foodLeftAt as foodLeftAtShare } from "@/vocabulary/readings";
import { daysBetween } from "@/core/calendar/day";
import { airTemperatureC } from "@/core/expectation/climate";
import { dryingKgPerDay } from "@/core/expectation/simpleEngine";
import { clearingDays } from "@/core/ration/ration";
import type { DemoBin } from "./scenario";

/** What really goes on in a demo bin; the app sees of it only what the made-up keeper writes down. */
export interface Truth {
  waterKg: number;
  dryKg: number;
  readonly places: Map<string, { fedOn: LocalDate; takesDays: number }>;
}

export const newTruth = (): Truth => ({ waterKg: 0, dryKg: 0, places: new Map() });

export const moistureOf = (truth: Truth): number =>
  truth.dryKg === 0 ? 0.75 : truth.waterKg / (truth.waterKg + truth.dryKg);

/** A week of sun on the cellar door in July. */
const HEAT_SPELL = { fromDay: 196, toDay: 204, addK: 6 };

export function bedTemperatureC(climate: Climate, day: LocalDate, dayOfYear: number): number {
  const heat = dayOfYear >= HEAT_SPELL.fromDay && dayOfYear <= HEAT_SPELL.toDay ? HEAT_SPELL.addK : 0;
  return airTemperatureC(climate, day) + 1 + heat;
}

/** One day on: it dries, breathes, and what it cannot hold runs off. */
export function liveADay(
  truth: Truth,
  bin: DemoBin,
  setup: BinSetup,
  climate: Climate,
  day: LocalDate,
): void {
  truth.waterKg -= Math.min(0.04 * truth.waterKg, dryingKgPerDay(setup, climate, day) * bin.dries);
  truth.dryKg *= 1 - 0.0028;
  const holds = setup.drainage === "none" ? 0.9 : 0.83;
  const most = (truth.dryKg * holds) / (1 - holds);
  if (truth.waterKg > most) truth.waterKg -= (truth.waterKg - most) * (bin.flooded ? 0.03 : 0.3);
}

export function takeMeal(
  truth: Truth,
  bin: DemoBin,
  key: string,
  meal: { wetKg: number; dryKg: number; temperatureC: number; ageDays: number; day: LocalDate },
): void {
  truth.waterKg += meal.wetKg - meal.dryKg;
  truth.dryKg += meal.dryKg * 0.7;
  truth.places.set(key, {
    fedOn: meal.day,
    takesDays: clearingDays("chopped", meal.temperatureC, meal.ageDays) / bin.eats,
  });
}

export function foodLeftAt(truth: Truth, key: string, day: LocalDate, noise: number): FoodLeft | undefined {
  const place = truth.places.get(key);
  if (!place) return undefined;
  const left = 1 - daysBetween(place.fedOn, day) / place.takesDays + 0.08 * noise;
  return foodLeftAtShare(left);
}
