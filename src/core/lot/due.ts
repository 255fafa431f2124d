import type { Lot } from "@/records/lot";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import { TEMPERATE } from "../expectation/climate";
import { BRICK, CURE_DAYS, drying, isTooDamp, LOOK_DAYS, MOIST_FOR, TURN_DAYS } from "./drying";
import type { LotState } from "./state";
import { CRUMB_KG, litreKgOf } from "./state";

/** What a lot asks for next, and from which day. */
export const LOT_TASKS = ["putBy", "spread", "turn", "feel", "damp", "store", "look"] as const;
export type LotTask = (typeof LOT_TASKS)[number];
export interface LotDue {
  readonly task: LotTask;
  readonly on: LocalDate;
}

/**
 * The one next thing to do with a lot: nothing where it is used up. Wet castings are spread, what dries is turned and then
 * felt, what is dry enough is put in store, what is too dry is damped, what is stored is felt once a month. Never throws.
 */
export function lotDue(
  lot: Lot,
  state: LotState,
  today: LocalDate,
  climate: Climate = TEMPERATE,
): LotDue | undefined {
  if (state.massKg <= CRUMB_KG) return undefined;
  const { stage, moisture, tendedOn, feltOn } = state;
  if (moisture < BRICK && stage?.is !== "curing") return { task: "damp", on: tendedOn };
  if (!stage) return { task: moisture > MOIST_FOR.sieve ? "spread" : "putBy", on: addDays(lot.madeOn, 1) };
  if (stage.is === "stored") return { task: "look", on: addDays(tendedOn, LOOK_DAYS) };
  if (stage.is === "curing") {
    const ends = addDays(stage.since, CURE_DAYS);
    const next = addDays(tendedOn, LOOK_DAYS);
    return next < ends ? { task: "look", on: next } : { task: "store", on: ends };
  }
  if (moisture <= MOIST_FOR.store + 0.02) return { task: "store", on: tendedOn };
  const heap = { massKg: state.massKg, moisture, litreKg: litreKgOf(lot, moisture) };
  const found = drying(heap, MOIST_FOR.store, climate, stage.since, stage.depthM);
  const dryOn = isTooDamp(found)
    ? undefined
    : addDays(feltOn > stage.since ? feltOn : stage.since, Math.max(1, Math.round(found.days.low)));
  const turnOn = addDays(tendedOn, TURN_DAYS);
  // Once it may be dry, a turning that was missed is not asked for any more.
  return dryOn && (dryOn <= today || dryOn <= turnOn)
    ? { task: "feel", on: dryOn }
    : { task: "turn", on: turnOn };
}
