import { bringToToday } from "@/core/twin/log/now";
import type { TwinQuestion } from "@/core/twin/log/now";
import type { Entry } from "@/records/entry";
import { addDays } from "@/core/calendar/day";
import { effectiveEntries } from "@/core/log/effective";
import { twinExpectation } from "@/core/twin/ahead/expect";
import { CLIMATE, look, meal, newTub, START } from "./log";

/** Members: few, so that tests are quick. */
const SIZE = 64;
const question = (log: readonly Entry[], on: number, more: Partial<TwinQuestion> = {}): TwinQuestion => ({
  binId: "bin-1",
  entries: effectiveEntries(log),
  climates: { "room-1": CLIMATE },
  today: addDays(START, on),
  size: SIZE,
  ...more,
});
export const brought = (log: readonly Entry[], on: number, more: Partial<TwinQuestion> = {}) =>
  bringToToday(question(log, on, more))!;
export const expected = (log: readonly Entry[], on: number) =>
  twinExpectation(brought(log, on), addDays(START, on));
export const squeeze = (value: "dust" | "noDrop" | "fewDrops" | "manyDrops" | "stream", on: number) =>
  look([{ of: "squeeze", squeeze: value }], on);
/** The tub of `newTub`, fed 400 g a week from place to place, with what was read at each visit. */
export const fedTub = (weeks: number, reading?: (week: number) => Entry[]): Entry[] => [
  ...newTub(),
  ...Array.from({ length: weeks }, (_, week) => [
    ...(reading?.(week) ?? []),
    meal(0.4, (week % 8) + 1, 7 + 7 * week),
  ]).flat(),
];
