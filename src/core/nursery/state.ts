import type { Amount, Entry, EntryOf } from "@/records/entry";
import type { Tub } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";
import type { ClearedBy, Counted, TubEnd } from "@/vocabulary/nursery";
import { addDays } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { effectiveEntries } from "../log/effective";
import { squeezeMoisture } from "../moisture/squeeze";
import type { Estimate } from "./estimate";
import { estimated, shareOf, together } from "./estimate";

/** What counts of a tub's log, in the order of its days. */
export type TubLog = readonly Entry[];
export const tubLog = (rows: Iterable<Entry>): TubLog => effectiveEntries(rows);

/** From one setting to the clearing that ends it. */
export interface Cycle {
  readonly setOn: LocalDate;
  readonly cycleDays: number;
  readonly dueOn: LocalDate;
  readonly grownIn: number;
  readonly fromIds: readonly string[];
  readonly clearedOn?: LocalDate;
  readonly how?: ClearedBy;
  readonly grownOut?: number;
  readonly trayId?: string;
  readonly cocoons?: Estimate;
  /** What it was bedded with, where that was written. */
  readonly beddingId?: string;
  /** As it was set or felt in the middle, and read by a thermometer in the mean. */
  readonly moisture?: number;
  readonly bedC?: number;
  /** Cycles its worms have laid in before, as far as it is told. */
  readonly wormsCycles: number;
}
/** A brood: what was laid where, and how much of it is here. */
export interface Brood {
  readonly fromIds: readonly string[];
  readonly filledOn: LocalDate;
  readonly laidFrom: LocalDate;
  readonly laidTo: LocalDate;
  readonly cocoons?: Estimate;
  /** Of what came in, so much is still here: less after thinning. */
  readonly held: number;
  readonly thinnedOn?: LocalDate;
  /** Heads taken out of it since. */
  readonly takenCount?: number;
}
/** A count of what hatched or grew. */
export interface Count {
  readonly of: Counted;
  readonly on: LocalDate;
  readonly estimate: Estimate;
}
export interface TubProblem {
  readonly code:
    | "tub/cleared-unset"
    | "tub/cleared-twice"
    | "tub/more-out-than-in"
    | "tub/thinned-empty"
    | "tub/set-twice";
  readonly entryId: string;
  readonly day: LocalDate;
}

/** What follows from one tub's or tray's log. */
export interface TubState {
  /** Nothing in it, breeding, a brood that hatches or grows, or done with. */
  readonly stage: "empty" | "breeding" | "brood" | "ended";
  /** Oldest first; the last may be under way. */
  readonly cycles: readonly Cycle[];
  readonly brood?: Brood;
  readonly counts: readonly Count[];
  /** The day an empty tub is meant to be set. */
  readonly plannedOn?: LocalDate;
  readonly tendedOn: LocalDate;
  readonly ended?: { readonly on: LocalDate; readonly to: TubEnd; readonly grown?: number };
  readonly problems: readonly TubProblem[];
}

/** Heads, of an amount of grown worms. */
export function headsOf(amount: Amount, { speciesId }: Pick<Tub, "speciesId">): number {
  if ("count" in amount) return amount.count;
  return "massKg" in amount ? Math.round((1000 * amount.massKg) / speciesOf(speciesId).adultG) : 0;
}
/** More came out alive than went in by so much: the young had grown, or one of the counts is wrong. */
const MORE_OUT = 1.25;

/** The cycle a tub is in, or is to be cleared of. */
export const cycleUnderWay = ({ cycles }: TubState): Cycle | undefined => {
  const last = cycles.at(-1);
  return last && last.clearedOn === undefined ? last : undefined;
};

/** Broods of several tubs in one tray are one; it was counted where each of them was. */
function withBrood(before: Brood | undefined, entry: EntryOf<"trayFilled">): Brood {
  const { fromId, day, laidFrom, laidTo, cocoons } = entry;
  if (!before)
    return { fromIds: [fromId], filledOn: day, laidFrom, laidTo, held: 1, ...(cocoons ? { cocoons } : {}) };
  const { cocoons: counted, ...rest } = before;
  return {
    ...rest,
    fromIds: [...new Set([...before.fromIds, fromId])],
    laidFrom: laidFrom < before.laidFrom ? laidFrom : before.laidFrom,
    laidTo: laidTo > before.laidTo ? laidTo : before.laidTo,
    ...(counted && cocoons ? { cocoons: together([counted, cocoons]) } : {}),
  };
}

/**
 * What was counted where it was laid holds for the tray that got it, also where it was counted or put right later; a tray one of whose
 * tubs was not counted stays as it was told. `states`: of every tub and tray, by id. Never throws.
 */
export function withParentsCounts(
  id: string,
  state: TubState,
  states: ReadonlyMap<string, TubState>,
): TubState {
  const { brood } = state;
  if (!brood) return state;
  const laid: (Estimate | undefined)[] = [];
  const told = new Set<string>();
  for (const [from, { cycles }] of states)
    for (const cycle of cycles)
      if (cycle.trayId === id) {
        laid.push(cycle.cocoons);
        told.add(from);
      }
  if (laid.length === 0 || laid.some((one) => one === undefined)) return state;
  // A tub that filled it and does not say so itself was told otherwise.
  if (brood.fromIds.some((from) => !told.has(from))) return state;
  return { ...state, brood: { ...brood, cocoons: shareOf(together(laid as Estimate[]), brood.held) } };
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Counted from the kept slip, days after the tub was set again, it is still the cleared cycle's; near its end, the one under way's. */
const NEAR_END_DAYS = 3;
function countedCycle(cycles: readonly Cycle[], day: LocalDate): number {
  const last = cycles.length - 1;
  const { clearedOn, dueOn } = cycles[last]!;
  return clearedOn === undefined && last > 0 && day < addDays(dueOn, -NEAR_END_DAYS) ? last - 1 : last;
}

/** A tub's log folded. What does not fit adds a problem, and the fold goes on. Never throws for what a log says. */
export function tubState(tub: Tub, log: TubLog): TubState {
  let stage: TubState["stage"] = "empty";
  const cycles: Cycle[] = [];
  const counts: Count[] = [];
  const problems: TubProblem[] = [];
  let brood: Brood | undefined;
  let plannedOn: LocalDate | undefined;
  let beddingId: string | undefined;
  const felt: number[] = [];
  const read: number[] = [];
  let ended: TubState["ended"];
  let tendedOn = tub.madeOn;
  for (const entry of log) {
    const problem = (code: TubProblem["code"]) => problems.push({ code, entryId: entry.id, day: entry.day });
    const last = cycles.at(-1);
    const isUnderWay = last !== undefined && last.clearedOn === undefined;
    // Who waters has not looked for hatchlings, and has not let it dry.
    if (entry.kind !== "watered") tendedOn = entry.day;
    switch (entry.kind) {
      case "tubSet":
        if (isUnderWay) problem("tub/set-twice");
        cycles.push({
          setOn: entry.day,
          cycleDays: entry.cycleDays,
          dueOn: addDays(entry.day, entry.cycleDays),
          grownIn: headsOf(entry.grown, tub),
          fromIds: entry.fromIds ?? [],
          // Its own worms go on laying; worms from elsewhere are taken to be young.
          wormsCycles: entry.fromIds?.includes(tub.id) && last ? last.wormsCycles + 1 : 0,
          ...(beddingId === undefined ? {} : { beddingId }),
          ...(entry.moisture === undefined ? {} : { moisture: entry.moisture }),
        });
        felt.length = 0;
        read.length = 0;
        if (entry.moisture !== undefined) felt.push(entry.moisture);
        stage = "breeding";
        plannedOn = undefined;
        ended = undefined;
        break;
      case "tubDue":
        if (isUnderWay) cycles[cycles.length - 1] = { ...last, dueOn: entry.dueOn };
        else plannedOn = entry.dueOn;
        break;
      case "tubCleared": {
        if (!last) problem("tub/cleared-unset");
        else if (!isUnderWay) problem("tub/cleared-twice");
        else {
          const grownOut = entry.grown && headsOf(entry.grown, tub);
          if (grownOut !== undefined && grownOut > MORE_OUT * last.grownIn) problem("tub/more-out-than-in");
          cycles[cycles.length - 1] = {
            ...last,
            clearedOn: entry.day,
            how: entry.how,
            ...(grownOut === undefined ? {} : { grownOut }),
            ...(entry.trayId === undefined ? {} : { trayId: entry.trayId }),
          };
          stage = "empty";
        }
        break;
      }
      case "tubCounted": {
        const estimate = estimated(entry.count, entry.fraction);
        if (entry.of === "cocoons" && last && !brood) {
          const at = countedCycle(cycles, entry.day);
          cycles[at] = { ...cycles[at]!, cocoons: estimate };
        } else if (entry.of === "cocoons" && brood) brood = { ...brood, cocoons: estimate };
        else counts.push({ of: entry.of, on: entry.day, estimate });
        break;
      }
      case "trayFilled":
        brood = withBrood(brood, entry);
        stage = "brood";
        ended = undefined;
        break;
      case "thinned": {
        if (!brood) {
          problem("tub/thinned-empty");
          break;
        }
        const gone = Math.min(
          1,
          entry.into.reduce((sum, { fraction }) => sum + fraction, 0),
        );
        brood = {
          ...brood,
          held: brood.held * (1 - gone),
          thinnedOn: entry.day,
          ...(brood.cocoons ? { cocoons: shareOf(brood.cocoons, 1 - gone) } : {}),
        };
        break;
      }
      case "bedded":
        // New bedding is for the next setting, unless it is set already and newly so.
        beddingId = entry.parts[0]?.materialId;
        if (isUnderWay && last.beddingId === undefined && beddingId !== undefined)
          cycles[cycles.length - 1] = { ...last, beddingId };
        break;
      case "looked": {
        if (!isUnderWay) break;
        for (const reading of entry.readings) {
          if (reading.of === "squeeze") felt.push(squeezeMoisture(reading.squeeze));
          if (reading.of === "moisture") felt.push(reading.moisture);
          if (reading.of === "temperature") read.push(reading.temperatureC);
        }
        cycles[cycles.length - 1] = {
          ...last,
          ...(felt.length > 0 ? { moisture: mean(felt) } : {}),
          ...(read.length > 0 ? { bedC: mean(read) } : {}),
        };
        break;
      }
      case "wormsTaken": {
        const heads = headsOf(entry.amount, tub);
        if (isUnderWay) cycles[cycles.length - 1] = { ...last, grownIn: Math.max(0, last.grownIn - heads) };
        else if (brood) brood = { ...brood, takenCount: (brood.takenCount ?? 0) + heads };
        break;
      }
      case "tubEnded":
        ended = {
          on: entry.day,
          to: entry.to,
          ...(entry.amount ? { grown: headsOf(entry.amount, tub) } : {}),
        };
        stage = "ended";
        break;
      default:
        break;
    }
  }
  return {
    stage,
    cycles,
    counts,
    tendedOn,
    problems,
    ...(brood ? { brood } : {}),
    ...(plannedOn ? { plannedOn } : {}),
    ...(ended ? { ended } : {}),
  };
}
