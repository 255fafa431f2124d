import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { airTemperatureC, saturationKpa } from "../expectation/climate";
import { BARE_DRIES_KG } from "../matter/figures";

/** Crumbly enough for a sieve, and moist enough to stay alive in store; drier than a brick nothing lives. Rules of thumb of keepers. */
export const MOIST_FOR = { sieve: 0.6, store: 0.5 } as const;
export const BRICK = 0.35;
/** Spread no deeper than this, it dries without a crust over mud; turned each second day. */
export const SPREAD_M = 0.03;
export const TURN_DAYS = 2;
/** Under a lid that lies loose a lot is felt once in so many days. */
export const LOOK_DAYS = 30;
/** Where manure, meat or weeds went in, it matures as long before it is used. A rule of thumb; what is eaten raw has its own wait. */
export const CURE_DAYS = 60;

/** What drying a heap comes to. */
export interface Drying {
  /** Ground it needs, spread thin. */
  readonly areaM2: number;
  /** Water that has to leave. */
  readonly waterL: number;
  readonly days: { readonly low: number; readonly high: number };
}
/** The air holds so much water already that it gets no drier than this. */
export interface TooDamp {
  readonly downTo: number;
}

/** How freely water leaves at a moisture: wet stuff like open water, drier stuff less. Source: process model 7.10. */
const freely = (moisture: number): number => (moisture >= 0.45 ? 1 : Math.max(0, (moisture - 0.1) / 0.35));

/**
 * Days to dry castings spread `spreadM` deep in a room's air, from one moisture to another (water over wet mass). Nought days
 * where it is dry enough; `TooDamp` where the air would not take it so far. Never throws.
 */
export function drying(
  heap: { readonly massKg: number; readonly moisture: number; readonly litreKg: number },
  target: number,
  climate: Climate,
  day: LocalDate,
  spreadM: number = SPREAD_M,
): Drying | TooDamp {
  const areaM2 = heap.massKg / Math.max(0.05, heap.litreKg) / 1000 / spreadM;
  const dryKg = heap.massKg * (1 - heap.moisture);
  const waterOf = (moisture: number) => (dryKg * moisture) / (1 - moisture);
  if (heap.moisture <= target || areaM2 === 0) return { areaM2, waterL: 0, days: { low: 0, high: 0 } };
  const airC = airTemperatureC(climate, day);
  const steam = saturationKpa(airC);
  const lacks = (moisture: number) => steam * (freely(moisture) - climate.humidity);
  if (lacks(target) <= 0.01 * steam)
    return { downTo: Math.min(heap.moisture, 0.1 + 0.35 * Math.min(1, climate.humidity + 0.02)) };
  // In slices of moisture: each takes as long as its water needs at what the air lacks then.
  const slices = 40;
  let days = 0;
  for (let at = 0; at < slices; at += 1) {
    const wetter = heap.moisture + ((target - heap.moisture) * at) / slices;
    const drier = heap.moisture + ((target - heap.moisture) * (at + 1)) / slices;
    days += (waterOf(wetter) - waterOf(drier)) / (BARE_DRIES_KG.usual * areaM2 * lacks((wetter + drier) / 2));
  }
  const { low, usual, high } = BARE_DRIES_KG;
  return {
    areaM2,
    waterL: waterOf(heap.moisture) - waterOf(target),
    days: { low: (days * usual) / high, high: (days * usual) / low },
  };
}
export const isTooDamp = (found: Drying | TooDamp): found is TooDamp => "downTo" in found;
