import type { LocalDate } from "@/vocabulary/fields";
import type { Order } from "@/records/order";
import {
  addDays,
  dayAndMonth,
  daysBetween,
  monthName,
  shortDay,
  shortSpan,
  spokenDay,
} from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import {
  formatArea,
  formatCount,
  formatMass,
  formatMinutes,
  formatPercent,
  formatPercentRange,
  formatStocking,
  formatTemperature,
  formatVolume,
} from "../quantity/format";
import { materialOf } from "../catalogue/material";
import { speciesOf } from "../catalogue/species";
import type { BroodStand } from "./cohorts";
import type { Otherness } from "./explain";
import type { Lived } from "./lived";
import type { OrderStands } from "./orders";
import type { Job, TubTask, TubToday } from "./due";
import { hatchlingsOf } from "./growth";
import type { NoStocking, StockingPlan } from "./enough";
import type { Estimate } from "./estimate";
import type { NoSteady, SteadyPlan, SteadyWanted } from "./steady";
import type { TubVerdict } from "./howWell";
import type { NotCounted, NotSet } from "./setting";
import type { TubProblem } from "./state";
import { cycleUnderWay } from "./state";

/** What a job asks for: one word on the board, and how it is done. */
export const TASK_WORDS: Readonly<Record<TubTask, { readonly verb: string; readonly how: string }>> = {
  set: { verb: "set", how: "Fresh bedding, as wet as it goes without standing water, and the worms." },
  dry: {
    verb: "stop watering",
    how: "A week without water: then the fines fall through and the cocoons stay whole.",
  },
  clear: {
    verb: "sieve",
    how: "Grown worms straight into new bedding, cocoons and fines into a tray, damp.",
  },
  look: {
    verb: "count hatchlings in",
    how: "Pale threads a finger’s breadth long, under the damp sheet and on the bait.",
  },
  bait: {
    verb: "bait",
    how: "A film of fine feed or a slice of melon draws the hatchlings up, so that they are seen and fed.",
  },
  thin: {
    verb: "thin out",
    how: "From one tray to several, before they grow thin: worms and bedding together.",
  },
  moveOn: { verb: "move on", how: "They are grown: into a bin, a new tub, or away." },
};

/** A job as one line: how many, and of which rows. */
export function sayJob({ task, tubs }: Job): string {
  const rows = [
    ...new Set(tubs.map(({ tub }) => (tub.role === "tray" ? "trays" : (tub.row ?? tub.name)))),
  ].toSorted((a, b) => a.localeCompare(b, "en", { numeric: true }));
  return `${TASK_WORDS[task].verb} ${tubs.length}: ${rows.slice(0, 4).join(", ")}${rows.length > 4 ? ` and ${rows.length - 4} more` : ""}`;
}

/** A number of living things with its range. */
export const sayEstimate = ({ count, lowCount, highCount }: Estimate): string =>
  lowCount === highCount
    ? formatCount(count)
    : `about ${formatCount(count)} (${formatCount(lowCount)} to ${formatCount(highCount)})`;

const LIVED: Readonly<Record<Lived["is"], string>> = {
  asExpected: "as nature has it",
  fewer: "really fewer: look at its air, wet and a bait, and thin it out sooner",
  more: "really more: was the first count too small?",
};
/** What hatched and lived in a tray, against what was laid. */
export const sayLived = ({ ofExpected, count, is }: Lived): string =>
  `${formatPercent(ofExpected.middle)} of the young that were to be expected (${formatPercentRange(ofExpected.low, ofExpected.high)}), counted ${shortDay(count.on)}: ${LIVED[is]}.`;

const STANDS: Readonly<Record<OrderStands["is"], string>> = {
  there: "grown and there",
  inTime: "in time, with nine chances in ten",
  maybe: "in time only if all goes as usual",
  late: "too late",
  unseen: "not from what is set by now",
};
/** How an order stands, with the day it can be filled. */
export const sayOrder = ({ is, readyOn, order }: OrderStands, today: LocalDate): string =>
  `${STANDS[is]}${is === "there" || readyOn === undefined ? "" : `: about ${dayAndMonth(readyOn, today)}`}${is === "late" || is === "unseen" ? `; ${order.purpose === "bed" ? "fill a part of it, or set more tubs" : "take them from a bin, or name a later day"}` : ""}`;

/** What an order asks for, as it was given. */
export const sayOrdered = ({ amount }: Pick<Order, "amount">, units: UnitSystem): string =>
  "count" in amount
    ? `${formatCount(amount.count)} worms`
    : "massKg" in amount
      ? `${formatMass(amount.massKg, units)} of worms`
      : "";

/** A brood on a day, by stages; parts under one in a hundred are left out. */
export function sayStand({ cocoons, hatchlings, growing, grown }: BroodStand): string {
  const parts = [
    [cocoons, "cocoons"],
    [hatchlings, "hatchlings"],
    [growing, "growing"],
    [grown, "grown"],
  ] as const;
  const all = cocoons + hatchlings + growing + grown;
  const said = parts.flatMap(([count, of]) =>
    count >= 0.5 && count > 0.01 * all ? [`${formatCount(roundly(count))} ${of}`] : [],
  );
  return said.length > 0 ? said.join(", ") : "nothing yet";
}
/** To two digits: no one knows them better. */
const roundly = (count: number): number => {
  const step = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, count))) - 1);
  return step * Math.round(count / step);
};

/** Where a tub or tray stands. */
export function sayTub({ tub, state, due, brood }: TubToday, today: LocalDate): string {
  const cycle = cycleUnderWay(state);
  if (cycle)
    return `${formatCount(cycle.grownIn)} worms since ${shortDay(cycle.setOn)}, due ${spokenDay(cycle.dueOn, today)}`;
  if (state.brood) {
    const { cocoons } = state.brood;
    const hatched = state.counts.at(-1);
    return [
      hatched
        ? `${sayEstimate(hatched.estimate)} ${hatched.of} on ${shortDay(hatched.on)}`
        : cocoons
          ? `${sayEstimate(cocoons)} cocoons, ${formatCount(hatchlingsOf(cocoons, speciesOf(tub.speciesId)).count)} hatchlings to come`
          : "cocoons, not counted",
      ...(brood?.firstOn && brood.lastOn
        ? [`hatch ${shortSpan(brood.firstOn, brood.lastOn)}`]
        : ["too cold to hatch"]),
      ...(brood?.grownOn ? [`grown about ${shortDay(brood.grownOn)}`] : []),
    ].join(", ");
  }
  return due ? `empty, to be set ${spokenDay(due.on, today)}` : "empty";
}

/** An overdue tub: what that means and what to do now. Undefined while it is in time. */
export function sayOverdue({ state, due }: TubToday, today: LocalDate): string | undefined {
  const cycle = cycleUnderWay(state);
  if (!cycle || cycle.dueOn >= today || !due) return undefined;
  return due.hatchesInPlaceFrom && due.hatchesInPlaceFrom <= today
    ? `Its first cocoons hatch in place since ${shortDay(due.hatchesInPlaceFrom)}: do not sieve, lure the grown worms out and let the rest be its tray.`
    : `Late, and no harm yet: the first cocoons hatch in place from about ${due.hatchesInPlaceFrom ? shortDay(due.hatchesInPlaceFrom) : "never, it is too cold"}. Sieve it before.`;
}

export function sayNotSet(problem: NotSet, units: UnitSystem): string {
  switch (problem.code) {
    case "set/too-many":
      return `${formatCount(problem.count)} worms on ${formatArea(problem.areaM2, units)}? About ${formatCount(problem.usual)} breed well there: is a side mistyped?`;
    case "set/none":
      return "How many worms go in?";
    case "set/cycle":
      return `A cycle of ${problem.least} to ${problem.most} days.`;
    case "set/is-set":
      return `It is set since ${shortDay(problem.since)}: sieve it first.`;
    case "set/not-there":
      return `Only about ${formatCount(problem.there)} grown worms came out.`;
  }
}
export function sayNotCounted(problem: NotCounted): string {
  switch (problem.code) {
    case "count/beyond":
      return `More than these worms can have laid (${formatCount(problem.most)} at the very most): is the scoop’s weight right?`;
    case "count/share":
      return "The scoop weighs no more than the whole.";
    case "count/nothing-laid":
      return "Nothing was ever set in it.";
  }
}
/** What a tub had otherwise than the others, as one clause. */
export function sayOtherness(one: Otherness, units: UnitSystem): string {
  switch (one.of) {
    case "drier":
    case "wetter":
      return `${one.of} than the others (${formatPercent(one.own)} moist against ${formatPercent(one.others)})`;
    case "cooler":
    case "warmer":
      return `${one.of} than the others (${formatTemperature(one.ownC, units)} against ${formatTemperature(one.othersC, units)}${one.isRead ? "" : ", by its room"})`;
    case "denser":
    case "sparser":
      return `${one.of === "denser" ? "set more densely" : "set more thinly"} than the others (${formatStocking(one.ownKgPerM2, units)} against ${formatStocking(one.othersKgPerM2, units)})`;
    case "older":
      return `with worms that have laid through ${formatCount(one.ownCycles)} cycles before, the others ${formatCount(one.othersCycles)}`;
    case "bedding":
      return `bedded with ${sayBedding(one.beddingId)}, the others with ${sayBedding(one.othersId)}`;
  }
}
/** A bedding in a sentence, whole: "aged, strawy manure" is no "aged". */
export const sayBedding = (id: string): string => {
  const { name } = materialOf("bedding", id);
  return name.charAt(0).toLowerCase() + name.slice(1);
};

/** What may be behind it, and what to do with the tub. */
export function sayWhy(is: TubVerdict["is"], others: readonly Otherness[], units: UnitSystem): string {
  if (is !== "less" && is !== "more") return "";
  const said = others.map((one) => sayOtherness(one, units));
  const found = said.length > 0 ? `It was ${said.slice(0, 3).join("; ")}: that may be why.` : "";
  if (is === "more")
    return `${found || "Nothing that was written tells it apart."} Set the others as this one.`;
  const first = others[0]?.of;
  const cure =
    first === "drier" || first === "wetter"
      ? "Bring it to the others’ wetness for one cycle and count again"
      : first === "cooler" || first === "warmer"
        ? "Give it a place as warm as theirs for one cycle and count again"
        : first === "denser" || first === "sparser"
          ? "Set it as densely as the others and count again"
          : first === "bedding"
            ? "Bed it as the others and count again"
            : first === "older"
              ? "Renew its worms"
              : "Nothing that was written tells it apart: squeeze it, read its warmth, and renew its worms";
  return `${found} ${cure}${first === undefined || first === "older" ? "" : "; if it stays behind, renew its worms"}.`.trim();
}

const VERDICTS: Readonly<Record<TubVerdict["is"], string>> = {
  chance: "within chance",
  less: "really less than the rest",
  more: "really more than the rest",
  tooFew: "too few counts beside it to tell",
};
export const sayVerdict = ({ rate, ofOthers, cycles, is }: TubVerdict): string =>
  `${rate.toFixed(2)} cocoons a worm and week over ${cycles} ${cycles === 1 ? "cycle" : "cycles"}, ${Math.round(100 * ofOthers)} % of the others: ${VERDICTS[is]}.`;

export function sayNoStocking(problem: NoStocking, units: UnitSystem): string {
  switch (problem.code) {
    case "stocking/too-late":
      return `No brood is grown by then. Set today, the first are grown about ${shortDay(problem.earliest)} ${problem.earliest.slice(0, 4)}: buy for the day that was promised, breed for later.`;
    case "stocking/too-cold":
      return `At about ${formatTemperature(problem.bedC, units)} they do not lay. Breed in a warmer room, or buy.`;
    case "stocking/too-many":
      return `${formatCount(problem.tubs)} tubs would be needed: more than one house holds. Buy a part, or take more time.`;
    case "stocking/nothing":
      return "How much is wanted?";
  }
}
export const sayStocking = (plan: StockingPlan, units: UnitSystem, today: LocalDate): readonly string[] => [
  `${formatCount(plan.tubs)} ${plan.tubs === 1 ? "tub" : "tubs"} from ${spokenDay(plan.startOn, today)}, each ${plan.cycles} ${plan.cycles === 1 ? "cycle" : "cycles"}; the last that counts is set by ${shortDay(plan.lastSetOn)} ${plan.lastSetOn.slice(0, 4)}. A setting is grown ${plan.daysToGrown} days later.`,
  `Grown by then: about ${formatMass(plan.wormsKg.middle, units, "bucket")} (${formatMass(plan.wormsKg.low, units, "bucket")} to ${formatMass(plan.wormsKg.high, units, "bucket")}); the lower end is reached with nine chances in ten.`,
  `It takes ${formatMass(plan.parentsKg, units, "bucket")} of grown worms to begin with, about ${formatMass(plan.feedKg, units, "bucket")} of prepared feed, ${formatVolume(plan.beddingL, units)} of bedding, ${formatCount(plan.trays)} trays and ${formatCount(Math.round(plan.hours))} hours.`,
];

export function sayNoSteady(problem: NoSteady, units: UnitSystem): string {
  switch (problem.code) {
    case "steady/nothing":
      return "How much a week?";
    case "steady/too-cold":
      return sayNoStocking({ ...problem, code: "stocking/too-cold" }, units);
    case "steady/too-many":
      return `${formatCount(problem.tubs)} tubs would be needed: more than one house holds. Sell less a week, or buy a part.`;
  }
}
const QUARTER_MIN = 15;
const NOTHING_KG = 0.005;
/** A steady supply in sentences: tubs and their rhythm, when it begins, what the year makes of it, what a week takes. */
export function saySteady(
  plan: SteadyPlan,
  wanted: SteadyWanted,
  units: UnitSystem,
  today: LocalDate,
): readonly string[] {
  const kg = (massKg: number) => formatMass(massKg, units, "bucket");
  const rhythm =
    plan.rows > 1
      ? `in ${plan.rows} rows set ${plan.daysApart} days apart, each sieved and set again every cycle`
      : "sieved and set again every cycle";
  const inTime =
    plan.firstOn > wanted.from
      ? `Set from today they give it, with nine chances in ten, from about ${dayAndMonth(plan.firstOn, today)} on. That is later than you want it: buy until then.`
      : `Set the first by about ${dayAndMonth(plan.setBy, today)}, and with nine chances in ten they give it from ${dayAndMonth(wanted.from, today)} on.`;
  return [
    `${formatCount(plan.tubs)} ${plan.tubs === 1 ? "tub" : "tubs"}, ${rhythm}.`,
    inTime,
    `Over a year about ${kg(plan.meanKg.middle)} a week (${kg(plan.meanKg.low)} to ${kg(plan.meanKg.high)}); poorest about ${monthName(plan.poorest.on)} with ${plan.poorest.kg.middle < NOTHING_KG ? "nothing" : kg(plan.poorest.kg.middle)}, richest about ${monthName(plan.richest.on)} with ${kg(plan.richest.kg.middle)}.`,
    ...(plan.heldKg === undefined
      ? []
      : [
          `Your room’s cold months give far less: the tubs are counted by the year, and up to ${kg(plan.heldKg)} of grown worms have to wait in bins for those weeks. A warmer room would spare that.`,
        ]),
    `It takes ${kg(plan.parentsKg)} of grown worms to begin with, and ${kg(plan.renewedKgPerYear)} a year of the young go back for those that die (already taken off above). A week: about ${kg(plan.feedKgPerWeek)} of prepared feed, ${formatVolume(plan.beddingLPerWeek, units)} of bedding, ${formatMinutes(QUARTER_MIN * Math.max(1, Math.round((60 * plan.hoursPerWeek) / QUARTER_MIN)))} of work; about ${formatCount(plan.trays)} trays stand at one time.`,
  ];
}

/** What the nursery puts on the slate: each job once. */
export const nurseryTasks = (
  jobs: readonly Job[],
): readonly { readonly key: string; readonly verb: string; readonly why: string }[] =>
  jobs.map((job) => ({ key: `nursery/${job.task}`, verb: sayJob(job), why: TASK_WORDS[job.task].how }));

/** So many days before its day an order is on the slate: to count out, pack, and watch the post's weather. */
const ORDER_AHEAD_DAYS = 7;
/** Open orders whose day is near or over, each once. */
export const orderTasks = (
  orders: readonly Order[],
  today: LocalDate,
  units: UnitSystem,
): readonly {
  readonly key: string;
  readonly verb: string;
  readonly why: string;
  readonly overdueDays: number;
}[] =>
  orders
    .filter(({ closed, dueOn }) => !closed && dueOn <= addDays(today, ORDER_AHEAD_DAYS))
    .map((order) => ({
      key: `order/${order.id}`,
      verb: `${order.purpose === "bed" ? "fill" : "pack"} ${sayOrdered(order, units)} for ${order.name}`,
      why: `Promised for ${dayAndMonth(order.dueOn, today)}.`,
      overdueDays: Math.max(0, daysBetween(order.dueOn, today)),
    }));

const PROBLEMS: Readonly<Record<TubProblem["code"], string>> = {
  "tub/cleared-unset": "was cleared though nothing was set in it",
  "tub/cleared-twice": "was cleared twice",
  "tub/more-out-than-in": "gave more grown worms than went in",
  "tub/thinned-empty": "was thinned out though no brood lies in it",
  "tub/set-twice": "was set again before it was cleared",
};
/** What in a tub's log does not fit together, as a sentence. */
export const sayTubProblem = ({ code, day }: TubProblem, today: LocalDate): string =>
  `${spokenDay(day, today)} it ${PROBLEMS[code]}: strike out what was not so.`.replace(/^./, (first) =>
    first.toUpperCase(),
  );
