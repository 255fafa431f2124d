import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween, shortDay, spokenDay } from "../calendar/day";
import { isOutOfUse } from "../bin/state";
import { nextPlace } from "../bin/place";
import { dueDay } from "./due";
import { harvestNear } from "../expectation/harvestNear";
import { isPending } from "../decision/pending";
import { sayAmount } from "../decision/words";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatVolume } from "../quantity/format";
import type { BinToday, Carry, Task } from "./round";
import { planRound } from "./round";
import type { Surplus } from "./surplus";

export interface TaskWords {
  readonly verb: string;
  readonly amount: string;
}

/** What the slate and the tag on the lid say: a verb, and an amount where there is one. */
export function sayTask(task: Task, units: UnitSystem): TaskWords {
  const amount = task.step ? (sayAmount(task.step, units) ?? "") : "";
  switch (task.kind) {
    case "act":
      return { verb: "act now", amount: "first" };
    case "dryOut":
      return { verb: "dry out", amount };
    case "drain":
      return { verb: "drain", amount };
    case "feed":
      return { verb: "feed", amount };
    case "water":
      return { verb: "water", amount };
    case "squeeze":
      return { verb: "squeeze", amount: "?" };
    case "wake":
      return { verb: "wake", amount };
    case "count":
      return { verb: "count", amount: "a handful" };
    case "room":
      return { verb: "make room", amount: "" };
    case "harvest":
      return { verb: "harvest", amount };
    case "look":
      return { verb: "look", amount: "" };
  }
}

/** A bin in one line: what it wants today and how much, or when one comes back. Never throws. */
export function sayToday(one: BinToday, today: LocalDate, units: UnitSystem): string {
  const [task] = planRound([one], today).tasks;
  if (task?.kind === "act") return "Act now, before anything else.";
  if (task) {
    const { verb, amount } = sayTask(task, units);
    const place = task.step?.place;
    return `Today: ${[verb, amount === "?" ? "" : amount].filter(Boolean).join(" ")}${place === undefined ? "" : ` at place ${place}`}.`;
  }
  if (isOutOfUse(one.state)) return "Out of use.";
  const due = dueDay(one.state, today);
  return due ? `Nothing to do today. Back ${spokenDay(due, today)}.` : "Nothing to do today.";
}

/** What to carry down, of what the round wants: as the slate and the printed round have it. Never throws. */
export const carryLines = (
  carry: Carry,
  units: UnitSystem,
): readonly { readonly what: string; readonly amount: string }[] =>
  [
    { what: "Scraps", amount: carry.scrapsKg > 0 ? formatMass(carry.scrapsKg, units) : "" },
    {
      what: "Dry shredded card",
      amount: carry.dryBeddingKg > 0 ? formatMass(carry.dryBeddingKg, units) : "",
    },
    {
      what: "Damp leaf mould",
      amount: carry.dampBeddingL > 0 ? formatVolume(carry.dampBeddingL, units) : "",
    },
    {
      what: "Water, stood a day or filtered",
      amount: carry.waterL > 0 ? formatVolume(carry.waterL, units) : "",
    },
    { what: "Crushed shell, damp", amount: carry.gritKg > 0 ? formatMass(carry.gritKg, units) : "" },
  ].filter(({ amount }) => amount !== "");
export const sayTools = ({ needsJug }: Carry): string =>
  needsJug ? "Empty jug, gloves, fork" : "Gloves, fork";

/** The line under a bin's name on the rack. */
export function sayStanding(
  { state, decision, expectation }: BinToday,
  task: Task | undefined,
  today: LocalDate,
): string {
  if (!state.setup) return "Set-up missing";
  if (state.setup.retired) return "Out of use";
  if (isOutOfUse(state)) return "Empty";
  if (state.problems.length > 0 && task === undefined && state.entryCount < 3) return "Entries do not fit";
  if (task?.kind === "act") return "In trouble: look first";
  if (task && isPending(decision)) return "Being worked out";
  if (task?.kind === "dryOut") return decision.steps[0]?.why.code === "air/at-risk" ? "Needs air" : "Too wet";
  if (task?.kind === "count") return "Are they still there?";
  if (task?.kind === "room") return state.emptiedOn ? "Emptied: bedding first" : "Full: needs room";
  if (task?.kind === "water") return "Too dry";
  if (task?.kind === "squeeze") return "Unsure: one squeeze would help";
  if (task?.kind === "drain") return "Sump is full";
  // Who never had a meal is not hungry: it is being begun.
  if (task?.kind === "feed" && state.firsts.fed === undefined) return "Its first meal";
  if (task?.kind === "feed" || task?.kind === "wake") {
    const place = nextPlace(state);
    return place && (state.setup.compartments[0]?.placeCount ?? 1) > 1
      ? `Wants food at ${place.place}`
      : "Wants food";
  }
  if (task) return decision.verdict === "wait" ? "Food left, a glance" : "A glance";
  const due = dueDay(state, today);
  if (state.setup.resting) return due && due > today ? `Rests until ${shortSpoken(due, today)}` : "Resting";
  if (harvestNear(expectation) === 0 && decision.verdict !== "wait") return "Ripe to harvest";
  if (due)
    return decision.verdict === "wait"
      ? `Food left. ${start(shortSpoken(due, today))}`
      : start(shortSpoken(due, today));
  return "New";
}

const shortSpoken = (day: LocalDate, today: LocalDate): string =>
  daysBetween(today, day) < 7 ? spokenDay(day, today) : shortDay(day);
const start = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a household makes beyond what its bins take: what to do with the rest, and what would raise that. */
export function saySurplus({ madeKg, takenKg, levers }: Surplus, units: UnitSystem): string {
  const week = (kgPerDay: number) => formatMass(7 * kgPerDay, units, "bucket");
  const raised = levers.map((lever) => LEVERS[lever]).join(", ");
  return `Your household makes about ${week(madeKg)} of scraps a week; your bins take about ${week(takenKg)} now. Freeze some for leaner weeks, give the rest to a heap or the council’s bin. More would go with ${raised}.`;
}
const LEVERS: Record<Surplus["levers"][number], string> = {
  oftener: "smaller meals every week or two instead of one a month",
  warmth: "a warmer place",
  worms: "more worms",
  room: "room made in the full ones",
  bin: "another bin",
};

/** Up to so many minutes they are said as such. */
const LONG_MIN = 180;
/** How long a round is, about: beyond three hours nobody counts minutes. */
export const sayLength = (minutes: number): string =>
  minutes <= LONG_MIN ? `about ${minutes} minutes` : `about ${Math.round(minutes / 60)} hours`;
