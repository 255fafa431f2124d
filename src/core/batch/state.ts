import type { Batch } from "@/records/batch";
import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { effectiveEntries } from "../log/effective";
import { addDays, daysBetween } from "../calendar/day";

/** Worms may go in when a heap has stayed at or below this for two days. */
export const FIT_AT_MOST_C = 30;
const CALM_DAYS = 2;
/** Above this it burns itself out: turn it and damp it at once. */
const TOO_HOT_C = 65;

export type BatchStage =
  | { readonly is: "used" }
  | { readonly is: "hot"; readonly temperatureC: number; readonly askOn: LocalDate; readonly burns: boolean }
  | { readonly is: "cooling"; readonly since: LocalDate; readonly askOn: LocalDate }
  | { readonly is: "ripening"; readonly from: LocalDate; readonly by: LocalDate }
  | { readonly is: "untested"; readonly askOn: LocalDate }
  | { readonly is: "fit" };

export interface BatchState {
  readonly stage: BatchStage;
  readonly readings: readonly { readonly day: LocalDate; readonly temperatureC: number }[];
  readonly turnedOn: readonly LocalDate[];
  /** Next turning that is not done, past ones first. */
  readonly nextTurn?: LocalDate;
  /** Left in the store: what was mixed and watered less what was taken. Drying out is not counted. */
  readonly leftKg: number;
}

/** What counts of a batch's log, in the order of its days. */
export type BatchLog = readonly Entry[];
export const batchLog = (rows: Iterable<Entry>): BatchLog => effectiveEntries(rows);

/**
 * Where a batch stands today, from what it was mixed as and what was done to it since. A heap that heats, or was ever
 * read above 30 °C, is fit only after two days at or below it; its calm begins with the first low reading after the
 * last high one and needs a second reading two days on.
 */
export function batchState(batch: Batch, entries: readonly Entry[], today: LocalDate): BatchState {
  const inOrder = entries.toSorted((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.seq - b.seq));
  const readings = inOrder.flatMap((entry) =>
    entry.kind === "looked"
      ? entry.readings.flatMap((reading) =>
          reading.of === "temperature" ? [{ day: entry.day, temperatureC: reading.temperatureC }] : [],
        )
      : [],
  );
  const turnedOn = inOrder.flatMap((entry) => (entry.kind === "turned" ? [entry.day] : []));
  const leftKg = inOrder.reduce((left, entry) => {
    if (entry.kind === "removed")
      return left - (entry.amount && "massKg" in entry.amount ? entry.amount.massKg : 0);
    if (entry.kind === "watered")
      return left + ("massKg" in entry.amount ? entry.amount.massKg : entry.amount.volumeL);
    return left;
  }, batch.massKg);
  const nextTurn = batch.turnDays.filter(
    (day, at) => turnedOn.length <= at || day > (turnedOn.at(-1) ?? day),
  )[0];
  const stage = stageOf(batch, readings, leftKg, today);
  return {
    stage,
    readings,
    turnedOn,
    leftKg: Math.max(0, leftKg),
    ...(nextTurn && stage.is !== "used" && stage.is !== "fit" ? { nextTurn } : {}),
  };
}

function stageOf(
  batch: Batch,
  readings: BatchState["readings"],
  leftKg: number,
  today: LocalDate,
): BatchStage {
  if (leftKg <= 0.01 * batch.massKg) return { is: "used" };
  const last = readings.at(-1);
  const lastHot = readings.findLast(({ temperatureC }) => temperatureC > FIT_AT_MOST_C);
  if (last && last === lastHot)
    return {
      is: "hot",
      temperatureC: last.temperatureC,
      askOn: addDays(last.day, CALM_DAYS),
      burns: last.temperatureC > TOO_HOT_C,
    };
  const calm = readings.slice(lastHot ? readings.indexOf(lastHot) + 1 : 0);
  const mustCool = batch.heats || lastHot !== undefined;
  const since = calm[0]?.day;
  if (mustCool && since && last && daysBetween(since, last.day) < CALM_DAYS)
    return { is: "cooling", since, askOn: addDays(since, CALM_DAYS) };
  if (batch.ripeFrom > today) return { is: "ripening", from: batch.ripeFrom, by: batch.ripeBy };
  if (mustCool && !since) return { is: "untested", askOn: today };
  return { is: "fit" };
}
