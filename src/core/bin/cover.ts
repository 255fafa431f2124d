import type { LocalDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import type { BinState } from "./state";

/** Damp leaf mould or shreds as they lie over a bed. Judgement. */
export const COVER_KG_PER_L = 0.3;
/** A cover sinks into the bed: half of it in so many days. Judgement, between leaf mould and shreds. */
const HALF_LIFE_DAYS = 75;

/** Litres of cover that still lie on top on a day. */
export const coverLeftL = ({ cover }: Pick<BinState, "cover">, day: LocalDate): number =>
  cover ? cover.litres * 0.5 ** (Math.max(0, daysBetween(cover.day, day)) / HALF_LIFE_DAYS) : 0;
