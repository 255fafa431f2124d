import type { Entry, EntryOf } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { middleOf } from "../bin/usual";
import { daysBetween } from "../calendar/day";
import { liquidL } from "../log/amount";

/** What became of water by one way of giving it, in the middle of the newest times. */
export interface Poured {
  readonly times: number;
  /** Litres a time. */
  readonly givenL: number;
  /** Of that, what the bed took up. */
  readonly takenL: number;
  /** Until it was looked at: poured off, or filled again. */
  readonly inDays: number;
}

const NEWEST = 12;
const LEAST_TIMES = 2;
/** What drains later than this has other reasons. */
const SOAKS_DAYS = 7;
const RUNS_DAYS = 1;

/**
 * How much a bed takes up of what is poured into the tray below it: what was given, less what was poured off before it was
 * filled again. A filling that nobody looked at within a week tells nothing. Undefined below two times. Never throws.
 */
export const soakedFromBelow = (entries: readonly Entry[]): Poured | undefined =>
  pouredOf(entries, (entry) => entry.means === "trayBelow", SOAKS_DAYS, "next filling tells");

/**
 * Of what is poured on top with a tap or holes open, what stays: given, less what ran out by the next day; only where
 * something was caught. Undefined below two times. Never throws.
 */
export const heldFromAbove = (entries: readonly Entry[]): Poured | undefined =>
  pouredOf(
    entries,
    ({ means }) => means === undefined || means === "can" || means === "sprayer",
    RUNS_DAYS,
    "only what is caught",
  );

function pouredOf(
  entries: readonly Entry[],
  isIt: (entry: EntryOf<"watered">) => boolean,
  withinDays: number,
  how: "next filling tells" | "only what is caught",
): Poured | undefined {
  const told: { givenL: number; takenL: number; inDays: number }[] = [];
  entries.forEach((entry, at) => {
    if (entry.kind !== "watered" || !isIt(entry)) return;
    const givenL = liquidL(entry.amount);
    if (givenL <= 0) return;
    const rest = entries.slice(at + 1);
    const next = rest.find((one) => one.kind === "watered" && isIt(one));
    const until = (day: LocalDate) => daysBetween(entry.day, day);
    const caught = rest.filter(
      (one): one is EntryOf<"drained"> =>
        one.kind === "drained" &&
        one.amount !== undefined &&
        until(one.day) <= withinDays &&
        (next === undefined || until(one.day) <= until(next.day)),
    );
    const first = caught[0];
    const isSeen =
      first !== undefined ||
      (how === "next filling tells" && next !== undefined && until(next.day) <= withinDays);
    if (!isSeen) return;
    const ranL = caught.reduce((sum, { amount }) => sum + (amount ? liquidL(amount) : 0), 0);
    told.push({ givenL, takenL: Math.max(0, givenL - ranL), inDays: until((first ?? next)!.day) });
  });
  const newest = told.slice(-NEWEST);
  if (newest.length < LEAST_TIMES) return undefined;
  const middle = (of: (one: (typeof newest)[number]) => number) => middleOf(newest.map(of)) ?? 0;
  return {
    times: newest.length,
    givenL: middle(({ givenL }) => givenL),
    takenL: middle(({ takenL }) => takenL),
    inDays: middle(({ inDays }) => inDays),
  };
}
