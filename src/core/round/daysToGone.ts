import type { Entry } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { Preparation } from "@/vocabulary/setup";
import { CLEARING_DAYS } from "../ration/ration";
import { fedCompartment } from "../bin/system";
import { daysBetween } from "../calendar/day";
import { materialOf } from "../catalogue/material";
import { feedPartMatter } from "../log/amount";

/** How long one food, so prepared, took to be gone in one bin. */
export interface GoneIn {
  readonly materialId: string;
  readonly preparation: Preparation;
  /** Middle of what was seen; `low` it was still there, `high` it was surely gone. */
  readonly days: number;
  readonly low: number;
  readonly high: number;
  readonly meals: number;
  /** What the table says of that preparation in a mature, warm bin. */
  readonly tableDays: number;
}

/** A meal is spoken of by its largest food where that is most of it. */
const MOST_OF_IT = 0.6;
/** Looks further apart say too little of a day. */
const WIDEST_DAYS = 30;

interface Meal {
  readonly at: string;
  readonly on: Entry["day"];
  readonly key: string | undefined;
  /** Last day it was seen there. */
  seen: Entry["day"];
}

/**
 * For each food and preparation this keeper gave this bin, the days until it was seen gone, learned from looks at its
 * place: between the last look at which something lay there and the first at which nothing did. A meal that was topped
 * up, taken out or never seen gone is not counted. Entries in order of effect; the oftenest first. Never throws.
 */
export function daysToGone(entries: readonly Entry[], setup: BinSetup | undefined): readonly GoneIn[] {
  return goneSpans(entries, setup)
    .map(({ materialId, preparation, spans }): GoneIn => {
      const mean = (of: (span: { low: number; high: number }) => number) =>
        spans.reduce((sum, span) => sum + of(span), 0) / spans.length;
      return {
        materialId,
        preparation,
        days: mean(({ low, high }) => (low + high) / 2),
        low: mean(({ low }) => low),
        high: mean(({ high }) => high),
        meals: spans.length,
        tableDays: CLEARING_DAYS[preparation],
      };
    })
    .toSorted((a, b) => b.meals - a.meals || a.days - b.days);
}

/** Each such meal by itself: the last day it was still seen, and the first it was not, from the day it was given. */
export interface GoneSpans {
  readonly materialId: string;
  readonly preparation: Preparation;
  readonly spans: readonly { readonly low: number; readonly high: number }[];
}
/** Entries in order of effect. Never throws. */
export function goneSpans(entries: readonly Entry[], setup: BinSetup | undefined): readonly GoneSpans[] {
  const usual = setup && fedCompartment(setup).id;
  const lying = new Map<string, Meal>();
  const found = new Map<string, { low: number; high: number }[]>();
  const placeOf = (compartment: string | undefined, place: number | undefined) =>
    `${compartment ?? usual ?? ""}/${place ?? 1}`;
  for (const entry of entries) {
    if (entry.kind === "fed") {
      const at = placeOf(entry.compartment, entry.place);
      // More on top of what lies there: neither can be told from the other any more.
      const before = lying.get(at);
      const key = before && before.on !== entry.day ? undefined : mainFood(entry.parts);
      lying.set(at, { at, on: entry.day, key, seen: entry.day });
    } else if (entry.kind === "looked") {
      for (const reading of entry.readings) {
        if (reading.of !== "foodLeft" || reading.because === "slip") continue;
        const at = placeOf(reading.compartment ?? entry.compartment, reading.place ?? entry.place);
        const meal = lying.get(at);
        if (!meal || meal.on === entry.day) continue;
        if (reading.foodLeft !== "none") {
          meal.seen = entry.day;
          continue;
        }
        lying.delete(at);
        const [low, high] = [daysBetween(meal.on, meal.seen), daysBetween(meal.on, entry.day)];
        if (meal.key && high - low <= WIDEST_DAYS)
          found.set(meal.key, [...(found.get(meal.key) ?? []), { low, high }]);
      }
    } else if (TAKES_FOOD.has(entry.kind)) lying.clear();
  }
  return [...found].map(([key, spans]) => {
    const [materialId, preparation] = key.split(" ") as [string, Preparation];
    return { materialId, preparation, spans };
  });
}

const TAKES_FOOD: ReadonlySet<Entry["kind"]> = new Set(["removed", "emptied", "tipped", "split", "advanced", "rotated"]); // prettier-ignore

function mainFood(parts: Extract<Entry, { kind: "fed" }>["parts"]): string | undefined {
  const masses = parts.map((part) => ({ part, kg: feedPartMatter(part).wetKg }));
  const all = masses.reduce((sum, { kg }) => sum + kg, 0);
  const largest = masses.reduce((most, one) => (one.kg > most.kg ? one : most));
  return all > 0 && largest.kg >= MOST_OF_IT * all
    ? `${materialOf("food", largest.part.materialId).id} ${largest.part.preparation}`
    : undefined;
}
