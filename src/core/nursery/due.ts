import type { Climate } from "@/records/room";
import type { Tub } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { areaOfTub, broodCourse, crowdedOn } from "./cohorts";
import type { BroodDays } from "./growth";
import { broodDays } from "./growth";
import type { TubState } from "./state";
import { cycleUnderWay } from "./state";

/** What a tub or a tray asks for. */
export const TUB_TASKS = ["set", "dry", "clear", "look", "bait", "thin", "moveOn"] as const;
export type TubTask = (typeof TUB_TASKS)[number];
export interface TubDue {
  readonly task: TubTask;
  readonly on: LocalDate;
  /** Of a tub that is late: from then on its first cocoons hatch where they lie. */
  readonly hatchesInPlaceFrom?: LocalDate;
}

/** No more water so many days before it is sieved: fines fall through a mesh only when they are dry. Source: breeder school. */
export const DRIES_DAYS = 7;
/** Hatchlings draw to a bait once the most of them are out. */
const BAIT_AFTER_MEAN_DAYS = 7;
/** A brood nobody counted is thinned out so long after most of it has hatched. Source: practice, four to seven weeks. */
const THIN_AFTER_MEAN_DAYS = 35;

/** A tub with what it comes to today. */
export interface TubToday {
  readonly tub: Tub;
  readonly state: TubState;
  /** Of the room it stands in. */
  readonly climate: Climate;
  readonly due?: TubDue;
  readonly brood?: BroodDays;
}

/** What it asks for next; undefined where it asks for nothing. Never throws. */
export function tubDue(tub: Tub, state: TubState, climate: Climate, today: LocalDate): TubDue | undefined {
  if (state.stage === "ended") return undefined;
  if (state.stage === "brood" && state.brood) return broodDue(tub, state, climate);
  const cycle = cycleUnderWay(state);
  if (cycle) {
    // The very first hatch earlier; worth heeding is when half of the first day's have.
    const { meanOn } = broodDays(
      { laidFrom: cycle.setOn, laidTo: cycle.setOn },
      speciesOf(tub.speciesId),
      climate,
    );
    const dryOn = addDays(cycle.dueOn, -DRIES_DAYS);
    const isTended = state.tendedOn >= dryOn || today >= cycle.dueOn;
    return {
      ...(dryOn > cycle.setOn && !isTended
        ? { task: "dry" as const, on: dryOn }
        : { task: "clear" as const, on: cycle.dueOn }),
      ...(meanOn ? { hatchesInPlaceFrom: meanOn } : {}),
    };
  }
  if (tub.role === "tray") return undefined;
  const cleared = state.cycles.at(-1)?.clearedOn;
  return { task: "set", on: state.plannedOn ?? cleared ?? tub.madeOn };
}

function broodDue(tub: Tub, state: TubState, climate: Climate): TubDue | undefined {
  const { brood, counts } = state;
  if (!brood) return undefined;
  const days = broodDays(brood, speciesOf(tub.speciesId), climate);
  const seen = counts.filter(({ on }) => on >= brood.filledOn);
  const hatched = seen.some(({ of }) => of === "hatchlings" || of === "growing" || of === "grown");
  if (days.firstOn && !hatched && state.tendedOn < days.firstOn) return { task: "look", on: days.firstOn };
  const baitOn = days.meanOn && addDays(days.meanOn, BAIT_AFTER_MEAN_DAYS);
  const thinOn = thinsOn(tub, state, days, climate);
  // Crowded before it is baited, it is thinned first.
  if (baitOn && !brood.thinnedOn && state.tendedOn < baitOn && !(thinOn && thinOn <= baitOn))
    return { task: "bait", on: baitOn };
  if (thinOn && (!days.grownOn || thinOn < days.grownOn)) return { task: "thin", on: thinOn };
  return days.grownOn ? { task: "moveOn", on: days.grownOn } : undefined;
}

/** By the weight its young have reached on their ground, as often as they reach it; where nobody counted, once and by days. */
function thinsOn(
  tub: Tub,
  { brood, counts }: TubState,
  { meanOn, grownOn }: BroodDays,
  climate: Climate,
): LocalDate | undefined {
  if (!brood || !meanOn) return undefined;
  const course = broodCourse(brood, counts, speciesOf(tub.speciesId), climate);
  if (!course) return brood.thinnedOn ? undefined : addDays(meanOn, THIN_AFTER_MEAN_DAYS);
  const from = brood.thinnedOn ? addDays(brood.thinnedOn, 1) : brood.filledOn;
  return grownOn && crowdedOn(course, areaOfTub(tub), from, grownOn);
}

/** One job of a day: so many that ask for the same, done once for all. */
export interface Job {
  readonly task: TubTask;
  readonly tubs: readonly TubToday[];
}
/** What is due by a day, by what it asks for; the later steps of the rhythm first, since they free tubs for the earlier. Never throws. */
export function jobsOf(tubs: readonly TubToday[], today: LocalDate): readonly Job[] {
  const order: readonly TubTask[] = ["clear", "set", "moveOn", "thin", "bait", "look", "dry"];
  return order.flatMap((task) => {
    const due = tubs.filter((one) => one.due?.task === task && one.due.on <= today);
    return due.length > 0 ? [{ task, tubs: due }] : [];
  });
}

/** Rows of the board: what belongs together by its row and the week it is due in, soonest first. */
export interface BoardRow {
  readonly key: string;
  readonly name: string;
  /** Monday of its week; undefined of what asks for nothing. */
  readonly week?: LocalDate;
  readonly tubs: readonly TubToday[];
}
/** Monday of a day's week. */
export const weekOf = (day: LocalDate): LocalDate =>
  addDays(day, -((daysBetween("2024-01-01" as LocalDate, day) % 7) + 7) % 7);

/** Tubs in rows by week; trays in rows of their own, ended ones left out. Never throws. */
export function boardRows(tubs: readonly TubToday[]): readonly BoardRow[] {
  const rows = new Map<string, { name: string; week?: LocalDate; tubs: TubToday[] }>();
  for (const one of tubs) {
    if (one.state.stage === "ended") continue;
    const dueOn = cycleUnderWay(one.state)?.dueOn ?? one.due?.on;
    const week = dueOn && weekOf(dueOn);
    const name = one.tub.role === "tray" ? "Trays" : (one.tub.row ?? "Tubs");
    const key = `${name}/${week ?? "none"}`;
    const row = rows.get(key) ?? { name, ...(week ? { week } : {}), tubs: [] };
    row.tubs.push(one);
    rows.set(key, row);
  }
  const at = ({ week }: { week?: LocalDate }) => week ?? "9999";
  return [...rows]
    .map(([key, row]) => ({
      key,
      ...row,
      tubs: row.tubs.toSorted((a, b) => a.tub.name.localeCompare(b.tub.name, "en", { numeric: true })),
    }))
    .toSorted((a, b) => (at(a) < at(b) ? -1 : at(a) > at(b) ? 1 : a.name.localeCompare(b.name, "en")));
}
