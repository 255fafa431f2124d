import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { feedPartMatter } from "../log/amount";
import { squeezeInterval, squeezeMoisture } from "../moisture/squeeze";

export interface MoisturePoint {
  readonly day: LocalDate;
  readonly low: number;
  readonly value: number;
  readonly high: number;
}
/** What a bin's log says over time, ready to be drawn. */
export interface History {
  readonly moisture: readonly MoisturePoint[];
  readonly meals: readonly { readonly day: LocalDate; readonly massKg: number }[];
  readonly harvests: readonly { readonly day: LocalDate; readonly massKg: number }[];
}

/** From effective entries in order of effect. */
export function historyOf(entries: readonly Entry[]): History {
  const moisture: MoisturePoint[] = [];
  const meals = new Map<LocalDate, number>();
  const harvests: { day: LocalDate; massKg: number }[] = [];
  for (const entry of entries) {
    if (entry.kind === "fed") {
      const massKg = entry.parts.reduce((sum, part) => sum + feedPartMatter(part).wetKg, 0);
      meals.set(entry.day, (meals.get(entry.day) ?? 0) + massKg);
    } else if (entry.kind === "harvested") {
      harvests.push({ day: entry.day, massKg: entry.grossKg - entry.tareKg });
    } else if (entry.kind === "looked") {
      for (const reading of entry.readings) {
        if (reading.of === "squeeze")
          moisture.push({
            day: entry.day,
            value: squeezeMoisture(reading.squeeze),
            ...squeezeInterval(reading.squeeze),
          });
        else if (reading.of === "moisture")
          moisture.push({
            day: entry.day,
            low: Math.max(0, reading.moisture - 0.06),
            value: reading.moisture,
            high: Math.min(0.99, reading.moisture + 0.06),
          });
      }
    }
  }
  return { moisture, meals: [...meals].map(([day, massKg]) => ({ day, massKg })), harvests };
}
