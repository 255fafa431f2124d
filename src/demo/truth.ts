import type { Entry } from "@/records/entry";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { dayOfYear, daysBetween } from "@/core/calendar/day";
import type { Ensemble } from "@/core/twin/ensemble/ensemble";
import { doDeed } from "@/core/twin/ensemble/deed";
import { newEnsemble } from "@/core/twin/ensemble/ensemble";
import { passDay } from "@/core/twin/ensemble/passDay";
import type { TwinEvent } from "@/core/twin/engine/events";
import { placeOf, scriptOf } from "@/core/twin/log/script";
import { AT } from "@/core/twin/engine/state";
import type { DemoBin } from "./scenario";

/** What really goes on in a demo bin: the process model with a character of its own. The app sees of it only what the made-up keeper writes down. */
export interface Truth {
  readonly bin: DemoBin;
  readonly climate: Climate;
  readonly ensemble: Ensemble;
}

/** A week of sun on the cellar door in July. */
const HEAT_SPELL = { fromDay: 196, toDay: 204, addK: 6 };

/** The bin as its first entries set it up, before any of it was done. */
export function newTruth(bin: DemoBin, climate: Climate, entries: readonly Entry[]): Truth {
  const script = scriptOf(entries, { [bin.room]: climate })!;
  const ensemble = newEnsemble({ ...script, size: 1, seed: 0 });
  for (const s of ensemble.lines[0]!) {
    s[AT.kI] = bin.eats;
    s[AT.kE] = bin.dries;
  }
  return { bin, climate, ensemble };
}

const SHAPES: ReadonlySet<string> = new Set(["altered", "added", "rotated", "covered", "stocked"]);

/** One day: what was done, roughly as it was written down, the weather, and the night. */
export function liveADay(
  { bin, climate, ensemble }: Truth,
  entries: readonly Entry[],
  day: LocalDate,
  slip: () => number,
): void {
  // What a bin is stands in few entries, what was done today in today's; the rest has been lived through.
  const told = entries.filter((entry) => entry.day === day || SHAPES.has(entry.kind));
  const script = scriptOf(told, { [bin.room]: climate })!;
  const today = script.days.find((one) => one.day === daysBetween(script.startDay, day));
  for (const one of today?.deeds ?? []) doDeed(ensemble, { ...one, event: nearly(one.event, slip()) });
  const doy = dayOfYear(day);
  const isHot = doy >= HEAT_SPELL.fromDay && doy <= HEAT_SPELL.toDay;
  const { meanC, ...rest } = placeOf(climate);
  ensemble.place = { ...rest, meanC: meanC + (isHot ? HEAT_SPELL.addK : 0) };
  passDay(ensemble);
}

/** Amounts are weighed with wet hands; only a harvest is what it weighs. */
const nearly = (event: TwinEvent | Parameters<typeof doDeed>[1]["event"], by: number): typeof event =>
  "g" in event && event.g !== undefined && event.kind !== "harvest" ? { ...event, g: event.g * by } : event;

/** Water no one logs. */
export const flood = ({ ensemble }: Truth, waterL: number): void =>
  doDeed(ensemble, { event: { kind: "water", g: 1000 * waterL }, key: "flood" });
