import type { Timetable } from "@/records/timetable";
import type { LocalDate } from "@/vocabulary/fields";
import type { StartStep } from "@/vocabulary/startUp";
import { addDays, daysBetween } from "../calendar/day";

/** Where keepers differ at the start; each has its reason. */
export interface StartChoices {
  /** Food first lets microbes go ahead; worms first lets them find bedding they know. */
  readonly firstMeal: "beforeWorms" | "atOnce" | "afterAWeek";
  /** A light over the open bin keeps them down; a shut lid spares them. */
  readonly firstNights: "light" | "lidShut";
  readonly bedding: "ripen" | "atOnce";
}
export const USUAL_CHOICES: StartChoices = {
  firstMeal: "afterAWeek",
  firstNights: "light",
  bedding: "ripen",
};

export type StepDay = {
  readonly key: StartStep;
  readonly day: LocalDate;
  readonly doneOn?: LocalDate | undefined;
};

/** Days the worms settle before their first meal, by choice. */
export const SETTLES: Readonly<Record<StartChoices["firstMeal"], number>> = {
  beforeWorms: 0,
  atOnce: 1,
  afterAWeek: 5,
};

/** Days before (negative) or after the worms arrive. Sources: common practice; first harvest from the way of keeping. */
function offsets(
  choices: StartChoices,
  firstHarvestMonths: number,
): readonly (readonly [StartStep, number])[] {
  const ripen = choices.bedding === "ripen";
  const meal = choices.firstMeal === "beforeWorms" ? -2 : SETTLES[choices.firstMeal];
  return [
    // Water stands a day before bedding is soaked in it.
    ["standWater", ripen ? -19 : -4],
    ...(ripen ? ([["mixBedding", -18], ["turnBedding", -11]] as const) : ([["mixBedding", -3]] as const)),
    ["orderWorms", -7],
    ["buildBin", ripen ? -6 : -4],
    ["fillBin", -2],
    ...(meal < 0 ? ([["firstMeal", meal]] as const) : []),
    ["receiveWorms", 0],
    ...(choices.firstNights === "light" ? ([["lightsOn", 0], ["lightsOff", 3]] as const) : []),
    ...(meal >= 0 ? ([["firstMeal", meal]] as const) : []),
    ["firstSqueeze", 3],
    ["firstLook", 8],
    ["usualRation", 28],
    ["firstHarvest", Math.round(firstHarvestMonths * 30.44)],
  ]; // prettier-ignore
}

/**
 * The dated steps of a start, in the order of their days; on one day in the order of work. Where there are fewer days
 * until the worms come than the preparations want, these are drawn together, and none lies before today.
 */
export function startTimetable(
  arrival: LocalDate,
  choices: StartChoices,
  firstHarvestMonths: number,
  today?: LocalDate,
): readonly StepDay[] {
  const all = offsets(choices, firstHarvestMonths);
  const lead = -Math.min(...all.map(([, after]) => after));
  const there = today === undefined ? lead : Math.min(lead, Math.max(0, daysBetween(today, arrival)));
  return all
    .map(([key, after], at) => ({
      key,
      day: addDays(arrival, after < 0 ? -Math.round((-after / lead) * there) : after),
      at,
    }))
    .toSorted((a, b) => daysBetween(b.day, a.day) || a.at - b.at)
    .map(({ key, day }) => ({ key, day }));
}

/** Days the preparations want before the worms come. */
export const leadDays = (choices: StartChoices): number =>
  -Math.min(...offsets(choices, 1).map(([, after]) => after));

/** Whether the bedding had less time than it wants to ripen. */
export function isShortened(steps: readonly StepDay[]): boolean {
  const day = (key: StartStep) => steps.find((step) => step.key === key)?.day;
  const [mixed, turned, came] = [day("mixBedding"), day("turnBedding"), day("receiveWorms")];
  return (
    turned !== undefined &&
    mixed !== undefined &&
    came !== undefined &&
    daysBetween(mixed, came) < RIPENS_DAYS
  );
}
const RIPENS_DAYS = 10;

/** The day worms must arrive for a first harvest by a wished day. */
export const arrivalFor = (harvest: LocalDate, firstHarvestMonths: number): LocalDate =>
  addDays(harvest, -Math.round(firstHarvestMonths * 30.44));

/**
 * Moves one step to another day and everything after it that is not done along with it, by as many days. What is done
 * stays where it was, and what comes earlier too.
 */
export function moved(steps: Timetable["steps"], key: StartStep, to: LocalDate): Timetable["steps"] {
  const from = steps.findIndex((step) => step.key === key);
  if (from < 0) return steps;
  const by = daysBetween(steps[from]!.day, to);
  return steps.map((step, at) => (at < from || step.doneOn ? step : { ...step, day: addDays(step.day, by) }));
}
