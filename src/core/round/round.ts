import { COVER_KG_PER_L } from "../bin/cover";
import type { Bin } from "@/records/bin";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import { schoolOf } from "../catalogue/school";
import { daysBetween } from "../calendar/day";
import type { BinState } from "../bin/state";
import { isOutOfUse } from "../bin/state";
import type { Decision, Step } from "../decision/decision";
import type { Expectation } from "../expectation/expectation";
import { HERD_AT_RISK } from "../expectation/expectation";
import { dueDay } from "./due";

/** A bin with what is known and expected of it today. */
export interface BinToday {
  readonly bin: Bin;
  readonly state: BinState;
  readonly expectation: Expectation;
  readonly decision: Decision;
  /** It could not be judged: what stands here is an empty state, and the log is whole. */
  readonly fault?: string;
}

export type TaskKind =
  "look" | "feed" | "water" | "dryOut" | "drain" | "act" | "squeeze" | "wake" | "count" | "room" | "harvest";

export interface Task {
  readonly binId: BinId;
  readonly kind: TaskKind;
  readonly step?: Step;
  readonly decision: Decision;
  /** Days past its day; nought on the day itself. */
  readonly overdueDays: number;
  readonly minutes: number;
}

export interface Carry {
  readonly scrapsKg: number;
  readonly dryBeddingKg: number;
  readonly dampBeddingL: number;
  readonly waterL: number;
  readonly gritKg: number;
  readonly needsJug: boolean;
}

export interface Round {
  readonly tasks: readonly Task[];
  readonly carry: Carry;
  readonly minutes: number;
  /** The next day anything is due, when nothing is today. */
  readonly nextDay?: LocalDate;
}

/** Minutes at a bin, by what is done there: rough, for the sum at the head of the slate. */
const MINUTES: Record<TaskKind, number> = {
  act: 15,
  dryOut: 8,
  drain: 4,
  feed: 5,
  water: 4,
  squeeze: 2,
  look: 2,
  wake: 5,
  count: 3,
  room: 20,
  harvest: 60,
};

/**
 * Today's round: what is due, in walking order, trouble first. A resting bin comes only on its day or with an alarm.
 * Bins are given in walking order. Amounts to carry are the sum over the tasks' proposed steps.
 */
export function planRound(bins: readonly BinToday[], today: LocalDate): Round {
  const tasks = bins.flatMap((bin) => taskOf(bin, today) ?? []);
  const inOrder = [...tasks.filter(isFirst), ...tasks.filter((task) => !isFirst(task))];
  const upcoming = bins
    .flatMap(({ state }) => dueDay(state, today) ?? [])
    .filter((due) => due > today)
    .sort();
  return {
    tasks: inOrder,
    carry: carryFor(inOrder),
    minutes: inOrder.reduce((sum, task) => sum + task.minutes, 0),
    ...(upcoming[0] ? { nextDay: upcoming[0] } : {}),
  };
}

const isFirst = (task: Task): boolean =>
  task.kind === "act" || task.kind === "dryOut" || task.kind === "count";
const isHerdAtRisk = ({ twin }: Expectation): boolean =>
  twin !== undefined && Math.max(twin.herdAtRisk.now, twin.herdAtRisk.soon) >= HERD_AT_RISK;

/** What a bin asks for today, if anything. */
function taskOf({ bin, state, expectation, decision }: BinToday, today: LocalDate): Task | undefined {
  if (!state.setup || isOutOfUse(state)) return undefined;
  // Never stocked: its start has a timetable of its own.
  if (state.worms.since === undefined && state.lastLook === undefined && state.nextDay === undefined)
    return undefined;
  const due = dueDay(state, today);
  // What is left in peace is never late.
  const isInPeace = state.setup.resting || schoolOf(state.setup.school).isLeftInPeace;
  const overdueDays = due && !isInPeace ? daysBetween(due, today) : 0;
  const hasAlarm =
    state.alarms.length > 0 && state.lastLook !== undefined && daysBetween(state.lastLook.day, today) >= 1;
  const isLookedAtToday = state.lastLook?.day === today;
  if (hasAlarm) return task(bin.id, "act", decision, Math.max(0, overdueDays));
  if (isLookedAtToday) return undefined;
  // No silent death: one look answers it, whatever day is due.
  if (isHerdAtRisk(expectation) && !state.emptiedOn)
    return task(bin.id, "count", decision, Math.max(0, overdueDays));
  if (state.setup.resting)
    return due !== undefined && due <= today ? task(bin.id, "wake", decision, overdueDays) : undefined;
  if (due === undefined) {
    // New worms settle in: until their first meal the start's own sheet says what is to be seen to.
    if (decision.steps[0]?.why.code === "food/settling") return undefined;
    const isHungry = (state.firsts.fed === undefined || state.visits === 0) && decision.verdict === "feed";
    return task(bin.id, state.worms.massKg > 0 && !isHungry ? "look" : "feed", decision, 0);
  }
  if (due > today) return undefined;
  return task(bin.id, kindOf(decision, expectation), decision, overdueDays);
}

function kindOf(decision: Decision, expectation: Expectation): TaskKind {
  if (decision.verdict === "actNow") return "act";
  if (decision.verdict === "beddingOnly") return "dryOut";
  const first = decision.steps[0];
  if (first?.why.code === "harvest/wanted") return "harvest";
  if (decision.verdict === "makeRoom") return "room";
  if (first?.kind === "water") return "water";
  if (decision.steps.some((step) => step.kind === "addDryBedding") && decision.verdict === "moistureFirst")
    return "dryOut";
  if (decision.verdict === "feed")
    return expectation.sureness === "guess" && expectation.moisture.high - expectation.moisture.low > 0.2
      ? "squeeze"
      : "feed";
  return first?.kind === "drain" ? "drain" : "look";
}

const LEAD_STEP: Partial<Record<TaskKind, Step["kind"]>> = {
  feed: "feed",
  water: "water",
  dryOut: "addDryBedding",
  drain: "drain",
  wake: "feed",
  count: "countHandful",
};

function task(binId: BinId, kind: TaskKind, decision: Decision, overdueDays: number): Task {
  const step = decision.steps.find((candidate) => candidate.kind === LEAD_STEP[kind]) ?? decision.steps[0];
  return { binId, kind, decision, overdueDays, minutes: MINUTES[kind], ...(step ? { step } : {}) };
}

function carryFor(tasks: readonly Task[]): Carry {
  const steps = tasks.flatMap((one) => one.decision.steps);
  const mass = (kind: Step["kind"]) =>
    steps.reduce(
      (sum, step) =>
        sum + (step.kind === kind && step.amount && "massKg" in step.amount ? step.amount.massKg : 0),
      0,
    );
  const volume = (kind: Step["kind"]) =>
    steps.reduce(
      (sum, step) =>
        sum + (step.kind === kind && step.amount && "volumeL" in step.amount ? step.amount.volumeL : 0),
      0,
    );
  const dampKg = steps.reduce(
    (sum, step) =>
      sum +
      (step.kind === "addDryBedding" && step.moisture !== undefined && step.amount && "massKg" in step.amount
        ? step.amount.massKg
        : 0),
    0,
  );
  return {
    scrapsKg: mass("feed"),
    dryBeddingKg: mass("addDryBedding") - dampKg,
    dampBeddingL: volume("cover") + dampKg / COVER_KG_PER_L,
    waterL: volume("water"),
    gritKg: mass("grit"),
    needsJug: steps.some((step) => step.kind === "drain"),
  };
}
