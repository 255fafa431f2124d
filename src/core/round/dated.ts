import type { Batch } from "@/records/batch";
import type { Lot } from "@/records/lot";
import type { Timetable } from "@/records/timetable";
import type { LocalDate } from "@/vocabulary/fields";
import { standingPlan, wantedHarvest } from "../bin/planAhead";
import { isOutOfUse } from "../bin/state";
import { addDays, daysBetween, spokenDay } from "../calendar/day";
import { BEFORE } from "../harvest/coming";
import type { BatchState } from "../batch/state";
import { FIT_AT_MOST_C } from "../batch/state";
import type { LotDue } from "../lot/due";
import { sayLotTask } from "../lot/words";
import { practiceOf } from "../practice/practice";
import type { StepToday } from "../startUp/ticked";
import { ticked } from "../startUp/ticked";
import { sayStep } from "../startUp/words";
import type { BinToday } from "./round";
import type { UnitSystem } from "../quantity/format";
import { formatTemperature } from "../quantity/format";

/** Something due beside the bins: a step of a start, a batch to turn or to measure, castings to dry or to look after, a trouble to look at again. */
export interface DatedTask {
  readonly key: string;
  readonly name: string;
  readonly verb: string;
  readonly why: string;
  readonly to: {
    readonly room: "start" | "store" | "lots" | "trouble" | "bin" | "visit" | "weather" | "nursery" | "away";
    readonly id: string;
  };
  readonly overdueDays: number;
}

const MOST_PER_START = 2;

/** A start with its steps as the log ticks them, and how often its way of keeping feeds. */
export interface StartToday {
  readonly timetable: Timetable;
  readonly steps: readonly StepToday[];
  /** Of its herd once it is there, else of what is to be bought. */
  readonly wormsKg: number;
  readonly intervalDays?: number;
}
const given = (intervalDays: number | undefined) => (intervalDays === undefined ? {} : { intervalDays });

/** The starts under way as they stand today. Never throws. */
export const startsToday = (
  timetables: readonly Timetable[],
  bins: readonly BinToday[],
  batches: readonly { readonly batch: Batch }[],
): readonly StartToday[] =>
  timetables.map((timetable) => {
    const state = bins.find(({ bin }) => bin.id === timetable.binId)?.state;
    const first = timetable.steps[0]!.day;
    const mixedOn = batches
      .map(({ batch }) => batch.mixedOn)
      .filter((day) => day >= first)
      .toSorted()[0];
    const practice = state && practiceOf(state);
    return {
      timetable,
      steps: ticked(timetable, state, mixedOn),
      wormsKg: state && state.worms.massKg > 0 ? state.worms.massKg : timetable.wormsKg,
      ...given(practice?.school.usualIntervalDays),
    };
  });

/** What of troubles, starts, batches and lots is due on a day, oldest first; of one start the next two steps at most. */
export function datedTasks(
  starts: readonly StartToday[],
  batches: readonly { readonly batch: Batch; readonly state: BatchState }[],
  today: LocalDate,
  units: UnitSystem,
  lots: readonly { readonly lot: Lot; readonly due?: LotDue }[] = [],
  bins: readonly BinToday[] = [],
): DatedTask[] {
  const ofStarts = starts.flatMap(({ timetable, steps, wormsKg, intervalDays }) =>
    steps
      .filter(({ doneOn, day }) => !doneOn && day <= today)
      .slice(0, MOST_PER_START)
      .map(({ key, day }) => {
        const words = sayStep(key, { wormsKg, units, ...given(intervalDays) });
        return {
          key: `${timetable.id}/${key}`,
          name: timetable.name,
          verb: words.title.charAt(0).toLowerCase() + words.title.slice(1),
          why: words.how.split(/(?<=[.?])\s/)[0]!,
          to: { room: "start" as const, id: timetable.id },
          overdueDays: daysBetween(day, today),
        };
      }),
  );
  const ofBatches = batches.flatMap(({ batch, state }) => {
    const task = (verb: string, why: string, since: LocalDate): DatedTask => ({
      key: `${batch.id}/${verb}`,
      name: batch.name,
      verb,
      why,
      to: { room: "store", id: batch.id },
      overdueDays: daysBetween(since, today),
    });
    const { stage, nextTurn } = state;
    const isAsked =
      (stage.is === "hot" || stage.is === "cooling" || stage.is === "untested") && stage.askOn <= today;
    return [
      ...(nextTurn && nextTurn <= today ? [task("turn it", "Air in, heat out.", nextTurn)] : []),
      ...(isAsked
        ? [
            task(
              "measure its middle",
              `Worms wait for two days at or below ${formatTemperature(FIT_AT_MOST_C, units)}.`,
              stage.askOn,
            ),
          ]
        : []),
    ];
  });
  const ofLots = lots.flatMap(({ lot, due }): DatedTask[] => {
    if (!due || due.on > today) return [];
    const to = { room: "lots" as const, id: lot.id };
    const overdueDays = daysBetween(due.on, today);
    return [{ key: `${lot.id}/${due.task}`, name: lot.name, ...sayLotTask(due), to, overdueDays }];
  });
  const ofTroubles = bins.flatMap(({ bin, state }) =>
    (state.troubles ?? []).flatMap((trouble): DatedTask[] =>
      trouble.lookOn > today
        ? []
        : [
            {
              key: `${bin.id}/${trouble.entryId}`,
              name: bin.name,
              verb: "look again, is it over",
              why: `${trouble.signs.map((sign) => sign.replace(/-/g, " ")).join(", ")}.`,
              to: { room: "trouble", id: bin.id },
              overdueDays: daysBetween(trouble.lookOn, today),
            },
          ],
    ),
  );
  return [
    ...ofTroubles,
    ...ofAway(bins, today),
    ...ofHarvests(bins, today),
    ...ofStarts,
    ...ofBatches,
    ...ofLots,
  ].toSorted((a, b) => b.overdueDays - a.overdueDays);
}

/** So many days before one leaves each bin is visited once more; the visit knows how long its meal has to last. */
const BEFORE_LEAVING_DAYS = 2;
function ofAway(bins: readonly BinToday[], today: LocalDate): readonly DatedTask[] {
  return bins.flatMap(({ bin, state }): DatedTask[] => {
    const away =
      isOutOfUse(state) || state.setup?.resting ? undefined : standingPlan(state.setup, today)?.away;
    if (!away || away.from <= today || daysBetween(today, away.from) > BEFORE_LEAVING_DAYS) return [];
    const last = state.lastLook?.day;
    if (last !== undefined && daysBetween(last, away.from) <= BEFORE_LEAVING_DAYS) return [];
    return [
      {
        key: `${bin.id}/away`,
        name: bin.name,
        verb: "visit before you leave",
        why: `No one comes until ${spokenDay(away.until, today)}.`,
        to: { room: "visit", id: bin.id },
        overdueDays: 0,
      },
    ];
  });
}

/**
 * What a wanted harvest asks for before its day: said from its day until the bin is looked at next, where the visit says the
 * same. On the day itself the bin is on the round.
 */
function ofHarvests(bins: readonly BinToday[], today: LocalDate): readonly DatedTask[] {
  return bins.flatMap(({ bin, state }) => {
    const wanted = wantedHarvest(state, today);
    if (!wanted || wanted.on <= today) return [];
    const seen = state.lastLook?.day;
    const why = `Castings are wanted from it on ${spokenDay(wanted.on, today)}.`;
    const asked = (day: LocalDate | undefined, what: string, verb: string): DatedTask[] =>
      day === undefined || day > today || (seen !== undefined && seen >= day)
        ? []
        : [
            {
              key: `${bin.id}/${what}`,
              name: bin.name,
              verb,
              why,
              to: { room: "bin", id: bin.id },
              overdueDays: daysBetween(day, today),
            },
          ];
    const baitOn = wanted.noFoodFrom === undefined ? undefined : addDays(wanted.on, -BEFORE.bait);
    return [
      ...asked(wanted.noFoodFrom, "noFood", "no more food"),
      ...asked(wanted.noWaterFrom, "noWater", "no more water"),
      ...asked(baitOn, "bait", "bait: melon in a net at one end, to draw the worms"),
    ];
  });
}

/** The first step of a start that lies ahead, for a day on which nothing is due. */
export function nextStart(
  starts: readonly StartToday[],
  today: LocalDate,
):
  | { readonly name: string; readonly id: string; readonly day: LocalDate; readonly title: string }
  | undefined {
  return starts
    .flatMap(({ timetable, steps }) => {
      const step = steps.find(({ doneOn, day }) => !doneOn && day > today);
      const { title } = step
        ? sayStep(step.key, { wormsKg: timetable.wormsKg, units: "metric" })
        : { title: "" };
      return step ? [{ name: timetable.name, id: timetable.id, day: step.day, title }] : [];
    })
    .toSorted((a, b) => daysBetween(b.day, a.day))[0];
}
