import { daysBetween } from "../calendar/day";
import type { Feeding } from "./state";

/** So many of the last are kept; of those that ended in a bad smell half a year. */
const KEPT = 12;
const SOUR_REMEMBERED_DAYS = 180;

/** The bin did not smell of earth when its lid was next lifted. */
export const wentSour = ({ smelled }: Feeding): boolean => smelled !== undefined && smelled !== "earthy";

/** What is kept of a bin's meals once another was given, in order. Never throws. */
export const remembered = (before: readonly Feeding[], feeding: Feeding): Feeding[] =>
  [...before, feeding].filter(
    (one, at) =>
      at > before.length - KEPT ||
      (wentSour(one) && daysBetween(one.day, feeding.day) <= SOUR_REMEMBERED_DAYS),
  );
